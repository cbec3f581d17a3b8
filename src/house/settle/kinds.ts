/** The schools of clearing honey, kinds of mesh, and what is done to one; each list once. */
export const SETTLE_SCHOOLS = ["strain-first", "settle-first"] as const;
export type SettleSchool = (typeof SETTLE_SCHOOLS)[number];
export const SCHOOL_SAID: Readonly<Record<SettleSchool, string>> = {
  "strain-first": "strained at once, then left to stand and skimmed",
  "settle-first": "left to stand and skimmed first, then strained",
};

export const MESH_KINDS = ["coarse", "fine", "cloth", "bag"] as const;

export const MESH_CARE = ["washed", "whole", "broken"] as const;
export type MeshCare = (typeof MESH_CARE)[number];

/** What somebody may find who looks at honey before jars. */
export const FOUND = [
  "nothing",
  "cloudy",
  "scum left",
  "fly or wasp",
  "glass",
  "chemical",
  "off smell",
] as const;
