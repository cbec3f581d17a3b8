"use client";

import { useState } from "react";
import { askDoor } from "./ask-door";
import { JoinForm } from "./forms";
import { Pad } from "./pad";

export interface NameAtTheDoor {
  readonly name: string;
  readonly role: string;
  readonly pin: boolean;
  /** Made up: a press lets one in. */
  readonly pressed: boolean;
  readonly invited: boolean;
}

export interface Here {
  /** Who stands here; null where nobody does. */
  readonly name: string | null;
  readonly role: string | null;
  /** What a tablet of the house is called; null for somebody's own browser. */
  readonly tablet: string | null;
  /** How long somebody stays after the last touch. */
  readonly stayMinutes: number | null;
}

/** The names of the house to be tapped, and what each opens: nothing more, a number, or a code. */
export function Names({
  people,
  onIn,
  presses,
}: {
  people: readonly NameAtTheDoor[];
  onIn: (name: string | null) => void;
  /** Only those a press lets in. */
  presses: boolean;
}) {
  const [chosen, setChosen] = useState<NameAtTheDoor | null>(null);
  const [says, setSays] = useState<string | null>(null);
  const ask = async (what: string, given: object) => {
    const outcome = await askDoor(what, given);
    if (outcome.ok) onIn(outcome.answer.name);
    else setSays(outcome.says);
  };
  if (chosen)
    return (
      <div>
        <div className="mb-3 flex items-center justify-between gap-4">
          <b className="text-[19px]">{chosen.name}</b>
          <button
            type="button"
            className="do"
            data-quiet=""
            onClick={() => {
              setChosen(null);
              setSays(null);
            }}
          >
            Somebody else
          </button>
        </div>
        {says && (
          <p role="alert" className="mb-3 font-semibold text-stop">
            {says}
          </p>
        )}
        {chosen.pin ? (
          <Pad
            label={`${chosen.name}'s number`}
            onNumber={(pin) => void ask("pin", { name: chosen.name, pin })}
          />
        ) : (
          <>
            <p className="mb-3 text-ink-2">
              No number yet: a lead gives you a code, and with it you choose one.
            </p>
            <JoinForm name={chosen.name} shared onIn={onIn} />
          </>
        )}
      </div>
    );
  return (
    <>
      {says && (
        <p role="alert" className="mb-3 font-semibold text-stop">
          {says}
        </p>
      )}
      <ul className="grid grid-cols-2 gap-2.5">
        {people
          .filter((p) => !presses || p.pressed)
          .map((p) => (
            <li key={p.name}>
              <button
                type="button"
                className="flex min-h-14 w-full flex-col items-start justify-center rounded border-[1.5px] border-edge bg-shelf px-4 py-2 text-left active:bg-niche"
                onClick={() => (p.pressed ? void ask("press", { name: p.name }) : setChosen(p))}
              >
                <b className="text-[19px] [overflow-wrap:anywhere]">{p.name}</b>
                <span className="text-[15px] text-ink-2">{p.role}</span>
              </button>
            </li>
          ))}
      </ul>
    </>
  );
}
