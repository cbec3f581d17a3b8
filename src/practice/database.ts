/** The practice house's own database: nothing of it is in the house's, and nothing here knows the house's address. */
import type { Knex } from "knex";
import { connect } from "@/db";
import { NotPlayed } from "./not-played";

const shared = globalThis as typeof globalThis & { aumbryPractice?: Knex };

/** Null where none is set up (AUMBRY_PRACTICE_URL). */
export function practiceDatabase(): Knex | null {
  const url = process.env.AUMBRY_PRACTICE_URL;
  if (!url) return null;
  shared.aumbryPractice ??= connect(url, { most: 2 });
  return shared.aumbryPractice;
}

/** @throws NotPlayed where none is set up */
export function practiceHouse(): Knex {
  const db = practiceDatabase();
  if (db) return db;
  throw new NotPlayed("no-practice", "No practice house is set up here (AUMBRY_PRACTICE_URL).", 404);
}

const PLAIN = /^[a-z_][a-z0-9_]{0,62}$/;

/** Makes its tables, as their owner, and lets the application's role play. */
export async function makePractice(owner: Knex, role: string): Promise<void> {
  if (!PLAIN.test(role)) throw new Error(`"${role}" is no plain name of a role.`);
  await owner.raw(`
    create table if not exists game (
      id uuid primary key, scenario text not null, seed int not null, begun_by text not null,
      begun_at timestamptz not null default now()
    );
    create table if not exists move (
      game_id uuid not null references game, nth int not null, move text not null, who text not null,
      at timestamptz not null, primary key (game_id, nth)
    );
    create table if not exists result (game_id uuid primary key references game, points int not null);
    grant usage on schema public to ${role};
    grant select, insert on game, move, result to ${role};
  `);
}
