import type { Metadata } from "next";
import Link from "next/link";
import { formatKgFromG } from "@/core/units";
import { ageBetween } from "@/house/language/clock";
import { plural } from "@/house/language/ranges";
import { settling, stored } from "@/house/settle/settling";
import { decisions } from "@/house/standing/decisions";
import { pailVerdict, shelved } from "@/house/store/view";
import { Lead, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { Figure } from "@/ui/figures/figure";
import { Shelf } from "@/ui/figures/pails";
import { RecordTable } from "@/ui/table/record";
import { Why } from "@/ui/why/why";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "Store" };

export default async function Store() {
  const s = await houseAsItStands();
  const pails = stored(s);
  const young = settling(s);
  return (
    <>
      <Lead title="Store">
        <Figure
          value={formatKgFromG(pails.reduce((g, p) => g + p.grams, 0))}
          unit={`kg in ${plural(pails.length, "pail")}`}
          tone="mass"
        />
        {s.besides.wax > 0 && (
          <span className="text-ink-2">and {formatKgFromG(s.besides.wax)} kg of wax</span>
        )}
        {young.length > 0 && <span className="text-ink-2">and {young.length} still standing to clear</span>}
      </Lead>
      <Decisions list={decisions(s).filter((d) => d.bay === "Store")} none="No pail needs hurry." />
      <Panel title="The shelf, use first to keep longest" className="mt-4">
        {s.pails.length === 0 ? (
          <p className="text-ink-2">
            The shelf is empty. Pails appear here as they are filled in the Spin bay.
          </p>
        ) : (
          <Shelf pails={shelved(s, [...pails, ...young])} />
        )}
      </Panel>
      {s.pails.length > 0 && (
        <Panel title="The record" className="mt-4">
          <RecordTable
            name="Pails"
            rows={s.pails}
            keyOf={(p) => p.fillId}
            columns={[
              {
                head: "Pail",
                value: (p) => p.tag,
                cell: (p) => <Link href={`/trace/pail/${p.tag}`}>{p.tag}</Link>,
              },
              {
                head: "Honey, kg",
                value: (p) => p.grams / 1000,
                figure: true,
                className: "text-mass",
                cell: (p) => formatKgFromG(p.grams),
              },
              {
                head: "Water, %",
                value: (p) => p.water.figures.waterPct ?? null,
                figure: true,
                className: "text-water",
                cell: ({ water: { figures } }) =>
                  figures.waterPct === undefined
                    ? "unread"
                    : `${figures.waterPct.toFixed(1)} ±${(figures.sePct ?? 0).toFixed(1)}`,
              },
              {
                head: "Batch",
                value: (p) => p.batch,
                cell: (p) => <Link href={`/trace/batch/${p.batch}`}>Batch {p.batch}</Link>,
              },
              {
                head: "Age",
                value: (p) => p.filledAt.toISOString(),
                cell: (p) => ageBetween(p.filledAt, s.now),
              },
              {
                head: "Next",
                value: (p) => pailVerdict(s, p)[0],
                cell: (p) => <NextStep verdict={pailVerdict(s, p)} />,
              },
              {
                head: <span className="sr-only">Working</span>,
                className: "text-right",
                cell: (p) => (
                  <Why
                    why={{
                      title: `Pail ${p.tag}: ${p.waterFromBatch ? `water of batch ${p.batch}` : "its own readings"}`,
                      because: p.water.because,
                      change: "A reading of the pail itself.",
                    }}
                  />
                ),
              },
            ]}
          />
        </Panel>
      )}
    </>
  );
}

function NextStep({ verdict: [words, tone] }: { verdict: ReturnType<typeof pailVerdict> }) {
  return (
    <b data-tone={tone} style={{ color: "var(--tone)" }}>
      {words}
    </b>
  );
}
