"use client";

import { DndContext, type DragEndEvent, useDraggable, useDroppable } from "@dnd-kit/core";
import { type Imbalance, type Steadiness, slotAngle } from "@/core/extraction";

import { mass, massFigure } from "@/house/language/shown";
import { usePull } from "../../pull-sensor";
import { slotName } from "../slot-name";
import type { FrameToLoad } from "./use-load";

const SIZE = 420;
const CENTRE = SIZE / 2;
export const TONE: Record<Steadiness, string> = { stands: "go", watch: "mass", walks: "stop" };

function Slot({
  slot,
  name,
  frame,
  held,
  x,
  y,
  box,
  onPress,
}: {
  slot: number;
  name: string;
  frame: FrameToLoad | undefined;
  held: boolean;
  x: number;
  y: number;
  box: number;
  onPress: () => void;
}) {
  const id = String(slot);
  const drop = useDroppable({ id });
  const drag = useDraggable({ id, disabled: !frame });
  const { transform } = drag;
  const seen = frame ? `${frame.known === "weighed" ? "" : "~"}${massFigure(frame.kg)}` : "";
  const how = { weighed: "", hand: ", by hand", unknown: ", not weighed" } as const;
  const said = frame ? `frame of super ${frame.super}, ${mass(frame.kg, 2)}${how[frame.known]}` : "empty";
  return (
    <button
      ref={(node) => {
        drop.setNodeRef(node);
        drag.setNodeRef(node);
      }}
      {...drag.listeners}
      type="button"
      onClick={onPress}
      aria-pressed={held}
      // Whoever calls it by voice says what is seen.
      aria-label={`${name}: ${said}${said.includes(seen) ? "" : `, shown as ${seen}`}`}
      className={`absolute grid touch-none place-items-center rounded-sm border-[1.5px] border-edge font-mono leading-none aria-pressed:outline-4 aria-pressed:outline-water ${drop.isOver && !drag.isDragging ? "outline-3 outline-water" : ""}`}
      style={{
        left: `${(x / SIZE) * 100}%`,
        top: `${(y / SIZE) * 100}%`,
        width: `${(box / SIZE) * 100}%`,
        height: `${(box / SIZE) * 100}%`,
        fontSize: box > 34 ? "clamp(11px, 3.5cqw, 15px)" : "clamp(8px, 2.6cqw, 11px)",
        background: frame
          ? `color-mix(in srgb, var(--mass-fill) ${Math.round(Math.min(100, Math.max(10, (frame.kg / 4) * 100)))}%, var(--shelf))`
          : "var(--shelf)",
        transform: `translate(-50%, -50%)${transform ? ` translate(${transform.x}px, ${transform.y}px)` : ""}`,
        ...(drag.isDragging ? { zIndex: 20, boxShadow: "0 6px 16px #0005" } : {}),
      }}
    >
      {seen}
    </button>
  );
}

/** The machine from above: frames in their slots, pulled to another one with finger or mouse, and the arrow of their imbalance. */
export function Drum({
  slots,
  frameIn,
  held,
  imbalance,
  standsKgM,
  verdict,
  onPress,
  onOver,
  onSwap,
}: {
  slots: readonly (string | null)[];
  frameIn: (slot: number) => FrameToLoad | undefined;
  held: number | null;
  imbalance: Imbalance;
  standsKgM: number;
  verdict: Steadiness;
  onPress: (slot: number) => void;
  /** While a frame is pulled: where it would come to lie; null when it is let go. */
  onOver: (swap: readonly [number, number] | null) => void;
  onSwap: (a: number, b: number) => void;
}) {
  const sensors = usePull();
  const place = (i: number, r: number) => {
    const angle = slotAngle({ slots: slots.length }, i);
    return { x: CENTRE + r * Math.cos(angle), y: CENTRE - r * Math.sin(angle) };
  };
  const box = Math.max(18, Math.min(52, (2 * Math.PI * 150) / slots.length / 1.2 - 2));
  const arrow = Math.max(10, Math.min(135, (imbalance.kgM / standsKgM) * 90));
  const pair = ({ active, over }: Pick<DragEndEvent, "active" | "over">) =>
    over && over.id !== active.id ? ([Number(active.id), Number(over.id)] as const) : null;
  return (
    <DndContext
      id="load"
      sensors={sensors}
      // The machine must not slide away under a frame held near the screen's edge.
      autoScroll={false}
      onDragOver={(e) => onOver(pair(e))}
      onDragCancel={() => onOver(null)}
      onDragEnd={(e) => {
        onOver(null);
        const swap = pair(e);
        if (swap) onSwap(...swap);
      }}
    >
      <div className="@container relative mx-auto aspect-square w-full max-w-[420px]">
        <svg viewBox={`0 0 ${SIZE} ${SIZE}`} className="absolute inset-0 size-full" aria-hidden>
          <circle
            cx={CENTRE}
            cy={CENTRE}
            r={200}
            fill="var(--niche)"
            stroke="var(--timber)"
            strokeWidth={6}
          />
          <circle cx={CENTRE} cy={CENTRE} r={14} fill="var(--timber)" />
          {slots.map((_, i) => {
            const [a, b] = [place(i, 40), place(i, 190)];
            // biome-ignore lint/suspicious/noArrayIndexKey: slots stand where they are.
            return <line key={i} x1={a.x} y1={a.y} x2={b.x} y2={b.y} stroke="var(--rule)" />;
          })}
          {imbalance.kgM > 0.0005 && (
            <g
              data-testid="imbalance-arrow"
              transform={`rotate(${(-imbalance.angle * 180) / Math.PI} ${CENTRE} ${CENTRE})`}
              style={{ color: `var(--${TONE[verdict]})` }}
            >
              <line
                x1={CENTRE}
                y1={CENTRE}
                x2={CENTRE + arrow}
                y2={CENTRE}
                stroke="currentColor"
                strokeWidth={7}
              />
              <path d={`M${CENTRE + arrow + 16},${CENTRE} l-18,-11 v22 z`} fill="currentColor" />
            </g>
          )}
        </svg>
        {slots.map((_, i) => {
          // Here lies the other half of the frame before.
          if (frameIn((i + slots.length - 1) % slots.length)?.width === 2) return null;
          const frame = frameIn(i);
          const wide = frame?.width === 2;
          return (
            <Slot
              // biome-ignore lint/suspicious/noArrayIndexKey: slots stand where they are.
              key={i}
              slot={i}
              name={slotName(i, frame?.width ?? 1, slots.length)}
              frame={frame}
              held={held === i}
              {...place(wide ? i + 0.5 : i, 158)}
              box={wide ? box * 1.5 : box}
              onPress={() => onPress(i)}
            />
          );
        })}
      </div>
    </DndContext>
  );
}
