/** The seven bays in the order honey passes them: the one list. Whatever tells something of each is a record over it. */
export const BAYS = ["Yard", "Hot room", "Spin", "Settle", "Store", "Bottle", "Out"] as const;
export type BayName = (typeof BAYS)[number];

export const BAY_HREF: Record<BayName, string> = {
  Yard: "/yard",
  "Hot room": "/hot-room",
  Spin: "/spin",
  Settle: "/settle",
  Store: "/store",
  Bottle: "/bottle",
  Out: "/out",
};
