import { ANY_HAND, Refusal } from "@/house";
import { receiveFromStandIn } from "@/house/devices/posts";
import { standInTruth } from "@/house/devices/stand-in-truth";
import { houseDatabase } from "@/house/door";
import {
  filledJarShows,
  hiddenComb,
  hiddenWaterPct,
  refractometerShows,
  STAND_IN_SEED,
  scaleShows,
} from "@/standins";
import { askerWhoMay, jsonBody, sameSite } from "../http";

/** Whoever may write may have a stand-in read something. */
const TO_READ = { who: ANY_HAND, summary: "have a stand-in read something" };

/** Puts a super or a filled jar on the stand-in scale, or a drop on the stand-in prism: { super, cappedPct?, sampleC? } or { jarG }. */
export async function POST(request: Request, { params }: { params: { kind: string } }): Promise<Response> {
  sameSite(request);
  const { kind } = params;
  await askerWhoMay(request, TO_READ);
  const body = (await jsonBody(request)) as Record<
    "super" | "cappedPct" | "sampleC" | "frameKg" | "jarG",
    unknown
  >;
  if (kind !== "scale" && kind !== "refractometer")
    throw new Refusal("unknown-stand-in", "The stand-ins are scale and refractometer.", 404);
  const jarG = Number(body?.jarG ?? 0);
  if (kind === "scale" && jarG >= 5 && jarG <= 50_000) {
    const at = new Date();
    const shownG = filledJarShows(STAND_IN_SEED, jarG, at.getTime());
    const device = await receiveFromStandIn(houseDatabase(), kind, { grossKg: shownG / 1000 }, at);
    return Response.json({ value: shownG / 1000, device: device.name, standIn: true });
  }
  if (typeof body?.super !== "string" || body.super === "")
    throw new Refusal("bad-input", "Name the super first: scan it or type its tag.", 400);
  const figure = (value: unknown, otherwise: number) => {
    const read = Number(String(value ?? "").replace(",", "."));
    return value === "" || !Number.isFinite(read) ? otherwise : read;
  };
  const db = houseDatabase();
  const now = new Date();
  const turn = now.getTime();
  const truth = await standInTruth(
    db,
    body.super
      .trim()
      .toUpperCase()
      .replace(/^S(?=\d)/, ""),
  );
  const cappedPct = truth.cappedPct ?? figure(body.cappedPct, 95);
  const comb = hiddenComb(STAND_IN_SEED, { ...truth, cappedPct });
  // One frame on the scale: its super's mean frame, as unlike the others as frames are.
  const frameKg = figure(body.frameKg, 0);
  if (kind === "scale" && frameKg > 0) {
    const grossKg = Math.max(0.2, scaleShows(STAND_IN_SEED, frameKg * (0.75 + (turn % 50) / 100), turn));
    const device = await receiveFromStandIn(db, kind, { grossKg }, now);
    return Response.json({ value: grossKg, device: device.name, standIn: true });
  }
  if (kind === "scale") {
    const grossKg = scaleShows(STAND_IN_SEED, truth.emptyKg + (truth.weighedKg ?? comb.kg), turn);
    const device = await receiveFromStandIn(db, kind, { grossKg }, now);
    return Response.json({ value: grossKg, device: device.name, standIn: true });
  }
  const waterPct = truth.pulledAt
    ? hiddenWaterPct(comb, truth.climate, truth.draught, truth.pulledAt.getTime(), turn)
    : comb.waterPct;
  const tempC = Math.min(40, Math.max(12, figure(body.sampleC, 20)));
  const shown = refractometerShows(STAND_IN_SEED, waterPct, tempC, turn);
  const device = await receiveFromStandIn(db, kind, { shown, tempC }, now);
  return Response.json({ value: shown, device: device.name, standIn: true });
}
