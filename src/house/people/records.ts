import type { Knex } from "knex";
import { Refusal } from "../language/errors";

export const ROLES = ["lead", "floor", "filler", "office", "auditor"] as const;
export type Role = (typeof ROLES)[number];

export interface Actor {
  readonly name: string;
  readonly role: Role;
}

export const crewNow = (db: Knex): Promise<Actor[]> => db("live_crew").orderBy("id").select("name", "role");

/** Whoever stands at the tablet. Before a crew is named, everyone leads. */
export async function actorNamed(db: Knex, name: string): Promise<Actor> {
  const crew = await crewNow(db);
  const asked = name.trim();
  if (crew.length === 0) return { name: asked.slice(0, 40) || "House", role: "lead" };
  const found = crew.find((c) => c.name.toLowerCase() === asked.toLowerCase());
  if (found) return found;
  if (asked === "")
    throw new Refusal("who", "Say first who you are: open the tape and choose your name at its top.", 401);
  throw new Refusal(
    "who",
    `Nobody called "${asked.slice(0, 40)}" works here. Choose your name at the top of the tape.`,
    401,
  );
}

/** Names of those with one of these roles. */
export const namesOf = (db: Knex, roles: readonly Role[]): Promise<string[]> =>
  db("live_crew")
    .whereIn("role", [...roles])
    .orderBy("id")
    .pluck("name");
