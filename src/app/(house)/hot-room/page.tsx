import type { Metadata } from "next";
import { ageBetween } from "@/house/clock";
import { REFERENCES } from "@/house/commands/instruments";
import { houseDatabase } from "@/house/door";
import { decisions } from "@/house/views/decisions";
import { hotRoomView } from "@/house/views/hot-room";
import { stacksOf } from "@/house/views/stacks";
import { Caution, Doings, Lead, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { CommandForm } from "@/ui/fields/command-form";
import { Figure } from "@/ui/figures/figure";
import { Ahead } from "@/ui/room/ahead";
import { Instruments } from "@/ui/room/instruments";
import { ReadingSheet } from "@/ui/room/reading-sheet";
import { StackBoard } from "@/ui/room/stack-board";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "Hot room" };

const DOINGS = [
  { id: "read", label: "Enter a reading" },
  { id: "air", label: "Enter the air" },
  { id: "stand", label: "Stand supers in" },
  { id: "out", label: "Take out for spinning" },
  { id: "check", label: "Check an instrument" },
  { id: "instruments", label: "Instruments" },
];

type Search = { do?: string; super?: string; supers?: string; stack?: string };

export default async function HotRoom({ searchParams }: { searchParams: Promise<Search> }) {
  const s = await houseAsItStands();
  const search = await searchParams;
  const open = search.do;
  const view = await hotRoomView(houseDatabase(), s, search.stack);
  const { intake } = stacksOf(s.waiting);
  const { air } = s.room;
  return (
    <>
      <Lead title="Hot room">
        {air ? (
          <>
            <Figure value={air.tempC.toFixed(1)} unit="°C" tone="heat" />
            <Figure value={air.humidityPct.toFixed(0)} unit="% RH" tone="water" />
            <span className="text-ink-2">
              dew point {air.dewPointC.toFixed(0)} °C, honey here settles towards{" "}
              {air.equilibriumPct.toFixed(1)} %;{" "}
              {air.device ? `${air.standIn ? "stand-in sensor" : air.device}` : "typed"},{" "}
              {ageBetween(air.at, s.now)} ago
            </span>
          </>
        ) : (
          <span className="text-ink-2">no air is logged yet</span>
        )}
      </Lead>
      <Decisions
        list={decisions(s).filter((d) => d.bay === "Hot room")}
        none="No stack stands in the hot room."
      />
      <Doings bay="/hot-room" list={DOINGS} open={open} />
      {open === "read" && (
        <ReadingSheet
          key={search.super ?? ""}
          superTag={search.super ?? ""}
          instruments={view.instruments}
          devices={view.devices}
        />
      )}
      {open === "air" && (
        <CommandForm
          command="note-climate"
          label="Note the air"
          fields={[
            { name: "tempC", label: "Room", unit: "°C", kind: "figure", span: 1 },
            { name: "humidityPct", label: "Humidity", unit: "%", kind: "figure", span: 1 },
          ]}
        />
      )}
      {open === "stand" && (
        <>
          <CommandForm
            key={search.supers ?? ""}
            command="stand-in-hot-room"
            label="Stand them in"
            keep={["stack"]}
            fields={[
              {
                name: "supers",
                label: "Supers",
                value: search.supers ?? intake.map((w) => w.tag).join(", "),
                placeholder: "41-48",
                hint: "a run, or a list with commas",
                span: 3,
              },
              { name: "stack", label: "Stack", value: "A", span: 1 },
            ]}
          />
          <Caution>
            heaters and gas in a shut room make carbon monoxide; keep electricity dry and protected.
          </Caution>
        </>
      )}
      {open === "out" && (
        <CommandForm
          key={search.stack ?? ""}
          command="start-batch"
          label="Take them out and start a batch"
          fields={[
            {
              name: "supers",
              label: "Supers",
              value:
                (
                  view.stacks.find((x) => x.name === search.stack?.toUpperCase()) ?? view.stacks[0]
                )?.tags.join(", ") ?? "",
              hint: "the whole stack, or leave some standing",
              span: 3,
            },
          ]}
        />
      )}
      {(open === "check" || open === "instruments") && (
        <>
          {open === "check" && view.instruments.length > 0 && (
            <CommandForm
              command="check-instrument"
              label="Enter the check"
              keep={["instrument", "reference", "expected", "tempC"]}
              fields={[
                {
                  name: "instrument",
                  label: "Refractometer",
                  kind: "choice",
                  options: view.instruments.map((i) => ({ value: i.name, label: i.name })),
                },
                {
                  name: "reference",
                  label: "Reference",
                  kind: "choice",
                  options: REFERENCES.map((r) => ({ value: r, label: r })),
                  value: "dioptric oil",
                },
                { name: "expected", label: "Should show", kind: "figure", span: 1, hint: "on its own scale" },
                { name: "shown", label: "Showed", kind: "figure", span: 1 },
                { name: "tempC", label: "At", unit: "°C", kind: "figure", span: 1, value: "20" },
              ]}
            />
          )}
          <Instruments
            list={view.instruments}
            adding={open === "instruments" || view.instruments.length === 0}
          />
        </>
      )}
      <div className="grid gap-4 xl:grid-cols-2">
        <Panel title="What stands in the room">
          {view.stacks.length === 0 ? (
            <p className="text-ink-2">
              Nothing yet. Supers that must dry or warm stand here in stacks; wetter is bluer.
            </p>
          ) : (
            <StackBoard stacks={view.stacks} selected={view.selected?.name ?? null} />
          )}
        </Panel>
        <Panel
          title={view.selected ? `Stack ${view.selected.name}, water in the honey` : "Water in the honey"}
        >
          {view.selected ? (
            <Ahead key={view.selected.name} ahead={view.selected} air={view.air} />
          ) : (
            <p className="text-ink-2">
              A stack with a reading, and the room's air (typed, or from a sensor), show here when it will be
              dry.
            </p>
          )}
          {view.gaps.length > 0 && (
            <p className="mt-2 text-[14px] text-stop">
              Nothing logged {view.gaps.slice(-3).join("; ")}: the forecast takes the air before it as
              lasting.
            </p>
          )}
        </Panel>
      </div>
    </>
  );
}
