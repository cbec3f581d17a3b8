"use client";

import { useState } from "react";
import { judgeSheet } from "@/core/moisture/sheet";
import type { AtHand, InstrumentView } from "@/house/devices/view";
import { temp } from "@/house/language/shown";
import { Field } from "../fields/field";
import { asProposed, forTheHouse, tempIn } from "../fields/figure";
import { useWrongFigure } from "../fields/judged-here";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { FromDevice } from "../from-device";
import { waterOf } from "./water-of";

/** The reading sheet: three drops in a row, their mean and spread while they are entered, an outlier named. */
export default function SheetOfDrops({
  superTag,
  instruments,
  devices,
}: {
  superTag: string;
  instruments: readonly Pick<
    InstrumentView,
    "name" | "verified" | "standing" | "shows" | "scale" | "corrects" | "offsetIndex"
  >[];
  devices: AtHand;
}) {
  const [tag, setTag] = useState(superTag);
  const [instrument, setInstrument] = useState(
    instruments.find((i) => i.verified)?.name ?? instruments[0]?.name ?? "",
  );
  const [sampleC, setSampleC] = useState(asProposed("20", "°C"));
  const [drops, setDrops] = useState(["", "", ""]);
  const { standing, errorAt, submit } = useCommand("read-sheet");
  const picked = instruments.find((i) => i.name === instrument);
  const wrongC = useWrongFigure("read-sheet")("tempC", forTheHouse(sampleC, "°C"));
  // At a temperature that is none a drop is nothing yet.
  const read = wrongC ? [] : drops.map((d) => waterOf(d, picked, tempIn(sampleC) ?? 20));
  /** Those left empty are not sent: a drop stands in what was sent after those filled in before it. */
  const wrongDrop = (i: number): string | undefined => {
    if (i === 0 && errorAt("values")) return errorAt("values");
    const before = drops.slice(0, i).filter((d) => d.trim() !== "").length;
    return drops[i]?.trim() ? errorAt(`values.${before}`) : undefined;
  };
  const water = read.flatMap((r) => (typeof r === "number" ? [r] : []));
  const slip = read.find((r) => typeof r === "string");
  const sheet = water.length > 0 ? judgeSheet(water) : null;

  return (
    <form
      className="panel mb-3"
      aria-label="Reading sheet"
      onSubmit={async (e) => {
        e.preventDefault();
        const answer = await submit({
          super: tag,
          ...(instrument ? { instrument } : {}),
          tempC: forTheHouse(sampleC, "°C") || "20",
          values: drops.filter((d) => d.trim() !== ""),
        });
        if (!answer) return;
        setDrops(["", "", ""]);
        setTag("");
        document.getElementsByName("super")[0]?.focus();
      }}
    >
      <div className="flex flex-wrap items-start gap-4">
        <Field
          spec={{ name: "super", label: "Super", placeholder: "41", span: 1 }}
          value={tag}
          error={errorAt("super")}
          autoFocus={!superTag}
          onChange={(v) => setTag(String(v))}
        />
        {instruments.length > 0 && (
          <Field
            spec={{
              name: "instrument",
              label: "Refractometer",
              kind: "choice",
              options: instruments.map((i) => ({
                value: i.name,
                label: `${i.name}, ${i.shows.split(",")[0]}`,
              })),
              hint: picked?.verified ? "checked" : `unverified: ${picked?.standing ?? "not named"}`,
            }}
            value={instrument}
            error={errorAt("instrument")}
            onChange={(v) => setInstrument(String(v))}
          />
        )}
        <Field
          spec={{ name: "tempC", label: "Sample at", unit: "°C", kind: "figure", span: 1 }}
          value={sampleC}
          error={wrongC ?? errorAt("tempC")}
          onChange={(v) => setSampleC(String(v))}
        />
        {drops.map((d, i) => (
          // The drops are three places in a row, not things of their own.
          <Field
            key={["first", "second", "third"][i]}
            spec={{ name: `values.${i}`, label: `Drop ${i + 1}`, kind: "figure", span: 1 }}
            value={d}
            error={wrongDrop(i)}
            autoFocus={superTag !== "" && i === 0}
            onChange={(v) => setDrops(drops.map((x, j) => (j === i ? String(v) : x)))}
          />
        ))}
      </div>
      {instruments.length === 0 && (
        <p className="mt-2 text-[15px] text-ink-2">
          No refractometer is set up: figures are taken as % water, corrected for temperature, and count as
          unverified.{" "}
          <a className="font-semibold" href="/hot-room?do=instruments">
            Set one up
          </a>
          .
        </p>
      )}
      {slip && (
        <p className="mt-3 font-semibold text-stop" aria-live="polite">
          {slip}
        </p>
      )}
      {sheet && (
        <p className="mt-3" aria-live="polite">
          In % water at {temp(20, 0)}:{" "}
          <b className={sheet.outlier === null ? "text-water" : "text-stop"}>{sheet.sentence}</b>
        </p>
      )}
      <div className="mt-4 flex flex-wrap items-start gap-4">
        <button type="submit" className="do" aria-disabled={standing.step === "sending"}>
          Enter the sheet
        </button>
        <FromDevice
          kind="refractometer"
          device={devices.refractometer}
          about={() => ({ super: tag, sampleC: tempIn(sampleC) ?? 20 })}
          onValue={(value) =>
            setDrops((now) => {
              const free = now.findIndex((d) => d.trim() === "");
              return now.map((d, i) => (i === (free === -1 ? 2 : free) ? value : d));
            })
          }
        />
        <SaysStanding standing={standing} />
      </div>
    </form>
  );
}
