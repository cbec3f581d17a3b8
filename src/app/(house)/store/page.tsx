import type { Metadata } from "next";
import Link from "next/link";
import { formatKgFromG } from "@/core/units";
import { ageBetween } from "@/house/clock";
import { decisions, settling, stored } from "@/house/views/decisions";
import { pailVerdict, shelved } from "@/house/views/pails";
import { Lead, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { Figure } from "@/ui/figures/figure";
import { Shelf } from "@/ui/figures/pails";
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
          value={(pails.reduce((g, p) => g + p.grams, 0) / 1000).toFixed(1)}
          unit={`kg in ${pails.length} pails`}
          tone="mass"
        />
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
          <div className="overflow-x-auto">
            <table className="record">
              <thead>
                <tr>
                  <th scope="col">Pail</th>
                  <th scope="col" className="n">
                    Honey, kg
                  </th>
                  <th scope="col" className="n">
                    Water, %
                  </th>
                  <th scope="col">Batch</th>
                  <th scope="col">Age</th>
                  <th scope="col">Next</th>
                  <th scope="col" />
                </tr>
              </thead>
              <tbody>
                {s.pails.map((p) => {
                  const [verdict, tone] = pailVerdict(s, p);
                  const { waterPct, sePct } = p.water.figures;
                  return (
                    <tr key={p.fillId}>
                      <th scope="row">
                        <Link href={`/trace/pail/${p.tag}`}>{p.tag}</Link>
                      </th>
                      <td className="n text-mass">{formatKgFromG(p.grams)}</td>
                      <td className="n text-water">
                        {waterPct === undefined
                          ? "unread"
                          : `${waterPct.toFixed(1)} ±${(sePct ?? 0).toFixed(1)}`}
                      </td>
                      <td>
                        <Link href={`/trace/batch/${p.batch}`}>Batch {p.batch}</Link>
                      </td>
                      <td>{ageBetween(p.filledAt, s.now)}</td>
                      <td data-tone={tone} className="font-semibold" style={{ color: "var(--tone)" }}>
                        {verdict}
                      </td>
                      <td className="text-right">
                        <Why
                          why={{
                            title: `Pail ${p.tag}: ${p.waterFromBatch ? `water of batch ${p.batch}` : "its own readings"}`,
                            because: p.water.because,
                            change: "A reading of the pail itself.",
                          }}
                        />
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </div>
        </Panel>
      )}
    </>
  );
}
