import type { Metadata } from "next";
import { doorView } from "@/house/access/view";
import { houseDatabase } from "@/house/door";
import { whenIn } from "@/house/language/clock";
import { ROLE_SAID } from "@/house/people/roles";
import { Lead, Panel } from "@/ui/bench";
import { AddToCrew, ROLE_OPTIONS } from "@/ui/people/add-to-crew";
import { Passkeys } from "@/ui/people/passkeys";
import { Person, Programs, SignedIn } from "@/ui/people/people";
import { askingHere } from "../../asking";
import { houseAsItStands } from "../../read";

export const metadata: Metadata = { title: "People" };

/** Who works here, how each comes in, who is in now, and which programs may come. */
export default async function People() {
  const s = await houseAsItStands();
  const { tablet, asker } = await askingHere();
  const view = await doorView(houseDatabase(), s.now);
  const keysOf = (name: string | undefined) => view.passkeys.filter((k) => k.name === name?.toLowerCase());
  const said = (moment: Date): string => whenIn(s.house.zone, moment, s.now);
  return (
    <>
      <Lead title="People">
        <span className="text-ink-2">
          Nobody is deleted: whoever leaves is closed, and what they entered stays.
        </span>
      </Lead>
      <Panel title="Who works here">
        <ul className="mb-4">
          {view.people.map((p) => (
            <Person
              key={p.name}
              name={p.name}
              role={p.role}
              roles={ROLE_OPTIONS}
              comesIn={
                p.pressed
                  ? "made up: a press lets anybody in"
                  : [
                      p.password && "a password",
                      p.pin && "a number for the tablets",
                      keysOf(p.name).length > 0 && "a passkey",
                      p.invited && "a code that waits",
                    ]
                      .filter(Boolean)
                      .join(", ") || "cannot come in yet"
              }
              canComeIn={p.pressed || p.password || p.pin || p.invited}
            />
          ))}
        </ul>
        <AddToCrew />
      </Panel>
      <Panel title="Your passkeys" className="mt-4">
        <Passkeys
          list={keysOf(asker?.name).map((k) => ({
            number: k.number,
            label: k.label,
            used: `made ${said(k.made_at)}, ${k.seen_at ? `last used ${said(k.seen_at)}` : "not used yet"}`,
          }))}
          shared={tablet?.name != null}
        />
      </Panel>
      <Panel title="Signed in now" className="mt-4">
        <SignedIn
          list={view.sessions.map((x) => ({
            number: x.number,
            what: x.tablet === null ? (x.person ?? "nobody") : `Tablet ${x.tablet}`,
            so:
              x.tablet === null
                ? `own browser, since ${said(x.opened_at)}`
                : x.person && x.person_until && x.person_until > s.now
                  ? `${x.person} stands at it`
                  : "nobody stands at it",
            seen: said(x.seen_at),
            here: x.number === tablet?.number,
          }))}
        />
      </Panel>
      <Panel title="Programs that may come" className="mt-4">
        <Programs
          list={view.tokens.map((t) => ({
            name: t.name,
            may: ROLE_SAID[t.role].label,
            seen: t.seen_at ? said(t.seen_at) : "never",
          }))}
          roles={ROLE_OPTIONS}
        />
      </Panel>
    </>
  );
}
