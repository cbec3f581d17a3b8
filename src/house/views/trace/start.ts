/** What a trace starts from: the fills behind a lot, pail, batch, super, colony or yard. */
import type { Knex } from "knex";
import { Refusal } from "../../errors";
import { oneBatch } from "../../records/batches";
import { maybeColony, maybeVessel, maybeYard } from "../../records/equipment";
import { lastFillOf } from "../../records/fills";
import { oneLot } from "../../records/lots";
import { combsOfSuper } from "../../records/pulls";
import type { TraceKind } from "./model";

export interface Start {
  readonly name: string;
  readonly title: string;
  readonly fills: readonly number[];
}

export async function startOf(db: Knex, kind: TraceKind, name: string): Promise<Start> {
  const unknown = (): never => {
    throw new Refusal("unknown-tag", `There is no ${kind} ${name}.`, 404);
  };
  switch (kind) {
    case "lot": {
      const lot = await oneLot(db, name).catch(unknown);
      return { name: lot.code, title: `Lot ${lot.code}, ${lot.honey_kind}`, fills: [lot.fill_id] };
    }
    case "batch": {
      const number = Number(name);
      const batch = await (Number.isSafeInteger(number) && number > 0 && number < 1e9
        ? oneBatch(db, number).catch(unknown)
        : unknown());
      return { name: String(batch.number), title: `Batch ${batch.number}`, fills: [batch.fill_id] };
    }
    case "pail": {
      const vessel = (await maybeVessel(db, "pail", name)) ?? unknown();
      const last = await lastFillOf(db, vessel.id);
      return { name: vessel.tag, title: `Pail ${vessel.tag}`, fills: last ? [last.id] : [] };
    }
    case "super": {
      const vessel = (await maybeVessel(db, "super", name)) ?? unknown();
      return {
        name: vessel.tag,
        title: `Super ${vessel.tag}`,
        fills: (await combsOfSuper(db, vessel.id)).map((c) => c.fill_id),
      };
    }
    case "colony": {
      const colony = (await maybeColony(db, name)) ?? unknown();
      const combs = await db("live_pull_super").where({ colony_id: colony.id }).select("fill_id");
      return { name: colony.tag, title: `Colony ${colony.tag}`, fills: combs.map((c) => c.fill_id) };
    }
    case "yard": {
      const yard = (await maybeYard(db, name)) ?? unknown();
      const combs = await db("live_pull_super as p")
        .join("live_pull as u", "u.id", "p.pull_id")
        .where("u.yard_id", yard.id)
        .select("p.fill_id");
      return { name: yard.name, title: yard.name, fills: combs.map((c) => c.fill_id) };
    }
  }
}
