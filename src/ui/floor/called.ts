"use client";

import { useEffect } from "react";
import { isSilent } from "./silent";

/** Two short tones; a tablet that was never touched stays silent, the title tells all the same. */
function sound(): void {
  if (isSilent()) return;
  try {
    const audio = new AudioContext();
    for (const [at, hertz] of [
      [0, 880],
      [0.25, 1175],
    ] as const) {
      const tone = audio.createOscillator();
      tone.frequency.value = hertz;
      tone.connect(audio.destination);
      tone.start(audio.currentTime + at);
      tone.stop(audio.currentTime + at + 0.2);
    }
    setTimeout(() => void audio.close(), 1000);
  } catch {
    // No sound here.
  }
}

/** What is called out now, the newest last, and the page's own title under it. */
const calls: string[] = [];
let ownTitle = "";

export function callOut(what: string): () => void {
  if (calls.length === 0) ownTitle = document.title;
  calls.push(what);
  document.title = what;
  return () => {
    calls.splice(calls.lastIndexOf(what), 1);
    // Another page may have taken its own title meanwhile.
    if (document.title === what || calls.includes(document.title)) document.title = calls.at(-1) ?? ownTitle;
  };
}

/** While something wants doing its words stand in the page's title; it sounds once when it comes. */
export function useCalled(what: string | null): void {
  useEffect(() => {
    if (what === null) return;
    sound();
    return callOut(what);
  }, [what]);
}
