import { cookies } from "next/headers";
import type { ReactNode } from "react";
import { notFor, peopleAtTheDoor } from "@/house/access/view";
import { houseDatabase } from "@/house/door";
import { wallTimeIn } from "@/house/language/clock";
import { cardHere, WORDS } from "@/house/line";
import { partsOf } from "@/house/people/parts";
import { ROLE_SAID } from "@/house/people/roles";
import { anythingTurns } from "@/house/spin/view";
import { asRead, decisions } from "@/house/standing/decisions";
import { onceFor } from "@/house/standing/shared";
import { stripView, tapeView } from "@/house/standing/strip-and-tape";
import type { Here } from "@/ui/people/names";
import { RightsHere } from "@/ui/people/rights";
import { WhoIsHere } from "@/ui/people/who";
import { Alarm } from "@/ui/shell/alarm";
import { Keys } from "@/ui/shell/keys";
import { LateEntry } from "@/ui/shell/late-entry";
import { KeepScreens, OutboxWord, WhatIsThis } from "@/ui/shell/later";
import { Line } from "@/ui/shell/line";
import { LiveRefresh } from "@/ui/shell/live";
import { Strip } from "@/ui/shell/strip";
import { Tape, TapeDrawer } from "@/ui/shell/tape";
import { Turning } from "@/ui/shell/turning";
import { askingHere } from "../asking";
import { floorAsItStands, houseAsItStands } from "../read";

export default async function HouseLayout({ children }: { children: ReactNode }) {
  const s = await houseAsItStands();
  const jar = await cookies();
  const { asker, tablet } = await askingHere();
  const [tape, floor, people] = await Promise.all([
    onceFor(asRead(s), "tape", () => tapeView(houseDatabase(), s)),
    anythingTurns(s) ? floorAsItStands() : null,
    peopleAtTheDoor(houseDatabase()),
  ]);
  const role = asker?.role ?? null;
  const here: Here = {
    name: asker?.name ?? null,
    role,
    tablet: tablet?.name ?? null,
    stayMinutes: tablet?.name ? tablet.stayMinutes : null,
  };
  const names = people
    .filter((p) => here.tablet !== null || p.pressed)
    .map(({ name, role: as, pin, pressed, invited }) => ({
      name,
      role: ROLE_SAID[as].label,
      pin,
      pressed,
      invited,
    }));
  const folded = jar.get("aumbry-tape")?.value === "folded";
  return (
    <RightsHere role={role} notFor={notFor(role)} parts={partsOf(s.house.parts)}>
      <div className="frame" data-tape={folded ? "folded" : "open"}>
        <Strip view={stripView(s)} />
        <div style={{ gridArea: "word" }}>
          <LiveRefresh zone={s.house.zone} nowMs={s.now.getTime()} />
          <OutboxWord name={here.name} zone={s.house.zone} />
        </div>
        <KeepScreens />
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
        <Tape view={tape} who={<WhoIsHere here={here} people={names} answers />} folded={folded} />
        <Line late={<LateEntry now={wallTimeIn(s.house.zone, s.now)} />}>
          <TapeDrawer view={tape} who={<WhoIsHere here={here} people={names} />} />
        </Line>
        <Keys card={WORDS.map(cardHere)} />
        <WhatIsThis />
      </div>
    </RightsHere>
  );
}
