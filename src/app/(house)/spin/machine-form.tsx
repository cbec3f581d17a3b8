import { MACHINE_KINDS } from "@/core/extraction";
import { figure, massFigure, unitOf } from "@/house/language/shown";
import type { FloorMachine } from "@/house/spin/model";
import { Panel } from "@/ui/bench";
import { CommandForm } from "@/ui/fields/command-form";
import type { FieldOf, FieldSpec } from "@/ui/fields/spec";
import { Link } from "@/ui/link";
import { RecordTable } from "@/ui/table/record";

const cm = (metres: number): string => String(Number((metres * 100).toFixed(1)));

/** Sets up a machine, or describes one anew that was measured wrong or built otherwise. */
export function MachineForm({
  machines,
  chosen,
}: {
  machines: readonly FloorMachine[];
  chosen: FloorMachine | undefined;
}) {
  const is = (on: boolean | undefined) => (on ? { value: "true" } : {});
  const fields: readonly FieldSpec<FieldOf<"change-machine">>[] = [
    ...(chosen ? [] : [{ name: "name", label: "Name", placeholder: "Twenty", span: 1 } as const]),
    {
      name: "kind",
      label: "Kind",
      kind: "choice",
      value: chosen?.kind ?? "radial",
      options: MACHINE_KINDS.map((k) => ({ value: k, label: k })),
    },
    {
      name: "slots",
      label: "Slots",
      kind: "figure",
      span: 1,
      ...(chosen ? { value: String(chosen.slots) } : {}),
    },
    {
      name: "radiusCm",
      label: "Axle to frame",
      unit: "cm",
      kind: "figure",
      value: chosen ? cm(chosen.radiusM) : "30",
      span: 1,
    },
    {
      name: "drumCm",
      label: "Drum across",
      unit: "cm",
      kind: "figure",
      value: chosen ? cm(chosen.drumDiameterM) : "76",
      span: 1,
    },
    {
      name: "clearanceCm",
      label: "Under frames",
      unit: "cm",
      kind: "figure",
      value: chosen ? cm(chosen.clearanceM) : "15",
      span: 1,
    },
    {
      name: "allowedKgM",
      label: "It stands",
      unit: "kg·m",
      kind: "figure",
      value: String(chosen?.allowedKgM ?? 0.3),
      span: 1,
    },
    {
      name: "deepTakesTwo",
      label: "A deep frame takes two slots",
      kind: "check",
      ...is(chosen?.deepSlots === 2),
    },
    { name: "cranked", label: "Turned by hand", kind: "check", ...is(chosen?.cranked) },
    { name: "ownGate", label: "Runs into a pail of its own", kind: "check", ...is(chosen?.ownGate) },
  ];
  return (
    <>
      {machines.length > 0 && (
        <Panel title="Machines" className="mb-3">
          <RecordTable
            rows={machines}
            keyOf={(m) => m.name}
            columns={[
              {
                head: "Name",
                cell: (m) => (
                  <Link
                    className="inline-flex min-h-12 items-center underline aria-[current]:no-underline"
                    aria-label={`Change ${m.name}`}
                    aria-current={m === chosen ? "true" : undefined}
                    href={`/spin?do=machine&machine=${encodeURIComponent(m.name)}`}
                  >
                    {m.name}
                  </Link>
                ),
              },
              { head: "Kind", cell: (m) => `${m.kind}${m.cranked ? ", turned by hand" : ""}` },
              { head: "Slots", figure: true, cell: (m) => m.slots },
              { head: "A deep frame takes, slots", figure: true, cell: (m) => m.deepSlots },
              {
                head: `It stands, ${unitOf("kg·m")}`,
                figure: true,
                cell: (m) => figure(m.learntKgM, "kg·m", 2),
              },
              {
                head: `Under frames, ${unitOf("kg")}`,
                figure: true,
                cell: (m) => massFigure(m.drumHoldsKg, 0),
              },
              { head: "Honey runs into", cell: (m) => (m.ownGate ? "its own pail" : "the shared pail") },
            ]}
          />
          {chosen && (
            <Link className="mt-2 inline-block font-semibold underline" href="/spin?do=machine">
              Add another machine
            </Link>
          )}
        </Panel>
      )}
      {chosen ? (
        <CommandForm
          key={chosen.name}
          command="change-machine"
          label={`Change ${chosen.name}`}
          fixed={{ name: chosen.name }}
          keep={fields.map((f) => f.name)}
          fields={fields}
        />
      ) : (
        <CommandForm key="new" command="add-machine" label="Set up the machine" fields={fields} />
      )}
    </>
  );
}
