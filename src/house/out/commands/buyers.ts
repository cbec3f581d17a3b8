import { z } from "zod";
import { maybeBuyer } from "../../bottle/records";
import { refuse } from "../../language/errors";
import { choice, note, text } from "../../language/fields";
import { spoken } from "../../language/spoken";
import { defineCommand } from "../../ledger/command";
import type { Work } from "../../ledger/work";
import { buyerFor } from "../buyers";
import { joinedInto } from "../records";

export const BUYER_KINDS = ["shop", "market", "restaurant", "private", "packer", "owner", "other"] as const;

export const describeBuyer = defineCommand({
  name: "describe-buyer",
  summary: "Say who a buyer is and how they are reached, so that a recall reaches them",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({
    buyer: text("The buyer", 80),
    newBuyer: z.boolean().optional(),
    kind: choice("What they are", BUYER_KINDS).default("shop"),
    contact: note("Whom to ask for", 80),
    phone: note("Telephone", 40),
    email: note("E-mail", 120),
    address: note("Address", 200),
    note: note("A note"),
  }),
  async run(work, { buyer: name, newBuyer, ...card }) {
    if (card.email !== "" && !/^[^\s@]{1,64}@[^\s@]{1,120}$/.test(card.email))
      refuse("bad-email", "That is no e-mail address.", "email");
    if (card.phone !== "" && !/^[\d\s()+./-]{3,40}$/.test(card.phone))
      refuse("bad-phone", "A telephone number is digits, spaces and + ( ) - / alone.", "phone");
    const buyer = await buyerFor(work, name, newBuyer === true);
    await work.restOn(buyer, `${buyer.name} was described`);
    await work.note("buyer_card", { buyer_id: buyer.id, ...card });
    return { name: buyer.name };
  },
  say: ({ name }, { kind, contact, phone, email }) =>
    `${name}, ${kind}${[contact, phone, email].filter((t) => t !== "").length > 0 ? `: ${spoken([contact, phone, email].filter((t) => t !== ""))}` : ": no way to reach them is known"}.`,
});

async function known(work: Work, name: string, field: string) {
  const buyer = await maybeBuyer(work.tx, name);
  return buyer ?? refuse("unknown-buyer", `There is no buyer called "${name}".`, field);
}

export const joinBuyers = defineCommand({
  name: "join-buyers",
  summary: "Say that two names are one buyer: everything is told under the second from now on",
  who: ["lead", "office"],
  undo: "counter-entry",
  input: z.strictObject({ buyer: text("The name that was wrong", 80), into: text("The buyer it is", 80) }),
  async run(work, input) {
    const [from, into] = [await known(work, input.buyer, "buyer"), await known(work, input.into, "into")];
    if (from.id === into.id)
      refuse("one-already", `"${input.buyer}" is told as ${into.name} already.`, "into");
    const before = await joinedInto(work.tx, from.id);
    await work.restOn([from, into, ...before], `${from.name} is told as ${into.name}`);
    // Names that were told as the first go along, so that one step always leads to the buyer.
    await work.noteMany(
      "buyer_joined",
      [from, ...before].map((b) => ({ buyer_id: b.id, into_id: into.id })),
    );
    return { from: from.name, into: into.name };
  },
  say: ({ from, into }) => `${from} and ${into} are one buyer: ${into}.`,
});
