"use client";

import type { Leaning } from "@/core/sheets/varied/lean-plan";
import type { PlanQuestion } from "@/core/sheets/varied/plan-question";
import { Button } from "@/ui/button";
import { figures, TableHead } from "@/ui/table-head";
import { useTold, useUnits } from "../../../shared/units";
import { useWorker } from "../../../shared/use-worker";
import { usePlanModel } from "../../plan-context";

const make = () => new Worker(new URL("../../../../workers/leaning.worker.ts", import.meta.url));

/** The figures that move this plan's margin most, each at the ends of its range, and whether measuring them pays. */
export function LeansOn() {
  const { question } = usePlanModel();
  const { number, areaMoney, moneyUnit } = useUnits();
  const run = useWorker<PlanQuestion, Leaning>(make, question);
  const answer = useTold(run.answer);
  if (run.problem) return <p className="py-1">The figures could not be moved: {run.problem}</p>;
  if (run.cancelled && !answer)
    return (
      <p className="py-1 text-soft">
        Cancelled. <Button onClick={run.again}>Try again</Button>
      </p>
    );
  const progress = run.progress !== null && (
    <p className="py-1 text-soft" aria-live="polite">
      Moving one figure at a time, {number(100 * run.progress, 0)} %{" "}
      <Button look="quiet" onClick={run.cancel}>
        Cancel
      </Button>
    </p>
  );
  if (!answer) return progress || null;
  return (
    <div className="overflow-x-auto pb-1">
      {progress}
      <table className="w-full text-[13px]" aria-label="What this plan leans on">
        <TableHead
          className="[&>th]:pl-2 [&>th:first-child]:pl-0"
          columns={["Figure", "Measure it", ...figures(`Margin, ${moneyUnit}`, "Swing", "Costs", "Brings up to")]}
        />
        <tbody>
          {answer.lines.map((line) => (
            <tr key={line.id} className="border-t border-line align-top">
              <th scope="row" className="py-1 text-left font-normal">
                {line.label} {line.planned}
                <span className="block text-[12px] text-soft">
                  {line.range}; {line.basis}
                </span>
              </th>
              <td className="max-w-[14em] py-1 pl-2 text-[12px]">{line.measuring?.how ?? ""}</td>
              <td className="whitespace-nowrap py-1 text-right">
                {areaMoney(line.atLow)} to {areaMoney(line.atHigh)}
              </td>
              <td className="py-1 text-right font-semibold">{areaMoney(line.swing)}</td>
              <td className="py-1 text-right">
                {line.measuring &&
                  (line.measuring.costPerHa === null ? "no wage" : areaMoney(line.measuring.costPerHa, 1))}
              </td>
              <td
                className={`py-1 text-right ${line.measuring && pays(line.measuring) ? "font-semibold" : "text-soft"}`}
              >
                {line.measuring && areaMoney(line.measuring.bringsPerHa, 1)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-[12px] text-soft">
        {answer.moved} figures were moved to the ends of their ranges, one at a time, with nitrogen held as planned.
        &quot;Brings&quot; counts a better nitrogen dose only; costs are hours at this farm&apos;s wage, a laboratory
        counted in hours (assumption).
      </p>
    </div>
  );
}

/** Whether what it brings at most is over what it costs. */
const pays = ({ costPerHa, bringsPerHa }: { costPerHa: number | null; bringsPerHa: number }): boolean =>
  costPerHa !== null && bringsPerHa > costPerHa;
