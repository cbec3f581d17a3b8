/** What the house answers when it will not do something: data, with the sentence for people in one place. */

import type { z } from "zod";
import { DomainError } from "@/core/domain-error";
import { type FieldProblem, inShort } from "./problems";

export class Refusal extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly status: 400 | 401 | 403 | 404 | 405 | 409 | 413 | 415 | 422 | 429 | 500 | 503 = 422,
    readonly problems: readonly FieldProblem[] = [],
    options?: ErrorOptions,
  ) {
    super(message, options);
    this.name = "Refusal";
  }
}

/** Stops the command with a sentence; `field` puts it beside the field it speaks of. */
export function refuse(code: string, message: string, field?: string): never {
  throw new Refusal(code, message, 422, field ? [{ path: field, message }] : []);
}

/** What the core refuses of a figure is refused beside the field it was typed in. @throws Refusal */
export function beside<T>(path: string, reckon: () => T): T {
  try {
    return reckon();
  } catch (cause) {
    if (!(cause instanceof DomainError)) throw cause;
    throw new Refusal(cause.code, cause.message, 422, [{ path, message: cause.message }], { cause });
  }
}

const MOST_PROBLEMS = 200;

/** One issue as problems, each beside its field; a field nobody asked for is named. */
function problemsOf(issue: z.core.$ZodIssue): FieldProblem[] {
  const path = issue.path.join(".");
  if (issue.code !== "unrecognized_keys") return [{ path, message: issue.message }];
  return issue.keys.slice(0, 5).map((key) => ({
    path: path === "" ? key.slice(0, 60) : `${path}.${key.slice(0, 60)}`,
    message: `There is no field "${key.slice(0, 60)}" here.`,
  }));
}

export function fromZod(error: z.ZodError): Refusal {
  const problems = error.issues.slice(0, MOST_PROBLEMS).flatMap(problemsOf);
  return new Refusal("bad-input", inShort(problems), 400, problems, { cause: error });
}

interface DatabaseFault {
  code?: string;
  constraint?: string;
}

/** Constraints a person can run into although the command checked first. */
const CONSTRAINTS: Record<string, [code: string, sentence: string]> = {
  fill_never_negative: [
    "overdrawn",
    "That takes out more than is in it; somebody else was quicker. Look again.",
  ],
  entry_idempotency_key: ["twice", "That was just recorded by another request with the same key."],
};

/** The records are there and cannot do it now: full, overloaded, shutting down, too slow to wait for. */
const OVERLOADED: Record<string, string> = {
  "53100": "The disk under the house's records is full.",
  "53200": "The house's records have no memory left.",
  "53300": "Too many ask the house's records at once.",
  "53400": "The house's records are at their limit.",
  "55P03": "Another hand has been writing for a while and this could not wait longer.",
  "57014": "The house's records took too long over that.",
  "25006": "The house's records can only be read just now.",
  "58030": "The disk under the house's records does not answer.",
};

const UNREACHABLE = new Set([
  "25P03",
  "EHOSTUNREACH",
  "ENETUNREACH",
  "ECONNREFUSED",
  "ENOTFOUND",
  "ECONNRESET",
  "EPIPE",
  "ETIMEDOUT",
  "57P01",
  "57P02",
  "57P03",
  "08001",
  "08003",
  "08006",
]);

/** The one place where SQLSTATE and foreign errors become refusals. Unknown faults pass through. */
export function asRefusal(fault: unknown): unknown {
  if (fault instanceof Refusal) return fault;
  if (fault instanceof DomainError) return new Refusal(fault.code, fault.message, 422, [], { cause: fault });
  const { code, constraint } = fault as DatabaseFault;
  const known = constraint ? CONSTRAINTS[constraint] : undefined;
  if (known) return new Refusal(known[0], known[1], 409, [], { cause: fault });
  const overloaded = code ? OVERLOADED[code] : undefined;
  if (overloaded)
    return new Refusal(
      "records-overloaded",
      `${overloaded} Nothing was written; what you typed is still here. Try again in a moment.`,
      503,
      [],
      { cause: fault },
    );
  const text = fault instanceof Error ? `${fault.name} ${fault.message}` : "";
  if (
    (code && UNREACHABLE.has(code)) ||
    /KnexTimeout|Connection terminated|timeout expired|Query read timeout|connection error and is not queryable|AggregateError/.test(
      text,
    )
  ) {
    return new Refusal(
      "records-unreachable",
      "The house's records cannot be reached just now. Nothing was written; what you typed is still here. Try again in a moment.",
      503,
      [],
      { cause: fault },
    );
  }
  return fault;
}
