/** What is used up beside honey. */
export const MATERIAL_KINDS = ["jar", "lid", "label", "box"] as const;
export type MaterialKind = (typeof MATERIAL_KINDS)[number];
