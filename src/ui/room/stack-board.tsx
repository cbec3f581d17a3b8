"use client";

import { DndContext, type DragEndEvent, useDraggable, useDroppable } from "@dnd-kit/core";
import { useRouter } from "next/navigation";
import { DropdownMenu } from "radix-ui";
import { type ReactNode, useState } from "react";
import type { BoxView, StackView } from "@/house/hot-room/view";
import { mass, unitOf } from "@/house/language/shown";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { blueness } from "../figures/super-boxes";
import { usePull } from "../pull-sensor";

const INTAKE = "intake";

/** The first letters that name no stack yet. */
const freeLetter = (taken: readonly string[]): string =>
  [..."ABCDEFGHIJKLMNOPQRSTUVWXYZ"].find((l) => !taken.includes(l)) ?? "ZZ";

/** One super: pull it with the finger, or press it (or M) and choose where it goes. */
function Box({
  box,
  stack,
  targets,
  move,
}: {
  box: BoxView;
  stack: string;
  targets: readonly string[];
  move: (tag: string, to: string) => void;
}) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  // Thirty boxes have a list each, and few are ever pressed: it is put together when it is first wanted.
  const [met, setMet] = useState(false);
  if (open && !met) setMet(true);
  const { setNodeRef, node, listeners, transform, isDragging } = useDraggable({
    id: box.tag,
    data: { stack },
  });
  const seen =
    box.waterPct === null
      ? `${box.cappedPct} % capped`
      : `${box.waterPct.toFixed(1)}${box.unverified ? "?" : ""} % water`;
  const item = "flex min-h-12 cursor-pointer items-center px-4 outline-none data-[highlighted]:bg-niche";
  return (
    <div className="relative">
      <button
        type="button"
        ref={setNodeRef}
        {...listeners}
        onPointerDown={(e) => {
          listeners?.onPointerDown?.(e);
          // Pressing may become pulling: the list opens on letting go.
          e.preventDefault();
          e.currentTarget.focus();
        }}
        onClick={() => setOpen(true)}
        onKeyDown={(e) => {
          if (e.key === "ArrowDown" || (e.key.toLowerCase() === "m" && !e.ctrlKey && !e.metaKey)) {
            e.preventDefault();
            setOpen(true);
          }
        }}
        aria-haspopup="menu"
        aria-expanded={open}
        // What is seen is in what is read out, in its order: who speaks to a tablet says what they see.
        aria-label={`Super ${box.tag}, ${mass(box.kg)}, ${seen}${box.waterPct === null ? ", not read" : ""}; press to move it`}
        className="flex min-h-12 w-full touch-none items-center justify-between gap-2 rounded-sm border-[1.5px] border-edge px-2.5 text-left"
        style={{
          background: `color-mix(in srgb, var(--water-fill) ${Math.round(blueness(box.waterPct) * 100)}%, var(--shelf))`,
          ...(transform
            ? {
                transform: `translate(${transform.x}px, ${transform.y}px)`,
                zIndex: 20,
                position: "relative",
              }
            : {}),
          ...(isDragging ? { boxShadow: "0 6px 16px #0005" } : {}),
        }}
      >
        <b>{box.tag}</b>{" "}
        <span className="text-right font-mono text-[14px] leading-tight">
          <span className="block">{mass(box.kg)}</span> <span className="block">{seen}</span>
        </span>
      </button>
      {met && (
        <DropdownMenu.Root open={open} onOpenChange={setOpen} modal={false}>
          <DropdownMenu.Trigger asChild>
            <span className="pointer-events-none absolute inset-0" aria-hidden tabIndex={-1} />
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content
              sideOffset={4}
              collisionPadding={8}
              aria-labelledby={undefined}
              aria-label={`Super ${box.tag}`}
              className="z-50 min-w-56 rounded border border-edge bg-shelf py-1 shadow-lg"
              onCloseAutoFocus={(closing) => {
                closing.preventDefault();
                node.current?.focus();
              }}
            >
              {targets.map((t) => (
                <DropdownMenu.Item key={t} className={item} onSelect={() => move(box.tag, t)}>
                  {t === INTAKE ? "Out of the room, to the intake" : `To stack ${t}`}
                </DropdownMenu.Item>
              ))}
              <DropdownMenu.Separator className="my-1 h-px bg-rule" />
              <DropdownMenu.Item
                className={item}
                onSelect={() => router.push(`/hot-room?do=read&super=${box.tag}`)}
              >
                Read super {box.tag}
              </DropdownMenu.Item>
              <DropdownMenu.Item className={item} onSelect={() => router.push(`/trace/super/${box.tag}`)}>
                Open super {box.tag}
              </DropdownMenu.Item>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      )}
    </div>
  );
}

function Place({ id, children, className }: { id: string; children: ReactNode; className: string }) {
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <li
      ref={setNodeRef}
      className={`${className} rounded ${isOver ? "outline-3 outline-offset-4 outline-water" : ""}`}
    >
      {children}
    </li>
  );
}

const FAN = [
  ["full", "in the full draught"],
  ["some", "some draught"],
  ["none", "out of the draught"],
] as const;

/** Stacks as piles on the floor of the room, wetter is bluer; supers are moved by pulling or by keys. */
export function StackBoard({ stacks, selected }: { stacks: readonly StackView[]; selected: string | null }) {
  const router = useRouter();
  const sensors = usePull();
  const stand = useCommand("stack-supers");
  const air = useCommand("set-fan");
  const names = stacks.map((s) => s.name);
  const next = freeLetter(names);
  const move = (tag: string, to: string) =>
    void stand.submit(to === INTAKE ? { supers: [tag], place: "yard intake" } : { supers: [tag], stack: to });
  const drop = ({ active, over }: DragEndEvent) => {
    if (over && over.id !== active.data.current?.stack) move(String(active.id), String(over.id));
  };
  return (
    // Only at the very edge the page goes along: stacks must not slide away under a box that is held.
    <DndContext sensors={sensors} onDragEnd={drop} id="stacks" autoScroll={{ threshold: { x: 0, y: 0.05 } }}>
      <ul className="flex flex-wrap items-end gap-5">
        {stacks.map((s) => (
          <Place key={s.name} id={s.name} className="flex w-44 flex-col justify-end">
            <div className="flex flex-col gap-px">
              {s.boxes.map((b) => (
                <Box
                  key={b.tag}
                  box={b}
                  stack={s.name}
                  targets={[...names.filter((n) => n !== s.name), next, INTAKE]}
                  move={move}
                />
              ))}
            </div>
            <div className="mt-1 border-t-4 border-timber pt-1">
              <button
                type="button"
                className="min-h-12 w-full text-left leading-tight"
                aria-pressed={selected === s.name}
                aria-label={`Stack ${s.name}, ${s.verdict}: show how it dries`}
                onClick={() => router.push(`/hot-room?stack=${s.name}`, { scroll: false })}
              >
                <b className={selected === s.name ? "underline decoration-4 underline-offset-4" : ""}>
                  Stack {s.name}
                </b>{" "}
                <span data-tone={s.tone} className="block font-semibold" style={{ color: "var(--tone)" }}>
                  {s.verdict}
                </span>
              </button>
              <p className="text-[14px] leading-snug text-ink-2">
                {s.kg} {unitOf("kg")}, {s.meanPct}
                <span className="block">{s.worst}</span>
                <span className="block">{s.age}</span>
                <span data-tone={s.beetleTone} className="block" style={{ color: "var(--tone)" }}>
                  {s.beetles}
                </span>
              </p>
              <select
                aria-label={`Stack ${s.name} stands to the fan`}
                className="mt-1 min-h-12 w-full rounded border-[1.5px] border-edge bg-shelf px-1.5 text-[15px]"
                value={s.fan}
                onChange={(e) => void air.submit({ stack: s.name, fan: e.target.value })}
              >
                {FAN.map(([value, label]) => (
                  <option key={value} value={value}>
                    {label}
                  </option>
                ))}
              </select>
            </div>
          </Place>
        ))}
        <Place
          id={next}
          className="grid min-h-24 w-28 place-items-center border-[1.5px] border-dashed border-edge p-2 text-center text-[14px] text-ink-2"
        >
          new stack {next}
        </Place>
        <Place
          id={INTAKE}
          className="grid min-h-24 w-28 place-items-center border-[1.5px] border-dashed border-edge p-2 text-center text-[14px] text-ink-2"
        >
          out, to the intake
        </Place>
      </ul>
      <p className="mt-3 text-[14px] text-ink-2">
        Pull a box where it should stand, or press it (key M) and choose. Wetter is bluer; ? is unverified.
      </p>
      <SaysStanding standing={stand.standing.step === "filling" ? air.standing : stand.standing} />
    </DndContext>
  );
}
