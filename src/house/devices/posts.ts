/** What devices post by themselves: who they are is proved by a token, how much they may say is bounded. */

import { createHash, timingSafeEqual } from "node:crypto";
import type { Knex } from "knex";
import { z } from "zod";
import { type DeviceRow, maybeDevice } from "../hot-room/records";
import { Refusal } from "../language/errors";
import { isWritable } from "../language/writable";
import { mayBeC } from "../warmth/now";
import { warmers } from "../warmth/records";
import { keepPosts, type LookAgain, postsSince, saidBefore, standInOf } from "./records";

/** A bridge that was cut off may bring half a day at once; more is a bridge gone mad. */
export const MOST_READINGS = 720;
const MOST_ROWS_A_MINUTE = 3000;
const OLDEST_MS = 30 * 86_400_000;
const CLOCK_GRACE_MS = 5 * 60_000;

const problem = (code: string, message: string, status: 400 | 401 | 422 = 422): never => {
  throw new Refusal(code, message, status);
};

/** JSON carries no NaN: a sensor that has none says null or "NaN", and is called out for it. */
const sensed = z
  .union([z.number(), z.null(), z.literal("NaN")])
  .transform((x) => (typeof x === "number" ? x : Number.NaN));
const at = z.iso.datetime({
  offset: true,
  error: "Each reading needs `at`, a time such as 2026-08-13T11:42:00Z.",
});

/** What one reading of each kind of device is. */
export const READING = {
  "thermo-hygrometer": z.strictObject({ at, tempC: sensed, humidityPct: sensed }),
  thermometer: z.strictObject({ at, tempC: z.number().min(-40).max(110) }),
  scale: z.strictObject({ at, grossKg: z.number().min(0).max(600) }),
  refractometer: z.strictObject({ at, shown: z.number().min(0).max(100), tempC: z.number().min(0).max(60) }),
} as const;

interface PostRow {
  at: Date;
  temp_c?: number;
  humidity_pct?: number;
  gross_kg?: number;
  shown?: number;
}

function rowsOf(kind: DeviceRow["kind"], readings: unknown): PostRow[] {
  if (!Array.isArray(readings) || readings.length === 0)
    return problem("bad-input", "Post { readings: [...] } with at least one reading.", 400);
  if (readings.length > MOST_READINGS)
    return problem("too-many", `At most ${MOST_READINGS} readings come in one post.`);
  return readings.map((raw, i) => {
    const parsed = READING[kind].safeParse(raw);
    if (!parsed.success) {
      const issue = parsed.error.issues[0];
      return problem(
        "bad-input",
        `Reading ${i + 1}: ${issue?.path.join(".") ?? ""} ${issue?.message ?? ""}`.trim(),
        400,
      );
    }
    const r = parsed.data as {
      at: string;
      tempC?: number;
      humidityPct?: number;
      grossKg?: number;
      shown?: number;
    };
    return {
      at: new Date(r.at),
      ...(r.tempC === undefined ? {} : { temp_c: r.tempC }),
      ...(r.humidityPct === undefined ? {} : { humidity_pct: r.humidityPct }),
      ...(r.grossKg === undefined ? {} : { gross_kg: r.grossKg }),
      ...(r.shown === undefined ? {} : { shown: r.shown }),
    };
  });
}

const LONGEST_LINE = 80;
/** Mode letters of a scale ("ST,GS,"), a weight and a unit, each bounded. */
const WEIGHING = /^(?:[A-Z]{1,4},?){0,3} {0,8}\+?(\d{1,9}(?:\.\d{1,9})?) {0,8}(kg|g|lb)?$/i;
const MOMENT = /^\d{4}-\d\d-\d\dT\S{1,30}$/;

/** A scale's plain lines, "21.40 kg" or "2026-08-13T11:42:00Z 21.40 kg", as readings; at most 80 characters each. */
export function linesOfScale(text: string, now: Date): { at: string; grossKg: number }[] {
  const lines = text
    .split(/\r?\n/, MOST_READINGS * 2)
    .map((l) => l.trim())
    .filter((l) => l !== "");
  return lines.map((line, i) => {
    const gap = line.indexOf(" ");
    const when = gap > 0 && gap < 40 && MOMENT.test(line.slice(0, gap)) ? line.slice(0, gap) : undefined;
    const [, figure = "", unit = "kg"] =
      (line.length > LONGEST_LINE ? null : WEIGHING.exec(when ? line.slice(gap).trim() : line)) ??
      problem("bad-line", `Line ${i + 1} "${line.slice(0, 40)}" is no weighing such as "21.40 kg".`, 400);
    const factor = { kg: 1, g: 0.001, lb: 0.45359237 }[unit.toLowerCase()] ?? 1;
    return { at: when ?? new Date(now.getTime() + i).toISOString(), grossKg: Number(figure) * factor };
  });
}

/** Keeps what a known device posted, once each. @throws Refusal */
export async function keepReadings(
  db: Knex,
  device: DeviceRow,
  readings: unknown,
  now: Date,
): Promise<{ kept: number }> {
  const rows = rowsOf(device.kind, readings);
  const strange = rows.find(
    (r) => r.at.getTime() > now.getTime() + CLOCK_GRACE_MS || r.at.getTime() < now.getTime() - OLDEST_MS,
  );
  if (strange)
    return problem(
      "bad-time",
      `${strange.at.toISOString()} lies in the future or more than 30 days back: set the device's clock.`,
    );
  const n = await postsSince(db, device.id, new Date(now.getTime() - 60_000));
  if (n + rows.length > MOST_ROWS_A_MINUTE)
    return problem("too-fast", "Too many readings in a minute; slow down.");
  const kept = await keepPosts(
    db,
    rows.map((r) => ({ ...r, device_id: device.id, received_at: now })),
    await whoLooks(db, device, rows),
  );
  return { kept };
}

/** A warmer that got too warm just now, or is no more, is every screen's business; else those that show the place. */
async function whoLooks(db: Knex, device: DeviceRow, rows: readonly PostRow[]): Promise<LookAgain> {
  if (device.place === null) return "room";
  const place = device.place.toLowerCase();
  const warmer = (await warmers(db)).find((w) => w.name.toLowerCase() === place);
  const last = rows.reduce((a, b) => (b.at > a.at ? b : a));
  if (!warmer || last.temp_c === undefined) return "places";
  const may = mayBeC({ tempC: warmer.temp_c, spreadC: warmer.spread_c });
  const before = await saidBefore(db, device.id, last.at);
  return last.temp_c > may !== (before !== null && before > may) ? "all" : "places";
}

const sha256 = (text: string): Buffer => createHash("sha256").update(text, "utf8").digest();

/** The device that this token belongs to; asked before anything is read of what it posts. @throws Refusal */
export async function deviceWithToken(db: Knex, name: string, token: string): Promise<DeviceRow> {
  const device = isWritable(name) && name.length <= 80 ? await maybeDevice(db, name) : undefined;
  const told = sha256(token);
  const known = device ? Buffer.from(device.token_sha256, "hex") : Buffer.alloc(32);
  if (!timingSafeEqual(told, known) || !device)
    throw new Refusal("unknown-token", "This device and token are not known here.", 401);
  return device;
}

/** Takes a device's post. Readings known already are not kept twice. @throws Refusal */
export async function receivePost(
  db: Knex,
  post: { device: string; token: string; readings: unknown },
  now = new Date(),
): Promise<{ kept: number }> {
  return keepReadings(db, await deviceWithToken(db, post.device, post.token), post.readings, now);
}

/** A stand-in's reading, made on the spot for whoever pressed its button. */
export async function receiveFromStandIn(
  db: Knex,
  kind: DeviceRow["kind"],
  reading: Record<string, unknown>,
  now = new Date(),
): Promise<DeviceRow> {
  const device = await standInOf(db, kind);
  if (!device) throw new Refusal("no-stand-in", `This house has no stand-in ${kind}.`, 404);
  await keepReadings(db, device, [{ at: now.toISOString(), ...reading }], now);
  return device;
}
