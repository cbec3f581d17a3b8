import { rangeOf } from "@/core/units";
import { writtenDay } from "@/house/language/clock";
import { mass, massFigure } from "@/house/language/shown";
import type { IntakePull } from "@/house/yard/view";
import { Panel } from "@/ui/bench";
import { SuperBoxes } from "@/ui/figures/super-boxes";
import { VERDICT } from "@/ui/pull/words";
import { Why } from "@/ui/why/why";

/** What stands at the intake, pull by pull: is it ripe, and what it will likely give. */
export function Intake({ pulls }: { pulls: readonly IntakePull[] }) {
  return pulls.map((pull) => {
    const { judged, expected } = pull;
    const tone = VERDICT[judged.verdict].tone;
    return (
      <Panel
        key={pull.id}
        title={`At the intake: ${pull.yard}, pulled ${writtenDay(pull.date)}`}
        className="mb-4"
      >
        <div className="mb-3 flex flex-wrap items-baseline gap-x-4">
          <p
            data-tone={tone}
            className="min-w-0 flex-1 basis-72 font-semibold"
            style={{ color: "var(--tone)" }}
          >
            {judged.sentence}
          </p>
          <Why why={{ title: `${pull.yard} together`, because: judged.because }} />
          <p>
            expected in pails <b className="text-mass">{mass(expected.kg, 0)}</b>
            <span className="text-ink-2">
              , {rangeOf(massFigure(expected.loKg, 0), massFigure(expected.hiKg, 0))}
            </span>
          </p>
          <Why why={{ title: "Expected yield", because: expected.because }} />
        </div>
        <SuperBoxes
          boxes={pull.supers.map((w, i) => ({
            tag: w.tag,
            kg: w.grams / 1000,
            waterPct: w.water.figures.waterPct ?? null,
            cappedPct: w.capped_pct,
            says: VERDICT[judged.supers[i]?.ripeness.verdict ?? "test"].word,
          }))}
        />
      </Panel>
    );
  });
}
