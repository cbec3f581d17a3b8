/** Jars on the scale as they are judged, on the screen and in the ledger alike: tare off, scale put right, verdict, aim. */
import {
  type AverageTare,
  averageTare,
  checkNetQuantity,
  type FillTarget,
  fillTargetG,
  type NetCheck,
  type NetRules,
  type ScaleSaid,
  scaleSaid,
} from "@/core/bottling";
import { DomainError } from "@/core/domain-error";

/** The day's known weight on the filler's scale. */
export interface KnownWeight {
  readonly scale: string;
  readonly known_g: number;
  readonly shown_g: number;
  readonly verified: boolean;
}

export interface Weighed {
  /** As the scale showed them, g. */
  readonly shownG: readonly number[];
  readonly secondG: readonly number[];
  /** Empty jars, where what was weighed is gross. */
  readonly emptyG: readonly number[];
  readonly nominalG: number;
  readonly lot: number;
  readonly rules: NetRules;
  readonly stepG: number;
  readonly scale: KnownWeight | null;
}

export interface Judged {
  readonly netG: readonly number[];
  readonly secondG: readonly number[];
  readonly tare: AverageTare | null;
  readonly scale: (ScaleSaid & { readonly name: string; readonly verified: boolean }) | null;
  readonly check: NetCheck;
  readonly target: FillTarget | null;
}

/** The field of what was asked that a refusal speaks of. */
export class AtField extends Error {
  constructor(
    readonly field: "weights" | "empty",
    readonly fault: DomainError,
  ) {
    super(fault.message);
  }
}

function at<T>(field: AtField["field"], reckon: () => T): T {
  try {
    return reckon();
  } catch (fault) {
    if (fault instanceof DomainError) throw new AtField(field, fault);
    throw fault;
  }
}

/** @throws AtField with what the core refuses */
export function judged({ shownG, secondG, emptyG, nominalG, lot, rules, stepG, scale }: Weighed): Judged {
  const tare = emptyG.length > 0 ? at("empty", () => averageTare(emptyG, nominalG, rules)) : null;
  const said = scale
    ? at("weights", () => scaleSaid({ knownG: scale.known_g, shownG: scale.shown_g }, nominalG, rules))
    : null;
  // What the scale shows too much is not in the jar.
  const net = (list: readonly number[]): number[] =>
    list.map((g) => (g - (tare?.meanG ?? 0)) / (said?.span ?? 1));
  const [netG, second] = [net(shownG), net(secondG)];
  return at("weights", () => ({
    netG,
    secondG: second,
    tare,
    scale: said && scale ? { ...said, name: scale.scale, verified: scale.verified } : null,
    check: checkNetQuantity(netG, { nominalG, lot, rules, secondG: second }),
    target: netG.length >= 3 ? fillTargetG(netG, { nominalG, lot, rules, stepG }) : null,
  }));
}
