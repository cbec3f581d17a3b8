/** Jars as they were weighed, newest first, each judged by its own rules. */
import type { Knex } from "knex";
import { checkNetQuantity } from "@/core/bottling";
import { whenIn } from "../language/clock";
import { jar, weighedG } from "../language/shown";
import type { Snapshot } from "../standing/snapshot";
import { fillChecks } from "./records";
import { dutySaid, inspectorSaid } from "./said";

export interface Weighing {
  readonly id: number;
  readonly when: string;
  readonly who: string;
  readonly lot: string;
  readonly label: string;
  readonly weighed: string;
  readonly mean: string;
  readonly duty: string;
  readonly tone: "go" | "stop" | "water";
  readonly inspector: string;
}

const TONE = { kept: "go", broken: "stop", unsure: "water" } as const;

export async function weighings(
  db: Knex,
  s: Pick<Snapshot, "house" | "now">,
  most = 12,
): Promise<Weighing[]> {
  return (await fillChecks(db, most)).map((row) => {
    const check = checkNetQuantity(row.weights_g, {
      nominalG: row.jar_g,
      lot: row.lot_jars,
      rules: row.rules,
    });
    return {
      id: row.id,
      when: whenIn(s.house.zone, row.at, s.now),
      who: row.who,
      lot: row.code ?? "",
      label: jar(row.jar_g),
      weighed: `${check.n} of ${row.lot_jars}`,
      mean: weighedG(check.meanG),
      duty: dutySaid(check),
      tone: TONE[check.duty.verdict],
      inspector: inspectorSaid(check, row.rules),
    };
  });
}
