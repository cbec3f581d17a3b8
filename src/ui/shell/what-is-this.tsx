"use client";

import dynamic from "next/dynamic";
import { usePathname, useSearchParams } from "next/navigation";
import { Suspense, useEffect, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";

const Overlay = dynamic(() => import("../glossary/overlay").then((m) => m.WhatIsThisOverlay));

const ASKED = "aumbry-what-is-this";

/** Asks it of the screen that is open. */
export const askWhatIsThis = (): void => {
  dispatchEvent(new Event(ASKED));
};

/** "What is this?", by its key or from the shelves behind the strip's end; fetched only when it is asked. */
export function WhatIsThis() {
  const [on, setOn] = useState(false);
  const free = () => document.querySelector("[role=dialog],[role=menu],[role=listbox]") === null;
  useEffect(() => {
    const ask = () => setOn(true);
    addEventListener(ASKED, ask);
    return () => removeEventListener(ASKED, ask);
  }, []);
  useHotkeys("w", () => setOn((now) => !now), { enabled: free, preventDefault: true, useKey: true }, []);
  useEffect(() => {
    if (!on) return;
    // Before anything open over the page hears it and is closed by it: then the key was for that.
    const end = (e: KeyboardEvent) => {
      if (e.key === "Escape" && document.querySelector("[role=dialog]") === null) setOn(false);
    };
    addEventListener("keydown", end, { capture: true });
    return () => removeEventListener("keydown", end, { capture: true });
  }, [on]);
  if (!on) return null;
  return (
    <Suspense>
      <OfThisScreen onEnd={() => setOn(false)} />
    </Suspense>
  );
}

/** Another screen is looked at anew. */
function OfThisScreen({ onEnd }: { onEnd: () => void }) {
  return <Overlay key={`${usePathname()}?${useSearchParams()}`} onEnd={onEnd} />;
}
