/** Where honey came from and where it went, from any vessel, batch, lot, colony or yard. */

import type { Knex } from "knex";
import { batchAccount, standing } from "@/core/ledger";
import { parcelsOfFills } from "../bottle/records";
import { clockIn, dayIn, writtenDay } from "../language/clock";
import { massG } from "../language/shown";
import { capital, plural } from "../language/spoken";
import { HONEY_VESSELS } from "../ledger/kinds";
import { behind, type FillKind, movementsOf, reachInDatabase } from "../ledger/records/fills";
import { houseNow } from "../ledger/records/house";
import type { DeliveryRow } from "../outside/records";
import { readingsOf } from "../readings/records/readings";
import { batchesOfFills } from "../spin/records/batches";
import { deliveryName } from "../standing/contents";
import type { PulledComb } from "../yard/records/pulls";
import { drawBack, drawForward, drawYards, Flow } from "./flow";
import { follow } from "./forward";
import {
  type ShareList,
  type ShareRow,
  TRACE_LISTS,
  type TraceKind,
  type TraceList,
  type TraceView,
} from "./model";

export { ROWS_AT_A_TIME } from "./shares";

import { backBatches, backShares, backVessels, fillsNamed, hrefOf, type Known, part, tally } from "./shares";
import { type Start, startOf } from "./start";

export {
  type FlowNode,
  type ShareRow,
  TRACE_KINDS,
  TRACE_LISTS,
  type TraceKind,
  type TraceList,
  type TraceView,
} from "./model";

interface SuperShare {
  readonly comb: PulledComb;
  readonly grams: number;
}

const RESTS_ON: TraceView["because"] = [
  {
    what: "Honey in a batch, pail or lot is taken as well mixed; shares follow the weighed movements in time order",
    source: "mass balance",
  },
  { what: "A spun comb keeps its own honey: wets go back to the super they came from" },
  {
    what: "Recall counts contact: any path at all, however small the share",
    source: "Codex CAC/GL 60-2006, one step back and one forward, repeated",
  },
];

const asDelivery = ({ delivery: d, grams }: { delivery: DeliveryRow; grams: number }) => ({
  key: capital(deliveryName(d)),
  detail: [
    d.region,
    d.country,
    d.their_lot && `their lot ${d.their_lot}`,
    d.owner && `kept separate for ${d.owner}`,
  ]
    .filter(Boolean)
    .join(", "),
  href: `/trace/delivery/${d.number}`,
  grams,
});
const asYard = ({ comb, grams }: SuperShare) => ({
  key: comb.yard,
  href: `/trace/yard/${encodeURIComponent(comb.yard)}`,
  grams,
});
const asColony = ({ comb, grams }: SuperShare) => ({
  key: `Colony ${comb.colony}`,
  detail: comb.yard,
  href: `/trace/colony/${encodeURIComponent(comb.colony)}`,
  grams,
});
const asSuper = ({ comb, grams }: SuperShare, zone: string, byPull: boolean) => ({
  key: byPull ? `Super ${comb.tag}, ${writtenDay(comb.date)}` : `Super ${comb.tag}`,
  detail: `colony ${comb.colony}, pulled ${writtenDay(comb.date)} ${clockIn(zone, comb.at)}, ${comb.capped_pct} % capped`,
  href: `/trace/super/${encodeURIComponent(comb.tag)}`,
  grams,
});

const MOST_ACCOUNTS = 12;
const MOST_READINGS = 60;

/** What of a trace is wanted: where its long lists begin, and of which year where there is much. */
export interface TraceAsked {
  readonly from?: Partial<Record<TraceList, number>>;
  readonly year?: number;
}

/** What an address asks for, "?supers=100&year=2026"; nonsense in it is nothing asked. */
export function traceAsked(query: URLSearchParams): TraceAsked {
  const whole = (name: string): number | undefined => {
    const text = query.get(name) ?? "";
    return /^\d{1,7}$/.test(text) ? Number(text) : undefined;
  };
  const year = whole("year");
  return {
    from: Object.fromEntries(
      TRACE_LISTS.flatMap((list) => {
        const from = whole(list);
        return from === undefined ? [] : [[list, from]];
      }),
    ),
    ...(year === undefined ? {} : { year }),
  };
}

/**
 * A view of one thing's honey. Super, colony and yard look forward from every charge they gave.
 * Long lists come a hundred rows at a time: `from` says where one of them begins.
 */
export async function traceView(
  db: Knex,
  kind: TraceKind,
  name: string,
  asked: TraceAsked = {},
): Promise<TraceView> {
  const from = asked.from ?? {};
  const house = await houseNow(db);
  const start = await startOf(db, kind, name, asked.year);
  const startSet = new Set(start.fills);
  const isSource = kind === "super" || kind === "colony" || kind === "yard";

  const [{ fills: backFills, moves: backMoves }, forwardFills] = await Promise.all([
    behind(db, start.fills),
    reachInDatabase(db, start.fills, "forward"),
  ]);
  const { fills: upstream, moves: allMoves } = await behind(db, forwardFills);
  const fills = await fillsNamed(db, [...new Set([...backFills, ...upstream, ...forwardFills])]);
  const ahead = new Map(
    forwardFills.flatMap((id): [number, Known][] => (fills.has(id) ? [[id, fills.get(id) as Known]] : [])),
  );

  const standingBack = standing(backMoves);
  const { supers, delivered, gained, total } = await backShares(db, start, backMoves);
  const followed = follow(startSet, allMoves, ahead);

  const flow = new Flow(new Map(supers.map(({ comb }) => [comb.fill_id, comb])));
  if (isSource) drawYards(flow, supers, fills, true, kind === "yard");
  else drawBack(flow, start.fills, supers, backMoves, fills);
  drawForward(flow, startSet, followed, ahead);

  const received = (wanted: FillKind) =>
    followed.receivedBy(wanted).map(({ fill, grams }) => ({
      key: wanted === "wets" ? "Left in the comb" : capital(wanted === "loss" ? fill.cause : fill.name),
      href: hrefOf(fill),
      grams,
    }));
  const buyers = await parcelsOf(db, followed.standingIn("parcel"));

  const back = new Set(backFills);
  const batchFills = [...fills.values()]
    .filter((f) => f.kind === "batch" && (back.has(f.id) || ahead.has(f.id)))
    .map((f) => f.id);
  const accounted = batchFills.slice(0, MOST_ACCOUNTS);
  const [batchRows, batchMoves] = await Promise.all([
    batchesOfFills(db, accounted),
    movementsOf(db, accounted),
  ]);
  const count = (ids: readonly number[], wanted: FillKind) =>
    ids.filter((id) => fills.get(id)?.kind === wanted).length;
  const sentGrams = buyers.reduce((g, b) => g + b.grams, 0);

  const whole: Record<TraceList, ShareRow[]> = {
    yards: tally(
      [
        ...supers.map(asYard),
        ...delivered.map(asDelivery),
        ...(gained > 0.5 ? [{ key: "Gained by weighing", grams: gained }] : []),
      ],
      total,
    ),
    colonies: tally(supers.map(asColony), total),
    supers: tally(
      supers.map((s) => asSuper(s, house.zone, isSource)),
      total,
    ),
    batches: isSource ? [] : tally(backBatches(standingBack, start, fills), total),
    pails: isSource || kind === "batch" ? [] : tally(backVessels(standingBack, start, fills), total),
    wentToPails: tally(HONEY_VESSELS.flatMap(received), total),
    wentToLots: tally(received("lot"), total),
    wentToBuyers: tally(buyers, total),
    lost: tally([...received("loss"), ...received("wets")], total),
  };
  const lists = Object.fromEntries(
    TRACE_LISTS.map((list) => [list, part(whole[list], from[list])]),
  ) as Record<TraceList, ShareList>;
  const rowsOf = (list: TraceList) => [...lists[list].rows];
  const { says, beyond: readingsBeyond } = await readingsAt(db, start.fills, house.zone);

  return {
    kind,
    name: start.name,
    title: start.title,
    grams: total,
    sentence: sentenceFor(kind, start, supers, delivered, buyers, total, sentGrams),
    years: start.years,
    year: start.year,
    back: {
      yards: rowsOf("yards"),
      colonies: rowsOf("colonies"),
      supers: rowsOf("supers"),
      batches: rowsOf("batches"),
      pails: rowsOf("pails"),
    },
    forward: {
      pails: rowsOf("wentToPails"),
      lots: rowsOf("wentToLots"),
      buyers: rowsOf("wentToBuyers"),
      losses: rowsOf("lost"),
    },
    more: Object.fromEntries(
      TRACE_LISTS.flatMap((list) => {
        const { rows, ...rest } = lists[list];
        return rows.length === rest.count ? [] : [[list, rest]];
      }),
    ),
    contact: {
      yards: new Set(supers.map((s) => s.comb.yard)).size,
      colonies: count(backFills, "colony"),
      supers: count(backFills, "comb"),
      lots: count(forwardFills, "lot"),
      buyers: new Set(buyers.map((b) => b.key)).size,
    },
    accounts: batchRows.map((b) => ({ number: b.number, account: batchAccount(b.fill_id, batchMoves) })),
    accountsBeyond: batchFills.length - accounted.length,
    flow: flow.done(),
    readings: says,
    readingsBeyond,
    because: [
      ...RESTS_ON,
      {
        what: "Movements looked at",
        figure: String(new Set([...backMoves, ...allMoves].map((m) => m.id)).size),
      },
    ],
  };
}

/** Parcels as rows: the buyer, and what was in it. */
async function parcelsOf(db: Knex, got: readonly { fill: Known; grams: number }[]) {
  const parcels = await parcelsOfFills(
    db,
    got.map((g) => g.fill.id),
  );
  const parcelOf = new Map(parcels.map((p) => [p.fill_id, p]));
  return got.flatMap(({ fill, grams }) => {
    const parcel = parcelOf.get(fill.id);
    if (!parcel) return [];
    const detail = `${parcel.vessel ? `${parcel.vessel} in bulk, ` : `${plural(parcel.jars - parcel.back, "jar")} of `}lot ${parcel.code}, sent ${writtenDay(parcel.sent_on)}`;
    return [{ key: parcel.buyer, detail, href: `/trace/lot/${parcel.code}`, grams }];
  });
}

/** Readings of the things themselves, each worked out again from what the instrument showed. */
async function readingsAt(
  db: Knex,
  fills: readonly number[],
  zone: string,
): Promise<{ says: TraceView["readings"]; beyond: number }> {
  const all = (await readingsOf(db, fills)).reverse();
  const rows = all.slice(0, MOST_READINGS);
  const says = rows.map((r) => {
    const when = `${writtenDay(dayIn(zone, r.at))} ${clockIn(zone, r.at)}, ${r.who}`;
    return {
      id: r.id,
      says: `${r.water_pct.toFixed(1)} % ±${r.sd_pct.toFixed(1)}${r.doubts.length > 0 ? ", unverified" : ""}`,
      when,
      why: {
        title: `Reading of ${when}`,
        because: [
          ...r.because,
          ...r.doubts.map((doubt) => ({ what: `Unverified, counts with doubled uncertainty: ${doubt}` })),
        ],
        change: "Another drop: three in a row tell the spread.",
      },
    };
  });
  return { says, beyond: all.length - rows.length };
}

function sentenceFor(
  kind: TraceKind,
  start: Start,
  supers: readonly { comb: PulledComb }[],
  delivered: readonly { delivery: DeliveryRow; grams: number }[],
  buyers: readonly { key: string }[],
  total: number,
  sentGrams: number,
): string {
  if (total === 0) return `No honey of ${start.title} is on record.`;
  const colonies = new Set(supers.map((s) => s.comb.colony)).size;
  const yards = [...new Set(supers.map((s) => s.comb.yard))];
  const from = yards.length <= 2 ? yards.join(" and ") : `${yards.length} yards`;
  const owners = [
    ...new Set(
      [...supers.map((s) => s.comb.owner), ...delivered.map((d) => d.delivery.owner)].filter((o) => o !== ""),
    ),
  ].join(" and ");
  const kept = owners === "" ? "" : `, kept separate for ${owners}`;
  const names = [...new Set(buyers.map((b) => b.key))];
  const to =
    names.length === 0
      ? "none of it has left the house"
      : `${massG(sentGrams)} of it went to ${plural(names.length, "buyer")}`;
  if (kind === "super" || kind === "colony" || kind === "yard")
    return `${massG(total)} in ${plural(supers.length, kind === "super" ? "pull" : "super")}${kept}; ${to}.`;
  const sources = [
    ...(colonies > 0 ? [`${plural(colonies, "colony", "colonies")} in ${from}`] : []),
    ...delivered.map((d) => deliveryName(d.delivery)),
  ];
  return `${massG(total)} from ${sources.join(" and ")}${kept}; ${to}.`;
}
