"use client";

import { CalendarPlus, Check, Printer } from "lucide-react";
import type { PlanView } from "@/house/yard/view";
import { SaysStanding } from "../fields/standing";
import { useCommand } from "../fields/use-command";
import { Link } from "../link";

function Steps({ plan }: { plan: PlanView }) {
  const { standing, submit } = useCommand("tick-step");
  return (
    <>
      <ol className="my-2">
        {plan.steps.map((step) => (
          <li
            key={step.id}
            className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-1.5"
          >
            <b className={`w-32 font-mono text-[15px] ${step.late ? "text-stop" : ""}`}>
              {step.written}
              {step.late && " late"}
            </b>
            <span className="min-w-0 flex-1 basis-64">{step.what}</span>
            {step.done ? (
              <span className="inline-flex min-h-12 items-center gap-1 font-semibold text-go">
                <Check size={18} aria-hidden /> done
              </span>
            ) : (
              <button
                type="button"
                className="do print:hidden"
                data-quiet=""
                onClick={() => void submit({ plan: plan.id, step: step.id })}
              >
                Done
              </button>
            )}
          </li>
        ))}
      </ol>
      <SaysStanding standing={standing} />
    </>
  );
}

/** Plans ahead: what is to be done on which day, what to load, on paper and in the calendar. */
export function PullPlans({ plans, printed = false }: { plans: readonly PlanView[]; printed?: boolean }) {
  if (plans.length === 0) return <p className="panel mb-3 text-ink-2">No pull is planned.</p>;
  return (
    <>
      {plans.map((plan) => (
        <section key={plan.id} className="panel mb-3" aria-label={`Pull in ${plan.yard} on ${plan.written}`}>
          <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
            <h2 className="text-[19px]">
              {plan.yard}, {plan.written}
            </h2>
            <span>{plan.clearing.name}</span>
            {plan.location && <span className="text-ink-2">{plan.location}</span>}
            <span className="ml-auto flex gap-2 print:hidden">
              {!printed && (
                <Link className="do" data-quiet="" href={`/yard/plan/${plan.id}`}>
                  <Printer size={18} aria-hidden /> Print
                </Link>
              )}
              <a className="do" data-quiet="" href={`/plans/${plan.id}`} download>
                <CalendarPlus size={18} aria-hidden /> Calendar
              </a>
            </span>
          </div>
          {plan.note && <p className="mt-1">{plan.note}</p>}
          <Steps plan={plan} />
          <p>
            <b>Load: </b>
            {plan.clearing.kit.join(", ")}.
          </p>
          <p className="mt-1 border-l-[6px] border-stop pl-3 text-[15px]">
            <b>Take care: </b>
            {plan.clearing.caution} Follow your local rules.
          </p>
        </section>
      ))}
    </>
  );
}
