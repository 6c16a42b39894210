import type { Edit, SizeField } from "../../api/types";
import type { ReadAs } from "../../lib/locale";
import { typing } from "../../lib/format";

/** Edits that the core sends ready-made, or that follow from a field. */

export function typedEdit(field: SizeField, text: string, reading: ReadAs): Edit {
  if (field.edit) return { ...field.edit, text, ...typing(reading) } as Edit;
  return { do: "set", path: field.path, text, ...typing(reading) };
}

export function setEdit(path: string, text: string): Edit {
  return { do: "set", path, text };
}

/** An edit that the core put on a button or an option. */
export function readyEdit(edit: Record<string, unknown>): Edit {
  return edit as unknown as Edit;
}
