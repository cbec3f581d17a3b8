import type { ReactNode } from "react";
import { COMMANDS, type CommandName } from "@/house";
import { type AskedFigures, figuresIn } from "@/house/language/figures-in";
import { JudgedHere } from "./judged-here";

const figuresOf = (command: CommandName): AskedFigures => {
  const known = COMMANDS.get(command);
  return known ? figuresIn(known.input) : {};
};

/** Whoever enters these commands within is told of a figure that is none, also where the house cannot be asked. */
export function Judged({
  commands,
  asked = () => true,
  children,
}: {
  commands: readonly CommandName[];
  /** Which of their figures are asked for within, by path; left out, all. */
  asked?: (path: string) => boolean;
  children: ReactNode;
}) {
  const figures = commands.map((command) => [
    command,
    Object.fromEntries(Object.entries(figuresOf(command)).filter(([path]) => asked(path))),
  ]);
  return <JudgedHere figures={Object.fromEntries(figures)}>{children}</JudgedHere>;
}
