"use client";

import { useEffect } from "react";

/** Two short tones; a tablet that was never touched stays silent, the title tells all the same. */
function sound(): void {
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

/** While something wants doing its words stand in the page's title; it sounds once when it comes. */
export function useCalled(what: string | null): void {
  useEffect(() => {
    if (what === null) return;
    sound();
    const before = document.title;
    document.title = what;
    return () => {
      document.title = before;
    };
  }, [what]);
}
