import type { Metadata } from "next";
import { houseDatabase } from "@/house/door";
import { keyFrom } from "@/house/standing/lists";
import { tapeView } from "@/house/standing/strip-and-tape";
import { Lead, Older } from "@/ui/bench";
import { TapeEntries } from "@/ui/shell/tape";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "The tape" };

/** The whole record, a page at a time; the tape beside the bench shows its newest end. */
export default async function WholeTape({ searchParams }: { searchParams: Promise<{ before?: string }> }) {
  const s = await houseAsItStands();
  const view = await tapeView(houseDatabase(), s, keyFrom((await searchParams).before));
  return (
    <>
      <Lead title="The tape" />
      <ol className="panel font-mono text-[15px]">
        <TapeEntries lines={view.lines} />
      </ol>
      <Older base="/tape" before={view.more} />
    </>
  );
}
