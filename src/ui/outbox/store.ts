/**
 * What was entered while the house could not be reached: kept in this browser through reloads, closed tabs and newer
 * versions of the application, in the order it was entered, with its key, its person and its time.
 */
import Dexie, { type EntityTable } from "dexie";

export interface Kept {
  readonly id: number;
  /** The idempotency key it was first sent with: however often it is sent, it is entered once. */
  readonly key: string;
  readonly command: string;
  readonly input: object;
  /** When it was entered, or the earlier time it was entered for; by the house's clock. */
  readonly at: string;
  /** Whoever entered it; "" where that was not known: then whoever sends it. */
  readonly person: string;
  readonly ticket: string | null;
  /** Null while it waits; the house's reason where it was refused. */
  readonly refused: string | null;
}

/** Who stands at this browser, and what proves it later. */
export interface Me {
  readonly id: 1;
  readonly person: string;
  readonly ticket: string | null;
  readonly madeAt: number;
}

class Outbox extends Dexie {
  kept!: EntityTable<Kept, "id">;
  me!: EntityTable<Me, "id">;
  constructor() {
    super("aumbry-outbox");
    this.version(1).stores({ kept: "++id", me: "id" });
  }
}

let opened: Outbox | null = null;
export const outbox = (): Outbox => {
  opened ??= new Outbox();
  return opened;
};

export const addKept = (entry: Omit<Kept, "id">): Promise<number> => outbox().kept.add(entry);
export const allKept = (): Promise<Kept[]> => outbox().kept.orderBy("id").toArray();
export const whoIsHere = (): Promise<Me | undefined> => outbox().me.get(1);
export const nowHere = (person: string, ticket: string | null): Promise<unknown> =>
  outbox().me.put({ id: 1, person, ticket, madeAt: Date.now() });
