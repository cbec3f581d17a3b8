import { REFERENCES } from "@/core/moisture";
import type { HotRoomView } from "@/house/hot-room/view";
import { temp } from "@/house/language/shown";
import type { Snapshot } from "@/house/standing/snapshot";
import { Caution } from "@/ui/bench";
import { CommandForm } from "@/ui/fields/command-form";
import { Judged } from "@/ui/fields/judged";
import { Instruments } from "@/ui/room/instruments";
import { ReadingSheet } from "@/ui/room/reading-sheet";
import { type BayDoing, doingsOf } from "../doings";

export type RoomSearch = { do?: string; super?: string; supers?: string; stack?: string };

interface Given {
  readonly view: HotRoomView;
  /** What waits at the intake. */
  readonly intake: Snapshot["waiting"];
  readonly search: RoomSearch;
}

const OFTEN: readonly BayDoing<Given>[] = [
  {
    id: "read",
    needs: "read-moisture",
    label: "Enter a reading",
    show: ({ view, search }) => (
      <Judged commands={["read-sheet"]}>
        <ReadingSheet
          key={search.super ?? ""}
          superTag={search.super ?? ""}
          instruments={view.instruments}
          devices={view.devices}
        />
      </Judged>
    ),
  },
  {
    id: "air",
    needs: "note-climate",
    label: "Enter the air",
    show: () => (
      <CommandForm
        command="note-climate"
        label="Note the air"
        fields={[
          { name: "tempC", label: "Room", unit: "°C", kind: "figure", span: 1 },
          { name: "humidityPct", label: "Humidity", unit: "%", kind: "figure", span: 1 },
        ]}
      />
    ),
  },
  {
    id: "stand",
    needs: "stack-supers",
    label: "Stand supers in",
    show: ({ intake, search }) => (
      <>
        <CommandForm
          key={search.supers ?? ""}
          command="stack-supers"
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
    ),
  },
  {
    id: "out",
    needs: "start-batch",
    label: "Take out for spinning",
    show: ({ view, search }) => (
      <CommandForm
        key={search.stack ?? ""}
        command="start-batch"
        label="Take them out and start a batch"
        fields={[
          {
            name: "supers",
            label: "Supers",
            value:
              (view.stacks.find((x) => x.name === search.stack?.toUpperCase()) ?? view.stacks[0])?.tags.join(
                ", ",
              ) ?? "",
            hint: "the whole stack, or leave some standing",
            span: 3,
          },
          { name: "despite", label: "Why it is spun all the same", whenAsked: true, span: 3 },
        ]}
      />
    ),
  },
  {
    id: "check",
    needs: "check-instrument",
    label: "Check an instrument",
    show: ({ view }) => (
      <>
        {view.instruments.length > 0 && (
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
              {
                name: "expected",
                label: "Should show",
                kind: "figure",
                span: 1,
                hint: `at ${temp(20, 0)}, as printed`,
              },
              { name: "shown", label: "Showed", kind: "figure", span: 1, hint: "before any turning" },
              { name: "tempC", label: "Reference at", unit: "°C", kind: "figure", span: 1, value: "20" },
              { name: "adjusted", label: "The screw was turned till it showed right", kind: "check" },
            ]}
          />
        )}
        <Instruments list={view.instruments} adding={view.instruments.length === 0} />
      </>
    ),
  },
  {
    id: "instruments",
    needs: "add-instrument",
    label: "Instruments",
    show: ({ view }) => <Instruments list={view.instruments} adding />,
  },
];

export const WORK = doingsOf(OFTEN, []);
