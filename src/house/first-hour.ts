/** The first hour: five answers as the entries they mean. Each is an entry like any other, and can be changed later. */
import type { InputOf } from "./commands";
import { PRESETS, type Preset } from "./people/parts";

export interface FirstAnswers {
  readonly name: string;
  readonly country: string;
  readonly zone: string;
  readonly colonies: number;
  /** How many boxes bear a number; 0 when none does. */
  readonly boxes: number;
  readonly machine: "none" | "hand" | "motor";
  /** Frames the machine takes. */
  readonly slots: number;
  readonly instrument: "none" | "water" | "brix";
  readonly mass: "kg" | "lb";
  readonly preset: Preset;
}

type Means =
  | "set-house"
  | "set-units"
  | "set-parts"
  | "add-yard"
  | "add-colonies"
  | "add-supers"
  | "add-pails"
  | "add-machine"
  | "add-instrument";
type Step = { [N in Means]: { readonly command: N; readonly input: InputOf<N> } }[Means];

/** Two letters of the house's name for its lots, or L. */
const lettersOf = (name: string): string =>
  name
    .normalize("NFD")
    .toUpperCase()
    .split(/[^A-Z0-9]+/)
    .map((w) => w[0] ?? "")
    .join("")
    .slice(0, 3) || "L";

const range = (n: number): string => (n === 1 ? "1" : `1-${n}`);
/** An empty medium box with drawn combs, and a pail (common practice); weighed ones take their place. */
const BOX_KG = 5.2;
const PAIL_KG = 1.1;
const PAIL_HOLDS_KG = 27;

export function firstSteps(a: FirstAnswers): Step[] {
  const us = a.mass === "lb";
  const steps: Step[] = [
    {
      command: "set-house",
      input: { name: a.name, country: a.country, zone: a.zone, lotPrefix: lettersOf(a.name) },
    },
    { command: "set-parts", input: { parts: [...PRESETS[a.preset].parts] } },
    { command: "add-yard", input: { name: "Home" } },
  ];
  if (a.colonies > 0)
    steps.push({ command: "add-colonies", input: { yard: "Home", tags: range(a.colonies) } });
  if (a.boxes > 0)
    steps.push({
      command: "add-supers",
      input: { tags: range(a.boxes), depth: "medium", frames: 10, emptyKg: `${BOX_KG} kg` },
    });
  steps.push({
    command: "add-pails",
    input: {
      tags: range(Math.min(60, Math.max(4, a.colonies * 2))),
      emptyKg: `${PAIL_KG} kg`,
      holdsKg: `${PAIL_HOLDS_KG} kg`,
    },
  });
  if (a.machine !== "none")
    steps.push({
      command: "add-machine",
      input: {
        name: "Extractor",
        slots: a.slots,
        kind: a.machine === "hand" ? "tangential" : "radial",
        cranked: a.machine === "hand",
      },
    });
  if (a.instrument !== "none")
    steps.push({ command: "add-instrument", input: { name: "Refractometer", scale: a.instrument } });
  // Last: screens are drawn anew in other units.
  steps.push({
    command: "set-units",
    input: us
      ? { mass: "lb", temperature: "F", volume: "gal", length: "in", day: "mdy", clock: "12" }
      : { mass: "kg", temperature: "C", volume: "L", length: "mm", day: "dmy", clock: "24" },
  });
  return steps;
}

/** What most houses of so many colonies want (common practice). */
export const usualPreset = (colonies: number): Preset => (colonies <= 12 ? "few" : "sideline");
