/**
 * What is kept on this device. A browser may refuse: its storage is full, blocked or missing. Then nothing is kept,
 * nothing breaks, and whoever asked is told.
 */

export function fromDevice(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
}

/** Keeps a text; false when the device refuses. */
export function ontoDevice(key: string, text: string): boolean {
  try {
    localStorage.setItem(key, text);
    return true;
  } catch {
    return false;
  }
}

export function offDevice(key: string): void {
  try {
    localStorage.removeItem(key);
  } catch {
    // Nothing was kept, so nothing is left.
  }
}

/** Keys that begin so. */
export function keysOnDevice(start: string): string[] {
  try {
    return Object.keys(localStorage).filter((key) => key.startsWith(start));
  } catch {
    return [];
  }
}
