"use client";

import { useEffect, useRef } from "react";

/** When the house reads in other units from now on, a screen that stands is drawn anew: half of each would mislead. */
export function UnitsChanged({ units }: { units: string }) {
  const first = useRef(units);
  useEffect(() => {
    if (first.current !== units) location.reload();
  }, [units]);
  return null;
}
