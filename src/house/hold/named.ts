/** What somebody means to hold, or asks after: "drum 3", "lot WB26-001-6", "batch 2", "super 41", "colony 7", a yard's name. */
import { lotsMarked, markOf } from "../bottle/records";
import { writtenDay } from "../language/clock";
import { refuse } from "../language/errors";
import { vesselNamed } from "../language/vessel-named";
import type { Stated } from "../ledger/records/entries";
import { lastFillOf } from "../ledger/records/fills";
import type { Work } from "../ledger/work";
import { oneDelivery } from "../outside/records";
import { oneBatch } from "../spin/records/batches";
import { maybeColony, maybeVessel, maybeYard } from "../vessels/records";
import { standingIn } from "../vessels/standing-in";
import { chargesOfColony, chargesOfYard } from "../yard/records/pulls";
import type { HoldAbout } from "./records";

export interface Meant {
  readonly about: HoldAbout;
  readonly name: string;
  /** Fills it begins at, as they are known now. */
  readonly fills: readonly number[];
  /** Set where what is pulled later comes under it too. */
  readonly colonyId: number | null;
  readonly yardId: number | null;
  /** What must stand for this to make sense. */
  readonly rests: readonly Stated[];
}

interface Between {
  readonly from?: string | undefined;
  readonly to?: string | undefined;
}

const within = (date: string, { from, to }: Between): boolean =>
  (from === undefined || date >= from) && (to === undefined || date <= to);

const KIND_FIRST = /^(lot|batch|delivery|super|colony|yard)\s+(.{1,60})$/i;
const NUMBER = /^\d{1,9}$/;

/** " between 1 Aug and 10 Aug" */
export function saidBetween({ from, to }: Between): string {
  if (from !== undefined && from === to) return ` on ${writtenDay(from)}`;
  const parts = [from && `from ${writtenDay(from)}`, to && `to ${writtenDay(to)}`].filter(Boolean);
  return parts.length > 0 ? ` ${parts.join(" ")}` : "";
}

/** @throws Refusal beside `field` where nothing of that name is known, or days are told of what has none */
export async function meant(
  work: Work,
  written: string,
  between: Between = {},
  field = "what",
): Promise<Meant> {
  const [, kind = "", rest = written] = KIND_FIRST.exec(written.trim()) ?? [];
  const name = rest.trim();
  const plain = { colonyId: null, yardId: null } as const;
  const dated = between.from !== undefined || between.to !== undefined;
  const noDays = (what: string): void => {
    if (dated) refuse("no-days", `Days are told for a colony or a yard, not for ${what}.`, "from");
  };
  const asked = kind.toLowerCase();
  const unknown = (what: string): never =>
    refuse(
      "unknown-thing",
      `There is no ${what}. Write drum 3, lot WB26-001-6, batch 2, super 41, colony 7, or a yard's name.`,
      field,
    );
  if (asked === "batch" || asked === "delivery") {
    if (!NUMBER.test(name)) unknown(`${asked} ${name}`);
    const row = await (asked === "batch"
      ? oneBatch(work.tx, Number(name))
      : oneDelivery(work.tx, Number(name)));
    noDays(`a ${asked}`);
    return { ...plain, about: asked, name: `${asked} ${name}`, fills: [row.fill_id], rests: [row] };
  }
  const superTag = asked === "super" ? name : asked === "" ? (/^s(\d{1,15})$/i.exec(name)?.[1] ?? "") : "";
  if (superTag !== "") {
    const vessel = await maybeVessel(work.tx, "super", superTag.toUpperCase());
    const fill = vessel && (await lastFillOf(work.tx, vessel.id));
    if (!vessel || !fill) return unknown(`super ${superTag} that was pulled`);
    noDays("a super");
    return { ...plain, about: "super", name: `super ${vessel.tag}`, fills: [fill.id], rests: [fill] };
  }
  if (asked === "colony") {
    const colony = await maybeColony(work.tx, name.toUpperCase());
    if (!colony) return unknown(`colony ${name}`);
    const combs = (await chargesOfColony(work.tx, colony.id)).filter((c) => within(c.date, between));
    return {
      about: "colony",
      name: `colony ${colony.tag}`,
      fills: combs.map((c) => c.fill_id),
      colonyId: colony.id,
      yardId: null,
      rests: [colony],
    };
  }
  const vessel = asked === "" ? vesselNamed(name) : undefined;
  if (vessel) {
    const { fill, name: called } = await standingIn(work, vessel, field);
    noDays("a vessel");
    return { ...plain, about: "vessel", name: called, fills: [fill.id], rests: [fill] };
  }
  const lots = asked === "" || asked === "lot" ? await lotsMarked(work.tx, name) : [];
  const [lot] = lots;
  if (lot) {
    noDays("a lot");
    const code = lots.length > 1 ? markOf(lot) : lot.code;
    return { ...plain, about: "lot", name: `lot ${code}`, fills: lots.map((l) => l.fill_id), rests: lots };
  }
  const yard = asked === "" || asked === "yard" ? await maybeYard(work.tx, name) : undefined;
  if (!yard)
    return unknown(asked === "" ? `thing called "${name.slice(0, 40)}"` : `${asked} ${name.slice(0, 40)}`);
  const combs = (await chargesOfYard(work.tx, yard.id)).filter((c) => within(c.date, between));
  return {
    about: "yard",
    name: yard.name,
    fills: combs.map((c) => c.fill_id),
    colonyId: null,
    yardId: yard.id,
    rests: [yard],
  };
}
