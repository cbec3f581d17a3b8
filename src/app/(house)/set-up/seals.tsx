import { clockIn, dayIn, writtenDay } from "@/house/language/clock";
import { capital } from "@/house/language/spoken";
import { fingerprint } from "@/house/ledger/seal";
import type { Watched } from "@/house/ledger/watch";
import { CheckWhole } from "@/ui/check-whole";

const count = (n: number): string => n.toLocaleString("en-GB");

/** How the ledger's seals stand, when all of it was last read back, and what to compare on paper. */
export function Seals({ seals: { found, walking, whole }, zone }: { seals: Watched; zone: string }) {
  if (!found)
    return (
      <p>
        <b>The ledger is being read back:</b> {count(walking?.done ?? 0)} of {count(walking?.of ?? 0)}{" "}
        entries. Look again in a moment.
      </p>
    );
  const since = whole ? found.entries - whole.entries : 0;
  return (
    <>
      <p>
        {found.intact ? (
          <>
            <b className="text-go">Intact:</b> {count(found.entries)} entries, each sealed with all it moved
            and stated to the one before.
          </>
        ) : (
          <>
            <b className="text-stop">Broken</b> at entry {found.firstBroken?.entry}
            {found.firstBroken?.say && <> (&ldquo;{found.firstBroken.say}&rdquo;)</>}:{" "}
            {found.firstBroken?.what}. Restore a backup made before.
          </>
        )}{" "}
        <b>{found.driftGrams === 0 ? "Mass closes to the gram." : `Mass is off by ${found.driftGrams} g.`}</b>
        {found.wronglyOpen && <b> {capital(found.wronglyOpen)}.</b>}
      </p>
      <p className="mt-2 text-[15px] text-ink-2">
        {whole && (
          <>
            All of it was read back on {writtenDay(dayIn(zone, whole.at))} at {clockIn(zone, whole.at)}
            {since > 0 && `, and the ${count(since)} since`}.{" "}
          </>
        )}
        The newest seal is <b className="whitespace-nowrap text-ink">{fingerprint(found.head)}</b>; it stands
        on the day&rsquo;s closing print, outside this computer.
      </p>
      <div className="mt-3 flex flex-wrap gap-2.5">
        <CheckWhole walking={walking} />
        <a className="do" data-quiet="" href="/closing">
          Print the day&rsquo;s closing
        </a>
      </div>
    </>
  );
}
