import type { Knex } from "knex";
import { Refusal } from "../language/errors";

export const ROLES = ["lead", "floor", "filler", "office", "auditor"] as const;
export type Role = (typeof ROLES)[number];

export interface Actor {
  readonly name: string;
  readonly role: Role;
}

export const crewNow = (db: Knex): Promise<Actor[]> => db("live_crew").orderBy("id").select("name", "role");

/** The crew as one column of a question that asks other things too. */
export const CREW_AS_JSON =
  "(select coalesce(json_agg(json_build_object('name', name, 'role', role) order by id), '[]') from live_crew)";

/** Whoever stands at the tablet. Before a crew is named, everyone leads. @throws Refusal for a name that is not there */
export const actorNamed = async (db: Knex, name: string): Promise<Actor> => actorOf(await crewNow(db), name);

export function actorOf(crew: readonly Actor[], name: string): Actor {
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
