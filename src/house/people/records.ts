import type { Knex } from "knex";
import { Refusal } from "../language/errors";
import type { Role } from "./roles";

export interface Actor {
  readonly name: string;
  readonly role: Role;
}

/** A program with a token of its own: it is no member of the crew, and does what its token lets it do. */
export interface Program extends Actor {
  readonly program: true;
}

/** Whoever asks: somebody of the crew by name, or a program. */
export type Who = string | Program;

export const crewNow = (db: Knex): Promise<Actor[]> => db("crew_now").orderBy("id").select("name", "role");

/** Whoever stands at the tablet. Before a crew is named, everyone leads. @throws Refusal for a name that is not there */
export const actorNamed = async (db: Knex, who: Who): Promise<Actor> =>
  typeof who === "string" ? actorOf(await crewNow(db), who) : who;

export function actorOf(crew: readonly Actor[], who: Who): Actor {
  if (typeof who !== "string") return who;
  const asked = who.trim();
  if (crew.length === 0) return { name: asked.slice(0, 40) || "House", role: "lead" };
  const found = crew.find((c) => c.name.toLowerCase() === asked.toLowerCase());
  if (found) return found;
  if (asked === "")
    throw new Refusal("who", "Say first who you are: tap your name at the top of the tape.", 401);
  throw new Refusal(
    "who",
    `Nobody called "${asked.slice(0, 40)}" works here. Tap your name at the top of the tape.`,
    401,
  );
}

/** Names of those with one of these roles. */
export const namesOf = (db: Knex, roles: readonly Role[]): Promise<string[]> =>
  db("crew_now")
    .whereIn("role", [...roles])
    .orderBy("id")
    .pluck("name");

/** Somebody who worked here once and does not any more. */
export const hasLeft = async (db: Knex, name: string): Promise<boolean> =>
  (await db("live_crew")
    .whereRaw("lower(name) = lower(?)", [name])
    .whereNotExists(db("crew_now").whereRaw("lower(name) = lower(?)", [name]))
    .first("id")) !== undefined;
