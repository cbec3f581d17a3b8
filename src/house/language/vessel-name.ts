/** A vessel of strained honey as people name it: "pail 12", "b12", "drum D1", "tank 2". */
import { z } from "zod";
import { tag } from "./fields";
import { eachNamed, KINDS, type NamedVessel, vesselNamed } from "./vessel-named";

export { type NamedVessel, vesselNamed } from "./vessel-named";

export const vesselName = (what: string) =>
  z
    .union([z.string(), z.number()], { error: `${what} is missing.` })
    .transform((raw, ctx): NamedVessel => {
      const named = vesselNamed(String(raw));
      if (named) return named;
      ctx.addIssue({
        code: "custom",
        message:
          String(raw).trim() === ""
            ? `${what} is missing.`
            : `${what} "${String(raw).slice(0, 30)}" must be a vessel such as pail 12, drum 2, tank 1 or tub 3.`,
      });
      return z.NEVER;
    })
    .meta({ description: `${what}: pail 12, drum 2, tank 1, tub 3.` });

/** Several vessels, as a list or as words; each once. */
export const vesselNames = (what: string, max: number) =>
  z
    .union([z.array(z.union([z.string(), z.number()])).max(max * 2), z.string().max(2000)], {
      error: `${what}: name at least one, such as pail 12, drum 2.`,
    })
    .transform((raw, ctx): NamedVessel[] => {
      const words = typeof raw === "string" ? eachNamed(raw) : raw.map(String);
      const fault = (message: string, path: (string | number)[] = []): typeof z.NEVER => {
        ctx.addIssue({ code: "custom", message, path });
        return z.NEVER;
      };
      if (words.length === 0) return fault(`${what}: name at least one.`);
      if (words.length > max) return fault(`${what}: at most ${max} at a time.`);
      const named: NamedVessel[] = [];
      for (const word of words) {
        const one = vesselNamed(word);
        if (!one)
          return fault(`"${word.slice(0, 30)}" must be a vessel such as pail 12, drum 2, tank 1 or tub 3.`);
        if (named.some((n) => n.kind === one.kind && n.tag === one.tag))
          return fault(`${one.kind} ${one.tag} is named twice.`.replace(/^./, (c) => c.toUpperCase()));
        named.push(one);
      }
      return named;
    })
    .meta({ description: `${what}: a list, or words such as "pail 12, drum 2"; at most ${max}.` });

/** A command that speaks of one vessel names it by its kind: { pail: "12" } or { drum: "2" }. */
export const ONE_VESSEL = {
  pail: tag("pail").optional(),
  drum: tag("drum").optional(),
  tank: tag("tank").optional(),
  tub: tag("tub").optional(),
  /** Any of them by its name: "drum 2". */
  vessel: vesselName("The vessel").optional(),
} as const;

/** The vessels an input names, by their kind or by name. */
export const vesselsOf = (
  input: { readonly [K in NamedVessel["kind"]]?: string | undefined } & {
    readonly vessel?: NamedVessel | undefined;
  },
): NamedVessel[] => [
  ...KINDS.flatMap((kind) => {
    const named = input[kind];
    return named === undefined ? [] : [{ kind, tag: named }];
  }),
  ...(input.vessel ? [input.vessel] : []),
];
