"use client";

import { useEffect } from "react";

type TypedInto = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

/** What stood in a field when it was last typed into, and where the next letter would go; null where that is no text. */
interface Typed {
  readonly value: string;
  readonly caret: number | null | undefined;
}

/** What was typed into fields that nobody listened to, as first.js keeps it until it is handed over here. */
interface Early {
  readonly waiting: Map<TypedInto, Typed>;
  readonly hears: (field: TypedInto) => boolean;
}
const page = globalThis as { typedEarly?: Early | undefined };

/** So many frames from the page's first answer on something may be typed into a part that answers later, */
const MOST_FRAMES = 900;
/** and so many what was typed waits for the script of its part. */
const MOST_WAITED = 7200;
/** Told that often at every frame, a field is told at every so-manieth: a part that is not there yet is asked for it. */
const OFTEN = 300;
const SELDOM = 30;

/** Types it in once more. */
function typeIn(field: TypedInto, { value, caret }: Typed): void {
  const selects = field instanceof HTMLSelectElement;
  // Where it still stands the caret may have been moved since.
  const at = selects || field.value !== value ? caret : field.selectionEnd;
  // Past React's own note of what stands in the field, or it would find nothing new.
  const { set } = Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field), "value") ?? {};
  field.value = "";
  set?.call(field, value);
  field.dispatchEvent(new Event(selects ? "change" : "input", { bubbles: true }));
  if (typeof at === "number" && !selects) field.setSelectionRange(at, at);
}

/** The field somebody typed into, or the one that took its place. */
const standing = (field: TypedInto): TypedInto =>
  field.isConnected || !field.name
    ? field
    : ((document.getElementsByName(field.name)[0] ?? field) as TypedInto);

/**
 * Hands over what a fast finger or a scanner typed into a page that could not answer yet: it would be wiped otherwise.
 * While its part is still being taken over a field hears nothing, and is told again; what it does not take it refuses.
 */
export function TypedEarly() {
  useEffect(() => {
    const early = page.typedEarly;
    if (!early) return;
    const { waiting, hears } = early;
    let [frame, seen, left] = [0, 0, false];
    const handOver = async () => {
      for (const [typedInto, typed] of waiting) {
        if (seen > OFTEN && seen % SELDOM > 0) break;
        typeIn(standing(typedInto), typed);
        // React draws what it heard before anybody can press the next key.
        await null;
        if (hears(standing(typedInto))) waiting.delete(typedInto);
      }
      seen += 1;
      if (left) return;
      if (seen < MOST_FRAMES || (waiting.size > 0 && seen < MOST_WAITED))
        frame = requestAnimationFrame(() => void handOver());
      else page.typedEarly = undefined;
    };
    void handOver();
    return () => {
      left = true;
      cancelAnimationFrame(frame);
    };
  }, []);
  return null;
}
