import type { Metadata } from "next";
import { formatKgFromG } from "@/core/units";
import { ageBetween } from "@/house/clock";
import { decisions, stacksOf, waterTogether } from "@/house/views/decisions";
import { Caution, Doings, Lead, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { CommandForm } from "@/ui/fields/command-form";
import { Figure } from "@/ui/figures/figure";
import { Pile } from "@/ui/figures/stacks";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "Hot room" };

export default async function HotRoom({ searchParams }: { searchParams: Promise<{ do?: string }> }) {
  const s = await houseAsItStands();
  const open = (await searchParams).do;
  const { stacks, intake } = stacksOf(s.waiting);
  const supers = stacks.flatMap((x) => x.supers);
  return (
    <>
      <Lead title="Hot room">
        <Figure
          value={(supers.reduce((g, w) => g + w.grams, 0) / 1000).toFixed(1)}
          unit={`kg in ${supers.length} supers`}
          tone="mass"
        />
        <span className="text-ink-2">
          target {s.house.target_pct} % water, limit {s.house.limit_pct} %
        </span>
      </Lead>
      <Decisions
        list={decisions(s).filter((d) => d.bay === "Hot room")}
        none="No stack stands in the hot room."
      />
      <Doings
        bay="/hot-room"
        list={[
          { id: "stand", label: "Stand supers in a stack" },
          { id: "out", label: "Take supers out" },
        ]}
        open={open}
      />
      {open === "stand" && (
        <>
          <CommandForm
            command="stand-in-hot-room"
            label="Stand them in"
            keep={["stack"]}
            fields={[
              {
                name: "supers",
                label: "Supers",
                value: intake.map((w) => w.tag).join(", "),
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
          command="stand-in-hot-room"
          label="Take them out"
          fixed={{ place: "yard intake" }}
          fields={[{ name: "supers", label: "Supers", placeholder: "41-48", span: 3 }]}
        />
      )}
      <Panel title="What stands in the room">
        {stacks.length === 0 ? (
          <p className="text-ink-2">
            Nothing yet. Supers that must dry or warm stand here in stacks; wetter is bluer.
          </p>
        ) : (
          <ul className="flex flex-wrap items-end gap-5">
            {stacks.map((stack) => {
              const oldest = stack.supers.reduce((a, b) => (a.at < b.at ? a : b));
              const water = waterTogether(s, stack.supers);
              return (
                <Pile
                  key={stack.name}
                  name={`Stack ${stack.name}`}
                  note={`${formatKgFromG(stack.supers.reduce((g, w) => g + w.grams, 0))} kg, ${water.meanPct === null ? "unread" : `${water.meanPct.toFixed(1)} % mean`}, in ${ageBetween(oldest.at, s.now)}`}
                  boxes={stack.supers.map((w) => ({
                    tag: w.tag,
                    kg: w.grams / 1000,
                    waterPct: w.water.figures.waterPct ?? null,
                    cappedPct: w.capped_pct,
                  }))}
                />
              );
            })}
          </ul>
        )}
      </Panel>
    </>
  );
}
