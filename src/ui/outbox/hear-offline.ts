/** A line heard without the house: its grammar is here, its judgement comes when it can be asked. */
import type { Understood } from "@/house/line";
import { cardHere } from "@/house/line/here";
import { asOneLine, heardIn, WORDS_ALONE } from "@/house/line/words";

const BAYS: Readonly<Record<string, string>> = {
  today: "/",
  yard: "/yard",
  "hot room": "/hot-room",
  hot: "/hot-room",
  spin: "/spin",
  settle: "/settle",
  bottle: "/bottle",
};

export function heardOffline(raw: string): Understood {
  const text = asOneLine(raw);
  if (text === "") return { kind: "unclear", say: "", hint: null };
  const bay = BAYS[text.toLowerCase()];
  if (bay) return { kind: "open", href: bay, say: `Open ${text.toLowerCase()}.` };
  const heard = heardIn(WORDS_ALONE, text);
  if (!heard)
    return {
      kind: "unclear",
      say: "Not understood; the house cannot be reached, and only its words are known here.",
      hint: null,
    };
  const { verb, input } = heard;
  const { example, means } = cardHere(verb);
  return {
    kind: "do",
    command: verb.command,
    input,
    say: `Heard as "${example}": ${means.split(";")[0]}. The house judges it when it can be reached.`,
  };
}
