"use client";

import { useState } from "react";
import { Field } from "../fields/field";

/** A day to look for, in the house's own style, as a field of a plain form. */
export function FindDay({ day }: { day: string }) {
  const [value, setValue] = useState(day);
  return (
    <>
      <Field
        spec={{ name: "day-typed", label: "Day", kind: "day" }}
        value={value}
        onChange={(v) => setValue(String(v))}
      />
      <input type="hidden" name="day" value={value} />
    </>
  );
}
