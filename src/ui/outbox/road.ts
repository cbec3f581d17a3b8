/** The outbox of this browser: what goes in when the house cannot be reached, and how it goes out again. */
import { refreshOnce } from "../refresh-once";
import { type Flushed, flush } from "./flush";
import { addKept, allKept, type Kept, outbox, whoIsHere } from "./store";

/** Told to every tab: something was kept, sent or refused. */
export const OUTBOX_MOVED = "aumbry-outbox-moved";
const channel = typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel(OUTBOX_MOVED);
channel?.addEventListener("message", () => window.dispatchEvent(new Event(OUTBOX_MOVED)));
function moved(): void {
  channel?.postMessage(null);
  window.dispatchEvent(new Event(OUTBOX_MOVED));
}

async function post(entry: Kept, ticket: string | null) {
  const response = await fetch(`/api/v1/commands/${entry.command}`, {
    method: "POST",
    headers: {
      "content-type": "application/json",
      "idempotency-key": entry.key,
      "aumbry-at": entry.at,
      // For whom it is sent: the house asks whether they stand here, or whether the ticket is theirs.
      ...(entry.person ? { "aumbry-for": encodeURIComponent(entry.person) } : {}),
      ...(ticket ? { "aumbry-ticket": ticket } : {}),
    },
    body: JSON.stringify(entry.input),
  });
  const answer = (await response.json().catch(() => null)) as { detail?: string; entry?: number } | null;
  return {
    status: response.status,
    says: answer?.detail ?? "The house refused it without a reason.",
    entry: answer?.entry ?? null,
  };
}

/** Two tabs do not send at once; where a browser has no locks the keys alone see to it that nothing is entered twice. */
const alone = <T>(work: () => Promise<T>): Promise<T> =>
  navigator.locks ? navigator.locks.request("aumbry-outbox", work) : work();

/** Sends what waits. `refresh` is called once something is in the ledger. */
export async function flushNow(refresh: () => void): Promise<Flushed> {
  const done = await alone(() =>
    flush({
      list: allKept,
      me: whoIsHere,
      post,
      sent: async (entry, number) => {
        await outbox().kept.delete(entry.id);
        if (number !== null) refreshOnce(number, refresh);
      },
      refused: (entry, says) => outbox().kept.update(entry.id, { refused: says }),
    }),
  );
  if (done.sent + done.refused > 0) moved();
  return done;
}

/**
 * Keeps what the house could not be told. False, and nothing kept, at a tablet nobody stands at: whose entry it is
 * could not be known later. @throws where this browser keeps nothing
 */
export async function keepForLater(entry: Pick<Kept, "key" | "command" | "input" | "at">): Promise<boolean> {
  const me = await whoIsHere();
  if (me?.person === "") return false;
  const known = await outbox()
    .kept.filter((k) => k.key === entry.key)
    .first();
  if (!known)
    await addKept({ ...entry, person: me?.person ?? "", ticket: me?.ticket ?? null, refused: null });
  moved();
  return true;
}

/** Mended by hand: it waits again, and is judged anew. */
export async function mend(id: number, input: object): Promise<void> {
  await outbox().kept.update(id, { input, refused: null });
  moved();
}

/** Given up by hand. */
export async function giveUp(id: number): Promise<void> {
  await outbox().kept.delete(id);
  moved();
}
