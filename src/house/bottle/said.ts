/** Both verdicts on jars in words: the packer's own duty, and what an inspector would find. */
import { NET_RULES, type NetCheck, type NetRules, type ScaleSaid } from "@/core/bottling";
import { mass, weighedG } from "../language/shown";
import { plural } from "../language/spoken";

export function dutySaid({ duty, under, shortOnce, shortTwice, n }: NetCheck): string {
  if (duty.verdict === "kept")
    return duty.by === "every"
      ? "Every jar holds what its label says."
      : "The packer's duty is kept: the mean is over the label, and no more are short than may be.";
  if (duty.verdict === "unsure")
    return duty.by === "every"
      ? `The ${plural(n, "jar")} weighed hold their label; of the others nobody knows: so few are weighed one by one.`
      : "Whether the packer's duty is kept is not sure yet: weigh more.";
  if (duty.by === "every")
    return `${plural(under, "jar")} under the label: the packer's duty is broken. Top ${under === 1 ? "it" : "them"} up or open ${under === 1 ? "it" : "them"}.`;
  const why = [
    ...(duty.why.includes("mean") ? ["the mean is under the label"] : []),
    ...(duty.why.includes("once") ? [`${plural(shortOnce, "jar")} too short`] : []),
    ...(duty.why.includes("twice")
      ? [`${plural(shortTwice, "jar")} short by more than twice what may be`]
      : []),
  ];
  return `The packer's duty is broken: ${why.join(", ")}.`;
}

export function inspectorSaid({ inspector, n }: NetCheck, rules: NetRules): string {
  const { name } = NET_RULES[rules];
  switch (inspector.verdict) {
    case "passes":
      return `As an inspector's sample (${name}) they would pass.`;
    case "fails":
      return `As an inspector's sample (${name}) they would fail.`;
    case "second":
      return `An inspector (${name}) would draw a second sample.`;
    case "too-few":
      return `An inspector (${name}) would weigh ${inspector.sample}, not ${n}.`;
  }
}

/** "457.2 g, 3.2 g over the label": what is given away with each jar. */
export const giveawaySaid = (giveawayG: number, jars: number): string =>
  `${weighedG(Math.abs(giveawayG))} ${giveawayG >= 0 ? "over" : "under"} the label with each jar, ${mass((Math.abs(giveawayG) * jars) / 1000, 2)} in ${plural(jars, "jar")}`;

/** What the day's known weight said of the scale; null where it was not checked that day. */
export function scaleInWords(
  scale: (ScaleSaid & { readonly name: string; readonly verified: boolean }) | null,
): string {
  if (!scale) return "The scale was not checked with a known weight that day.";
  const off =
    Math.abs(scale.offG) < 0.05
      ? `${scale.name} shows a known weight right`
      : `${scale.name} shows ${weighedG(Math.abs(scale.offG))} too ${scale.offG > 0 ? "much" : "little"} a jar, which is taken ${scale.offG > 0 ? "off" : "into account"}`;
  return `${off}${scale.fit ? "" : `; more than the ${weighedG(scale.mayBeG)} it may be off: have it set`}; ${scale.verified ? "verified" : "not verified"} for trade.`;
}
