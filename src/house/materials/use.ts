/** Jars, lids, labels and boxes go down with what is filled, the oldest delivery first. */
import { capital, plural } from "../language/spoken";
import type { Work } from "../ledger/work";
import { type MaterialRow, materials, openDeliveries } from "./records";

export interface Filled {
  readonly lotId: number;
  readonly code: string;
  readonly jarG: number;
  readonly jars: number;
}

/** Which of several that fit is taken: the one named, else the one that stands there the fullest. */
function chosen(all: readonly MaterialRow[], jarG: number, named: readonly string[]): MaterialRow[] {
  const fitting = all.filter((m) => m.fits_g.includes(jarG));
  return [...new Set(fitting.map((m) => m.kind))].flatMap((kind) => {
    const of = fitting.filter((m) => m.kind === kind);
    const told = of.filter((m) => named.some((n) => n.toLowerCase() === m.name.toLowerCase()));
    const [one] = [...(told.length > 0 ? told : of)].sort((a, b) => b.pieces - a.pieces);
    return one ? [one] : [];
  });
}

export interface Booked {
  /** What of which is more than was on record. */
  readonly over: readonly string[];
  /** What was taken, by name. */
  readonly used: readonly string[];
}

/**
 * Books what a filling used. More used than is on record is used all the same: the jars are full; it is said.
 */
export async function bookMaterials(
  work: Work,
  filled: readonly Filled[],
  named: readonly string[],
): Promise<Booked> {
  const all = await materials(work.tx, work.at);
  if (all.length === 0) return { over: [], used: [] };
  const left = new Map(all.map((m) => [m.id, m.pieces]));
  const over: string[] = [];
  const used = new Set<string>();
  for (const { lotId, code, jarG, jars } of filled)
    for (const m of chosen(all, jarG, named)) {
      const pieces = Math.ceil(jars / m.holds);
      used.add(m.name);
      await takeOut(work, m, { lotId, pieces, why: "filled", because: `${m.name} went into lot ${code}` });
      const rest = (left.get(m.id) ?? 0) - pieces;
      left.set(m.id, rest);
      if (m.known && rest < 0)
        over.push(
          `${plural(-rest, m.kind, m.kind === "box" ? "boxes" : `${m.kind}s`)} more than on record (${m.name})`,
        );
    }
  return { over: over.map(capital), used: [...used] };
}

/** Takes pieces of a material from its deliveries, the oldest first; what none of them holds has no known origin. */
export async function takeOut(
  work: Work,
  m: MaterialRow,
  { lotId, pieces, why, because }: { lotId: number | null; pieces: number; why: string; because: string },
): Promise<void> {
  await work.restOn({ entry_id: m.entry_id, known_from: null }, because);
  let rest = pieces;
  for (const d of await openDeliveries(work.tx, m.name, work.at)) {
    if (rest === 0) return;
    const taken = Math.min(rest, d.left);
    await work.restOn({ entry_id: d.entry_id }, because);
    await work.note("material_use", {
      lot_id: lotId,
      material_id: m.id,
      delivery_id: d.id,
      pieces: taken,
      why,
    });
    rest -= taken;
  }
  if (rest > 0)
    await work.note("material_use", {
      lot_id: lotId,
      material_id: m.id,
      delivery_id: null,
      pieces: rest,
      why,
    });
}
