"use client";

import { useRef } from "react";
import type { Finding } from "@/core/labels";
import type { DrawnLabel } from "@/house/label/bench";

const LEFT = 12;
const TOP = 9;
const RIGHT = 42;
const FOOT = 5;
const TYPE = 2.7;

const mm = (x: number): string => `${Number(x.toFixed(2))} mm`;

/** One label to scale with its measures; its corner is pulled to make it larger. */
function One({
  drawn: { svg, layout },
  findings,
  onSize,
}: {
  drawn: DrawnLabel;
  findings: readonly Finding[];
  onSize: (widthMm: number, heightMm: number) => void;
}) {
  const box = useRef<SVGSVGElement>(null);
  const pulling = useRef(false);
  const { widthMm: w, heightMm: h, items } = layout;
  const state = (id: string): string =>
    findings.find((f) => f.id === id)?.state === "not-met" ? "var(--stop)" : "var(--go)";
  const needed = (id: string): string => {
    const says = findings.find((f) => f.id === id)?.says ?? "";
    return /, ([\d.]+ mm) needed/.exec(says)?.[1] ?? "";
  };
  const texts = items.flatMap((i) => (i.what === "text" ? [i] : []));
  const small = texts.findLast(
    (t) => ["best-before", "lot", "origin", "packer", "infant"].includes(t.id) && !t.bold,
  );
  const net = texts.find((t) => t.id === "net");
  const code = items.find((i) => i.what === "code");
  const at = (e: React.PointerEvent): [number, number] => {
    const rect = box.current?.getBoundingClientRect();
    if (!rect) return [w, h];
    const scale = (w + LEFT + RIGHT) / rect.width;
    return [
      Math.min(210, Math.max(20, Math.round((e.clientX - rect.left) * scale - LEFT))),
      Math.min(297, Math.max(12, Math.round((e.clientY - rect.top) * scale - TOP))),
    ];
  };
  const measure = (id: string, y: number, high: number, says: string, name: string) => (
    <g stroke={state(id)} fill={state(id)} strokeWidth={0.35}>
      <line x1={LEFT + w + 1} x2={LEFT + w + 4} y1={TOP + y - high} y2={TOP + y - high} />
      <line x1={LEFT + w + 1} x2={LEFT + w + 4} y1={TOP + y} y2={TOP + y} />
      <line x1={LEFT + w + 2.5} x2={LEFT + w + 2.5} y1={TOP + y - high} y2={TOP + y} />
      <text x={LEFT + w + 5.5} y={TOP + y - high / 2 + 0.6} fontSize={TYPE} fontWeight={700} stroke="none">
        {says}
      </text>
      <text
        x={LEFT + w + 5.5}
        y={TOP + y - high / 2 + 3.6}
        fontSize={TYPE * 0.85}
        stroke="none"
        fill="var(--ink-2)"
      >
        {name}
        {needed(id) && `, ${needed(id)} needed`}
      </text>
    </g>
  );
  return (
    <svg
      ref={box}
      viewBox={`0 0 ${w + LEFT + RIGHT} ${h + TOP + FOOT}`}
      className="w-full touch-none"
      style={{ maxHeight: "52vh" }}
      role="img"
      aria-label={`Label of ${w} by ${h} mm: ${texts.map((t) => t.text).join("; ")}`}
    >
      <g stroke="var(--ink-2)" strokeWidth={0.3} fill="var(--ink)">
        <line x1={LEFT} x2={LEFT + w} y1={4} y2={4} />
        <line x1={LEFT} x2={LEFT} y1={2.5} y2={5.5} />
        <line x1={LEFT + w} x2={LEFT + w} y1={2.5} y2={5.5} />
        <line x1={5} x2={5} y1={TOP} y2={TOP + h} />
        <line x1={3.5} x2={6.5} y1={TOP} y2={TOP} />
        <line x1={3.5} x2={6.5} y1={TOP + h} y2={TOP + h} />
        <text x={LEFT + w / 2} y={3} fontSize={TYPE} textAnchor="middle" stroke="none">
          {mm(w)}
        </text>
        <text
          transform={`translate(3.6 ${TOP + h / 2}) rotate(-90)`}
          fontSize={TYPE}
          textAnchor="middle"
          stroke="none"
        >
          {mm(h)}
        </text>
      </g>
      <rect x={LEFT} y={TOP} width={w} height={h} fill="#fff" stroke="var(--ink)" strokeWidth={0.4} />
      <image
        x={LEFT}
        y={TOP}
        width={w}
        height={h}
        href={`data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`}
      />
      {small && measure("letters", small.baseMm, layout.lettersMm, mm(layout.lettersMm), "small letters")}
      {net && measure("figures", net.baseMm, layout.figuresMm, mm(layout.figuresMm), "figures")}
      {code?.what === "code" && code.kind === "qr" && (
        <text x={LEFT + w + 5.5} y={TOP + code.yMm + 3} fontSize={TYPE * 0.9} fill="var(--ink-2)">
          code {mm(code.wMm)}
        </text>
      )}
      {/* Width and height have fields of their own: this is for a finger or a mouse. */}
      <circle
        data-pull="corner"
        cx={LEFT + w}
        cy={TOP + h}
        r={2.2}
        fill="var(--go)"
        className="cursor-nwse-resize"
        onPointerDown={(e) => {
          pulling.current = true;
          e.currentTarget.setPointerCapture(e.pointerId);
        }}
        onPointerMove={(e) => {
          if (pulling.current) onSize(...at(e));
        }}
        onPointerUp={() => {
          pulling.current = false;
        }}
      />
    </svg>
  );
}

export function LabelDrawing({
  drawn,
  findings,
  onSize,
}: {
  drawn: readonly DrawnLabel[];
  findings: readonly Finding[];
  onSize: (widthMm: number, heightMm: number) => void;
}) {
  return (
    <>
      {drawn.map((d) => (
        <One key={d.layout.part} drawn={d} findings={findings} onSize={onSize} />
      ))}
      <p className="text-[14px] text-ink-2">Pull the corner to make the label larger or smaller.</p>
    </>
  );
}
