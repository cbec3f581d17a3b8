"use client";

import { ChevronsLeft, ChevronsRight, type LucideIcon, Paperclip, ScrollText, Undo2, X } from "lucide-react";
import { useRouter } from "next/navigation";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { unitOf } from "@/house/language/shown";
import type { TapeLine, TapeView } from "@/house/standing/strip-and-tape";
import { Link } from "../link";
import { Modal } from "../modal";
import { useNear } from "../near";
import { useNotFor } from "../people/rights";
import { refreshOnce } from "../refresh-once";
import { send } from "../send";
import { remember } from "./remember";

interface TapeProps {
  readonly view: TapeView;
  /** Who stands here, and the way to be somebody else. */
  readonly who: ReactNode;
}

/** The day's entries, newest on top, beside the bench. */
export function Tape({ view, who, folded }: TapeProps & { folded: boolean }) {
  const router = useRouter();
  const fold = (to: "folded" | "open") => {
    remember("aumbry-tape", to);
    router.refresh();
  };
  return (
    <aside
      aria-label="The tape"
      className="hidden min-h-0 border-l border-dashed border-rule bg-shelf min-[901px]:block"
      style={{ gridArea: "tape" }}
    >
      {folded ? (
        <button
          type="button"
          className="flex h-full w-full flex-col items-center gap-3 pt-3"
          onClick={() => fold("open")}
        >
          <ChevronsLeft size={20} aria-hidden />
          <span className="font-bold [writing-mode:vertical-rl]">Tape</span>
        </button>
      ) : (
        <Lines
          view={view}
          who={who}
          close={{ label: "Fold the tape away", Icon: ChevronsRight, press: () => fold("folded") }}
        />
      )}
    </aside>
  );
}

/** The same tape as a drawer, for narrow screens; its handle lies beside the line. */
export function TapeDrawer({ view, who }: TapeProps) {
  const [open, setOpen] = useState(false);
  return (
    <Modal
      title="The tape"
      stands="drawer"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button type="button" className="do min-[901px]:hidden!" data-quiet="" aria-label="Open the tape">
          <ScrollText size={20} aria-hidden />
        </button>
      }
    >
      <Lines
        view={view}
        who={who}
        close={{ label: "Close the tape", Icon: X, press: () => setOpen(false) }}
      />
    </Modal>
  );
}

/** As many entries as are in sight at once; on every screen the tape is most of what a browser has to put together. */
const IN_SIGHT = 16;

/** What puts the tape away: folds it beside the bench, closes it as a drawer. */
interface Away {
  readonly label: string;
  readonly Icon: LucideIcon;
  readonly press: () => void;
}

function Lines({ view, who, close: { label, Icon, press } }: TapeProps & { close: Away }) {
  const [all, setAll] = useState(false);
  const lines = all ? view.lines : view.lines.slice(0, IN_SIGHT);
  return (
    <div className="flex h-full flex-col">
      <div className="flex items-center justify-between pl-3.5">
        <h2>Tape</h2>
        {who}
        <button type="button" className="grid size-12 place-items-center" aria-label={label} onClick={press}>
          <Icon size={20} aria-hidden />
        </button>
      </div>
      <ol
        className="min-h-0 flex-1 overflow-y-auto px-3.5 pb-4 font-mono text-[14px] leading-snug"
        tabIndex={0}
        aria-label="Entries, newest first"
        data-scrolls=""
      >
        {view.lines.length === 0 && (
          <li className="font-sans text-ink-2">
            Nothing entered yet. Every entry will stand here, with who, when and how many kilograms.
          </li>
        )}
        <TapeEntries lines={lines} />
        {lines.length < view.lines.length && <Rest near={() => setAll(true)} />}
        {lines.length === view.lines.length && view.more !== null && (
          <li>
            <Link
              href={`/tape?before=${view.more}`}
              className="flex min-h-12 items-center font-sans font-semibold"
            >
              Older entries
            </Link>
          </li>
        )}
      </ol>
    </div>
  );
}

/** The place of those that are not yet put together; it is there only while some are not. */
function Rest({ near }: { near: () => void }) {
  const place = useRef<HTMLLIElement>(null);
  const come = useNear(place, 200);
  useEffect(() => {
    if (come) near();
  });
  return <li ref={place} className="min-h-12" aria-hidden />;
}

/** Entries with a line for every new day. */
export function TapeEntries({ lines }: { lines: readonly TapeLine[] }) {
  return lines.map((line, i) => (
    <li key={line.id}>
      {line.day !== lines[i - 1]?.day && (
        <p className="pt-3 font-sans text-[13px] font-bold text-ink-2">{line.day}</p>
      )}
      <Entry line={line} />
    </li>
  ));
}

type Undoing = { step: "asking" } | { step: "sending" } | { step: "refused"; message: string };

function Entry({ line }: { line: TapeLine }) {
  const router = useRouter();
  const notFor = useNotFor();
  const [open, setOpen] = useState(false);
  const [undoing, setUndoing] = useState<Undoing>({ step: "asking" });

  async function undo() {
    if (undoing.step === "sending") return;
    setUndoing({ step: "sending" });
    const outcome = await send("undo", { entry: line.id });
    if (!outcome.ok) return setUndoing({ step: "refused", message: outcome.refused.message });
    setOpen(false);
    refreshOnce(outcome.answer.entry, router.refresh);
  }

  return (
    <div
      className="group flex gap-1.5 border-b border-dashed border-rule py-1.5"
      data-undone={line.undone || undefined}
    >
      <p className="min-w-0 flex-1 [overflow-wrap:anywhere] group-data-[undone]:text-ink-2 group-data-[undone]:line-through">
        <Link
          href={`/tape/${line.id}`}
          className="mr-1.5 text-ink-2"
          aria-label={`${line.time}, more of this entry`}
        >
          <time>{line.time}</time>
        </Link>
        {line.say}{" "}
        <span className="inline-block max-w-full text-ink-2 [overflow-wrap:anywhere]">{line.who}</span>
        {line.papers.map((p) => (
          <a
            key={p.id}
            className="ml-1 inline-flex items-center"
            href={`/papers/${p.id}`}
            target="_blank"
            rel="noopener noreferrer"
            aria-label={`Paper: ${p.name}`}
          >
            <Paperclip size={14} aria-hidden />
          </a>
        ))}
        {line.entered && <span className="text-ink-2">, entered {line.entered}</span>}
      </p>
      <div className="flex shrink-0 flex-col items-end [main_&]:flex-row-reverse [main_&]:items-center [main_&]:gap-3">
        {line.kg !== null && (
          <b className="text-mass">
            {line.kg}
            <small className="ml-0.5 font-normal text-ink-2">{unitOf("kg")}</small>
          </b>
        )}
        {line.undoable && !line.undone && !notFor.has("undo") && !notFor.has(line.command) && (
          <Modal
            title="Undo this entry?"
            stands="md"
            open={open}
            onOpenChange={(to) => {
              setOpen(to);
              setUndoing({ step: "asking" });
            }}
            trigger={
              <button
                type="button"
                className="grid size-8 place-items-center rounded text-ink-2 hover:bg-stop-fill hover:text-stop [@media(pointer:coarse)]:size-12"
                aria-label={`Undo: ${line.say}`}
              >
                <Undo2 size={17} aria-hidden />
              </button>
            }
          >
            <p className="mb-3">
              {line.day}, {line.time}, {line.who}: {line.say}
            </p>
            <p className="mb-4 text-[15px] text-ink-2">
              It stays on the tape, struck out, and a counter-entry takes its kilograms back.
            </p>
            {undoing.step === "refused" && (
              <p role="alert" className="mb-4 font-semibold text-stop">
                {undoing.message}
              </p>
            )}
            <div className="flex gap-3">
              <button
                type="button"
                className="do"
                data-stop=""
                aria-disabled={undoing.step === "sending"}
                onClick={undo}
              >
                Undo it
              </button>
              <button type="button" className="do" data-quiet="" onClick={() => setOpen(false)}>
                Keep it
              </button>
            </div>
          </Modal>
        )}
      </div>
    </div>
  );
}
