/** Years of a house behind what stands in it: the rows a house has for every box it spun and every jar it sold. */

export interface Behind {
  /** The first colony, the first machine, the place it is set down at. */
  readonly colony: number;
  readonly colonyFill: number;
  readonly yard: number;
  readonly machine: number;
  readonly supers: readonly number[];
  readonly pails: readonly number[];
}

/** Ids of the past begin here, far from those a house gives. */
const FIRST = 2_000_000;
const KINDS = ["comb", "batch", "pail", "lot", "parcel"] as const;
const MOVES = ["pull", "join", "pail", "draw", "send"] as const;

/**
 * So many chains of a box pulled, its batch, a pail, a lot and a buyer's parcel, each emptied into the next, five hours
 * apart from ten years ago on: history, with all that is told of it on the way, and nothing standing.
 * @param from how many such chains there are already
 */
export function pastRows(chains: number, from: number, behind: Behind): string {
  const of = (ids: readonly number[]) => `(array[${ids.join(", ")}])[1 + (${from} + g) % ${ids.length}]`;
  const at = `now() - interval '3650 days' + (${from} + g) * interval '5 hours'`;
  const day = `(${at})::date`;
  const n = `${from} + g`;
  // Between one past and the next the house goes on: room is left for its entries.
  const entry = `${FIRST} + ${5 * from} + g`;
  const id = (k: number) => `${FIRST + k * 100_000} + ${n}`;
  const [comb, batch, pail, lot, parcel] = [id(0), id(1), id(2), id(3), id(4)];
  const each = (table: string, columns: string, values: string, every = 1) =>
    `insert into ${table} (entry_id, ${columns}) select ${entry}, ${values} from generate_series(1, ${chains}) g${every > 1 ? ` where (${n}) % ${every} = 0` : ""};`;
  const vessel = [of(behind.supers), "null", of(behind.pails), "null", "null"];
  const buyer = `9000000 + (${n}) % 40`;
  return [
    `insert into entry (id, command, who, device, happened_at, recorded_at, input, output, say, grams, undoable, idempotency_key, prev_hash, hash)
       select ${entry}, 'bench', 'Bench', 'bench', ${at}, ${at}, '{}', '{}', 'bench ' || ${n}, 10000, true, 'past-' || (${n}), '', 'past-' || (${n}) from generate_series(1, ${chains}) g;`,
    ...KINDS.map((kind, k) =>
      each(
        "fill",
        "id, kind, vessel_id, name, opened_at",
        `${id(k)}, '${kind}', ${vessel[k]}, '${kind} H' || (${n}), ${at}`,
      ),
    ),
    ...MOVES.map((kind, k) =>
      each(
        "movement",
        "from_fill, to_fill, grams, at, kind",
        `${k === 0 ? behind.colonyFill : id(k - 1)}, ${id(k)}, 10000, ${at}, '${kind}'`,
      ),
    ),
    each("bloom", "yard_id, what, date", `${behind.yard}, 'lime', ${day}`, 20),
    each("pull_plan", "id, yard_id, date, method, note", `${comb}, ${behind.yard}, ${day}, 'blower', ''`, 20),
    each("plan_step", "plan_id, step", `${comb}, 'pulled'`, 20),
    each("pull", "id, yard_id, date", `${comb}, ${behind.yard}, ${day}`),
    each(
      "pull_super",
      "pull_id, fill_id, vessel_id, colony_id, capped_pct, gross_g",
      `${comb}, ${comb}, ${of(behind.supers)}, ${behind.colony}, 95, 15200`,
    ),
    each("standing_place", "fill_id, place, stack", `${comb}, 'hot room', 'A'`),
    each("batch", "id, number, fill_id", `${batch}, 700000 + ${n}, ${batch}`),
    each("batch_super", "batch_id, fill_id", `${batch}, ${comb}`),
    each("uncapped", "fill_id, who, at", `${comb}, 'Bench', ${at}`),
    each(
      "run",
      "id, machine_id, batch_id, number, slots, kgm, minutes, tender, temp_c, water_pct, tool, expected_g, started_at",
      `${batch}, ${behind.machine}, ${batch}, 1, jsonb_build_array(jsonb_build_object('slot', 1, 'super', (select tag from vessel where id = ${of(behind.supers)}))), 0, 12, false, 28, 17.5, 'hot-knife', 10000, ${at}`,
    ),
    each("run_end", "run_id, shaky, marks, ended_at", `${batch}, false, '[]', ${at}`),
    each("spun", "batch_id, comb_fill_id, gross_g, stayed_g", `${batch}, ${comb}, 5300, 100`),
    each("gate_pail", "batch_id, vessel_id, at", `${batch}, ${of(behind.pails)}, ${at}`),
    each("batch_close", "batch_id, remainder_g, reason", `${batch}, 0, ''`),
    each(
      "reading",
      "fill_id, scale, value, temp_c, compensates, index20, water_pct, sd_pct, who, at",
      `${pail}, 'water', 17, 20, true, 1.49, 17, 0.2, 'Bench', ${at}`,
    ),
    each("strained", "fill_id, mesh_ids, grams, minutes, kept_g", `${pail}, '{}', 10000, 20, 50`),
    each("skimming", "fill_id, grams, guessed", `${pail}, 100, false`),
    each("inspection", "fill_id, verdict, found", `${pail}, 'good', ''`),
    each("vessel_warmth", "fill_id, temp_c", `${pail}, 22`),
    each("vessel_place", "vessel_id, place", `${of(behind.pails)}, 'wall'`),
    each("granulation", "fill_id, look", `${pail}, 'clear'`, 4),
    each("colour_reading", "fill_id, pfund_mm", `${pail}, 40`, 4),
    // What is kept back stands: as much of it, however long the history.
    each("retained_sample", "fill_id, place, grams", `${lot}, 'shelf', 100`).replace(
      /;$/,
      ` where (${n}) < 50;`,
    ),
    each(
      "lot",
      "id, fill_id, code, number, year, honey_kind, nominal_g, jars, mean_fill_g, filled_on, best_before",
      `${lot}, ${lot}, 'H' || (${n}), ${n}, 2001, 'Any', 454, 20, 455, ${day}, ${day} + 700`,
    ),
    each(
      "fill_check",
      "lot_id, jar_g, lot_jars, rules, step_g, weights_g",
      `${lot}, 454, 20, 'oiml-r87', 1, '{455, 456, 454}'`,
      4,
    ),
    each(
      "label_print",
      "lot_id, part, labels, spare, output, page, begin_at, design, pack, answered, unmet, despite",
      `${lot}, 'one', 20, 2, 'pdf', 'a4', 1, '{}', 'Made up', '{}', '{}', ''`,
    ),
    each(
      "jar_order",
      "id, buyer, honey_kind, jar_g, jars, by_day",
      `${lot}, 'Buyer ' || (${n}) % 40, 'Any', 454, 20, ${day}`,
      4,
    ),
    each("jar_order_met", "order_id, why", `${lot}, 'sent'`, 4),
    each("buyer", "id, name", `${buyer}, 'Buyer ' || (${n}) % 40`).replace(/;$/, ` where (${n}) < 40;`),
    each("dispatch", "id, number, buyer_id, kind, note", `${parcel}, 700000 + ${n}, ${buyer}, 'sale', ''`),
    each("dispatch_closed", "dispatch_id, note", `${parcel}, ''`),
    each(
      "parcel",
      "lot_id, fill_id, buyer_id, jars, sent_on, dispatch_id",
      `${lot}, ${parcel}, ${buyer}, 20, ${day}, ${parcel}`,
    ),
    each("floor_check", "kind, items, who, at", `'opening', '{}', 'Bench', ${at}`, 4),
    each("check_ticked", "kind, items, note, who, at", `'washing', '{}', '', 'Bench', ${at}`, 4),
    each("work_hours", "day, hours, who, what", `${day}, 2, 'Bench', 'extracting'`),
    each("hand_work", "way, frames, minutes, honey_g", `'crushed', 3, 10, 3000`, 10),
    // A page of these from the first history on.
    each(
      "hold",
      "id, number, about, name, fill_ids, vessel_ids, why, until",
      `${lot}, 700000 + ${n}, 'lot', 'lot H' || (${n}), array[${lot}]::bigint[], '{}', 'asked', ''`,
      15,
    ),
    each(
      "hold_release",
      "hold_id, fill_id, name, as_of, why, second",
      `${lot}, null, 'lot H' || (${n}), ${at}, 'found clean', false`,
      15,
    ),
    each(
      "lab_order",
      "id, number, fill_id, name, lot_id, taken_by, seal, laboratory, sent_on, asks, traits, note",
      `${lot}, 700000 + ${n}, ${lot}, 'lot H' || (${n}), ${lot}, 'Bench', '', 'Far Lab', ${day}, '{hmf}', '{}', ''`,
      15,
    ),
    each(
      "lab_result",
      "id, order_id, came_on, report, accredited, source, note",
      `${lot}, ${lot}, ${day}, 'R' || (${n}), true, 'typed', ''`,
      15,
    ),
    "insert into fill_balance (fill_id, grams, kind) select f.id, case when f.kind = 'parcel' then 10000 else 0 end, f.kind from fill f on conflict (fill_id) do nothing;",
  ].join("\n");
}
