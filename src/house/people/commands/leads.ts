import { refuse } from "../../language/errors";
import type { Work } from "../../ledger/work";
import { type Actor, crewNow } from "../records";

/** Once somebody leads a house, somebody always does: with nobody left, anybody could. @throws Refusal */
export async function somebodyLeads(work: Work, field: string): Promise<void> {
  const crew = await crewNow(work.tx);
  if (!crew.some((c) => c.role === "lead"))
    refuse("last-lead", "Then nobody would lead this house: name another lead first.", field);
}

/** Somebody of the crew as written there. @throws Refusal */
export async function memberNamed(work: Work, name: string): Promise<Actor> {
  const found = (await crewNow(work.tx)).find((c) => c.name.toLowerCase() === name.toLowerCase());
  return found ?? refuse("unknown", `Nobody called "${name}" works here.`, "name");
}
