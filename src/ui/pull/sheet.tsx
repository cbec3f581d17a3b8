"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import type { School } from "@/core/moisture";
import { rangeOf } from "@/core/units";
import { unpacked } from "@/house/language/packed";
import { mass, massFigure } from "@/house/language/shown";
import type { PullSheetView } from "@/house/yard/view";
import { Field } from "../fields/field";
import { asProposed, forTheHouse, tempIn, unitsOfDrafts } from "../fields/figure";
import { useWrongFigure } from "../fields/judged-here";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { keep, keptUnder } from "../kept";
import { Why } from "../why/why";
import { PullCard, VerdictBand } from "./card";
import { DoneRows } from "./done-rows";
import {
  type Around,
  asInput,
  bareTag,
  blankRow,
  honeyOf,
  judgeRows,
  type PullRow,
  type Slip,
  slipIn,
  yieldOfRows,
} from "./rows";
import { SheetHead } from "./sheet-head";
import { VERDICT } from "./words";

const draftKey = (): string => ["aumbry-pull-draft", ...unitsOfDrafts()].join(" ");

interface Draft {
  readonly yard: string;
  readonly rows: readonly PullRow[];
  readonly now: PullRow;
}

/** The pull sheet: one super in hand at a time, judged while it is looked at; those done stand below. */
export function PullSheet({ view }: { view: PullSheetView }) {
  const supers = useMemo(() => unpacked(view.supers), [view.supers]);
  const [yard, setYard] = useState(view.yard);
  const [date, setDate] = useState(view.today);
  const [school, setSchool] = useState<School>(view.rules.school);
  const [instrument, setInstrument] = useState(view.instruments[0]?.name ?? "");
  const [sampleC, setSampleC] = useState(asProposed("20", "°C"));
  const [rows, setRows] = useState<readonly PullRow[]>([]);
  const [row, setRow] = useState<PullRow>(blankRow(0));
  const [says, setSays] = useState("");
  const [slip, setSlip] = useState<Slip | null>(null);
  const { standing, errorAt, submit } = useCommand("pull-supers");
  const restored = useRef(false);

  useEffect(() => {
    const left = keptUnder<Draft>(draftKey());
    if (left && (left.rows.length > 0 || left.now.tag)) {
      setRows(left.rows);
      setRow(left.now);
      setYard(left.yard);
      setSays("What was typed here before is still here.");
    }
    restored.current = true;
  }, []);
  useEffect(() => {
    if (restored.current) keep(draftKey(), { yard, rows, now: row } satisfies Draft);
  }, [yard, rows, row]);

  const around: Around = {
    supers,
    rules: view.rules,
    instrument: view.instruments.find((i) => i.name === instrument) ?? null,
    sampleC: tempIn(sampleC) ?? 20,
    today: date || view.today,
    past: view.past,
  };
  const inHand = row.tag.trim() !== "";
  const all = inHand ? [...rows, row] : rows;
  const wrongC = useWrongFigure("pull-supers")("sampleC", forTheHouse(sampleC, "°C"));
  // Samples at a temperature that is none are as good as not taken.
  const judge = (these: readonly PullRow[]) =>
    judgeRows(wrongC ? these.map((r) => ({ ...r, sample: "" })) : these, around, school);
  const judged = judge(all);
  const here = judged.supers[inHand ? all.length - 1 : -1]?.ripeness ?? judge([row]).supers[0]?.ripeness;
  const taken = rows.filter((r) => r.take);
  const expected = yieldOfRows(all, around);
  const tags = Object.keys(supers);

  const step = (by: 1 | -1) => {
    const at = tags.indexOf(bareTag(row.tag || (rows.at(-1)?.tag ?? "")));
    const free = (tag: string) => !rows.some((r) => bareTag(r.tag) === tag) && !view.out.includes(tag);
    for (let i = 1; i <= tags.length; i++) {
      const tag = tags[(at + by * i + tags.length * 2) % tags.length];
      if (tag && free(tag)) {
        setRow((now) => ({ ...now, tag }));
        return;
      }
    }
  };

  function done(take: boolean) {
    const slip = slipIn(row, around, rows, view.colonies[yard] ?? [], view.out);
    setSlip(slip);
    if (slip) return setSays("");
    if (take && here?.verdict === "do-not-take" && !row.despite.trim())
      return setSays("Say why it is taken all the same, or leave it.");
    setSays("");
    setRows([...rows, { ...row, take }]);
    setRow(blankRow(row.key + 1, row));
    document.getElementsByName("tag")[0]?.focus();
  }

  async function record() {
    if (inHand) return setSays(`Super ${bareTag(row.tag)} is still in hand: take it or leave it first.`);
    const answer = await submit({
      yard,
      date,
      school,
      sampleC: forTheHouse(sampleC, "°C") || "20",
      ...(instrument ? { instrument } : {}),
      supers: rows.map(asInput),
    });
    if (!answer) return;
    setRows([]);
    setRow(blankRow(row.key + 1));
  }

  /** A refusal about a row that is done brings it back into the hand, with its words beside the field. */
  const wrong =
    standing.step === "refused"
      ? standing.refused.errors.flatMap((e) => /^supers\.(\d+)\.(\w+)$/.exec(e.path) ?? [])
      : [];
  const wrongRow = wrong.length > 0 ? Number(wrong[1]) : -1;
  const again = (key: number) => {
    const back = rows.find((r) => r.key === key);
    if (!back) return;
    setRows(rows.filter((r) => r.key !== key));
    setRow(back);
  };

  return (
    <form
      className="panel mb-3"
      aria-label="Pull sheet"
      onSubmit={(e) => {
        e.preventDefault();
        done(true);
      }}
    >
      <SheetHead
        view={view}
        yard={yard}
        setYard={setYard}
        date={date}
        setDate={setDate}
        school={school}
        setSchool={setSchool}
        instrument={instrument}
        setInstrument={setInstrument}
        sampleC={sampleC}
        setSampleC={setSampleC}
        errorAt={(field) => (field === "sampleC" ? wrongC : undefined) ?? errorAt(field)}
      />
      <PullCard
        key={row.key}
        row={row}
        colonyTags={view.colonies[yard] ?? []}
        devices={view.devices}
        sampleC={sampleC}
        errorAt={(field) => (slip?.field === field ? slip.message : undefined)}
        change={(change) => setRow((now) => ({ ...now, ...change }))}
        step={step}
      />
      <div className="mt-4 grid gap-3">
        {here && inHand && <VerdictBand ripeness={here} honey={honeyOf(row, around)} />}
        {inHand && here?.verdict === "do-not-take" && (
          <Field
            spec={{ name: "despite", label: "Taken all the same, because", span: 3 }}
            value={row.despite}
            onChange={(v) => setRow((now) => ({ ...now, despite: String(v) }))}
          />
        )}
        <div className="flex flex-wrap items-center gap-3">
          <button
            type="submit"
            className="do min-h-14"
            data-quiet={here && (here.verdict === "leave" || here.verdict === "do-not-take") ? "" : undefined}
          >
            Take it, next super
          </button>
          <button
            type="button"
            className="do min-h-14"
            data-quiet={here && (here.verdict === "leave" || here.verdict === "do-not-take") ? undefined : ""}
            onClick={() => done(false)}
          >
            Leave it on the colony
          </button>
          <p className="font-semibold" aria-live="polite">
            {says}
          </p>
        </div>
      </div>
      <section className="mt-4 border-t border-rule pt-3" aria-label="On this sheet">
        {rows.length > 0 && (
          <DoneRows
            rows={rows}
            judged={judged}
            around={around}
            wrongRow={wrongRow}
            refusal={standing.step === "refused" ? standing.refused.message : ""}
            again={again}
          />
        )}
        {all.length > 0 && (
          <div className="mb-3 flex flex-wrap items-baseline gap-x-4">
            <p className="min-w-0 flex-1 basis-72">
              <b data-tone={VERDICT[judged.verdict].tone} style={{ color: "var(--tone)" }}>
                {judged.sentence}
              </b>
            </p>
            <Why why={{ title: "This pull together", because: judged.because }} />
            <p>
              expected in pails <b className="text-mass">{mass(expected.kg, 0)}</b>
              <span className="text-ink-2">
                , {rangeOf(massFigure(expected.loKg, 0), massFigure(expected.hiKg, 0))}
              </span>
            </p>
            <Why
              why={{
                title: "Expected yield",
                because: expected.because,
                change: "Weighing the supers in, and every batch this house closes.",
              }}
            />
          </div>
        )}
        <div className="flex flex-wrap items-center gap-4">
          <button
            type="button"
            className="do"
            aria-disabled={standing.step === "sending" || rows.length === 0}
            onClick={() => rows.length > 0 && void record()}
          >
            Record the pull
            {rows.length > 0
              ? `: ${taken.length} taken${rows.length > taken.length ? `, ${rows.length - taken.length} left` : ""}`
              : ""}
          </button>
          <SaysStanding standing={standing} />
        </div>
      </section>
    </form>
  );
}
