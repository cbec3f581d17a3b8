/**
 * What may be looked at by whom, by the first words of the address: screens, files and questions alike. What a command
 * asks of a role stands in the command. Everything not named here is looked at by everybody who works here, and by a
 * shared tablet nobody stands at.
 */
import type { Role } from "../people/roles";

const KEEPERS: readonly Role[] = ["lead", "office", "auditor"];
const LEADS: readonly Role[] = ["lead"];

export const LOOKED_AT_BY: Readonly<Record<string, readonly Role[]>> = {
  "/out/buyers": KEEPERS,
  "/out/owners": KEEPERS,
  "/owner": KEEPERS,
  "/season": KEEPERS,
  "/season-report": KEEPERS,
  "/api/v1/csv/buyers": KEEPERS,
  "/api/v1/csv/prints": KEEPERS,
  "/api/v1/csv/supplies": KEEPERS,
  "/people": LEADS,
  "/first-hour": LEADS,
};

/** The application's own files: the same for everybody, and no word of the house in them. */
const FILES = ["/_next", "/icon.svg", "/first.js", "/sw.js", "/manifest.webmanifest", "/icons"] as const;
/** Nobody has to say who they are for these: the door itself, and what was made for strangers. */
const OPEN = ["/sign-in", "/begin", "/lot", "/01", "/api/v1/health", "/api/v1/door"] as const;

const within = (path: string, place: string): boolean => path === place || path.startsWith(`${place}/`);

function pathOf(address: string): string {
  let path = address.split("?", 1)[0] ?? "";
  while (path.length > 1 && path.endsWith("/")) path = path.slice(0, -1);
  return path || "/";
}

/** A device proves itself, to its own route. */
const DEVICE_POSTS = /^\/api\/v1\/devices\/[^/]+\/readings$/;

export const isFile = (address: string): boolean => {
  const path = pathOf(address);
  return FILES.some((place) => within(path, place));
};

export const isOpen = (address: string): boolean => {
  const path = pathOf(address);
  return isFile(address) || OPEN.some((place) => within(path, place)) || DEVICE_POSTS.test(path);
};

/** Who may look there; null for everybody who is in. */
export function lookedAtBy(address: string): readonly Role[] | null {
  const path = pathOf(address);
  for (const [place, roles] of Object.entries(LOOKED_AT_BY)) if (within(path, place)) return roles;
  return null;
}

/** Whether somebody, or a tablet nobody stands at, may look there. */
export const mayLook = (address: string, role: Role | null): boolean => {
  const roles = lookedAtBy(address);
  return roles === null || (role !== null && roles.includes(role));
};

/**
 * What a ticket proves enough for: the floor's own work. A ticket lies in a tablet that others hold too, so that
 * what only a lead or the office does, and taking back, waits until they are there again.
 */
export const byTicketToo = (name: string, who: readonly Role[]): boolean =>
  who.includes("floor") && name !== "undo";
