import type { Metadata } from "next";
import { houseDatabase } from "@/house/door";
import { massFigureG, unitOf } from "@/house/language/shown";
import { plural } from "@/house/language/spoken";
import { columns } from "@/house/settle/columns";
import { draining } from "@/house/settle/draining";
import { SCHOOL_SAID } from "@/house/settle/kinds";
import { settling, vesselWord } from "@/house/settle/settling";
import { decisions } from "@/house/standing/decisions";
import { ASK_PCT } from "@/house/warmth/kinds";
import { howLong, warmerCards } from "@/house/warmth/view";
import { Lead, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { Doings } from "@/ui/doings";
import { EmptyBay } from "@/ui/empty-bay";
import { Figure } from "@/ui/figures/figure";
import { Link } from "@/ui/link";
import { Columns } from "@/ui/settle";
import { Warmers } from "@/ui/settle/warmers";
import { houseAsItStands } from "../../read";
import { SettleDoing, type SettleSearch } from "./doing";

export const metadata: Metadata = { title: "Settle" };

/** So many columns are drawn. */
const MOST_COLUMNS = 12;

export default async function Settle({ searchParams }: { searchParams: Promise<SettleSearch> }) {
  const search = await searchParams;
  const s = await houseAsItStands();
  const standing = settling(s);
  const view = columns(s, MOST_COLUMNS);
  const drains = await draining(houseDatabase(), s);
  return (
    <>
      <Lead title="Settle">
        <Figure
          value={massFigureG(standing.reduce((g, p) => g + p.grams, 0))}
          unit={`${unitOf("kg")} standing in ${plural(standing.length, vesselWord(standing))}`}
          tone="mass"
        />
        <span className="text-ink-2">
          {SCHOOL_SAID[s.settle.school]}; {s.house.settle_hours} h at least before the scum is taken off
        </span>
      </Lead>
      <Decisions list={decisions(s).filter((d) => d.bay === "Settle")} none="Nothing is standing to clear." />
      <Doings
        bay="/settle"
        list={[
          { id: "skim", needs: "skim", label: "Skim" },
          { id: "strain", needs: "strain", label: "Strain" },
          { id: "warm", needs: "note-warmth", label: "How warm it is" },
          { id: "inspect", needs: "inspect", label: "Look at it" },
          { id: "heat", needs: "warm-vessels", label: "Warm it" },
          ...(s.vessels.some((v) => v.warming)
            ? [{ id: "cool", needs: "cool-vessels", label: "Take it out" } as const]
            : []),
        ]}
        rest={[
          { id: "warmer", needs: "set-warmer", label: "What it is warmed in" },
          { id: "school", needs: "set-batch-school", label: "Strain a batch otherwise" },
          { id: "ceiling", needs: "set-ceiling", label: "How warm a kind may get" },
          { id: "care", needs: "tend-mesh", label: "Wash or check a mesh" },
          { id: "mesh", needs: "add-mesh", label: "Set up a mesh" },
        ]}
        open={search.do}
      />
      <SettleDoing search={search} s={s} />
      <Panel title="Standing to clear" className="mt-4">
        {view.columns.length === 0 ? (
          <EmptyBay bay="Settle">
            Freshly filled vessels stand here until wax and bubbles have risen; then they move to the Store by
            themselves.
          </EmptyBay>
        ) : (
          <Columns {...view} />
        )}
      </Panel>
      {drains.length > 0 && (
        <Panel title="Cappings that drain" className="mt-4">
          <ul>
            {drains.map((d) => (
              <li key={d.tag} className="flex flex-wrap items-baseline gap-x-5 border-t border-rule py-2">
                <Link href="/spin?do=cappings" className="font-bold">
                  Bin {d.tag}
                </Link>
                <b className="text-mass">{d.mass}</b>
                <span className="text-ink-2">for {d.age}</span>
                <b data-tone={d.done ? "go" : "mass"} style={{ color: "var(--tone)" }}>
                  {d.says}
                </b>
              </li>
            ))}
          </ul>
          <p className="mt-1 text-[15px] text-ink-2">
            A day to two where it is warm; honey heated with its wax is kept apart.
          </p>
        </Panel>
      )}
      {s.warmth.warmers.length > 0 && (
        <Panel title="In the warmth" className="mt-4">
          <Warmers list={warmerCards(s)} />
          <details className="mt-4">
            <summary className="flex min-h-12 cursor-pointer items-center font-semibold underline underline-offset-4">
              How long may it stay warm?
            </summary>
            <table className="text-left" aria-label="What warmth costs">
              <thead className="text-[15px] text-ink-2">
                <tr>
                  <th className="pr-8 font-normal">At</th>
                  <th className="pr-8 font-normal">Enzymes lost in a day</th>
                  <th className="font-normal">{ASK_PCT.once} % are gone after</th>
                </tr>
              </thead>
              <tbody>
                {howLong(ASK_PCT.once, [30, 34, 36, 40, 45, 50, 60]).map((row) => (
                  <tr key={row.temp} className="border-t border-rule">
                    <td className="py-1.5 font-bold text-heat">{row.temp}</td>
                    <td>{row.day}</td>
                    <td>{row.may}</td>
                  </tr>
                ))}
              </tbody>
            </table>
            <p className="mt-1 text-[15px] text-ink-2">White, Kushnir & Subers 1964.</p>
          </details>
        </Panel>
      )}
    </>
  );
}
