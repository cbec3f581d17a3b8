"use client";

import { useEffect, useMemo, useRef, useState } from "react";

/** Nobody types or presses so fast that the house need be asked in between, ms. */
const PAUSE_MS = 200;

export interface AskedWrong {
  readonly path: string;
  readonly message: string;
}

/**
 * What the house answers to a question that is put together while somebody types: the newest answer, and what is
 * wrong with what is typed now. `first` is what the page came with; it is not asked for again.
 */
export function useAsked<T>(
  url: string,
  body: string,
  first: T | null = null,
  turn = 0,
): { readonly view: T | null; readonly wrong: readonly AskedWrong[] } {
  const [view, setView] = useState<T | null>(first);
  const [wrong, setWrong] = useState<readonly AskedWrong[]>([]);
  const known = useRef(first !== null);
  // Another turn is another question, though it is put in the same words.
  const asking = useMemo(() => ({ url, body, turn }), [url, body, turn]);
  useEffect(() => {
    if (known.current) {
      known.current = false;
      return;
    }
    const stop = new AbortController();
    const wait = setTimeout(async () => {
      try {
        const answer = await fetch(asking.url, {
          method: "POST",
          headers: { "content-type": "application/json" },
          body: asking.body,
          signal: stop.signal,
        });
        const said = await answer.json();
        if (answer.ok) setView(said);
        setWrong(
          answer.ok ? [] : said.errors?.length > 0 ? said.errors : [{ path: "", message: said.detail }],
        );
      } catch {
        if (!stop.signal.aborted) setWrong([{ path: "", message: "The house does not answer just now." }]);
      }
    }, PAUSE_MS);
    return () => {
      clearTimeout(wait);
      stop.abort();
    };
  }, [asking]);
  return { view, wrong };
}
