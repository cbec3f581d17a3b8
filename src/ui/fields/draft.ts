/** What is half typed in a form outlives a reload of its tab: kept by the screen and the command, until it is done. */
"use client";

const PREFIX = "aumbry-draft";

const keyOf = (command: string): string => `${PREFIX} ${location.pathname} ${command}`;

export function keepDraft(command: string, values: object): void {
  try {
    sessionStorage.setItem(keyOf(command), JSON.stringify(values));
  } catch {
    // Nothing is kept where nothing may be.
  }
}

export function dropDraft(command: string): void {
  try {
    sessionStorage.removeItem(keyOf(command));
  } catch {
    // As above.
  }
}

/** What was half typed here before; null when nothing was, or it cannot be read. */
export function draftOf(command: string): Record<string, unknown> | null {
  try {
    const kept = JSON.parse(sessionStorage.getItem(keyOf(command)) ?? "null");
    return typeof kept === "object" && kept !== null && !Array.isArray(kept) ? kept : null;
  } catch {
    return null;
  }
}
