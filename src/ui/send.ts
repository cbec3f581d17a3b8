/** Sending a command from the browser: the same road for forms, the tape and the line. */
import { lateHeader } from "./late";
import { houseMoment } from "./outbox/clock";
import { WHO_ARE_YOU } from "./people/ask-door";

export interface Sent {
  /** 0 for what is kept in this browser until the house can be told. */
  readonly entry: number;
  readonly say: string;
  readonly output: Record<string, unknown>;
}

export interface Refused {
  readonly message: string;
  readonly errors: readonly { path: string; message: string }[];
}

export type Outcome =
  | {
      readonly ok: true;
      readonly answer: Sent /** The house does not know of it yet. */;
      readonly kept?: true;
    }
  /** `silent`: the house did not answer, and the same may be sent again. */
  | { readonly ok: false; readonly refused: Refused; readonly silent: boolean };

/** How often a question whose outcome is not known is asked again before a person is told. */
const TRIES = 3;

const UNREACHED = "The house did not answer. What you typed is still here: try again.";
const KEPT =
  "Kept in this browser: the house cannot be reached. It goes by itself when it can, and is judged then as of now.";

const NOBODY =
  "Nobody stands at this tablet, and the house cannot be reached to ask who you are. What you typed is still here: tap your name when it answers.";

/** A key stays with one body until it is known to be done, so that sending again after a silence does it once. */
const keys = new Map<string, string>();

const randomKey = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (b) => b.toString(16).padStart(2, "0")).join("");

/** What needs the house's answer at once to mean anything, and is not kept for later. */
const ONLY_NOW: ReadonlySet<string> = new Set(["print-labels", "plan-day", "give-way-in", "import-rows"]);

interface Going {
  readonly command: string;
  readonly input: object;
  readonly key: string;
  readonly at: string | undefined;
}

/** Kept for later with the same key; null where this browser keeps nothing. What keeps is fetched when it is needed. */
async function kept({ command, input, key, at }: Going): Promise<Outcome | null> {
  if (ONLY_NOW.has(command) || typeof indexedDB === "undefined") return null;
  try {
    const { keepForLater } = await import("./outbox/road");
    if (!(await keepForLater({ command, input, key, at: at ?? houseMoment() })))
      return { ok: false, silent: true, refused: { message: NOBODY, errors: [] } };
    return { ok: true, kept: true, answer: { entry: 0, say: KEPT, output: {} } };
  } catch {
    return null;
  }
}

/** What was entered earlier goes first: whether something still waits that could not be sent. */
async function waitsBefore(): Promise<boolean> {
  if (typeof document === "undefined" || document.documentElement.dataset.outbox !== "waits") return false;
  const { flushNow } = await import("./outbox/road");
  return (await flushNow(() => {})).silent;
}

/** A server or proxy that says that what is behind it is not there. */
export const AWAY: ReadonlySet<number> = new Set([502, 503, 504]);

/**
 * @param at when it happened, where that is not what the late clock says now
 * @param judge what is wrong with it as far as can be told here: asked where the house cannot be, before it is kept
 */
export async function send(
  command: string,
  input: object,
  at?: string | null,
  judge?: (input: object) => Refused | null,
): Promise<Outcome> {
  const body = JSON.stringify(input);
  // Undoing is done now, whenever the thing itself was.
  const late: Record<string, string> = command === "undo" ? {} : lateHeader(at);
  const id = `${command} ${late["aumbry-at"] ?? ""} ${body}`;
  const key = keys.get(id) ?? randomKey();
  keys.set(id, key);
  const going: Going = { command, input, key, at: late["aumbry-at"] };
  const forLater = async (otherwise: Outcome): Promise<Outcome> => {
    const refused = judge?.(input);
    if (refused) return { ok: false, silent: false, refused };
    const outcome = await kept(going);
    if (outcome?.ok) keys.delete(id);
    return outcome ?? otherwise;
  };
  const ask = () =>
    fetch(`/api/v1/commands/${command}`, {
      method: "POST",
      headers: {
        "content-type": "application/json",
        "idempotency-key": key,
        ...late,
        "aumbry-device": navigator.userAgent.includes("Mobi") ? "tablet" : "browser",
      },
      body,
    });
  const unreached: Outcome = { ok: false, silent: true, refused: { message: UNREACHED, errors: [] } };
  let response: Response;
  let answer: { type?: string; detail?: string; errors?: Refused["errors"] } | null;
  try {
    if (await waitsBefore()) return await forLater(unreached);
    response = await ask();
    answer = await response.json().catch(() => null);
    // Where it is not known whether it was written, the same key asks by itself: asking is safe.
    for (let again = 1; answer?.type?.endsWith(":outcome-unknown") && again <= TRIES; again++) {
      await new Promise((resolve) => setTimeout(resolve, again * 1000));
      response = await ask();
      answer = await response.json().catch(() => null);
    }
  } catch {
    return forLater(unreached);
  }
  // Asked who one is, one says so and sends again: the same key.
  if (response.status === 401) window.dispatchEvent(new Event(WHO_ARE_YOU));
  else if (response.status < 500) keys.delete(id);
  if (response.ok && answer) return { ok: true, answer: answer as unknown as Sent };
  const refused: Outcome = {
    ok: false,
    silent: response.status >= 500,
    refused: { message: answer?.detail ?? UNREACHED, errors: answer?.errors ?? [] },
  };
  return AWAY.has(response.status) ? forLater(refused) : refused;
}
