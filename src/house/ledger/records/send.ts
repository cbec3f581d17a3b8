/** Questions that go out without waiting for each other. */

/**
 * Sends a question off. What is asked after it in the same transaction goes out behind it and finds what it wrote;
 * whether it was done, its answer tells, which may be waited for whenever it is needed.
 */
export async function sendOff<T>(
  asked: PromiseLike<T> & { on(event: "query", heard: () => void): unknown },
): Promise<{ readonly answer: Promise<T> }> {
  const sent = new Promise<void>((resolve) => asked.on("query", () => resolve()));
  const answer = Promise.resolve(asked);
  // Heard by whoever waits for it; until then its failing is nobody's.
  answer.catch(() => {});
  // What cannot be sent at all is answered at once.
  await Promise.race([sent, answer]);
  return { answer };
}

/** The first of them that failed, with its fault. What was sent after it was refused for no reason of its own. */
export async function firstFault(
  answers: readonly Promise<unknown>[],
): Promise<{ readonly fault: unknown } | null> {
  for (const answered of await Promise.allSettled(answers))
    if (answered.status === "rejected") return { fault: answered.reason };
  return null;
}
