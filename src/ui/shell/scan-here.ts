/** What the scan of a bare tag means on the screen that is open, where it means more than to open the thing. */
import { useEffect } from "react";

export interface ScanMeans {
  /** What a scanner types, in capitals. */
  readonly heard: readonly string[];
  /** What the line is given for it. */
  readonly line: string;
}

let here: ScanMeans | null = null;

/** While the screen stands, a scan of what it speaks of does what it asks for. */
export function useScanMeans(means: ScanMeans | null): void {
  const line = means?.line ?? null;
  const heard = means?.heard.join(" ") ?? "";
  useEffect(() => {
    const own: ScanMeans | null = line === null ? null : { heard: heard.split(" "), line };
    here = own;
    return () => {
      if (here === own) here = null;
    };
  }, [line, heard]);
}

/** The line that was meant by what was typed or scanned. */
export const meantHere = (text: string): string =>
  here?.heard.includes(text.trim().toUpperCase()) ? here.line : text;
