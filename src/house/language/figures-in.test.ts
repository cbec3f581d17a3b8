import { describe, expect, it } from "vitest";
import { z } from "zod";
import { COMMANDS } from "../commands";
import { count, list, massKg, pct } from "./fields";
import { missing, readFigure } from "./figure-field";
import { figuresIn } from "./figures-in";

/** Right, wrong, in other units, too long; as text and as numbers. */
const TEXTS = ["", "  ", "abc", "0", "-3", "1,5", "12", "12 lb", "99 F", "3 gal", "1e9", "9".repeat(61)];
const TYPED: readonly (string | number)[] = [...TEXTS, "12 lbs of it", 0, 0.5, 21, 1e9, -1e9];

const CASES = [...COMMANDS.values()].flatMap((command) =>
  Object.entries(figuresIn(command.input))
    .filter(([path]) => !path.includes("."))
    .map(([path, field]) => ({ command, path, field })),
);

describe("the figures a command asks for", () => {
  it("are found in rows, where they may be left out, and behind what is made of them", () => {
    const input = z
      .object({
        kg: massKg("The weight", 90),
        share: pct("The share").optional(),
        jars: count("The jars", 1, 9).default(1),
        rows: list("The rows", z.object({ kg: massKg("The row's weight", 5) }), 10),
        room: z.object({ pct: pct("The room's share") }).optional(),
        drops: z
          .union([z.string(), z.array(z.union([z.number(), z.string()]))])
          .transform((raw) => (Array.isArray(raw) ? raw : raw.split(" ")))
          .pipe(list("The drops", pct("A drop"), 9)),
        either: z.union([z.object({ a: pct("The a") }), z.object({ b: pct("The b") })]).optional(),
      })
      .transform((all) => all.kg);
    expect(Object.entries(figuresIn(input)).map(([path, { what, needed }]) => [path, what, needed])).toEqual([
      ["kg", "The weight", true],
      ["share", "The share", false],
      ["jars", "The jars", false],
      ["rows.*.kg", "The row's weight", false],
      ["room.pct", "The room's share", false],
      ["drops.*", "A drop", false],
    ]);
  });

  it("are judged by the form as by the house, in every command and in its words", () => {
    expect(CASES.length).toBeGreaterThan(100);
    for (const { command, path, field } of CASES) {
      const said = (input: object): string | undefined =>
        command.input.safeParse(input).error?.issues.find((i) => i.path.join(".") === path)?.message;
      expect(said({}), `${command.name} without ${path}`).toBe(
        field.needed ? missing(field.what) : undefined,
      );
      for (const typed of TYPED) {
        const read = readFigure(field, typed);
        expect(said({ [path]: typed }), `${command.name}, ${path} ${typed}`).toBe(
          "wrong" in read ? read.wrong : undefined,
        );
      }
    }
  });
});
