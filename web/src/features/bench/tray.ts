import type { DragEvent } from "react";
import type { Action, Edit } from "../../api/types";
import { readyEdit } from "./edits";

/**
 * What is dragged from the tray says where it can stand by the kinds of data that it carries: while it is dragged a
 * thing may read the kinds, not what is in them.
 */
const kindOf = (thing: string) => `application/x-sabaka-onto-${thing}`;

/** Take something out of the tray: an edit for each thing that it may be dropped on. */
export function carry(event: DragEvent, action: Action) {
  event.dataTransfer.effectAllowed = "copy";
  for (const [thing, edit] of Object.entries(action.onto ?? {})) {
    event.dataTransfer.setData(kindOf(thing), JSON.stringify({ edit, label: action.label }));
  }
}

/** Whether what is dragged can stand on a thing. */
export function stands(event: DragEvent, thing: string): boolean {
  return event.dataTransfer.types.includes(kindOf(thing));
}

/** What is dropped on a thing: the edit that puts it there, and its name. */
export function dropped(event: DragEvent, thing: string): { edit: Edit; label: string } | null {
  const text = event.dataTransfer.getData(kindOf(thing));
  if (!text) return null;
  const { edit, label } = JSON.parse(text) as { edit: Record<string, unknown>; label: string };
  return { edit: readyEdit(edit), label };
}
