/** Who may come in and who is in, as a lead sees it; and what screens know of whoever stands here. */
import type { Knex } from "knex";
import { commandRoles } from "../ledger/command";
import type { Role } from "../people/roles";
import {
  type AtTheDoor,
  anyPasskey,
  closeToken,
  endSessionNumbered,
  everybodyAtTheDoor,
  type PasskeyKept,
  passkeysNow,
  type SessionRow,
  sessionsNow,
  type TokenRow,
  tokensNow,
} from "./records";

export interface DoorView {
  readonly people: readonly AtTheDoor[];
  readonly sessions: readonly Omit<SessionRow, "id">[];
  readonly tokens: readonly TokenRow[];
  readonly passkeys: readonly PasskeyKept[];
}

export async function doorView(db: Knex, now: Date): Promise<DoorView> {
  const [people, sessions, tokens, passkeys] = await Promise.all([
    everybodyAtTheDoor(db),
    sessionsNow(db, now),
    tokensNow(db),
    passkeysNow(db),
  ]);
  return { people, sessions, tokens, passkeys };
}

/** Who can be tapped at a tablet, or pressed in a made-up house. */
export const peopleAtTheDoor = everybodyAtTheDoor;

/** Whether anybody comes in by one. */
export const passkeysThere = anyPasskey;

/** @returns how many ended: none where it had ended already */
export const endSession = (db: Knex, number: number): Promise<number> => endSessionNumbered(db, number);
export const closeProgram = (db: Knex, name: string): Promise<number> => closeToken(db, name);

/** What a role does not do: what has no button there. Nobody at a tablet sees every button, and is asked who they are. */
export const notFor = (role: Role | null): string[] =>
  role === null
    ? []
    : commandRoles()
        .filter(([, who]) => !who.includes(role))
        .map(([name]) => name);
