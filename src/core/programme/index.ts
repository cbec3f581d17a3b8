/** A linear or integer programme as plain data, whoever solves it. */

export interface Variable {
  readonly name: string;
  readonly lo: number;
  readonly hi: number;
  readonly whole?: boolean;
  /** What one of it is worth; everything is made as large as it can be. */
  readonly worth: number;
}

export interface Row {
  readonly name: string;
  readonly terms: readonly (readonly [variable: string, times: number])[];
  readonly lo?: number;
  readonly hi?: number;
}

export interface Model {
  readonly variables: readonly Variable[];
  readonly rows: readonly Row[];
}

export interface Solved {
  /** "stopped": out of time, with the best so far if there is any. */
  readonly status: "optimal" | "infeasible" | "stopped";
  readonly value: number;
  readonly at: ReadonlyMap<string, number>;
}

export type Solver = (model: Model) => Solved;

/** Plain decimals: no exponent is misread for a name, and nothing is minus nought. */
const figure = (x: number): string => {
  const rounded = Number(x.toFixed(9)) || 0;
  const text = String(rounded);
  return text.includes("e") ? rounded.toFixed(9) : text;
};
const sum = (terms: readonly (readonly [string, number])[]): string => {
  const told = terms.filter(([, times]) => times !== 0);
  if (told.length === 0) return "0 x0";
  return told.map(([name, times]) => `${times < 0 ? "-" : "+"} ${figure(Math.abs(times))} ${name}`).join(" ");
};

/** The programme in the LP format most solvers read. */
export function asLp({ variables, rows }: Model): string {
  const limits = rows.flatMap(({ name, terms, lo, hi }) => [
    ...(lo !== undefined && lo === hi ? [` ${name}: ${sum(terms)} = ${figure(lo)}`] : []),
    ...(lo !== undefined && lo !== hi ? [` ${name}lo: ${sum(terms)} >= ${figure(lo)}`] : []),
    ...(hi !== undefined && lo !== hi ? [` ${name}hi: ${sum(terms)} <= ${figure(hi)}`] : []),
  ]);
  const whole = variables.filter((v) => v.whole).map((v) => v.name);
  return [
    "Maximize",
    ` worth: ${sum(variables.map((v) => [v.name, v.worth]))}`,
    "Subject To",
    ...limits,
    "Bounds",
    " 0 <= x0 <= 0",
    ...variables.map((v) => ` ${figure(v.lo)} <= ${v.name} <= ${figure(v.hi)}`),
    ...(whole.length > 0 ? ["General", ` ${whole.join(" ")}`] : []),
    "End",
  ].join("\n");
}
