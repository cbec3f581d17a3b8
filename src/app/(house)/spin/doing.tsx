import { devicesAtHand, instrumentsView } from "@/house/devices/view";
import { houseDatabase } from "@/house/door";
import { stacksOf } from "@/house/hot-room/stacks";
import { mass } from "@/house/language/shown";
import { LOSS_CAUSES } from "@/house/spin/commands/record-loss";
import type { FloorView } from "@/house/spin/view";
import type { Snapshot } from "@/house/standing/snapshot";
import { Caution } from "@/ui/bench";
import { CommandForm } from "@/ui/fields/command-form";
import { Judged } from "@/ui/fields/judged";
import type { FieldSpec } from "@/ui/fields/spec";
import { ChooseSupers, DayPlanner, LoadArranger, Skills } from "@/ui/floor";
import { ReadingSheet } from "@/ui/room/reading-sheet";
import { type BayDoing, doingsOf } from "../doings";
import { OneChecklist } from "../one-checklist";
import { ByHand } from "./by-hand";
import { Cappings } from "./cappings";
import { MachineForm } from "./machine-form";
import { WhatIfWeHad } from "./what-if";

export type SpinSearch = {
  do?: string;
  super?: string;
  supers?: string;
  batch?: string;
  machine?: string;
  day?: string;
};

interface Given {
  readonly s: Snapshot;
  readonly floor: FloorView;
  readonly search: SpinSearch;
  /** Which batch, where more than one is open. */
  readonly batchField: readonly FieldSpec<"batch">[];
}

const OFTEN: readonly BayDoing<Given>[] = [
  {
    id: "load",
    needs: "start-run",
    label: "Next load",
    show: ({ floor }) => (
      <>
        {!floor.checks.open && <OneChecklist kind="opening" />}
        <LoadArranger key={floor.batch} floor={floor} />
      </>
    ),
  },
  {
    id: "day",
    part: "planners",
    needs: "plan-day",
    label: "Plan the day",
    show: ({ floor }) => <DayPlanner floor={floor} />,
  },
  {
    id: "batch",
    needs: "start-batch",
    label: "Choose supers",
    show: ({ s, search }) => {
      const { stacks, intake } = stacksOf(s.waiting);
      const now = new Map(s.room.stacks.flatMap((x) => x.boxes.map((b) => [b.name, b.readings])));
      const grouped = [
        ...(intake.length > 0 ? [{ name: "Intake", supers: intake }] : []),
        ...stacks.map((x) => ({ name: `Stack ${x.name}`, supers: x.supers })),
      ];
      return (
        <ChooseSupers
          key={search.supers ?? ""}
          chosen={(search.supers ?? "").split(",").filter((t) => t !== "")}
          openBatch={s.openBatches.length === 1 ? (s.openBatches[0]?.number ?? null) : null}
          rules={{ targetPct: s.house.target_pct, limitPct: s.house.limit_pct }}
          houseSchool={s.house.school}
          supers={grouped.flatMap((g) =>
            g.supers.map((w) => ({
              tag: w.tag,
              kg: w.grams / 1000,
              waterPct: w.water.figures.waterPct ?? null,
              readings: now.get(w.tag) ?? w.asRead,
              school: w.school,
              verdict: w.water.verdict === "unread" ? `${w.capped_pct} % capped` : w.water.verdict,
              group: g.name,
            })),
          )}
        />
      );
    },
  },
  {
    id: "read",
    needs: "read-moisture",
    label: "Enter a reading",
    show: async ({ s, search }) => (
      <Judged commands={["read-sheet"]}>
        <ReadingSheet
          key={search.super ?? ""}
          superTag={search.super ?? ""}
          instruments={await instrumentsView(houseDatabase(), s)}
          devices={await devicesAtHand(houseDatabase())}
        />
      </Judged>
    ),
  },
  {
    id: "weigh",
    needs: "weigh-spun-super",
    label: "Weigh back a super",
    show: ({ search }) => (
      <>
        <CommandForm
          key={search.super ?? ""}
          command="weigh-spun-super"
          label="Weigh it back"
          fields={[
            {
              name: "super",
              label: "Super",
              ...(search.super ? { value: search.super } : {}),
              placeholder: "41",
              span: 1,
            },
            { name: "grossKg", label: "Spun, it weighs", unit: "kg", kind: "figure" },
          ]}
        />
        <Caution>
          lid shut before it turns; speed to zero and standstill before the lid opens. Hair, sleeves and
          straps away from the drum.
        </Caution>
      </>
    ),
  },
  {
    id: "pail",
    needs: "fill-pail",
    label: "Fill a pail",
    show: ({ batchField }) => (
      <>
        <CommandForm
          command="fill-pail"
          label="Fill the pail"
          keep={["batch"]}
          fields={[
            { name: "pail", label: "Pail", placeholder: "12", span: 1 },
            { name: "grossKg", label: "With honey it weighs", unit: "kg", kind: "figure" },
            ...batchField,
            { name: "newPail", label: "Not set up yet: give it the next number", kind: "check" },
          ]}
        />
        <Caution>
          a full pail weighs {mass(27, 0)} and the floor is slippery; never leave the room with a gate open.
        </Caution>
      </>
    ),
  },
];

const SELDOM: readonly BayDoing<Given>[] = [
  {
    id: "opening",
    needs: "check-floor",
    label: "Opening check",
    show: () => <OneChecklist kind="opening" />,
  },
  {
    id: "closing",
    needs: "check-floor",
    label: "Closing check",
    show: () => <OneChecklist kind="closing" />,
  },
  {
    id: "what-if",
    part: "planners",
    needs: "plan-day",
    label: "What if we had",
    show: ({ search }) => <WhatIfWeHad day={search.day} />,
  },
  {
    id: "cappings",
    needs: "fill-bin",
    label: "Cappings",
    show: ({ floor, batchField }) => <Cappings floor={floor} batchField={batchField} />,
  },
  {
    id: "hand",
    needs: "end-run",
    label: "Without a machine",
    show: ({ floor }) => <ByHand stations={floor.handStations} />,
  },
  {
    id: "skills",
    needs: "set-skills",
    label: "Who can do what",
    show: ({ floor }) => <Skills floor={floor} />,
  },
  {
    id: "empty",
    label: "Weigh empty",
    show: ({ s, search }) => (
      <CommandForm
        key={search.super ?? ""}
        command="weigh-empty"
        label="Record the empty weight"
        fields={[
          { name: "super", label: "Super", value: search.super ?? "", span: 1 },
          ...(search.super
            ? []
            : ([
                { name: "pail", label: "or pail", span: 1 },
                { name: "bin", label: "or bin", span: 1 },
              ] as const)),
          { name: "kg", label: "Weighs empty", unit: "kg", kind: "figure", span: 1 },
        ]}
      >
        <p className="mt-3 text-ink-2">
          A pail with its lid, a box with its frames as it goes out again.
          {s.toWeighEmpty.length > 0 &&
            ` Comb is missing in ${s.toWeighEmpty.map((x) => `super ${x.tag} (${x.what})`).join(", ")}.`}
        </p>
      </CommandForm>
    ),
  },
  {
    id: "loss",
    needs: "record-loss",
    label: "Book a loss",
    show: ({ batchField }) => (
      <CommandForm
        command="record-loss"
        label="Book the loss"
        fields={[
          { name: "kg", label: "Lost", unit: "kg", kind: "figure", span: 1 },
          {
            name: "cause",
            label: "Cause",
            kind: "choice",
            options: LOSS_CAUSES.map((c) => ({ value: c, label: c })),
          },
          ...batchField,
        ]}
      />
    ),
  },
  {
    id: "close",
    needs: "close-batch",
    label: "Close a batch",
    show: ({ batchField }) => (
      <CommandForm
        command="close-batch"
        label="Close the batch"
        fields={[
          ...batchField,
          {
            name: "reason",
            label: "Reason for what is unexplained",
            hint: "needed above 2 % of what came in",
            span: 3,
          },
        ]}
      />
    ),
  },
  {
    id: "machine",
    needs: "add-machine",
    label: "Machines",
    show: ({ floor, search }) => (
      <MachineForm machines={floor.machines} chosen={floor.machines.find((m) => m.name === search.machine)} />
    ),
  },
  {
    id: "pails",
    needs: "add-pails",
    label: "Add pails",
    show: () => (
      <CommandForm
        command="add-pails"
        label="Set up pails"
        keep={["emptyKg", "holdsKg"]}
        fields={[
          { name: "tags", label: "Tags", placeholder: "1-20", hint: "a run, or a list with commas", span: 3 },
          { name: "emptyKg", label: "Empty, with lid", unit: "kg", kind: "figure", value: "1.2" },
          { name: "holdsKg", label: "Holds", unit: "kg", kind: "figure", value: "27" },
        ]}
      />
    ),
  },
];

export const WORK = doingsOf(OFTEN, SELDOM);

/** What the pieces of work need to know. */
export function benchOf(s: Snapshot, floor: FloorView, search: SpinSearch): Given {
  const batchField: FieldSpec<"batch">[] =
    s.openBatches.length > 1
      ? [
          {
            name: "batch",
            label: "Batch",
            kind: "choice",
            options: s.openBatches.map((b) => ({ value: String(b.number), label: `Batch ${b.number}` })),
            ...(search.batch ? { value: search.batch } : {}),
          },
        ]
      : [];
  return { s, floor, search, batchField };
}
