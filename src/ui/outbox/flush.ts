/** Sends what was kept, in its order, each with its own key, person and time; what is refused stays with the reason. */
import type { Kept, Me } from "./store";

export interface FlushRoad {
  readonly list: () => Promise<readonly Kept[]>;
  readonly me: () => Promise<Pick<Me, "person" | "ticket"> | undefined>;
  /** @throws where the house cannot be reached */
  readonly post: (
    entry: Kept,
    ticket: string | null,
  ) => Promise<{ status: number; says: string; entry: number | null }>;
  readonly sent: (entry: Kept, number: number | null) => Promise<unknown>;
  readonly refused: (entry: Kept, says: string) => Promise<unknown>;
}

export interface Flushed {
  readonly sent: number;
  readonly refused: number;
  /** The house could not be reached: the rest waits. */
  readonly silent: boolean;
  /** Whose entries wait until they say again who they are. */
  readonly waitFor: readonly string[];
}

/** Later the same may be accepted: too many at once, or nobody there. */
const LATER = (status: number): boolean => status >= 500 || status === 408 || status === 429;

const sameName = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

export async function flush(road: FlushRoad): Promise<Flushed> {
  let [sent, refused] = [0, 0];
  const waitFor = new Set<string>();
  const done = (silent: boolean): Flushed => ({ sent, refused, silent, waitFor: [...waitFor] });
  const me = await road.me();
  for (const entry of await road.list()) {
    if (entry.refused !== null || waitFor.has(entry.person)) continue;
    const mine = me && sameName(me.person, entry.person) ? me.ticket : null;
    // One made since may hold where the entry's own is too old.
    const tickets = mine && mine !== entry.ticket ? [entry.ticket, mine] : [entry.ticket];
    let status = 401;
    let says = "";
    let number: number | null = null;
    try {
      for (const ticket of tickets) {
        ({ status, says, entry: number } = await road.post(entry, ticket));
        if (status !== 401) break;
      }
    } catch {
      return done(true);
    }
    if (LATER(status)) return done(true);
    if (status === 401) waitFor.add(entry.person);
    else if (status < 400) {
      await road.sent(entry, number);
      sent += 1;
    } else {
      await road.refused(entry, says);
      refused += 1;
    }
  }
  return done(false);
}
