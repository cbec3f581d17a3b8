import type { Metadata } from "next";
import { houseDatabase } from "@/house/door";
import { stacksOf } from "@/house/hot-room/stacks";
import { hotRoomView } from "@/house/hot-room/view";
import { ageBetween } from "@/house/language/clock";
import { figure, temp, unitOf } from "@/house/language/shown";
import { decisions } from "@/house/standing/decisions";
import { Lead, Panel } from "@/ui/bench";
import { Decisions } from "@/ui/decisions";
import { Doings } from "@/ui/doings";
import { EmptyBay } from "@/ui/empty-bay";
import { Figure } from "@/ui/figures/figure";
import { StackBoard } from "@/ui/room/stacks";
import { WhatIf } from "@/ui/room/what-if";
import { houseAsItStands } from "../../read";
import { type RoomSearch, WORK } from "./doing";

export const metadata: Metadata = { title: "Hot room" };

export default async function HotRoom({ searchParams }: { searchParams: Promise<RoomSearch> }) {
  const s = await houseAsItStands();
  const search = await searchParams;
  const view = await hotRoomView(houseDatabase(), s, search.stack);
  const { intake } = stacksOf(s.waiting);
  const { air } = s.room;
  return (
    <>
      <Lead title="Hot room">
        {air ? (
          <>
            <Figure value={figure(air.tempC, "°C")} unit={unitOf("°C")} tone="heat" />
            <Figure value={air.humidityPct.toFixed(0)} unit="% RH" tone="water" />
            <span className="text-ink-2">
              dew point {temp(air.dewPointC, 0)}, honey here settles towards {air.equilibriumPct.toFixed(1)}{" "}
              %; {air.device ? `${air.standIn ? "stand-in sensor" : air.device}` : "typed"},{" "}
              {ageBetween(air.at, s.now)} ago
            </span>
          </>
        ) : (
          <span className="text-ink-2">no air is logged yet</span>
        )}
      </Lead>
      <Decisions
        list={decisions(s).filter((d) => d.bay === "Hot room")}
        none="No stack stands in the hot room."
      />
      <Doings bay="/hot-room" list={WORK.list} open={search.do} />
      {await WORK.opened(search.do, { view, intake, search })}
      {/* Many stacks stand as wide as the bench; two leave room for what they dry to beside them. */}
      <div className={view.stacks.length > 2 ? "grid gap-4" : "grid gap-4 xl:grid-cols-2"}>
        <Panel title="What stands in the room">
          {view.stacks.length === 0 ? (
            <EmptyBay bay="Hot room">
              Nothing yet. Supers that must dry or warm stand here in stacks; wetter is bluer.
            </EmptyBay>
          ) : (
            <StackBoard stacks={view.stacks} selected={view.selected?.name ?? null} />
          )}
        </Panel>
        <Panel
          title={view.selected ? `Stack ${view.selected.name}, water in the honey` : "Water in the honey"}
        >
          {view.selected ? (
            <WhatIf key={view.selected.name} ahead={view.selected} air={view.air} />
          ) : (
            <p className="text-ink-2">
              A stack with a reading, and the room's air (typed, or from a sensor), show here when it will be
              dry.
            </p>
          )}
          {view.gaps.length > 0 && (
            <p className="mt-2 text-[14px] text-stop">
              Nothing logged {view.gaps.slice(-3).join("; ")}: the forecast takes the air before it as
              lasting.
            </p>
          )}
        </Panel>
      </div>
    </>
  );
}
