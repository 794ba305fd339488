"use client";

import { useMemo, useState } from "react";
import { addDays, formatDay, type IsoDate } from "@/core/dates";
import { CRITERION_NAMES } from "@/core/plan/site-criteria";
import type { WindowAnswer } from "@/core/season/sowing-window";
import { change } from "@/core/sheets/decisions";
import { fallbacks } from "@/core/sheets/fallbacks";
import { Button } from "@/ui/button";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../shared/units";
import { WrittenDate } from "../../shared/written-date";
import { usePlanModel } from "../plan-context";
import { useGuidesOfZone } from "../use-guides";
import { nearestDate } from "./nearest-date";
import { useSimulation } from "./use-simulation";

/** What to do when the window is missed, each with what it can be expected to give and to leave. */
export function Fallbacks({ answer }: { answer: WindowAnswer }) {
  const { plan, facts, draftWith, change: apply, editable } = usePlanModel();
  const { show, split, number, areaMoney, moneyUnit, tell } = useUnits();
  const usual = answer.recommended ? addDays(answer.recommended.to, 21) : addDays(facts.today, 21);
  const [chosen, setChosen] = useState<IsoDate | null>(null);
  const missedOn = chosen ?? (usual < facts.today ? facts.today : usual);
  const others = useGuidesOfZone(facts.field.zone);
  const list = useMemo(
    () => (plan && others.guides ? fallbacks(facts, plan, missedOn, others.guides) : []),
    [facts, plan, missedOn, others.guides],
  );
  const questions = useMemo(() => {
    const asked = list.flatMap((f) => f.question ?? []);
    return asked.length > 0 ? asked : null;
  }, [list]);
  const run = useSimulation(questions, 600);

  const priced = useMemo(() => {
    const answers = run.answer;
    if (!answers || answers.length !== list.filter((f) => f.question).length) return null;
    let next = 0;
    return (
      list
        .map((fallback) => {
          const here = fallback.question ? answers[next++]?.dates[0] : undefined;
          const expected = here?.meanTPerHa ?? 0;
          const draft =
            expected > 0
              ? draftWith([...fallback.changes, change("targetTPerHa", Number(expected.toFixed(3)))], fallback.guide)
              : null;
          const then = draft?.ok ? draft.value : null;
          return {
            fallback,
            expected,
            seed: then?.figures["seed.rate"]?.value ?? null,
            plants: then?.seed.targetPlantsPerM2 ?? null,
            cost: then?.money.costPerHa ?? null,
            margin: then?.money.marginPerHa ?? null,
          };
        })
        // what this farm cannot do stands last, whatever it would earn
        .sort(
          (a, b) =>
            Number(a.fallback.cannot.length > 0) - Number(b.fallback.cannot.length > 0) ||
            (b.margin ?? -1e12) - (a.margin ?? -1e12),
        )
    );
  }, [run.answer, list, draftWith]);
  const atPlan = useMemo(() => {
    const here = plan?.plantingDate ? nearestDate(answer, plan.plantingDate) : null;
    if (!here || here.meanTPerHa <= 0) return null;
    const draft = draftWith([change("targetTPerHa", Number(here.meanTPerHa.toFixed(3)))]);
    return draft.ok ? { expected: here.meanTPerHa, margin: draft.value.money.marginPerHa } : null;
  }, [plan?.plantingDate, answer, draftWith]);
  if (!plan) return null;
  const planted = plan.operations.some((o) => o.role === "plant" && o.doneOn);
  return (
    <section aria-label="Alternatives" className="mt-3 border-t border-line pt-2">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h3 className="text-[14px]">If it cannot be sown before</h3>
        <WrittenDate
          label="Sowing delayed until"
          day={missedOn}
          today={facts.today}
          near={plan?.plantingDate ?? facts.today}
          check={(day) =>
            day >= facts.today
              ? null
              : `Sowing delayed until: ${formatDay(day, true)} given, allowed is a date from ${formatDay(facts.today, true)} on`
          }
          onDay={setChosen}
          onClear={() => setChosen(null)}
        />
        <p className="text-[13px] text-soft">
          {atPlan &&
            `at the planned date ${show(atPlan.expected, "yield", 1)} in the mean leave ${atPlan.margin === null ? "no known margin" : `${areaMoney(atPlan.margin)} ${moneyUnit}`}`}
        </p>
      </div>
      {run.progress !== null && (
        <p role="status" className="text-[13px] text-soft">
          Simulating the fall-backs, {Math.round(100 * run.progress)} %
        </p>
      )}
      {others.problem && (
        <p role="alert" className="text-stop">
          {others.problem}
        </p>
      )}
      {run.problem && (
        <p role="alert" className="text-stop">
          {run.problem}
        </p>
      )}
      {priced && (
        <div className="overflow-x-auto">
          <table className="w-full border-collapse text-[13px]">
            <TableHead
              className="[&>th]:pr-3"
              columns={[
                "Fall-back",
                "Sown",
                ...figures(
                  "Plants",
                  `Mean, ${split(1, "yield").unit}`,
                  `Cost, ${moneyUnit}`,
                  `Margin, ${moneyUnit}`,
                  "against the plan",
                ),
                { name: "Use this", hidden: true },
              ]}
            />
            <tbody>
              {priced.map(({ fallback, expected, plants, cost, margin }) => {
                const against = margin !== null && atPlan?.margin != null ? margin - atPlan.margin : null;
                return (
                  <tr key={fallback.id} className="border-t border-line [&>td]:py-1 [&>td]:pr-3">
                    <td>
                      {fallback.label} <span className="text-soft">{fallback.kind}</span>
                      <span className={`block text-[12px] ${fallback.cannot.length > 0 ? "text-stop" : "text-soft"}`}>
                        {fallback.cannot.length > 0
                          ? `not here: ${tell(fallback.cannot.join("; "))}`
                          : fallback.site.limiting
                            ? `site ${number(100 * fallback.site.score, 0)} %, by ${CRITERION_NAMES[fallback.site.limiting]}`
                            : "the site suits it"}
                      </span>
                    </td>
                    <td>{formatDay(fallback.date)}</td>
                    <td className="text-right">
                      {plants === null ? "" : `${number(plants, plants < 20 ? 1 : 0)} /m²`}
                    </td>
                    <td className="text-right">
                      {expected > 0 ? split(expected, "yield", 1).number : "does not ripen"}
                    </td>
                    <td className="text-right">{cost === null ? "" : areaMoney(cost)}</td>
                    <td className="text-right font-semibold">{margin === null ? "" : areaMoney(margin)}</td>
                    <td className="text-right">
                      {against === null ? "" : `${against < 0 ? "−" : "+"}${areaMoney(Math.abs(against))}`}
                    </td>
                    <td>
                      {editable && !planted && expected > 0 && fallback.cannot.length === 0 && (
                        <Button look="quiet" onClick={() => apply(...fallback.changes)}>
                          Use this<span className="sr-only">{` ${fallback.label}`}</span>
                        </Button>
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          <p className="text-[12px] text-soft">
            Each with the expected yield in the mean of the simulated seasons and the inputs for it. What the site, the
            rotation, machines, hands or an outlet do not allow stands last, with the reason. Ctrl Z takes a taken
            fall-back back.
          </p>
        </div>
      )}
    </section>
  );
}
