/** What a laboratory found of one sample, as a sheet: with what it says, and what it does not. */
import type { Knex } from "knex";
import { oneOrder } from "../laboratory/records";
import { seenOrders } from "../laboratory/view";
import { dayIn, writtenDay } from "../language/clock";
import { houseNow } from "../ledger/records/house";
import { type ReportPart, reportPdf } from "./report";

const STATE = { met: "met", close: "close", "not-met": "not met", "not-told": "not measured" } as const;

export async function analysisReport(db: Knex, number: number, now = new Date()): Promise<Buffer> {
  const house = await houseNow(db);
  const [seen] = await seenOrders(db, house, [await oneOrder(db, number)]);
  if (!seen) throw new Error("An order that was just read is gone.");
  const { result } = seen;
  const certified = result?.accredited === true && !result.standIn;
  const parts: ReportPart[] = [
    {
      text: `Sample of ${seen.name}, taken ${seen.taken} by ${seen.takenBy}${seen.seal ? `, sealed ${seen.seal}` : ""}. Analysed by ${seen.laboratory}${result?.report ? `, report ${result.report}` : ""}${result ? `, of ${result.came}` : ""}.`,
    },
  ];
  if (!result) parts.push({ text: "No result is in yet.", bold: true });
  else
    parts.push(
      ...(result.standIn
        ? [{ text: "These figures come from a stand-in and are made up.", bold: true }]
        : []),
      { heading: "What was found" },
      {
        columns: [
          { head: "Measured", share: 3 },
          { head: "Found", share: 3 },
          { head: "Method", share: 3 },
          { head: `Limit (${result.by})`, share: 4 },
          { head: "Verdict", share: 2 },
        ],
        rows: result.lines.map((l) => [
          l.what,
          l.found || "-",
          l.method,
          l.asks ? `${l.asks} (${l.paragraph})` : "none here",
          l.state ? STATE[l.state] : "",
        ]),
      },
      {
        text: '"Met" and "not met" hold also at the far end of what the figure may be off (expanded uncertainty, k = 2); "close" may lie on either side.',
        small: true,
      },
    );
  if (result && result.papers.length > 0)
    parts.push({
      text: `With it: ${result.papers.map((p) => `${p.name} (sha-256 ${p.sha256.slice(0, 16)}…)`).join("; ")}.`,
      small: true,
    });
  parts.push(
    { heading: "What this does not say" },
    {
      text: [
        "It speaks of the sample alone, as it was when it was taken; the sampling itself was not part of any accreditation.",
        "It says nothing of what was not measured: origin, adulteration, residues and anything not listed above.",
        certified
          ? "The figures are those of an accredited laboratory; the verdicts beside them are this house's own."
          : "It is no certificate: the figures are not, or not known to be, from methods accredited under ISO/IEC 17025.",
        "Limits are given from memory of the named publication: check them with your authority.",
      ].join(" "),
    },
  );
  return reportPdf({
    title: `${certified ? "Certificate" : "Report"} of analysis, order ${number}`,
    from: [house.name, house.address, house.country].filter((l) => l !== ""),
    parts,
    foot: `${house.name}, ${writtenDay(dayIn(house.zone, now))}`,
  });
}
