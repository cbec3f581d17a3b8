/** The choices of units and styles in words, for forms and sentences. */
import { SHOWN_CHOICES, type Shown, type ShownKind } from "@/core/units";

interface Said<K extends ShownKind> {
  readonly label: string;
  readonly words: Readonly<Record<Shown[K], string>>;
  readonly said: (shown: Shown) => string;
}
const kind = <K extends ShownKind>(k: K, label: string, words: Said<K>["words"]): Said<K> => ({
  label,
  words,
  said: (shown) => words[shown[k]],
});

export const SHOWN_SAID: { readonly [K in ShownKind]: Said<K> } = {
  mass: kind("mass", "Mass", { kg: "kilograms", lb: "pounds" }),
  temperature: kind("temperature", "Temperature", { C: "°C", F: "°F" }),
  volume: kind("volume", "Volume", { L: "litres", gal: "US gallons" }),
  length: kind("length", "Length", { mm: "centimetres", in: "inches" }),
  day: kind("day", "Days", { dmy: "13 Aug 2026", mdy: "Aug 13, 2026", ymd: "2026-08-13" }),
  clock: kind("clock", "Times", { "24": "14:20", "12": "2:20 pm" }),
};

/** A kind's choices as a field shows them. */
export const choiceOf = (kind: ShownKind) => ({
  label: SHOWN_SAID[kind].label,
  options: SHOWN_CHOICES[kind].map((value) => ({
    value: value as string,
    label: (SHOWN_SAID[kind].words as Readonly<Record<string, string>>)[value] ?? value,
  })),
});
