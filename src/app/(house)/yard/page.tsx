import type { Metadata } from "next";
import { houseDatabase } from "@/house/door";
import { stacksOf } from "@/house/hot-room/stacks";
import { massFigureG, massG, unitOf } from "@/house/language/shown";
import { plural } from "@/house/language/spoken";
import { decisions } from "@/house/standing/decisions";
import { shared } from "@/house/standing/shared";
import { intakeView, yardView } from "@/house/yard/view";
import { Lead, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { Doings } from "@/ui/doings";
import { EmptyBay } from "@/ui/empty-bay";
import { Figure } from "@/ui/figures/figure";
import { Link } from "@/ui/link";
import { RecordTable } from "@/ui/table/record";
import { houseAsItStands } from "../../read";
import { benchOf, WORK } from "./doing";
import { Intake } from "./intake";

export const metadata: Metadata = { title: "Yard" };

export default async function Yard({ searchParams }: { searchParams: Promise<{ do?: string }> }) {
  const s = await houseAsItStands();
  const open = (await searchParams).do;
  const db = houseDatabase();
  const view = await shared(db, "yard", s.now, () => yardView(db, s));
  const { intake } = stacksOf(s.waiting);
  return (
    <>
      <Lead title="Yard">
        <Figure
          value={massFigureG(intake.reduce((g, w) => g + w.grams, 0))}
          unit={`${unitOf("kg")} in ${plural(intake.length, "super")} at the intake`}
          tone="mass"
        />
      </Lead>
      {open !== "pull" && (
        <Decisions
          list={decisions(s).filter((d) => d.bay === "Yard")}
          none={view.yards.length === 0 ? "Set up a yard first." : "Nothing waits at the intake."}
        />
      )}
      <Doings bay="/yard" list={WORK.list} rest={WORK.rest} open={open} />
      {await WORK.opened(open, benchOf(s, view, intake))}
      {open !== "pull" && <Intake pulls={await shared(db, "intake", s.now, () => intakeView(db, s))} />}
      <Panel title="Yards and what they gave this year">
        {view.yards.length === 0 ? (
          <EmptyBay bay="Yard">
            No yard yet. A yard is the place where colonies stand; every jar is traced back to it.
          </EmptyBay>
        ) : (
          <RecordTable
            name="Yards"
            rows={view.yards}
            keyOf={(y) => y.name}
            columns={[
              {
                head: "Yard",
                value: (y) => y.name,
                cell: (y) => (
                  <>
                    <Link href={`/trace/yard/${encodeURIComponent(y.name)}`}>{y.name}</Link>
                    <span className="block text-[14px] font-normal text-ink-2">
                      {[y.location, y.registration && `reg. ${y.registration}`].filter(Boolean).join("; ")}
                    </span>
                  </>
                ),
              },
              { head: "Colonies", figure: true, value: (y) => y.colonies, cell: (y) => y.colonies },
              { head: "Supers pulled", figure: true, value: (y) => y.supers, cell: (y) => y.supers },
              {
                head: `Honey, ${unitOf("kg")}`,
                value: (y) => y.grams / 1000,
                figure: true,
                className: "text-mass",
                cell: (y) => y.kg,
              },
              {
                head: `A colony, ${unitOf("kg")}`,
                value: (y) => (y.colonies > 0 ? y.grams / 1000 / y.colonies : null),
                figure: true,
                cell: (y) => y.kgPerColony,
              },
              {
                head: "In bloom, kept separate, note",
                className: "text-ink-2 text-[15px]",
                cell: (y) => [y.blooms, y.separate, y.note].filter(Boolean).join("; "),
              },
            ]}
          />
        )}
      </Panel>
      {intake.length > 0 && (
        <p className="mt-2 text-[14px] text-ink-2">
          {massG(intake.reduce((g, w) => g + w.grams, 0))} at the intake
          {intake.some((w) => !w.weighed) &&
            `, of it ${plural(intake.filter((w) => !w.weighed).length, "super")} by estimate until they are weighed in`}
          .
        </p>
      )}
    </>
  );
}
