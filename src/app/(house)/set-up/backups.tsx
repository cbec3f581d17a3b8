import { megabytes, wrongWithKept } from "@/house/kept/decisions";
import type { KeptNow } from "@/house/kept/status";
import { clockIn, dayIn, writtenDay } from "@/house/language/clock";

/** When the house was last kept, whether that holds, and where it lies. */
export function Backups({ kept, now, zone }: { kept: KeptNow; now: Date; zone: string }) {
  const wrong = wrongWithKept(kept, now, zone);
  const last = kept.status?.last;
  const at = last && new Date(last.at);
  return (
    <>
      {wrong && (
        <p className="mb-2">
          <b className="text-stop">{wrong.what}.</b> {wrong.so}
        </p>
      )}
      {last && at && (
        <p>
          <b className={wrong ? "" : "text-go"}>
            Kept {writtenDay(dayIn(zone, at))} at {clockIn(zone, at)}
          </b>{" "}
          as {last.file}: {last.entries.toLocaleString("en-GB")} entries, {megabytes(last.bytes)}, read back
          from the file.
        </p>
      )}
      <p className="mt-2 text-[15px] text-ink-2">
        Every night after 02:00, with the same as JSON beside it; of older ones the last seven days, five
        weeks and twelve months stay. They lie in <b className="break-words text-ink">{kept.folder}</b>
        {kept.freeBytes !== null && ` with ${megabytes(kept.freeBytes)} free`}: a copy on another machine
        outlives this one.
      </p>
    </>
  );
}
