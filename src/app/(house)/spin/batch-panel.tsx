import { massFigureG, massG, unitOf } from "@/house/language/shown";
import type { FloorView } from "@/house/spin/view";
import type { BatchState } from "@/house/standing/snapshot";
import { Panel } from "@/ui/bench";
import { AccountBar } from "@/ui/figures/account-bar";
import { Link } from "@/ui/link";
import { RecordTable } from "@/ui/table/record";
import { Why } from "@/ui/why/why";

const kgOrDash = (grams: number | null): string => (grams === null ? "–" : massFigureG(grams));

/** One open batch: is it ripe, where its kilograms are, and its supers one by one. */
export function BatchPanel({ batch, losses }: { batch: BatchState; losses: FloorView["losses"] }) {
  const { water } = batch;
  const back = batch.combs.filter((c) => c.stayed_g !== null);
  const left = back.reduce((g, c) => g + (c.stayed_g ?? 0), 0);
  const had = back.reduce((g, c) => g + c.gross_g - c.empty_g, 0);
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
      {batch.owner && <p className="mb-3 font-semibold">Kept separate for {batch.owner}.</p>}
      <AccountBar account={batch.account} />
      <p className="mt-1 text-[15px] text-ink-2">
        {[
          back.length > 0 &&
            `Left in the combs weighed back: ${massFigureG(left)} of ${massG(had)}, ${((left / Math.max(1, had)) * 100).toFixed(1)} % of what was there.`,
          losses.length > 0 && `Lost: ${losses.map((l) => `${massG(l.grams)} ${l.cause}`).join(", ")}.`,
        ]
          .filter(Boolean)
          .join(" ")}
      </p>
      <div className="mt-4">
        <RecordTable
          rows={batch.combs}
          keyOf={(c) => c.comb_fill}
          columns={[
            { head: "Super", cell: (c) => <Link href={`/trace/super/${c.tag}`}>{c.tag}</Link> },
            { head: "Colony", cell: (c) => `${c.colony}, ${c.yard}` },
            {
              head: `Honey in, ${unitOf("kg")}`,
              figure: true,
              cell: (c) => massFigureG(c.gross_g - c.empty_g),
            },
            { head: `Spun, weighs ${unitOf("kg")}`, figure: true, cell: (c) => kgOrDash(c.spun_gross_g) },
            {
              head: `Gave, ${unitOf("kg")}`,
              figure: true,
              className: "text-mass",
              cell: (c) => kgOrDash(c.stayed_g === null ? null : c.gross_g - c.empty_g - c.stayed_g),
            },
            {
              head: `Stayed, ${unitOf("kg")}`,
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
