/** The letter that stands before a tag on its printed label and on the line. */
export const TAG_LETTER = {
  super: "S",
  pail: "B",
  colony: "C",
  bin: "K",
  drum: "D",
  tank: "V",
  tub: "U",
} as const;
export type TagKind = keyof typeof TAG_LETTER;
