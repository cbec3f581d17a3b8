/** Whom something goes to, by name. */
import { buyers, maybeBuyer } from "../bottle/records";
import { refuse } from "../language/errors";
import type { Work } from "../ledger/work";
import { likest } from "./records";

/** The buyer of that name; a new one only when it is not a known one misspelt. */
export async function buyerFor(work: Work, name: string, isNew: boolean) {
  const known = await maybeBuyer(work.tx, name);
  if (known) return known;
  const like = isNew ? undefined : likest(name, await buyers(work.tx));
  if (like)
    refuse(
      "similar-buyer",
      `There is a buyer "${like.name}" already. Write it so, or say that "${name}" is another (on the line: ", new" behind the name).`,
      "newBuyer",
    );
  return { id: await work.state("buyer", { name }), entry_id: work.entryId, name };
}
