/** What is wrong with an input, each beside its field, and all of it in one sentence. */

export interface FieldProblem {
  /** Where in the input: "supers.0.grossKg". */
  readonly path: string;
  readonly message: string;
}

/** Three are said, the others counted. */
export function inShort(problems: readonly FieldProblem[]): string {
  const said = [...new Set(problems.map((p) => p.message))];
  const more = said.length > 3 ? ` And ${said.length - 3} more.` : "";
  return said.slice(0, 3).join(" ") + more;
}
