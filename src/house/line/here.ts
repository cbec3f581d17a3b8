/** The line as it is typed on a tablet that reads other units than the house reckons in. */
import { asRead, jar, unitOf } from "../language/shown";
import type { Verb } from "../language/words";

/** A field's unit is the end of its name. */
const UNIT_OF_NAME: readonly [RegExp, string][] = [
  [/(?:^k|K)g$/, "kg"],
  [/C$/, "°C"],
  [/G$/, "g"],
];
const BARE = /^[+-]?\d+(?:[.,]\d+)?$/;

/** What was heard, with the tablet's unit behind every figure that stood bare: "26.4" is 26.4 lb where pounds are read. */
export function withUnitsHere(input: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(input).map(([name, value]) => {
      if (Array.isArray(value))
        return [
          name,
          value.map((v) =>
            typeof v === "object" && v !== null ? withUnitsHere(v as Record<string, unknown>) : v,
          ),
        ];
      const unit = UNIT_OF_NAME.find(([ends]) => ends.test(name))?.[1];
      if (!unit || unitOf(unit) === unit || typeof value !== "string" || !BARE.test(value))
        return [name, value];
      return [name, `${value} ${unitOf(unit).replace("°", "")}`];
    }),
  );
}

/** A word of the line as the card shows it here: what stands bare in its example is in the units that are read. */
export function cardHere({ bay, example, means }: Verb): Pick<Verb, "bay" | "example" | "means"> {
  const warmth = (tempC: string): string => String(Math.round(asRead(Number(tempC), "°C")));
  const here = { bay, example, means: means.replaceAll(" kg", ` ${unitOf("kg")}`) };
  if (unitOf("g") !== "g") {
    here.example = example.replace(/x(\d{3})\b/g, (_, g: string) => `x${jar(Number(g)).replace(" oz", "")}`);
    here.means = here.means
      .replace(/(\d{3}) g\b/g, (_, g: string) => jar(Number(g)))
      .replace(/x(\d{3})\b/g, (_, g: string) => `x${jar(Number(g)).replace(" oz", "")}`);
  }
  if (unitOf("°C") !== "°C") {
    here.example = here.example
      .replace(/@(\d\d)\b/g, (_, c: string) => `@${warmth(c)}`)
      .replace(/^hot (\d{1,2}(?:\.\d)?)/, (_, c: string) => `hot ${warmth(c)}`);
    here.means = here.means
      .replace(/@(\d\d)\b/g, (_, c: string) => `@${warmth(c)}`)
      .replace(/\b(\d{1,2}(?:\.\d)?) °C/g, (_, c: string) => `${warmth(c)} °F`);
  }
  return here;
}
