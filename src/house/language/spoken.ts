/** Lists, counts and beginnings of sentences, as people say them. */

/** "41", "41 and 42", "41 to 52", "41, 42 and 9 more". */
export function spoken(list: readonly string[]): string {
  const numbers = list.map(Number);
  const isRun =
    numbers.length > 2 &&
    numbers.every((n, i) => Number.isInteger(n) && (i === 0 || n === (numbers[i - 1] ?? 0) + 1));
  if (isRun) return `${list[0]} to ${list.at(-1)}`;
  if (list.length <= 3) return list.join(", ").replace(/, ([^,]*)$/, " and $1");
  return `${list.slice(0, 2).join(", ")} and ${list.length - 2} more`;
}

export const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** A sentence begins with it. */
export const capital = (text: string): string => `${text[0]?.toUpperCase() ?? ""}${text.slice(1)}`;

/** Two clock times between which something will be; both the same where nothing but seconds can differ. */
export const span = (from: string, to: string): string =>
  from === to ? "within that minute" : `${from} to ${to}`;
