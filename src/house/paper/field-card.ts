/**
 * The field card: one sheet a station in type for two metres, with the house's own figures in it. What is said of the
 * craft is common practice; where schools differ, this house's stands first and the other is named.
 */
import type { Knex } from "knex";
import { type MachineKind, programme } from "@/core/extraction";
import { PAGE_SIZES_MM } from "@/core/labels";
import { mass, temp } from "../language/shown";
import { SCHOOL_SAID } from "../settle/kinds";
import { floorView } from "../spin/view";
import { snapshot } from "../standing/snapshot";
import { newDocument, PT_PER_MM } from "./document";
import { fontFor, printable } from "./letters";

const plain = (value: number, digits: number): string => value.toFixed(digits);

type Drawing = "basket" | "fork" | "gate" | "turning";

export interface Card {
  readonly station: string;
  /** The house's own figures, each with its unit. */
  readonly figures: readonly (readonly [what: string, value: string])[];
  readonly steps: readonly string[];
  readonly cautions: readonly string[];
  readonly other?: string;
  readonly drawing?: Drawing;
}

const RIPE = {
  sealed: "Take frames that are sealed; count the cells with honey, not the empty ones.",
  shake: "Partly sealed frames count when a sharp shake throws no drops, and only a few of them.",
  instrument: "Sealed or not, the refractometer decides: several frames, the wettest taken seriously.",
} as const;
const RIPE_OTHERS = {
  sealed: "Others go by a shake (riskier) or by the refractometer alone (drying takes the rest).",
  shake: "Others take sealed frames only (less honey, less risk) or go by the refractometer alone.",
  instrument: "Others take sealed frames only (nothing to dry) or shake a partly sealed one (riskier).",
} as const;

/** The house's cards as they stand now. */
export async function fieldCards(
  db: Knex,
  now = new Date(),
): Promise<{ house: string; cards: readonly Card[] }> {
  const s = await snapshot(db, now);
  const floor = await floorView(db, s);
  const { house } = s;
  const machines: Card[] = floor.machines.map((m) => {
    const minutes = Math.min(120, Math.max(1, Math.round(m.suggestedMin)));
    return {
      station: m.name,
      figures: [
        ["Slots", String(m.slots)],
        // A figure bears what it is reckoned for, and whether it was learnt here or told.
        [
          `${plain(floor.waterPct, 1)} % water at ${temp(floor.honeyC, 0)}, ${m.learntFrom > 0 ? "by runs here" : "common practice"}`,
          `about ${minutes} min`,
        ],
        [
          `Off balance at most, ${m.learntKgM === m.allowedKgM ? "as set up" : "as runs here showed"}`,
          `${plain(m.learntKgM, 2)} kg·m`,
        ],
        ["The drum takes under the frames", mass(m.drumHoldsKg, 0)],
      ],
      steps: [
        "Opposite frames weigh alike; what is odd goes by the arranger's picture.",
        m.kind === "radial"
          ? "Top bars outward, all of them."
          : "The bottom bar leads the way it turns, all of them.",
        ...programme(m.kind as MachineKind, minutes).map(
          (x) => `Minute ${plain(x.atMin, 0)}: ${x.what}${x.speedPct > 0 ? `, ${x.speedPct} %` : ""}`,
        ),
        "Nothing more hits the wall: it is done. A frame still heavy goes back under the fork.",
      ],
      cautions: [
        "Lid shut before it turns. Speed to zero, standstill, then open.",
        "Hair, sleeves and straps away from the drum.",
      ],
      drawing: m.kind === "radial" ? ("basket" as const) : ("turning" as const),
    };
  });
  const pail = floor.pailTakesKg;
  return {
    house: house.name,
    cards: [
      {
        station: "In the yard",
        figures: [
          ["Sealed from", `${plain(house.sealed_pct, 0)} % of the cells with honey`],
          ["Aim", `${plain(house.target_pct, 1)} % water; never over ${plain(house.limit_pct, 1)} %`],
        ],
        steps: [
          RIPE[house.school],
          "Leave brood, frames from fed or treated colonies, and what smells or is slimy.",
          "Frames into closed boxes at once. Weigh or enter each box before the next.",
        ],
        other: RIPE_OTHERS[house.school],
        cautions: [
          `Full boxes weigh ${mass(30, 0)} and more: carry half ones, or in two.`,
          "Stings: a telephone and whatever your plan says at hand.",
        ],
      },
      {
        station: "Hot room",
        figures: [
          ["Spin from", temp(house.spin_temp_c)],
          ["Out before", `${plain(house.beetle_hours, 0)} h after the pull (beetles)`],
          ["Dry to", `${plain(house.target_pct, 1)} % water`],
        ],
        steps: [
          "Stand boxes so that air passes through; the fan blows into the slope of the cells.",
          "Door shut: the dehumidifier dries the room, not the yard.",
          "Read the wettest stack again when its forecast says so; several frames of it.",
        ],
        cautions: [
          "No gas burner in a shut room.",
          "Cords and water apart; the residual-current switch tested.",
        ],
      },
      {
        station: "Uncapping",
        figures: floor.cappings
          .filter((c) => floor.plan?.uncappers.some((u) => u.tool === c.tool) ?? false)
          .map(
            (c) =>
              [`Into the cappings, ${c.tool.replaceAll("-", " ")}`, `about ${plain(c.pct, 0)} %`] as const,
          ),
        steps: [
          "Fork under the cap, and lift: what is scratched smears the cells shut.",
          "Knife or plane along the bars; off between frames, so that honey does not scorch.",
          "Low spots with the fork, whatever the tool. Frames to the machine in their order.",
        ],
        cautions: ["Hot blades and steam burn: away from hands, off before you turn round."],
        drawing: "fork",
      },
      ...machines,
      {
        station: "Strainer and pail",
        figures: [
          ["A pail takes", pail === null ? "as its maker says" : mass(pail, 1)],
          ["Stands before jars", `${plain(house.settle_hours, 0)} h at least`],
        ],
        steps: [
          "Gate shut before the first frame; stool and pail level, a second pail beside it.",
          "Swap before it is full: gate shut, pail away, the next one under, gate open.",
          "A slow strainer is turned or washed; scrapings never go through.",
          "Number, weigh and cover each pail before it goes on the shelf.",
        ],
        other: `Here honey is ${SCHOOL_SAID[s.settle.school]}.`,
        cautions: [
          "Never leave the room with a gate open.",
          `A full pail weighs about ${mass(27, 0)}: two people, or a trolley. Wet floors are slippery.`,
        ],
        drawing: "gate",
      },
      {
        station: "Filling",
        figures: [["Never over", `${plain(house.limit_pct, 1)} % water`]],
        steps: [
          "Zero the scale with the empty jar. Over the label is allowed, under it is not.",
          "Slowly near the top, wait for the drip, wipe the rim, lid, seal.",
          "The check weight first, and whenever the scale was moved.",
        ],
        cautions: [
          "A broken jar: stop, take its neighbours off too, write it down, clean before the next.",
          "Honey is not for infants under twelve months.",
        ],
      },
    ],
  };
}

const LEFT = 16 * PT_PER_MM;
const PAGE = PAGE_SIZES_MM.a4;
const WIDE = PAGE.width * PT_PER_MM - 2 * LEFT;

type Doc = ReturnType<typeof newDocument>["doc"];

/** A few strokes that say more than a sentence; none needs colour. */
const DRAW: Readonly<Record<Drawing, (doc: Doc, x: number, y: number, size: number) => void>> = {
  basket: (doc, x, y, size) => {
    const [cx, cy, r] = [x + size / 2, y + size / 2, size / 2 - 4];
    doc
      .lineWidth(2)
      .circle(cx, cy, r)
      .stroke("#000")
      .circle(cx, cy, r * 0.22)
      .stroke("#000");
    for (let i = 0; i < 12; i++) {
      const a = (i / 12) * 2 * Math.PI;
      doc
        .lineWidth(i % 6 === 0 ? 7 : 2.5)
        .moveTo(cx + Math.cos(a) * r * 0.3, cy + Math.sin(a) * r * 0.3)
        .lineTo(cx + Math.cos(a) * r * 0.9, cy + Math.sin(a) * r * 0.9)
        .stroke("#000");
    }
  },
  turning: (doc, x, y, size) => {
    const [cx, cy, r] = [x + size / 2, y + size / 2, size / 2 - 4];
    doc.lineWidth(2).circle(cx, cy, r).stroke("#000");
    for (let i = 0; i < 4; i++) {
      const a = (i / 4) * 2 * Math.PI + Math.PI / 4;
      const [mx, my, h] = [cx + Math.cos(a) * r * 0.6, cy + Math.sin(a) * r * 0.6, r * 0.42];
      doc
        .lineWidth(6)
        .moveTo(mx - Math.sin(a) * h, my + Math.cos(a) * h)
        .lineTo(mx + Math.sin(a) * h, my - Math.cos(a) * h)
        .stroke("#000");
    }
    for (const [i, text] of ["1 half", "2 whole", "1 whole"].entries())
      doc
        .font("bold")
        .fontSize(11)
        .fillColor("#000")
        .text(text, cx - 24, cy - 20 + i * 14, { width: 48, align: "center" });
  },
  fork: (doc, x, y, size) => {
    const base = y + size * 0.7;
    doc
      .lineWidth(2)
      .moveTo(x, base)
      .lineTo(x + size, base)
      .stroke("#000");
    for (let i = 0; i < 8; i++)
      doc
        .lineWidth(1.5)
        .moveTo(x + (i * size) / 8, base)
        .lineTo(x + (i * size) / 8, base + size * 0.22)
        .stroke("#000");
    // The cap lifts over the tines.
    doc
      .lineWidth(4)
      .moveTo(x + size * 0.1, base - 4)
      .lineTo(x + size * 0.62, base - 4)
      .stroke("#000");
    doc
      .lineWidth(4)
      .moveTo(x + size * 0.62, base - 4)
      .lineTo(x + size, base - size * 0.32)
      .stroke("#000");
    doc
      .lineWidth(2)
      .moveTo(x + size * 0.3, base - 8)
      .quadraticCurveTo(x + size * 0.2, base - size * 0.3, x + size * 0.05, base - size * 0.26)
      .stroke("#000");
  },
  gate: (doc, x, y, size) => {
    doc
      .lineWidth(2)
      .rect(x + size * 0.15, y, size * 0.5, size * 0.4)
      .stroke("#000");
    doc
      .lineWidth(6)
      .moveTo(x + size * 0.65, y + size * 0.34)
      .lineTo(x + size * 0.85, y + size * 0.34)
      .stroke("#000");
    doc
      .lineWidth(2)
      .moveTo(x + size * 0.85, y + size * 0.4)
      .lineTo(x + size * 0.85, y + size * 0.6)
      .stroke("#000");
    doc
      .polygon(
        [x + size * 0.68, y + size * 0.62],
        [x + size * 1.02, y + size * 0.62],
        [x + size * 0.98, y + size * 0.96],
        [x + size * 0.72, y + size * 0.96],
      )
      .stroke("#000");
    doc
      .moveTo(x + size * 0.55, y + size * 0.98)
      .lineTo(x + size * 1.1, y + size * 0.98)
      .stroke("#000");
  },
};

const DRAWN_PT = 110;

const INDENT = 32;
const GAP = 6;
const OTHER_PT = 14;
const FOOT = PAGE.height * PT_PER_MM - LEFT - 14;
/** As large as it goes: read from where one works. */
const SIZES_PT = [20, 18, 16, 14, 12, 10] as const;

/** The largest type in which steps and cautions end above the foot, from where the pen stands. */
function largestThatFits(doc: Doc, card: Card): number {
  const height = (text: string, size: number, indent: number, weight: "plain" | "bold" = "plain"): number => {
    const said = printable(text);
    return doc
      .font(fontFor(said, weight))
      .fontSize(size)
      .heightOfString(said, { width: WIDE - indent });
  };
  const needs = (size: number): number =>
    card.steps.reduce((h, step) => h + height(step, size, INDENT) + GAP, 0) +
    (card.other ? height(card.other, OTHER_PT, 0) + GAP : 0) +
    card.cautions.reduce((h, c) => h + height(c, size - 2, 14, "bold"), 0) +
    // Above and below the cautions, and some air over the foot.
    32;
  return SIZES_PT.find((size) => doc.y + needs(size) <= FOOT) ?? SIZES_PT[SIZES_PT.length - 1] ?? 10;
}

/** One sheet a station; each ends on its own page. */
export async function fieldCardPdf(db: Knex, now = new Date()): Promise<{ pdf: Buffer; name: string }> {
  const { house, cards } = await fieldCards(db, now);
  const { doc, finished } = newDocument(PAGE, "Field card", house);
  for (const card of cards) {
    doc.addPage();
    doc.y = LEFT;
    const write = (text: string, size: number, weight: "plain" | "bold" = "plain", indent = 0) => {
      const said = printable(text);
      doc
        .font(fontFor(said, weight))
        .fontSize(size)
        .fillColor("#000")
        .text(said, LEFT + indent, doc.y, { width: WIDE - indent });
    };
    write(card.station, 40, "bold");
    if (card.drawing) {
      const y = doc.y;
      DRAW[card.drawing](doc, LEFT + WIDE - DRAWN_PT - 10, LEFT, DRAWN_PT);
      doc.y = Math.max(y, LEFT + DRAWN_PT + 8);
    }
    doc.y += 8;
    // Half a sheet each: neither runs under the other.
    const half = { width: WIDE * 0.5 - 6 };
    for (const [what, value] of card.figures) {
      const y = doc.y;
      const [name, figure] = [printable(what), printable(value)];
      doc.font(fontFor(name)).fontSize(16).fillColor("#000").text(name, LEFT, y, half);
      const after = doc.y;
      doc
        .font(fontFor(figure, "bold"))
        .fontSize(20)
        .text(figure, LEFT + WIDE * 0.5, y - 3, { width: WIDE * 0.5, align: "right" });
      doc.y = Math.max(after, doc.y) + 4;
    }
    doc.y += 10;
    const size = largestThatFits(doc, card);
    for (const [i, step] of card.steps.entries()) {
      const y = doc.y;
      doc
        .font("bold")
        .fontSize(size)
        .text(String(i + 1), LEFT, y, { width: INDENT });
      doc.y = y;
      write(step, size, "plain", INDENT);
      doc.y += GAP;
    }
    if (card.other) {
      doc.y += GAP;
      write(card.other, OTHER_PT);
    }
    doc.y += 10;
    const top = doc.y;
    doc.y += 10;
    for (const c of card.cautions) write(c, size - 2, "bold", 14);
    doc
      .lineWidth(5)
      .moveTo(LEFT + 2, top)
      .lineTo(LEFT + 2, doc.y + 4)
      .stroke("#000");
    const foot = printable(`${house}. Your local food, labelling and workplace rules come first.`);
    doc
      .font(fontFor(foot))
      .fontSize(11)
      .fillColor("#000")
      .text(foot, LEFT, FOOT, { width: WIDE, lineBreak: false });
  }
  return { pdf: await finished(), name: "field-card.pdf" };
}
