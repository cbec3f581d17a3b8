"use client";

import { createContext, type ReactNode, useContext } from "react";
import { PART_NAMES, type Part } from "@/house/people/parts";
import type { Role } from "@/house/people/roles";

interface Rights {
  readonly role: Role | null;
  /** What whoever is here does not do. */
  readonly notFor: ReadonlySet<string>;
  /** What this house has out of the way. */
  readonly away: ReadonlySet<Part>;
}

const Held = createContext<Rights>({ role: null, notFor: new Set(), away: new Set() });

/** What whoever stands here may do: what they may not has no button. */
export function RightsHere({
  role,
  notFor,
  parts,
  children,
}: {
  role: Role | null;
  notFor: readonly string[];
  parts: readonly Part[];
  children: ReactNode;
}) {
  return (
    <Held.Provider
      value={{ role, notFor: new Set(notFor), away: new Set(PART_NAMES.filter((p) => !parts.includes(p))) }}
    >
      {children}
    </Held.Provider>
  );
}

/** What whoever is here is; null where nobody is. */
export const useRole = (): Role | null => useContext(Held).role;
/** What this house has out of the way. */
export const useAway = (): ReadonlySet<Part> => useContext(Held).away;
export const useNotFor = (): ReadonlySet<string> => useContext(Held).notFor;
export const useMay = (command: string): boolean => !useContext(Held).notFor.has(command);

/** Shows what it holds to those who may do all it needs. */
export function Only({ may, children }: { may: string | readonly string[]; children: ReactNode }) {
  const { notFor } = useContext(Held);
  return [may].flat().some((command) => notFor.has(command)) ? null : children;
}

/** Shows what it holds where this house has that part, or `anyway`. */
export function Shown({
  part,
  anyway = false,
  children,
}: {
  part: Part;
  anyway?: boolean;
  children: ReactNode;
}) {
  return useAway().has(part) && !anyway ? null : children;
}

/** In the place of a form that somebody may not send. */
export function NotYours() {
  const { role } = useContext(Held);
  return (
    <p className="text-[15px] text-ink-2">
      Looked at, not done, by {role === null ? "you" : `who is here as ${role}`}.
    </p>
  );
}
