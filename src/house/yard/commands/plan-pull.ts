import { z } from "zod";
import { dayIn, writtenDay } from "../../language/clock";
import { refuse } from "../../language/errors";
import { choice, count, day, note, text } from "../../language/fields";
import { ANY_HAND, defineCommand } from "../../ledger/command";
import { oneYard } from "../../vessels/records";
import { CLEARING, CLEARING_METHODS, stepsOf } from "../clearing";
import { maybePlan } from "../records/plans";

export const planPull = defineCommand({
  name: "plan-pull",
  summary: "Plan a pull: yard, day and the way the bees are cleared",
  who: ANY_HAND,
  undo: "counter-entry",
  input: z.strictObject({
    yard: text("The yard", 60),
    date: day("The day of the pull"),
    method: choice("The way of clearing", CLEARING_METHODS).default("escape-board"),
    note: note("A note"),
  }),
  async run(work, input) {
    const yard = await oneYard(work.tx, input.yard);
    const today = dayIn(work.house.zone, work.now);
    if (input.date < today)
      refuse("in-the-past", `The ${writtenDay(input.date)} is gone: plan a day from today on.`, "date");
    const [first] = stepsOf({ ...input, done: [] });
    const late = first !== undefined && first.id === "boards" && first.date < today;
    if (late)
      refuse(
        "lead-time",
        `Escape boards must be fitted two days before, on ${writtenDay(first.date)}, and that is gone: choose a later day, or another way of clearing.`,
        "date",
      );
    const plan = await work.state("pull_plan", {
      yard_id: yard.id,
      date: input.date,
      method: input.method,
      note: input.note,
    });
    await work.restOn(yard, `a pull is planned in ${yard.name}`);
    return { plan, yard: yard.name, date: input.date, first: first ?? null };
  },
  say: ({ yard, date, first }, { method }) =>
    `Pull planned: ${yard} on ${writtenDay(date)}, ${CLEARING[method].name.toLowerCase()}${first?.id === "boards" ? `, to be fitted on ${writtenDay(first.date)}` : ""}.`,
});

export const tickStep = defineCommand({
  name: "tick-step",
  summary: "Tick a step of a pull plan as done",
  who: ANY_HAND,
  undo: "counter-entry",
  names: { plan: "pull_plan" },
  input: z.strictObject({ plan: count("The plan", 1, Number.MAX_SAFE_INTEGER), step: text("The step", 20) }),
  async run(work, input) {
    const plan = await maybePlan(work.tx, input.plan);
    if (!plan) refuse("unknown-plan", "There is no such plan.", "plan");
    const step = stepsOf(plan).find((s) => s.id === input.step);
    if (!step) refuse("unknown-step", "This plan has no such step.", "step");
    if (step.done) refuse("twice", "That is done already.", "step");
    await work.note("plan_step", { plan_id: plan.id, step: input.step });
    await work.restOn(plan, `a step of the pull in ${plan.yard} is done`);
    return { yard: plan.yard, what: step.what };
  },
  say: ({ yard, what }) => `${yard}: done, ${what.charAt(0).toLowerCase()}${what.slice(1)}.`,
});
