import { z } from "zod";
import { refuse } from "../language/errors";
import { count } from "../language/fields";
import { retold } from "../language/shown";
import { ANY_HAND, defineCommand, definedCommand, mustBeAllowed, sayAgain } from "./command";
import { entryById, isUndone, restingOn } from "./records/entries";
import { firstOverdrawn } from "./records/fills";

/** One counter for all commands: movements are moved back, and what the entry stated no longer stands. */
export const undo = defineCommand({
  name: "undo",
  summary: "Take an entry back by a counter-entry",
  who: ANY_HAND,
  undo: "no",
  input: z.strictObject({ entry: count("The entry", 1, Number.MAX_SAFE_INTEGER) }),
  async run(work, { entry: id }) {
    const entry = await entryById(work.tx, id);
    if (!entry) refuse("unknown-entry", "There is no such entry on the tape.", "entry");
    if (!entry.undoable) refuse("not-undoable", "An undoing is not undone: enter the thing again.", "entry");
    // What no command stands behind any more is the lead's to take back.
    const done = definedCommand(entry.command);
    mustBeAllowed(work.actor, done ?? { who: ["lead"], summary: sayAgain(entry) });
    if (await isUndone(work.tx, id))
      refuse("undone-already", `"${sayAgain(entry)}" is undone already.`, "entry");
    const dependents = await restingOn(work.tx, id);
    if (dependents.length > 0) {
      const reasons = [...new Set(dependents.map((d) => d.because))];
      const more = reasons.length > 2 ? ` (and ${reasons.length - 2} more)` : "";
      const said = reasons.slice(0, 2).join("; ");
      refuse("rested-on", `${said[0]?.toUpperCase()}${said.slice(1)}${more}; undo that first.`, "entry");
    }
    const moved = await work.tx("movement").where({ entry_id: id }).orderBy("id", "desc");
    await work.takeBack([id]);
    const short = await firstOverdrawn(
      work.tx,
      moved.map((m) => m.to_fill),
    );
    if (short)
      refuse("rested-on", `"${retold(short.say)}" takes out what this put in; undo that first.`, "entry");
    // Backwards, so that what came in last goes first.
    await work.moveBack(moved);
    await done?.afterUndo?.(work);
    return { entry: id, undid: entry.say, grams: entry.grams };
  },
  say: ({ undid }) => `Undone: ${retold(undid)}`,
  grams: ({ grams }) => (grams === null ? null : -grams),
});
