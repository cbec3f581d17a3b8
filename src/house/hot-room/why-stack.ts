/** The working behind what is said of a stack. */

import { upperLimitBecause } from "@/core/moisture";
import { ageBetween, whenIn } from "../language/clock";
import { asWritten, mass, massG, temp } from "../language/shown";
import { plural } from "../language/spoken";
import type { Why } from "../standing/model";
import type { Snapshot } from "../standing/snapshot";
import type { StackState } from "./room";
import { FAN_WORDS, pct } from "./says";

export function whyStack(s: Snapshot, stack: StackState): Why {
  const { rate, forecast: f, water } = stack;
  const { air } = s.room;
  return {
    title: `Stack ${stack.name}`,
    because: [
      ...stack.supers
        .flatMap((w) =>
          w.latest.map((r) => ({
            what: `Super ${w.tag}`,
            figure: `${pct(r.water_pct)} ±${r.sd_pct.toFixed(1)}`,
            by: `${r.who}, ${whenIn(s.house.zone, r.at, s.now)}${r.instrument ? `, ${r.instrument}` : ""}${r.doubts.length > 0 ? `; unverified: ${r.doubts.join(", ")}` : ""}`,
          })),
        )
        .slice(0, 12),
      ...(water
        ? [
            {
              what: `Water now${rate ? ", readings brought forward by the drying" : ""}, weighted by honey, ${water.readBoxes} of ${water.boxes} supers read`,
              figure: `${pct(water.meanPct)} ±${water.sePct.toFixed(1)}`,
            },
            ...upperLimitBecause(water),
          ]
        : []),
      ...(air
        ? [
            {
              what: `Room air, ${air.device ?? "typed"}${air.standIn ? " (stand-in)" : ""}`,
              figure: `${temp(air.tempC)}, ${air.humidityPct.toFixed(0)} %`,
              by: whenIn(s.house.zone, air.at, s.now),
            },
            {
              what: "How it stood to the fan, by the log",
              figure: FAN_WORDS[stack.fan],
              source: "full 1, some 0.65, none 0.3 of the speed; common practice",
            },
            {
              what: "Honey in this air settles towards",
              figure: pct(air.equilibriumPct),
              source: `Martin 1958, Bee World 39:165${air.extrapolated ? "; outside the table, extrapolated" : ""}`,
            },
          ]
        : []),
      ...(rate
        ? [
            {
              what: `Rate k, learnt from ${plural(rate.readings, "reading")} at ${plural(rate.moments, "moment")}`,
              figure: `${rate.kPerHour.median.toFixed(4)} /h (${rate.kPerHour.lo.toFixed(4)} to ${rate.kPerHour.hi.toFixed(4)})`,
              source: "dW/dt = −k (W − equilibrium) over the logged air; prior 0.007 /h, common practice",
            },
          ]
        : []),
      ...(rate && rate.unloggedShare > 0.05
        ? [
            {
              what: "Part of the time with no air logged; the air around it was taken on",
              figure: `${Math.round(rate.unloggedShare * 100)} %`,
            },
          ]
        : []),
      ...(f && stack.waterKg > 0
        ? [
            {
              what: `Water still to take out of ${massG(stack.grams)}`,
              figure: `${mass(stack.waterKg)}`,
              source: "m (W₀ − W₁) / (100 − W₁)",
            },
            ...(stack.dehumidifierHours
              ? [
                  {
                    what: `The dehumidifier needs at least, rated ${asWritten(s.house.dehumidifier_l_day, "L a day", 1)}, taken at 35 %`,
                    figure: `${stack.dehumidifierHours.toFixed(0)} h`,
                    source: "common practice",
                  },
                ]
              : []),
          ]
        : []),
      { what: "Pulled", figure: `${ageBetween(stack.pulledAt, s.now)} ago` },
      {
        what: `Supers left standing more than ${s.house.beetle_hours} h are at risk from hive beetle`,
        source: "common practice; house setting",
      },
    ],
    change: stack.next
      ? `A reading of super ${stack.next}; drier or warmer air; another place in the draught.`
      : "Drier or warmer air.",
  };
}
