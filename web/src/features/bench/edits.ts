import type { Edit, SizeField, Units } from "../../api/types";
import { system } from "../../lib/format";

/** Edits that the core sends ready-made, or that follow from a field. */

export function typedEdit(field: SizeField, text: string, units: Units): Edit {
  if (field.edit) return { ...field.edit, text, units: system(units) } as Edit;
  return { do: "set", path: field.path, text, units: system(units) };
}

export function setEdit(path: string, text: string): Edit {
  return { do: "set", path, text };
}

/** An edit that the core put on a button or an option. */
export function readyEdit(edit: Record<string, unknown>): Edit {
  return edit as unknown as Edit;
}
