import { createContext, useContext } from "react";
import type { Units } from "../api/types";
import type { Mark, Order, ReadAs } from "./locale";
import { fromDevice, ontoDevice } from "./device";

export type Theme = "sheet" | "night";

/** What the keeper set for reading, kept on this device. */
export interface Settings {
  reading: ReadAs;
  theme: Theme;
  /** What he chose himself; empty where this device’s language says it. */
  own: { mark: Mark | ""; order: Order | "" };
  setUnits: (units: Units) => void;
  setMark: (mark: Mark | "") => void;
  setOrder: (order: Order | "") => void;
  setTheme: (theme: Theme) => void;
}

export const SettingsContext = createContext<Settings | null>(null);

export function useSettings(): Settings {
  const settings = useContext(SettingsContext);
  if (!settings) throw new Error("Settings are missing.");
  return settings;
}

/** A value kept on this device, when it is one of those allowed. */
export function recall<T extends string>(key: string, allowed: readonly T[]): T | null {
  const kept = fromDevice(`sabaka.${key}`);
  return allowed.find((value) => value === kept) ?? null;
}

/** Keeps a value on this device. */
export function remember(key: string, value: string): void {
  ontoDevice(`sabaka.${key}`, value);
}

/** A list of words kept on this device. */
export function recallList(key: string): readonly string[] {
  return fromDevice(`sabaka.${key}`)?.split("\n").filter(Boolean) ?? [];
}

/** Keeps a list of words on this device. */
export function rememberList(key: string, list: readonly string[]): void {
  ontoDevice(`sabaka.${key}`, list.join("\n"));
}
