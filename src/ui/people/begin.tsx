"use client";

import { useState } from "react";
import { BeginForm, JoinForm } from "./forms";

/** The first lead, by whoever sits at the machine; from elsewhere with the code that was printed on it. */
export function Begin({ name, here, fresh }: { name: string; here: boolean; fresh: boolean }) {
  const [code, setCode] = useState(!here);
  const onIn = () => location.assign(fresh ? "/first-hour" : "/");
  return (
    <>
      {!here && (
        <p className="mb-4">
          The first lead is named on the machine the house runs on: open this page there, or run{" "}
          <code className="font-mono">./aumbry lead NAME</code> on it and bring the code it prints.
        </p>
      )}
      {code ? <JoinForm name={name} shared={false} onIn={onIn} /> : <BeginForm name={name} onIn={onIn} />}
      {here && (
        <div className="mt-4 border-t border-rule pt-4">
          <button type="button" className="do" data-quiet="" onClick={() => setCode(!code)}>
            {code ? "Without a code" : "I have a code"}
          </button>
        </div>
      )}
    </>
  );
}
