/** The figures a command asks for, by their place in its input: what a form knows when the house cannot be asked. */
import type { z } from "zod";
import { FIGURES } from "./fields";
import type { FigureField } from "./figure-field";

export interface AskedFigure extends FigureField {
  /** The command is nothing without it. */
  readonly needed: boolean;
}

/** By path, "supers.*.grossKg": a place in a list is any place in it. */
export type AskedFigures = Readonly<Record<string, AskedFigure>>;

/** Wrapped around another schema: whether something may be left out there. */
const WRAPS: Readonly<Record<string, boolean>> = {
  optional: true,
  default: true,
  prefault: true,
  nullable: true,
  readonly: false,
  nonoptional: false,
};

interface Def {
  readonly type: string;
  readonly shape?: Readonly<Record<string, z.core.$ZodType>>;
  readonly element?: z.core.$ZodType;
  readonly innerType?: z.core.$ZodType;
  readonly in?: z.core.$ZodType;
  readonly out?: z.core.$ZodType;
}

function* figures(schema: z.core.$ZodType, path: string, needed: boolean): Generator<[string, AskedFigure]> {
  const field = FIGURES.get(schema);
  const { type, shape, element, innerType, in: first, out: then } = schema._zod.def as Def;
  const within = path === "" ? "" : `${path}.`;
  if (field) yield [path, { ...field, needed }];
  else if (shape)
    for (const [key, of] of Object.entries(shape)) yield* figures(of, `${within}${key}`, needed);
  else if (element) yield* figures(element, `${within}*`, false);
  else if (innerType && type in WRAPS) yield* figures(innerType, path, needed && !WRAPS[type]);
  else if (first) {
    const before = [...figures(first, path, needed)];
    // What is made of a text or a list before it is judged stands where it stood: "17.2 17.4", or both in a list.
    yield* before.length > 0 || !then ? before : figures(then, path, needed);
  }
}

const known = new WeakMap<z.core.$ZodType, AskedFigures>();

/** Of either one or another shape nothing is known: which it is, the house says. */
export function figuresIn(schema: z.core.$ZodType): AskedFigures {
  const before = known.get(schema);
  if (before) return before;
  const found = Object.fromEntries(figures(schema, "", true));
  known.set(schema, found);
  return found;
}
