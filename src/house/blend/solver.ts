/** The solver of the house's blends: HiGHS, loaded once. */
import { asLp, type Solver } from "@/core/blend";

/** A blend nobody has found by then is told as far as it was found, s. */
const LONGEST_S = 0.8;

type Highs = Awaited<ReturnType<typeof import("highs")["default"]>>;

let loaded: Promise<Highs> | null = null;

export async function solver(longestS = LONGEST_S): Promise<Solver> {
  loaded ??= import("highs")
    .then((solvers) => solvers.default())
    .catch((fault: unknown) => {
      // Whoever asks next has it tried anew.
      loaded = null;
      throw fault;
    });
  const highs = await loaded;
  return (model) => {
    const s = solved(highs, asLp(model), longestS);
    if (!s) return { status: "stopped", value: 0, at: new Map() };
    const at = new Map<string, number>();
    for (const [name, column] of Object.entries(s.Columns))
      if ("Primal" in column && typeof column.Primal === "number") at.set(name, column.Primal);
    return {
      status:
        s.Status === "Optimal" ? "optimal" : s.Status === "Time limit reached" ? "stopped" : "infeasible",
      value: s.ObjectiveValue,
      at,
    };
  };
}

/** Null where the solver gave up over its own numbers: that is told as not found, never as not there. */
function solved(highs: Highs, lp: string, longestS: number) {
  try {
    return highs.solve(lp, { time_limit: longestS, output_flag: false });
  } catch {
    loaded = null;
    return null;
  }
}
