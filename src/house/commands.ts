/** What the rooms bring to the house: every verb by name, and the words of the line. */
import type { z } from "zod";
import { BLEND } from "./blend/brings";
import { BOTTLE } from "./bottle/brings";
import { CHECKLISTS } from "./checklists/brings";
import { FILES } from "./files/brings";
import { HOLD } from "./hold/brings";
import { HOT_ROOM } from "./hot-room/brings";
import { LABEL } from "./label/brings";
import { LABORATORY } from "./laboratory/brings";
import type { Verb } from "./language/words";
import { type CommandDefinition, definedCommand } from "./ledger/command";
import { undo } from "./ledger/undo";
import { MATERIALS } from "./materials/brings";
import { MOVES } from "./moves/brings";
import { OUT } from "./out/brings";
import { OUTSIDE } from "./outside/brings";
import { PAPERS } from "./papers/brings";
import { PEOPLE } from "./people/brings";
import { READINGS } from "./readings/brings";
import { RECALL } from "./recall/brings";
import { SEASON } from "./season/brings";
import { SETTLE } from "./settle/brings";
import { SPIN } from "./spin/brings";
import { STORE } from "./store/brings";
import { VESSELS } from "./vessels/brings";
import { WARMTH } from "./warmth/brings";
import { YARD } from "./yard/brings";

/** In the order they stand on the card of help. */
const ROOMS = [
  PEOPLE,
  YARD,
  VESSELS,
  FILES,
  HOT_ROOM,
  READINGS,
  CHECKLISTS,
  SPIN,
  SETTLE,
  WARMTH,
  MOVES,
  OUTSIDE,
  STORE,
  BLEND,
  HOLD,
  LABORATORY,
  PAPERS,
  MATERIALS,
  BOTTLE,
  LABEL,
  OUT,
  RECALL,
  SEASON,
] as const;

const ALL = [...ROOMS.flatMap((room): readonly Every[] => room.commands), undo];

export const COMMANDS: ReadonlyMap<string, CommandDefinition> = new Map(
  ALL.map((c): [string, CommandDefinition] => [c.name, c as CommandDefinition]),
);

/** A command as somebody asks for it, also by a name it had before. */
export function commandAsked(name: string): CommandDefinition | undefined {
  const found = COMMANDS.get(name) ?? definedCommand(name);
  return found && COMMANDS.get(found.name);
}

/** The grammar of the line, every room's words. */
export const WORDS: readonly Verb[] = ROOMS.flatMap((room): readonly Verb[] => room.words);

type Every = (typeof ROOMS)[number]["commands"][number] | typeof undo;
export type CommandName = Every["name"];
/** What a command is told, as it is sent: a form's fields are typed against it. */
export type InputOf<N extends CommandName> = z.input<Extract<Every, { readonly name: N }>["input"]>;
