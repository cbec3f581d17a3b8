import type { InstrumentView } from "@/house/devices/view";
import { Panel } from "../bench";
import { CommandForm } from "../fields/command-form";
import { RecordTable } from "../table/record";

/** The house's refractometers with their checks, and a way to set one up. */
export function Instruments({ list, adding }: { list: readonly InstrumentView[]; adding: boolean }) {
  return (
    <>
      {adding && (
        <CommandForm
          command="add-instrument"
          label="Set up the refractometer"
          fields={[
            { name: "name", label: "Name", placeholder: "R1", span: 1 },
            {
              name: "scale",
              label: "It shows",
              kind: "choice",
              options: [
                { value: "water", label: "% water" },
                { value: "brix", label: "°Bx (Brix)" },
                { value: "index", label: "refractive index" },
              ],
            },
            { name: "resolution", label: "Smallest step", kind: "figure", span: 1, value: "0.2" },
            { name: "checkHours", label: "Check every", unit: "h", kind: "figure", span: 1, value: "24" },
            { name: "compensates", label: "It compensates temperature itself (ATC)", kind: "check" },
            {
              name: "atcLoC",
              label: "ATC from",
              unit: "°C",
              kind: "figure",
              span: 1,
              hint: "10 if left out",
            },
            { name: "atcHiC", label: "ATC to", unit: "°C", kind: "figure", span: 1, hint: "30 if left out" },
          ]}
        />
      )}
      {list.map((i) => (
        <Panel key={i.name} title={`Refractometer ${i.name}`} className="mb-3">
          <p className="mb-2">
            Shows {i.shows}; temperature corrected {i.compensates}. Readings are moved by {i.offset}.{" "}
            {i.verified ? (
              <b className="text-go">Checked; the next check is due {i.due}.</b>
            ) : (
              <b className="text-stop">
                Unverified ({i.standing}): its readings count with doubled uncertainty until it is checked.
              </b>
            )}
          </p>
          {i.log.length > 0 && (
            <RecordTable
              rows={i.log}
              keyOf={(c) => `${c.when} ${c.figures} ${c.drift}`}
              columns={[
                { head: "Checked", cell: (c) => c.when },
                { head: "By", cell: (c) => c.who },
                { head: "Against", cell: (c) => c.reference },
                { head: "Should show → showed", figure: true, cell: (c) => c.figures },
                { head: "Offset, points", figure: true, className: "text-water", cell: (c) => c.offset },
                { head: "Drift since, points", figure: true, cell: (c) => c.drift },
              ]}
            />
          )}
        </Panel>
      ))}
    </>
  );
}
