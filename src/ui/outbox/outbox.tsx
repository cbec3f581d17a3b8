"use client";

import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { Modal } from "../modal";
import type { Kept } from "./store";

/** So often what waits is tried by itself. */
const AGAIN_MS = 5000;
/** A ticket is made anew well before it ends. */
const TICKET_FRESH_MS = 5 * 86_400_000;

const OutboxList = dynamic(() => import("./outbox-list").then((m) => m.OutboxList));

/** Who is here is told to what keeps entries, with what proves it later. */
async function tellWhoIsHere(name: string | null): Promise<void> {
  const { nowHere, whoIsHere } = await import("./store");
  const known = await whoIsHere();
  if (name === null) {
    if (known?.person !== "") await nowHere("", null);
    return;
  }
  if (known?.person === name && known.ticket && Date.now() - known.madeAt < TICKET_FRESH_MS) return;
  const { askDoor } = await import("../people/ask-door");
  const made = await askDoor<{ person: string; ticket: string }>("ticket", {});
  if (made.ok) await nowHere(made.answer.person, made.answer.ticket);
}

/** What waits in this browser and what was refused of it, said while there is any; sent when the house answers. */
export function OutboxWord({ name, zone }: { name: string | null; zone: string }) {
  const router = useRouter();
  const [list, setList] = useState<readonly Kept[]>([]);
  const [waitFor, setWaitFor] = useState<readonly string[]>([]);
  useEffect(() => {
    if (document.documentElement.dataset.keptAt === undefined) void tellWhoIsHere(name).catch(() => {});
  }, [name]);
  useEffect(() => {
    let left = false;
    let again: ReturnType<typeof setTimeout> | undefined;
    const look = async (): Promise<readonly Kept[]> => {
      const { allKept } = await import("./store");
      const all = await allKept();
      if (left) return all;
      setList((now) => (now.length + all.length === 0 ? now : all));
      document.documentElement.dataset.outbox = all.some((k) => k.refused === null) ? "waits" : "empty";
      return all;
    };
    const sendAll = async () => {
      clearTimeout(again);
      const waiting = (await look()).some((k) => k.refused === null);
      if (!waiting || left) return;
      const { flushNow } = await import("./road");
      const done = await flushNow(() => !left && router.refresh());
      if (left) return;
      setWaitFor(done.waitFor);
      const rest = (await look()).some((k) => k.refused === null);
      if (rest) again = setTimeout(() => void sendAll().catch(() => {}), AGAIN_MS);
    };
    const go = () => void sendAll().catch(() => {});
    const moved = () => {
      void look().catch(() => {});
      clearTimeout(again);
      again = setTimeout(go, AGAIN_MS);
    };
    go();
    const events = ["online", "aumbry-live-again"] as const;
    for (const event of events) window.addEventListener(event, go);
    window.addEventListener("aumbry-outbox-moved", moved);
    return () => {
      left = true;
      clearTimeout(again);
      for (const event of events) window.removeEventListener(event, go);
      window.removeEventListener("aumbry-outbox-moved", moved);
    };
  }, [router]);
  const refused = list.filter((k) => k.refused !== null).length;
  const waits = list.length - refused;
  if (list.length === 0) return null;
  const said = [
    waits > 0 && `${waits} ${waits === 1 ? "entry waits" : "entries wait"} in this browser`,
    refused > 0 && `${refused} ${refused === 1 ? "was" : "were"} refused`,
  ]
    .filter(Boolean)
    .join(", ");
  return (
    <div
      role="status"
      data-tone={refused > 0 ? "stop" : "mass"}
      className="flex flex-wrap items-center gap-x-4 gap-y-1 border-y-2 bg-shelf px-4 py-1.5"
      style={{ borderColor: "var(--tone)" }}
    >
      <p className="min-w-52 flex-1">
        <b>{said}.</b>{" "}
        {waits > 0 &&
          (waitFor.length > 0
            ? `Those of ${waitFor.join(", ")} go when ${waitFor.length === 1 ? "that name is" : "those names are"} tapped again.`
            : "What waits goes by itself, in its order, when the house answers.")}
      </p>
      <Modal
        title="Kept in this browser"
        stands="4xl"
        trigger={
          <button type="button" className="do" data-quiet="">
            See {list.length === 1 ? "it" : "them"}
          </button>
        }
      >
        <OutboxList list={list} zone={zone} />
      </Modal>
    </div>
  );
}
