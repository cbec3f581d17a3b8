import { z } from "zod";
import { gtin, RULE_PACK_IDS, RULE_PACKS } from "@/core/labels";
import { markOf, oneLot } from "../../bottle/records";
import { beside, refuse } from "../../language/errors";
import { choice, jarMassG, note, tempC, text } from "../../language/fields";
import { jar } from "../../language/shown";
import { defineCommand } from "../../ledger/command";
import { pictureOf } from "../logo";
import { whoHasGtin } from "../records";

export const setLabelRules = defineCommand({
  name: "set-label-rules",
  summary: "Choose by which rules labels are looked over, and where the house is read from outside",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({
    pack: choice("Where it is sold", RULE_PACK_IDS),
    /** "https://honey.example": where a phone finds this house; "" where it does not. */
    publicAddress: note("The house's own address on the net", 120),
    /** How warm the shelf is it stands on. */
    shelfC: tempC("The shelf's temperature", -10, 45).default(20),
  }),
  async run(work, { pack, publicAddress, shelfC }) {
    const address = publicAddress.replace(/\/$/, "");
    const url = URL.canParse(address) ? new URL(address) : null;
    if (address !== "" && (!url || !/^https?:$/.test(url.protocol) || url.search || url.hash || url.username))
      refuse(
        "bad-address",
        "The address begins with https:// and has no question mark, such as https://honey.example.",
        "publicAddress",
      );
    await work.note("label_rules", { pack, public_address: address, shelf_c: shelfC });
    return { address };
  },
  say: ({ address }, { pack }) =>
    `Labels go by the rules of ${RULE_PACKS[pack].name}${address ? `; this house is read at ${address}` : ""}.`,
});

export const setArticleNumber = defineCommand({
  name: "set-article-number",
  summary: "Name the article number (GTIN) of a kind of honey in a size of jar",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({
    honeyKind: text("The kind of honey", 60),
    jarG: jarMassG("Net quantity of a jar", 5, 50_000),
    gtin: text("The article number", 30),
  }),
  async run(work, { honeyKind, jarG, gtin: typed }) {
    const digits = beside("gtin", () => gtin(typed));
    const other = await whoHasGtin(work.tx, digits);
    if (other && (other.honey_kind.toLowerCase() !== honeyKind.toLowerCase() || other.jar_g !== jarG))
      refuse(
        "gtin-taken",
        `${digits} is ${other.honey_kind} in jars of ${jar(other.jar_g)} already: one number is one article.`,
        "gtin",
      );
    await work.note("article_number", { honey_kind: honeyKind, jar_g: jarG, gtin: digits });
    return { digits };
  },
  say: ({ digits }, { honeyKind, jarG }) => `${honeyKind} in jars of ${jar(jarG)} is article ${digits}.`,
});

export const setLogo = defineCommand({
  name: "set-logo",
  summary: "Bring the house's logo for its labels, as PNG or JPEG",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({
    /** The picture's bytes in base64. */
    data: z
      .string({ error: "The picture is missing." })
      .min(1, "The picture is missing.")
      .max(700_000, "The logo is larger than 500 kB."),
  }),
  async run(work, { data }) {
    const { kind, widthPx, heightPx, bytes } = pictureOf(data);
    await work.note("logo", {
      kind,
      data: bytes.toString("base64"),
      width_px: widthPx,
      height_px: heightPx,
    });
    return { kind, widthPx, heightPx };
  },
  say: ({ kind, widthPx, heightPx }) => `Logo kept: ${kind.toUpperCase()}, ${widthPx} by ${heightPx} pixels.`,
});

export const showLot = defineCommand({
  name: "show-lot",
  summary: "Show a lot's public page, or take it back",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({
    lot: text("The lot", 30),
    shown: z.boolean({ error: "Shown, yes or no." }),
    /** Where its yards lie, as wide as the house wants to say. */
    region: note("The region", 80),
    /** Shares of blooms are an estimate: told only where the house turns them on. */
    blooms: z.boolean().default(false),
  }),
  async run(work, { lot: code, shown, region, blooms }) {
    const lot = await oneLot(work.tx, code);
    if (shown && lot.owner !== "")
      refuse("owners", `Lot ${lot.code} is ${lot.owner}'s honey: ask before it is told to anybody.`, "shown");
    await work.restOn(lot, `the page of lot ${lot.code} was set`);
    await work.note("lot_page", { lot_id: lot.id, shown, region, blooms });
    return { lot: markOf(lot) };
  },
  say: ({ lot }, { shown }) =>
    shown ? `Lot ${lot} is shown to whoever reads its code.` : `The page of lot ${lot} is shut.`,
});
