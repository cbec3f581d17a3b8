import Link from "next/link";
import { formatKgFromG } from "@/core/units";
import type { BatchState } from "@/house/views/snapshot";
import { Panel } from "@/ui/bench";
import { AccountBar } from "@/ui/figures/account-bar";
import { RecordTable } from "@/ui/record";
import { Why } from "@/ui/why/why";

const kgOrDash = (grams: number | null): string => (grams === null ? "–" : formatKgFromG(grams));

/** One open batch: is it ripe, where its kilograms are, and its supers one by one. */
export function BatchPanel({ batch }: { batch: BatchState }) {
  const { water } = batch;
  return (
    <Panel title={`Batch ${batch.number}`}>
      <div className="mb-3 flex flex-wrap items-center gap-x-4">
        <p
          data-tone={
            water.verdict === "spin"
              ? "go"
              : water.verdict === "unread"
                ? "ink"
                : water.verdict === "divert"
                  ? "stop"
                  : "water"
          }
          className="font-semibold"
          style={{ color: "var(--tone)" }}
        >
          {water.sentence}
        </p>
        <Why
          why={{
            title: `Batch ${batch.number}: is it ripe?`,
            because: water.because,
            change: "A reading of a super not yet read, or the house's target in Set-up.",
          }}
        />
      </div>
      <AccountBar account={batch.account} />
      <div className="mt-4">
        <RecordTable
          rows={batch.combs}
          keyOf={(c) => c.comb_fill}
          columns={[
            { head: "Super", cell: (c) => <Link href={`/trace/super/${c.tag}`}>{c.tag}</Link> },
            { head: "Colony", cell: (c) => `${c.colony}, ${c.yard}` },
            { head: "Honey in, kg", figure: true, cell: (c) => formatKgFromG(c.gross_g - c.empty_g) },
            { head: "Spun, weighs kg", figure: true, cell: (c) => kgOrDash(c.spun_gross_g) },
            {
              head: "Gave, kg",
              figure: true,
              className: "text-mass",
              cell: (c) => kgOrDash(c.stayed_g === null ? null : c.gross_g - c.empty_g - c.stayed_g),
            },
            {
              head: "Stayed, kg",
              figure: true,
              cell: (c) => kgOrDash(c.stayed_g),
            },
            {
              head: <span className="sr-only">Next</span>,
              className: "text-right",
              cell: (c) =>
                c.spun_gross_g === null && (
                  <Link
                    className="inline-flex min-h-12 items-center font-semibold underline-offset-4"
                    href={`/spin?do=weigh&super=${c.tag}`}
                  >
                    Weigh back
                  </Link>
                ),
            },
          ]}
        />
      </div>
    </Panel>
  );
}
