/**
 * The door from the machine itself: `lead NAME` gives a lead a way in (or names the first one), and tells it on the
 * tape; `token NAME [--scope ROLE]` prints a token for a program, once.
 */
import { randomUUID } from "node:crypto";
import { connect } from "@/db";
import { databaseUrl } from "@/db/connection";
import { COMMANDS, execute, Refusal, ROLES, type Role } from "@/house";
import { tokenFor, wayInFor } from "@/house/access/sign-in";
import { crewNow } from "@/house/people/records";
import { inOneLine } from "@/keeping";

const ON_THE_MACHINE = "the machine itself";
const db = connect(databaseUrl(), { patient: true, most: 2 });

async function enter(name: string, input: object, who: string): Promise<void> {
  const command = COMMANDS.get(name);
  if (!command) throw new Error(`There is no command ${name}.`);
  const { say } = await execute(db, command, {
    input,
    who,
    device: ON_THE_MACHINE,
    key: `machine-${randomUUID()}`,
  });
  console.log(say);
}

async function lead(asked: string): Promise<void> {
  const crew = await crewNow(db);
  const known = crew.find((c) => c.name.toLowerCase() === asked.toLowerCase());
  if (!known && crew.length > 0)
    throw new Refusal("unknown", `Nobody called "${asked}" works here. Leads: ${leadsOf(crew)}.`);
  if (known && known.role !== "lead")
    throw new Refusal("not-lead", `${known.name} does not lead this house. Leads: ${leadsOf(crew)}.`);
  if (!known) await enter("add-crew", { name: asked, role: "lead" }, asked);
  const name = known?.name ?? asked;
  await enter("give-way-in", { name, where: `on ${ON_THE_MACHINE}` }, name);
  const { code } = await wayInFor(db, name, new Date());
  console.log(
    `At the sign-in page choose "I have a code": ${name}, ${code}. It holds two days and opens once.`,
  );
}

const leadsOf = (crew: readonly { name: string; role: Role }[]): string =>
  crew
    .filter((c) => c.role === "lead")
    .map((c) => c.name)
    .join(", ");

async function token(name: string, scope: string): Promise<void> {
  const role =
    ROLES.find((r) => r === scope) ?? (scope === "read" ? "auditor" : scope === "hand" ? "floor" : undefined);
  if (!role)
    throw new Refusal(
      "bad-scope",
      `A scope is one of read, hand, ${ROLES.slice(2, 4).join(", ")}, lead; not "${scope}".`,
    );
  console.log(await tokenFor(db, name, role, new Date()));
}

const [what, name = "", flag, scope = "read"] = process.argv.slice(2);
try {
  if (name.trim() === "" || name.startsWith("-")) throw new Refusal("name", `Name it: ./aumbry ${what} NAME`);
  if (flag !== undefined && flag !== "--scope")
    throw new Refusal("flag", `"${flag}" is not known; --scope is.`);
  if (what === "lead") await lead(name.trim());
  else await token(name.trim(), scope);
} catch (fault) {
  console.error(inOneLine(fault, process.env.AUMBRY_DATABASE ?? "aumbry"));
  process.exitCode = 1;
} finally {
  await db.destroy();
}
