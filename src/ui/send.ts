/** Sending a command from the browser: the same road for forms, the tape and the line. */
import { lateHeader } from "./late";
import { WHO_ARE_YOU } from "./people/ask-door";

export interface Sent {
  readonly entry: number;
  readonly say: string;
  readonly output: Record<string, unknown>;
}

export interface Refused {
  readonly message: string;
  readonly errors: readonly { path: string; message: string }[];
}

export type Outcome =
  | { readonly ok: true; readonly answer: Sent }
  /** `silent`: the house did not answer, and the same may be sent again. */
  | { readonly ok: false; readonly refused: Refused; readonly silent: boolean };

/** How often a question whose outcome is not known is asked again before a person is told. */
const TRIES = 3;

const UNREACHED = "The house did not answer. What you typed is still here: try again.";

/** A key stays with one body until it is known to be done, so that sending again after a silence does it once. */
const keys = new Map<string, string>();

const randomKey = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (b) => b.toString(16).padStart(2, "0")).join("");

/** @param at when it happened, where that is not what the late clock says now */
export async function send(command: string, input: object, at?: string | null): Promise<Outcome> {
  const body = JSON.stringify(input);
  // Undoing is done now, whenever the thing itself was.
  const late: Record<string, string> = command === "undo" ? {} : lateHeader(at);
  const id = `${command} ${late["aumbry-at"] ?? ""} ${body}`;
  const key = keys.get(id) ?? randomKey();
  keys.set(id, key);
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
  let response: Response;
  let answer: { type?: string; detail?: string; errors?: Refused["errors"] } | null;
  try {
    response = await ask();
    answer = await response.json().catch(() => null);
    // Where it is not known whether it was written, the same key asks by itself: asking is safe.
    for (let again = 1; answer?.type?.endsWith(":outcome-unknown") && again <= TRIES; again++) {
      await new Promise((resolve) => setTimeout(resolve, again * 1000));
      response = await ask();
      answer = await response.json().catch(() => null);
    }
  } catch {
    return { ok: false, silent: true, refused: { message: UNREACHED, errors: [] } };
  }
  // Asked who one is, one says so and sends again: the same key.
  if (response.status === 401) window.dispatchEvent(new Event(WHO_ARE_YOU));
  else if (response.status < 500) keys.delete(id);
  if (response.ok && answer) return { ok: true, answer: answer as unknown as Sent };
  return {
    ok: false,
    silent: response.status >= 500,
    refused: { message: answer?.detail ?? UNREACHED, errors: answer?.errors ?? [] },
  };
}
