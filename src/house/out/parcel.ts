/** One kind of jars on its way to somebody: whatever is sent goes through here. */
import { gramsOfJars } from "../bottle/off";
import { type LotRow, oneLot } from "../bottle/records";
import { mustBeFree } from "../hold/gate";
import { dayIn } from "../language/clock";
import { refuse } from "../language/errors";
import { plural } from "../language/spoken";
import type { Work } from "../ledger/work";

export interface Buyer {
  readonly id: number;
  readonly entry_id: number;
  readonly name: string;
}

export interface Sent {
  readonly lot: LotRow;
  readonly parcel: number;
  readonly jars: number;
  readonly grams: number;
}

const alike = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** Honey kept apart goes to its owner, or with the owner's word. @throws Refusal */
export function mustBeTheirs(
  owner: string,
  buyer: string,
  what: string,
  despite: string,
  field = "despite",
): void {
  if (owner !== "" && !alike(owner, buyer) && despite === "")
    refuse(
      "owners-honey",
      `${what} is ${owner}'s own honey: it goes to ${owner}, or with their word. Say what they said.`,
      field,
    );
}

/** Takes jars off their lot and gives them to a buyer. @throws Refusal where there are not so many, or they are held */
export async function sendParcel(
  work: Work,
  {
    code,
    jars,
    buyer,
    price = null,
    dispatch = null,
    despite = "",
    at = "",
  }: {
    code: string;
    jars: number;
    buyer: Buyer;
    price?: number | null | undefined;
    dispatch?: number | null;
    despite?: string;
    /** Where its fields are in the input: "lines.0." */
    at?: string;
  },
): Promise<Sent> {
  const lot = await oneLot(work.tx, code, `${at}lot`);
  const left = lot.jars - lot.jars_out;
  if (left === 0)
    refuse("lot-gone", `All ${lot.jars} jars of lot ${lot.code} have left already.`, `${at}jars`);
  if (jars > left)
    refuse(
      "too-many-jars",
      `${plural(left, "jar")} of lot ${lot.code} ${left === 1 ? "is" : "are"} here, not ${jars}.`,
      `${at}jars`,
    );
  await mustBeFree(work, [{ fillId: lot.fill_id, name: `lot ${lot.code}` }], "be sent", `${at}lot`);
  mustBeTheirs(lot.owner, buyer.name, `Lot ${lot.code}`, despite);
  const grams = gramsOfJars(lot, jars);
  const fillId = await work.openFill({ kind: "parcel", name: buyer.name });
  const because = `${plural(jars, "jar")} of lot ${lot.code} went to ${buyer.name}`;
  await work.restOn(lot, because);
  await work.restOn(buyer, `${buyer.name} got jars of lot ${lot.code}`);
  await work.move({
    from: lot.fill_id,
    to: fillId,
    grams,
    kind: "send",
    fromName: `Lot ${lot.code}`,
    because,
  });
  const parcel = await work.state("parcel", {
    lot_id: lot.id,
    fill_id: fillId,
    buyer_id: buyer.id,
    jars,
    sent_on: dayIn(work.house.zone, work.at),
    dispatch_id: dispatch,
    price,
  });
  return { lot, parcel, jars, grams };
}
