"use client";

import { Delete } from "lucide-react";
import { useEffect, useState } from "react";

const KEYS = ["1", "2", "3", "4", "5", "6", "7", "8", "9"] as const;
const LONGEST = 8;
const DOTS = Array.from({ length: LONGEST }, (_, i) => `dot-${i}`);

/** Digits for gloves; a keyboard's do as well. Nothing of the number is shown. */
export function Pad({ label, onNumber }: { label: string; onNumber: (pin: string) => void }) {
  const [pin, setPin] = useState("");
  const add = (digit: string) => setPin((now) => (now.length < LONGEST ? now + digit : now));
  const done = () => {
    if (pin.length < 4) return;
    onNumber(pin);
    setPin("");
  };
  useEffect(() => {
    const typed = (e: KeyboardEvent) => {
      if (/^\d$/.test(e.key)) add(e.key);
      else if (e.key === "Backspace") setPin((now) => now.slice(0, -1));
      else if (e.key === "Enter" && !(e.target instanceof HTMLButtonElement)) done();
      else return;
      e.preventDefault();
    };
    window.addEventListener("keydown", typed);
    return () => window.removeEventListener("keydown", typed);
  });
  const key = "min-h-14 rounded border-[1.5px] border-edge bg-shelf text-[22px] font-bold active:bg-niche";
  return (
    <fieldset aria-label={label} className="max-w-72">
      <output
        aria-label="Digits typed"
        className="mb-3 flex min-h-8 items-center gap-2.5 text-[15px] text-ink-2"
      >
        {pin === "" ? "four to eight digits" : DOTS.slice(0, pin.length).map((dot) => <Dot key={dot} />)}
        {pin !== "" && <span className="sr-only">{pin.length} digits</span>}
      </output>
      <div className="grid grid-cols-3 gap-2">
        {KEYS.map((digit) => (
          <button key={digit} type="button" className={key} onClick={() => add(digit)}>
            {digit}
          </button>
        ))}
        <button
          type="button"
          className={`${key} grid place-items-center`}
          aria-label="Take the last digit away"
          onClick={() => setPin((now) => now.slice(0, -1))}
        >
          <Delete size={22} aria-hidden />
        </button>
        <button type="button" className={key} onClick={() => add("0")}>
          0
        </button>
        <button type="button" className="do min-h-14!" aria-disabled={pin.length < 4} onClick={done}>
          In
        </button>
      </div>
    </fieldset>
  );
}

const Dot = () => <span aria-hidden className="size-3 rounded-full bg-ink" />;
