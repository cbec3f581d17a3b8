import { z } from "zod";
import { refuse } from "../../language/errors";
import { count, text } from "../../language/fields";
import { retold } from "../../language/shown";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { entryStanding } from "../records";

export const noteEntry = defineCommand({
  name: "note-entry",
  summary: "Note something of an entry: what was wrong with it where it can no longer be corrected",
  who: ANY_HAND,
  undo: "counter-entry",
  names: { entry: "entry" },
  input: z.strictObject({ entry: count("The entry", 1, 1e12), says: text("The note", 400) }),
  async run(work, { entry: id, says }) {
    const entry = await entryStanding(work.tx, id);
    if (!entry) refuse("unknown-entry", `No entry ${id} stands on the tape.`, "entry");
    await work.restOn(entry, "a note was made of it");
    await work.note("entry_note", { of_entry: id, says });
    return { of: entry.say.slice(0, 80) };
  },
  say: ({ of }, { says }) => `Noted of "${retold(of)}": ${says}.`,
});
