"use client";

import { createContext, type ReactNode, useContext, useMemo } from "react";
import { readFigure } from "@/house/language/figure-field";
import type { AskedFigures } from "@/house/language/figures-in";
import type { Refused } from "../send";
import { wrongFigures } from "./judge";

/** By command: how its figures are judged where the house cannot be asked. */
type Judged = Readonly<Record<string, AskedFigures>>;

const Here = createContext<Judged>({});

export function JudgedHere({ figures, children }: { figures: Judged; children: ReactNode }) {
  return <Here value={figures}>{children}</Here>;
}

/** What is wrong with an input of a command as far as can be told here; undefined where nothing is known of it. */
export function useJudge(command: string): ((input: object) => Refused | null) | undefined {
  const figures = useContext(Here)[command];
  return useMemo(() => figures && ((input: object) => wrongFigures(input, figures)), [figures]);
}

/** What is wrong with one figure while it is typed, and by which nothing may be reckoned; what is empty is not wrong yet. */
export function useWrongFigure(command: string): (path: string, typed: string) => string | undefined {
  const figures = useContext(Here)[command];
  return (path, typed) => {
    const field = figures?.[path];
    if (!field || typed.trim() === "") return undefined;
    const read = readFigure(field, typed);
    return "wrong" in read ? read.wrong : undefined;
  };
}
