/** Asking the door: coming in, standing at a tablet, leaving. */
export type DoorAnswer<T> =
  | { readonly ok: true; readonly answer: T }
  | { readonly ok: false; readonly says: string; readonly at: string };

export async function askDoor<T = { name: string | null }>(
  what: string,
  given: object,
): Promise<DoorAnswer<T>> {
  try {
    const response = await fetch(`/api/v1/door/${what}`, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(given),
    });
    const answer = await response.json();
    if (response.ok) return { ok: true, answer };
    return { ok: false, says: answer.detail, at: answer.errors?.[0]?.path ?? "" };
  } catch {
    return { ok: false, says: "The house did not answer. Try again.", at: "" };
  }
}

/** Said by whoever sent something and was asked who they are: the names open. */
export const WHO_ARE_YOU = "aumbry-who-are-you";
