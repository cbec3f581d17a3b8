/** What an address asks of a recall. */
import { SCOPES, type Scope } from "./records";

export function recallAsked(params: Readonly<Record<string, string | string[] | undefined>>): {
  of?: string;
  scope?: Scope;
  number?: number;
} {
  const one = (name: string): string => String(params[name] ?? "").slice(0, 200);
  const scope = SCOPES.find((s) => s === one("scope"));
  const number = /^\d{1,9}$/.test(one("drill")) ? Number(one("drill")) : undefined;
  return {
    ...(one("of") ? { of: one("of") } : {}),
    ...(scope ? { scope } : {}),
    ...(number === undefined ? {} : { number }),
  };
}
