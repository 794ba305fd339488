"use client";

import { Check } from "lucide-react";
import type { PracticeSteps } from "@/server/contracts";
import { Link } from "../shared/link";

interface Step {
  done: boolean;
  text: string;
  href: string;
  why: string;
}

/** What a new practice does in which order, from the first grower to the first issued plan. */
function stepsOf({ counts, priced, plans, issued, field }: PracticeSteps): Step[] {
  return [
    { done: counts.growers > 0, text: "Add a grower", href: "/records/growers?add", why: "whose farms you plan for" },
    {
      done: counts.stations > 0,
      text: "Add a weather station",
      href: "/records/stations?add",
      why: "twelve monthly normals; dates, water and yield follow from them",
    },
    { done: counts.farms > 0, text: "Add a farm", href: "/records/farms?add", why: "its station, zone and machines" },
    {
      done: counts.fields > 0,
      text: "Add a field",
      href: "/records/fields?add",
      why: "area and soil are enough to begin",
    },
    {
      done: counts["soil-tests"] > 0,
      text: "Add its soil test",
      href: field ? `/records/soil-tests?add&fieldId=${field}` : "/records/soil-tests?add",
      why: "a plan without one says so on its face",
    },
    {
      done: counts["seed-lots"] > 0,
      text: "Add a lot of seed or planting stock",
      href: "/records/seed-lots?add",
      why: "the rate follows from its weight and germination",
    },
    {
      done: counts.fertilisers > 0,
      text: "Add fertilisers",
      href: "/records/fertilisers?add",
      why: "what nutrients can be bought as",
    },
    { done: counts.limes > 0, text: "Add a lime", href: "/records/limes?add", why: "for acid soil" },
    { done: priced, text: "Set prices", href: "/settings", why: "crops, work and fuel; margins rest on them" },
    {
      done: plans > 0,
      text: "Start the first plan",
      href: field ? `/fields/${field}` : "/fields",
      why: "choose the crop; the rest is drafted",
    },
    { done: issued > 0, text: "Issue it", href: "/fields", why: "freezes a version and makes booklet, card, calendar" },
  ];
}

/** The step that comes next, as a button: one goes on from form to form. */
export function NextStep({ steps }: { steps: PracticeSteps }) {
  const next = stepsOf(steps).find((s) => !s.done);
  if (!next) return null;
  return (
    <p role="status" className="mb-3 flex flex-wrap items-baseline gap-x-3 border border-line bg-sheet px-3 py-2">
      Added. Next:
      <Link href={next.href} className="touch font-bold text-action underline underline-offset-2">
        {next.text}
      </Link>
      <span className="text-[13px] text-soft">{next.why}</span>
    </p>
  );
}

/** The steps with the next one that is not done; nothing where all are. */
export function NextSteps({ steps }: { steps: PracticeSteps }) {
  const list = stepsOf(steps);
  const next = list.findIndex((s) => !s.done);
  if (next < 0) return null;
  return (
    <section aria-label="What comes next" className="mt-3 border border-line bg-sheet px-4 py-3">
      <h2 className="text-lg">What comes next</h2>
      <ol className="mt-1 grid gap-x-8 md:grid-cols-2">
        {list.map((step, i) => (
          <li key={step.text} className="flex items-baseline gap-2 py-0.5">
            <span className="grid w-5 shrink-0 justify-items-end text-soft" aria-hidden>
              {step.done ? <Check size={14} /> : `${i + 1}.`}
            </span>
            {step.done ? (
              <span className="text-soft">{step.text}, done</span>
            ) : (
              <span>
                <Link
                  href={step.href}
                  className={`touch text-action underline underline-offset-2 ${i === next ? "font-bold" : ""}`}
                >
                  {step.text}
                </Link>
                <span className="text-[13px] text-soft">: {step.why}</span>
              </span>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}
