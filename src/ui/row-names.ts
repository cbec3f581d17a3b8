import { useRef, useState } from "react";

/** Names for the rows of a list that is added to and taken from: what was typed in a row goes when it goes. */
export function useRowNames(count: number) {
  const [names, setNames] = useState(() => Array.from({ length: count }, (_, i) => i));
  const next = useRef(count);
  return {
    names,
    add: () => setNames([...names, next.current++]),
    drop: (row: number) => setNames(names.filter((_, i) => i !== row)),
  };
}
