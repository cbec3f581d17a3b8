import { z } from "zod";
import { refuse } from "../../language/errors";
import { count, text } from "../../language/fields";
import { retold } from "../../language/shown";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { entryStanding, paperKept, papersOf } from "../records";

const MOST_OF_ONE = 20;

/** The bytes are brought before (POST /api/v1/papers); the entry is sealed with their hash. */
export const attachPaper = defineCommand({
  name: "attach-paper",
  summary: "Attach a photo or a PDF to an entry of the tape",
  who: ANY_HAND,
  undo: "counter-entry",
  names: { entry: "entry" },
  input: z.strictObject({
    entry: count("The entry", 1, 1e12),
    name: text("What it shows", 80),
    sha256: z.string().regex(/^[0-9a-f]{64}$/, "A paper is named by its hash."),
  }),
  async run(work, { entry: id, name, sha256 }) {
    const entry = await entryStanding(work.tx, id);
    if (!entry) refuse("unknown-entry", `No entry ${id} stands on the tape.`, "entry");
    const paper = await paperKept(work.tx, sha256);
    if (!paper) refuse("unknown-paper", "That paper is not here: bring it first.", "sha256");
    const there = await papersOf(work.tx, [id]);
    if (there.some((p) => p.sha256 === sha256))
      refuse("paper-twice", "That very paper hangs on this entry already.", "sha256");
    if (there.length >= MOST_OF_ONE)
      refuse("many-papers", `At most ${MOST_OF_ONE} papers hang on one entry.`, "entry");
    await work.restOn(entry, "a paper was attached to it");
    await work.note("attachment", { of_entry: id, name, kind: paper.kind, sha256 });
    return { of: entry.say.slice(0, 80), kind: paper.kind };
  },
  say: ({ of, kind }, { name }) =>
    `${kind === "pdf" ? "Paper" : "Photo"} attached, ${name}: to "${retold(of)}".`,
});
