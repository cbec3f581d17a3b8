"use client";

import { useEffect } from "react";

type TypedInto = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;

/** What fingers type, by field, as first.js keeps it until nobody listens to it here any more. */
const early = globalThis as { typedEarly?: Map<TypedInto, string> | undefined };

/** So many frames from the page's first answer on: parts of it may answer later. */
const MOST_FRAMES = 900;
/** So often a field is told; what it does not take then it refuses. */
const MOST_TIMES = 300;

/** What React holds of an element it has taken over, by a property of its own: nothing public tells. */
function heldOf(field: TypedInto): { readonly value?: unknown } | null {
  const key = Object.keys(field).find((k) => k.startsWith("__reactProps$")) as keyof TypedInto | undefined;
  return key === undefined ? null : (field[key] as unknown as { value?: unknown });
}

/** Types it in once more, now that somebody listens. */
function typeIn(field: TypedInto, value: string): void {
  const caret = field instanceof HTMLSelectElement ? null : field.selectionEnd;
  // Past React's own note of what stands in the field, or it would find nothing new.
  const { set } = Object.getOwnPropertyDescriptor(Object.getPrototypeOf(field), "value") ?? {};
  field.value = "";
  set?.call(field, value);
  field.dispatchEvent(new Event(field instanceof HTMLSelectElement ? "change" : "input", { bubbles: true }));
  if (caret !== null && !(field instanceof HTMLSelectElement)) field.setSelectionRange(caret, caret);
}

/** Hands over what a fast finger or a scanner typed into a page that could not answer yet: it would be wiped otherwise. */
export function TypedEarly() {
  useEffect(() => {
    const waiting = early.typedEarly;
    if (!waiting) return;
    /** What React held of a field when it was first told, and how often it was told. */
    const before = new Map<TypedInto, { readonly value: unknown; times: number }>();
    let [frame, seen] = [0, 0];
    const handOver = () => {
      for (const [typedInto, value] of waiting) {
        const { isConnected, name } = typedInto;
        const field = (isConnected || !name ? typedInto : document.getElementsByName(name)[0]) as
          | TypedInto
          | undefined;
        const held = field && heldOf(field);
        if (!held) continue;
        // While it is still being taken over it hears nothing: it is told again until what React holds has changed.
        const first = before.get(typedInto) ?? { value: held.value, times: 0 };
        before.set(typedInto, first);
        const heard =
          held.value === value ||
          held.value !== first.value ||
          // Whose value is its own is told once.
          (held.value === undefined && first.times > 0);
        if (!heard && first.times++ < MOST_TIMES) typeIn(field, value);
        else {
          waiting.delete(typedInto);
          before.delete(typedInto);
        }
      }
      if (seen++ < MOST_FRAMES) frame = requestAnimationFrame(handOver);
      else early.typedEarly = undefined;
    };
    handOver();
    return () => cancelAnimationFrame(frame);
  }, []);
  return null;
}
