import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { DomainError } from "@/core/domain-error";
import { RULE_PACKS } from "@/core/labels";
import { Refusal } from "@/house";
import { houseDatabase } from "@/house/door";
import { BENCH_ASKED, type LabelDesk, labelDesk } from "@/house/label/bench";
import { decoded } from "@/house/language/address";
import { whenIn } from "@/house/language/clock";
import { plural } from "@/house/language/spoken";
import { Lead, Panel } from "@/ui/bench";
import { CommandForm } from "@/ui/fields/command-form";
import { Figure } from "@/ui/figures/figure";
import { LabelBench } from "@/ui/label";
import { Link } from "@/ui/link";
import { RecordTable } from "@/ui/table/record";
import { houseAsItStands } from "../../../../read";

export const metadata: Metadata = { title: "Label bench" };

export default async function Label({ params }: { params: Promise<{ code: string }> }) {
  const code = decoded((await params).code);
  const db = houseDatabase();
  const s = await houseAsItStands();
  const asked = BENCH_ASKED.safeParse({ lot: code });
  if (!asked.success) notFound();
  let desk: LabelDesk;
  try {
    desk = await labelDesk(db, asked.data);
  } catch (fault) {
    if (fault instanceof Refusal && fault.code === "unknown-lot") notFound();
    if (!(fault instanceof Refusal || fault instanceof DomainError)) throw fault;
    // The label lacks something the house says elsewhere.
    return (
      <>
        <Lead title="Label bench" />
        <Panel title={`Lot ${code}`}>
          <p className="font-semibold text-stop">{fault.message}</p>
          <p className="mt-3">
            <Link className="do" href="/set-up">
              Set-up
            </Link>
          </p>
        </Panel>
      </>
    );
  }
  const { bench, lot, prints, page, rules } = desk;
  const { account } = bench;
  return (
    <>
      <Lead title="Label bench">
        <Figure value={String(lot.jars)} unit={`jars of lot ${bench.lot}, ${lot.honey_kind}`} />
        <Link href="/bottle">Back to the lots</Link>
      </Lead>
      <LabelBench
        key={bench.lot}
        first={bench}
        jars={Math.max(1, -account.left || lot.jars)}
        owned={lot.owner !== ""}
      />
      <div className="mt-3 grid gap-3 lg:grid-cols-2">
        <Panel title="Label account">
          <table className="w-full text-[16px]">
            <tbody>
              {[
                ["Printed", account.printed],
                ["Spare", account.spare],
                ["Spoiled", account.spoiled],
                ["Jars to be labelled", account.jars],
                [account.left < 0 ? "Still to print" : "Should lie here", Math.abs(account.left)],
              ].map(([what, n]) => (
                <tr key={what} className="border-t border-rule first:border-0">
                  <th scope="row" className="py-1.5 text-left font-normal">
                    {what}
                  </th>
                  <td className="font-mono py-1.5 text-right font-semibold">{n}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <div className="mt-3">
            <CommandForm
              command="spoil-labels"
              label="Count spoiled ones"
              inPanel
              fixed={{ lot: bench.lot }}
              fields={[
                { name: "labels", label: "Spoiled", kind: "figure", span: 1 },
                { name: "why", label: "What happened", span: 2 },
              ]}
            />
          </div>
        </Panel>
        <Panel title="The lot's own page">
          <p className="mb-3 text-ink-2">
            {page?.shown ? (
              <>
                Shown: <Link href={`/lot/${bench.mark}`}>/lot/{bench.mark}</Link>
                {rules.public_address
                  ? ` at ${rules.public_address}`
                  : "; where a phone finds it is said in Set-up"}
                .
              </>
            ) : (
              "Shut. It tells when and where it was harvested, its water and colour; never a colony or a buyer."
            )}
          </p>
          <CommandForm
            key={String(page?.shown)}
            command="show-lot"
            label={page?.shown ? "Change it" : "Set the page"}
            inPanel
            fixed={{ lot: bench.lot }}
            fields={[
              { name: "shown", label: "Show it", kind: "check", value: String(page?.shown ?? true) },
              { name: "region", label: "Region of the yards", span: 2, value: page?.region ?? "" },
              {
                name: "blooms",
                label: "Shares of blooms",
                kind: "check",
                value: String(page?.blooms ?? false),
              },
            ]}
          />
        </Panel>
      </div>
      {prints.length > 0 && (
        <Panel title="Printed" className="mt-3">
          <RecordTable
            name="Printed"
            rows={prints}
            keyOf={(p) => p.id}
            columns={[
              {
                head: "When",
                value: (p) => p.at.toISOString(),
                cell: (p) => whenIn(s.house.zone, p.at, s.now),
              },
              { head: "Who", value: (p) => p.who, cell: (p) => p.who },
              {
                head: "What",
                value: (p) => p.labels,
                cell: (p) =>
                  `${plural(p.labels, p.part === "seal" ? "seal" : p.part === "one" ? "label" : `${p.part} label`)}${p.spare ? ` and ${p.spare} spare` : ""}${p.output === "printer" ? ", stand-in printer" : ""}`,
              },
              { head: "Rules", value: (p) => p.pack, cell: (p) => RULE_PACKS[p.pack].name },
              {
                head: "Not met",
                value: (p) => p.despite,
                cell: (p) => (p.despite === "" ? "nothing" : <span className="text-stop">{p.despite}</span>),
              },
              {
                head: "As printed",
                cell: (p) => (
                  <a
                    className="inline-flex min-h-12 items-center font-semibold"
                    href={
                      p.output === "printer"
                        ? `/api/v1/label-jobs?job=${p.id}`
                        : `/labels/${bench.lot}?print=${p.id}`
                    }
                    target="_blank"
                    rel="noreferrer"
                  >
                    {p.output === "printer" ? "SVG" : "PDF"}
                  </a>
                ),
              },
            ]}
          />
        </Panel>
      )}
    </>
  );
}
