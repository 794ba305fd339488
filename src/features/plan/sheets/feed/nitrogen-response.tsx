"use client";

import { BAD_SEASON } from "@/core/sheets/sheet";
import { type NitrogenPoint, type NitrogenResponse, STEP_KG } from "@/core/sheets/varied/nitrogen-response";
import type { PlanQuestion } from "@/core/sheets/varied/plan-question";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { useWorker } from "../../../shared/use-worker";
import { usePlanModel } from "../../plan-context";

const make = () => new Worker(new URL("../../../../workers/nitrogen-response.worker.ts", import.meta.url));

/** Yield and margin by the nitrogen applied, each rate drafted and walked through the same seasons. */
export function NitrogenByRate() {
  const { question } = usePlanModel();
  const { number, split, show, areaMoney, moneyUnit } = useUnits();
  const run = useWorker<PlanQuestion, NitrogenResponse>(make, question);
  if (run.problem) return <p className="py-1">The rates could not be compared: {run.problem}.</p>;
  const { answer } = run;
  if (!answer)
    return (
      <p className="py-1 text-soft" aria-live="polite">
        Simulating the seasons with more and less nitrogen, {number(100 * (run.progress ?? 0), 0)} %
      </p>
    );
  const { points, dressings, plannedKgPerHa, lessCosts, moreCosts } = answer;
  const unit = split(1, "massPerArea").unit;
  const kg = (value: number) => split(value, "massPerArea", 0).number;
  const planned = (p: NitrogenPoint) => Math.abs(p.kgPerHa - plannedKgPerHa) < 1e-6;
  const money = (minor: number | null) => (minor === null ? "no price" : areaMoney(minor));
  return (
    <div className={run.progress === null ? "" : "opacity-60"}>
      <div className="overflow-x-auto">
        <table className="mt-1 w-full border-collapse">
          <caption className="sr-only">Yield and margin by nitrogen rate</caption>
          <TableHead
            className="[&>th]:pl-2 [&>th:first-child]:pl-0"
            columns={[
              `N, ${unit}`,
              ...figures(
                "Expected yield",
                BAD_SEASON,
                `Mean margin, ${moneyUnit}`,
                BAD_SEASON,
                "In the crop",
                "Leached",
              ),
            ]}
          />
          <tbody>
            {points.map((p) => (
              <tr key={p.kgPerHa} className={`border-t border-line ${planned(p) ? "font-semibold" : ""}`}>
                <th scope="row" className={`whitespace-nowrap py-0.5 text-left ${planned(p) ? "" : "font-normal"}`}>
                  {kg(p.kgPerHa)}
                  {planned(p) && " planned"}
                </th>
                <td className="text-right">{show(p.expectedTPerHa, "yield", 1)}</td>
                <td className="text-right">{p.badTPerHa === null ? "" : show(p.badTPerHa, "yield", 1)}</td>
                <td className="text-right">{money(p.marginPerHa)}</td>
                <td className="text-right">{money(p.marginBadPerHa)}</td>
                <td className="text-right">{kg(p.takenUpKgPerHa)}</td>
                <td className="text-right">{kg(p.leachedKgPerHa)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="text-[12px] text-soft">
        {lessCosts !== null && moreCosts !== null && (
          <>
            {kg(STEP_KG)} {unit} less {costs(lessCosts, areaMoney)}, {kg(STEP_KG)} more {costs(moreCosts, areaMoney)}{" "}
            {moneyUnit}.{" "}
          </>
        )}
        Fields level off less sharply than simulated seasons do. Quality, lodging and disease are not in the margin.
      </p>
      {dressings.length > 0 && (
        <table className="mt-2 w-full border-collapse">
          <caption className="text-left text-[12px] text-soft">
            Where each dressing goes, {unit}, mean of the seasons with it less those without
          </caption>
          <TableHead
            className="[&>th]:pl-2 [&>th:first-child]:pl-0"
            columns={[
              "Dressing",
              ...figures("Applied", "In the crop", "Left in the soil", "Leached", "Bound or lost as gas"),
            ]}
          />
          <tbody>
            {dressings.map((d) => (
              <tr key={d.dose} className="border-t border-line">
                <th scope="row" className="py-0.5 text-left font-normal">
                  {d.name}
                </th>
                {[
                  d.appliedKgPerHa,
                  d.takenUpKgPerHa,
                  d.leftKgPerHa,
                  d.leachedKgPerHa,
                  d.appliedKgPerHa - d.givenKgPerHa,
                ].map((value, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: five columns that never change places
                  <td key={i} className="text-right">
                    {kg(value)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}

/** What another rate costs, or brings, in words. */
const costs = (minor: number, areaMoney: (minor: number) => string): string =>
  minor >= 0 ? `costs ${areaMoney(minor)}` : `brings ${areaMoney(-minor)}`;
