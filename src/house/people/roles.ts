/** What somebody can be in a house. */
export const ROLES = ["lead", "floor", "filler", "office", "auditor"] as const;
export type Role = (typeof ROLES)[number];

/** What each is called on screens, and what it is for. */
export const ROLE_SAID: Readonly<Record<Role, { readonly label: string; readonly so: string }>> = {
  lead: { label: "lead", so: "plans, decides, lets lots go, lets people in" },
  floor: { label: "hand", so: "works at the stations" },
  filler: { label: "filler", so: "fills, weighs and labels jars" },
  office: { label: "office", so: "buyers, orders, papers, season" },
  auditor: { label: "auditor", so: "looks at everything, enters nothing" },
};
