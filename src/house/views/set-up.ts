import type { Knex } from "knex";
import { type ChainReport, verifyChain } from "../chain";
import { type DeviceRow, devices } from "../records/climate";
import { type Actor, crewNow } from "../records/crew";

export interface SetUpView {
  readonly crew: readonly Actor[];
  readonly devices: readonly DeviceRow[];
  readonly chain: ChainReport;
  /** Grams by which the fills' balances differ from the movements; 0 in an honest ledger. */
  readonly driftGrams: number;
}

export async function setUpView(db: Knex): Promise<SetUpView> {
  const [crew, known, chain, drift] = await Promise.all([
    crewNow(db),
    devices(db),
    verifyChain(db),
    db.raw(
      `select coalesce(sum(abs(b.grams - coalesce(m.grams, 0))), 0)::bigint as off
         from fill_balance b
         left join (select fill, sum(g) as grams from
                     (select to_fill as fill, grams as g from movement union all select from_fill, -grams from movement) x group by fill) m
           on m.fill = b.fill_id`,
    ),
  ]);
  return { crew, devices: known, chain, driftGrams: drift.rows[0].off };
}
