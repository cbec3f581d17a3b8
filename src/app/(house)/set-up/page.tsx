import type { Metadata } from "next";
import { cookies } from "next/headers";
import { RULE_PACKS } from "@/core/labels";
import { SCHOOLS } from "@/core/moisture";
import { SHOWN_CHOICES, type ShownKind, shownFrom, shownText } from "@/core/units";
import { mayLook } from "@/house/access/rights";
import { houseDatabase } from "@/house/door";
import { labelSettings } from "@/house/label/bench";
import { jar, shown } from "@/house/language/shown";
import { choiceOf } from "@/house/language/shown-said";
import { UNITS_COOKIE } from "@/house/language/units-cookie";
import { partsOf } from "@/house/people/parts";
import { ROLE_SAID } from "@/house/people/roles";
import { SCHOOL_SAID, SETTLE_SCHOOLS } from "@/house/settle/kinds";
import { setUpView } from "@/house/standing/set-up";
import { Lead, Panel } from "@/ui/bench";
import { CommandForm } from "@/ui/fields/command-form";
import { Link } from "@/ui/link";
import { AddToCrew } from "@/ui/people/add-to-crew";
import { ChooseParts } from "@/ui/people/choose-parts";
import { SCHOOL } from "@/ui/pull/words";
import { AddDevice, BringLogo, ThisTablet } from "@/ui/set-up";
import { askingHere } from "../../asking";
import { houseAsItStands } from "../../read";
import { Backups } from "./backups";
import { Seals } from "./seals";

export const metadata: Metadata = { title: "Set-up" };

const KINDS = Object.keys(SHOWN_CHOICES) as ShownKind[];

export default async function SetUp() {
  const s = await houseAsItStands();
  const { asker } = await askingHere();
  const view = await setUpView(houseDatabase());
  const { house } = s;
  const parts = partsOf(house.parts);
  const db = houseDatabase();
  const { rules: labels, logo, numbers } = await labelSettings(db);
  const named = house.entry_id !== null;
  const ofTheHouse = shownFrom(house.shown ?? "");
  const ownOnes = (await cookies()).get(UNITS_COOKIE) !== undefined;
  return (
    <>
      <Lead title="Set-up" />
      <Panel title="The house">
        <CommandForm
          key={house.entry_id ?? 0}
          command="set-house"
          label="Keep this"
          inPanel
          keep={[
            "name",
            "address",
            "country",
            "zone",
            "lotPrefix",
            "targetPct",
            "limitPct",
            "settleHours",
            "bestBeforeMonths",
          ]}
          fields={[
            {
              name: "name",
              label: "Name",
              value: named ? house.name : "",
              span: 3,
              placeholder: "as on the label",
            },
            { name: "address", label: "Address", value: house.address, span: 3, hint: "as on the label" },
            {
              name: "country",
              label: "Country of origin",
              value: house.country,
              ...(named ? {} : { proposed: "country" as const }),
            },
            {
              name: "zone",
              label: "Time zone",
              value: house.zone,
              hint: "such as Europe/Lisbon",
              ...(named ? {} : { proposed: "zone" as const }),
            },
            { name: "lotPrefix", label: "Lot letters", value: house.lot_prefix, span: 1 },
            {
              name: "targetPct",
              label: "Target water",
              unit: "%",
              kind: "figure",
              value: String(house.target_pct),
              span: 1,
            },
            {
              name: "limitPct",
              label: "Water limit",
              unit: "%",
              kind: "figure",
              value: String(house.limit_pct),
              span: 1,
            },
            {
              name: "settleHours",
              label: "Standing",
              unit: "h",
              kind: "figure",
              value: String(house.settle_hours),
              span: 1,
              hint: "before jars",
            },
            {
              name: "bestBeforeMonths",
              label: "Best before",
              unit: "months",
              kind: "figure",
              value: String(house.best_before_months),
            },
          ]}
        />
      </Panel>
      <Panel title="What this house shows" className="mt-4">
        <p className="mb-3 text-ink-2">
          What is left out is out of the way, not gone: entries, links and the line go on knowing it.
        </p>
        <ChooseParts key={(house.parts ?? ["all"]).join()} parts={parts} />
      </Panel>
      <Panel title="Labels" className="mt-4">
        <CommandForm
          key={`labels-${labels.pack}-${labels.public_address}`}
          command="set-label-rules"
          label="Go by these rules"
          inPanel
          keep={["pack", "publicAddress", "shelfC"]}
          fields={[
            {
              name: "pack",
              label: "Sold in",
              kind: "choice",
              span: 3,
              value: labels.pack,
              options: Object.entries(RULE_PACKS).map(([value, p]) => ({
                value,
                label: `${p.name} (${p.dated})`,
              })),
              hint: "check with your authority",
            },
            ...(parts.includes("publicPages") || labels.public_address
              ? [
                  {
                    name: "publicAddress" as const,
                    label: "Read from outside at",
                    span: 3 as const,
                    value: labels.public_address,
                    placeholder: "https://honey.example",
                    hint: "stands in the QR code; may be empty",
                  },
                ]
              : []),
            {
              name: "shelfC",
              label: "The shelf is",
              unit: "°C",
              kind: "figure",
              span: 1,
              value: String(labels.shelf_c),
            },
          ]}
        />
        <div className="my-4 border-t border-rule pt-4">
          <BringLogo
            now={
              logo && {
                src: `data:image/${logo.kind};base64,${logo.data}`,
                width: logo.width_px,
                height: logo.height_px,
              }
            }
          />
        </div>
        {(parts.includes("exchange") || numbers.length > 0) && (
          <div className="border-t border-rule pt-4">
            {numbers.length > 0 && (
              <ul className="mb-3">
                {numbers.map((n) => (
                  <li key={`${n.honey_kind} ${n.jar_g}`}>
                    {n.honey_kind}, {jar(n.jar_g)}: <span className="font-mono">{n.gtin}</span>
                  </li>
                ))}
              </ul>
            )}
            <CommandForm
              command="set-article-number"
              label="Name the number"
              inPanel
              keep={["honeyKind"]}
              fields={[
                { name: "honeyKind", label: "Kind of honey", span: 2, hint: "as on the lot" },
                { name: "jarG", label: "Net a jar", unit: "g", kind: "figure", span: 1 },
                { name: "gtin", label: "Article number (GTIN)", span: 2, hint: "only one the house owns" },
              ]}
            />
          </div>
        )}
      </Panel>
      <Panel title="Units, days and times" className="mt-4">
        <CommandForm
          key={`units-${house.shown}`}
          command="set-units"
          label="Read so in this house"
          inPanel
          keep={KINDS}
          fields={KINDS.map((kind) => ({
            name: kind,
            kind: "choice" as const,
            ...choiceOf(kind),
            ...(house.shown === null ? { proposed: kind } : { value: ofTheHouse[kind] }),
          }))}
        />
        <p className="mt-2 text-[15px] text-ink-2">
          {house.shown === null &&
            "As this tablet's language has it; until it is pressed, the house reads kilograms and °C. "}
          Another unit may be typed behind any figure: 58.2 lb, 82 F, 5 gal. The records stay as they are;
          labels say what the law asks.
        </p>
        <details className="mt-3 border-t border-rule pt-1" open={ownOnes}>
          <summary className="min-h-12 cursor-pointer py-3 font-semibold">
            This tablet reads {ownOnes ? "its own" : "as the house"}
          </summary>
          <ThisTablet key={shownText(shown())} shown={shown()} ownOnes={ownOnes} />
        </details>
      </Panel>
      <Panel title="How ripeness is judged" className="mt-4">
        <CommandForm
          key={`rules-${house.school}-${house.sealed_pct}-${house.shake_max_pct}`}
          command="set-rules"
          label="Judge so"
          inPanel
          keep={["school", "sealedPct", "shakeMaxPct"]}
          fields={[
            {
              name: "school",
              label: "School",
              kind: "choice",
              options: SCHOOLS.map((x) => ({ value: x, label: SCHOOL[x] })),
              value: house.school,
              span: 3,
            },
            {
              name: "sealedPct",
              label: "Sealed from",
              unit: "% capped",
              kind: "figure",
              value: String(house.sealed_pct),
              span: 2,
            },
            {
              name: "shakeMaxPct",
              label: "By shake at most",
              unit: "% of frames",
              kind: "figure",
              value: String(house.shake_max_pct),
              span: 3,
            },
          ]}
        />
        <p className="mt-2 text-[15px] text-ink-2">
          A pull may be judged by another school; every verdict says which judged, and what the others would
          have said.
        </p>
      </Panel>
      <Panel title="Straining and settling" className="mt-4">
        <CommandForm
          key={`settle-${s.settle.school}-${s.settle.ceilingC}`}
          command="set-settling"
          label="Clear it so"
          inPanel
          keep={["school", "ceilingC"]}
          fields={[
            {
              name: "school",
              label: "Honey is",
              kind: "choice",
              options: SETTLE_SCHOOLS.map((value) => ({ value, label: SCHOOL_SAID[value] })),
              value: s.settle.school,
              span: 3,
            },
            {
              name: "ceilingC",
              label: "Never warmer than",
              unit: "°C",
              kind: "figure",
              value: s.settle.ceilingC === null ? "" : String(s.settle.ceilingC),
              hint: "no ceiling when left out; a hive is at 34 to 36",
            },
          ]}
        />
      </Panel>
      <Panel title="The hot room" className="mt-4">
        <CommandForm
          key={`room-${house.beetle_hours}-${house.spin_temp_c}-${house.dehumidifier_l_day}`}
          command="set-room"
          label="Set the room"
          inPanel
          keep={["beetleHours", "spinTempC", "dehumidifierLPerDay"]}
          fields={[
            {
              name: "beetleHours",
              label: "Beetle limit",
              unit: "h",
              kind: "figure",
              value: String(house.beetle_hours),
              hint: "from the pull",
              span: 1,
            },
            {
              name: "spinTempC",
              label: "Spin from",
              unit: "°C",
              kind: "figure",
              value: String(house.spin_temp_c),
              span: 1,
            },
            {
              name: "dehumidifierLPerDay",
              label: "Dehumidifier",
              unit: "L a day",
              kind: "figure",
              value: String(house.dehumidifier_l_day),
              hint: "as rated; 0 for none",
            },
          ]}
        />
      </Panel>
      <Panel title="Devices that post by themselves" className="mt-4">
        {view.devices.length > 0 && (
          <ul className="mb-3 flex flex-wrap gap-x-8 gap-y-1">
            {view.devices.map((d) => (
              <li key={d.name}>
                <b>{d.name}</b>{" "}
                <span className="text-ink-2">
                  {d.kind}
                  {d.stand_in ? ", a stand-in" : ""}
                </span>
              </li>
            ))}
          </ul>
        )}
        <AddDevice />
      </Panel>
      <Panel title="Who works here" className="mt-4">
        <ul className="mb-3 flex flex-wrap gap-x-8 gap-y-1">
          {view.crew.map((c) => (
            <li key={c.name}>
              <b>{c.name}</b> <span className="text-ink-2">{ROLE_SAID[c.role].label}</span>
            </li>
          ))}
        </ul>
        <AddToCrew />
        {mayLook("/people", asker?.role ?? null) && (
          <Link href="/people" className="mt-2 flex min-h-12 w-fit items-center font-semibold">
            Let them in, change roles, see who is signed in
          </Link>
        )}
      </Panel>
      <Panel title="To hang up at the stations" className="mt-4">
        <p>
          <a href="/field-card" target="_blank" rel="noopener" className="font-semibold">
            The field card
          </a>
          : one sheet a station in big type, with this house's own speeds, minutes, weights and limits.
        </p>
      </Panel>
      <Panel title="The ledger" className="mt-4">
        <Seals seals={view.seals} zone={house.zone} />
        <p className="mt-2 text-[15px] text-ink-2">
          Other programs read and write through the same commands:{" "}
          <a href="/api/v1/openapi.json" className="font-semibold">
            the interface's description
          </a>
          .
        </p>
      </Panel>
      {s.kept && mayLook("/people", asker?.role ?? null) && (
        <Panel title="Backups" className="mt-4">
          <div id="backups">
            <Backups kept={s.kept} now={s.now} zone={house.zone} />
          </div>
        </Panel>
      )}
    </>
  );
}
