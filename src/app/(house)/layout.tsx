import { cookies } from "next/headers";
import type { ReactNode } from "react";
import { houseDatabase } from "@/house/door";
import { wallTimeIn } from "@/house/language/clock";
import { cardHere, WORDS } from "@/house/line";
import { anythingTurns } from "@/house/spin/view";
import { decisions } from "@/house/standing/decisions";
import { stripView, tapeView } from "@/house/standing/strip-and-tape";
import { Alarm } from "@/ui/shell/alarm";
import { Keys } from "@/ui/shell/keys";
import { LateEntry } from "@/ui/shell/late-entry";
import { Line } from "@/ui/shell/line";
import { LiveRefresh } from "@/ui/shell/live";
import { Strip } from "@/ui/shell/strip";
import { Tape, TapeDrawer } from "@/ui/shell/tape";
import { Turning } from "@/ui/shell/turning";
import { decoded } from "../address";
import { floorAsItStands, houseAsItStands } from "../read";

export default async function HouseLayout({ children }: { children: ReactNode }) {
  const s = await houseAsItStands();
  const jar = await cookies();
  const [tape, floor] = await Promise.all([
    tapeView(houseDatabase(), s),
    anythingTurns(s) ? floorAsItStands() : null,
  ]);
  const who = decoded(jar.get("aumbry-who")?.value ?? "");
  const folded = jar.get("aumbry-tape")?.value === "folded";
  return (
    <div className="frame" data-tape={folded ? "folded" : "open"}>
      <Strip view={stripView(s)} />
      <LiveRefresh zone={s.house.zone} />
      <main
        className="relative min-w-0 overflow-y-auto px-4 py-4 md:px-6"
        style={{ gridArea: "bench" }}
        id="bench"
        tabIndex={-1}
      >
        <Alarm list={decisions(s).filter((d) => d.alarm)} />
        {floor && (
          <Turning
            runs={floor.live.map(({ id, number, machine, startedMs, minutes, steps }) => ({
              id,
              number,
              machine,
              startedMs,
              minutes,
              steps,
            }))}
            gates={floor.gates}
            nowMs={floor.nowMs}
          />
        )}
        {children}
      </main>
      <Tape view={tape} who={who} folded={folded} />
      <Line late={<LateEntry now={wallTimeIn(s.house.zone, s.now)} />}>
        <TapeDrawer view={tape} who={who} />
      </Line>
      <Keys card={WORDS.map(cardHere)} />
    </div>
  );
}
