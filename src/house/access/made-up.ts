import type { Knex } from "knex";
import { keepSecret } from "./records";

/** For made-up houses alone: a press lets anybody be this person. No screen and no command does this. */
export const letAnybodyBe = (db: Knex, name: string, now: Date): Promise<void> =>
  keepSecret(db, name, { pressed: true }, now);
