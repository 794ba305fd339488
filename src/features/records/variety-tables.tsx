"use client";

import type { VarietyTable } from "@/server/contracts";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../shared/units";

/** Varieties side by side over trials that do not all have the same ones. */
export function VarietyTables({ tables }: { tables: VarietyTable[] }) {
  const { show, number } = useUnits();
  if (tables.length === 0) return null;
  return (
    <section aria-label="Varieties compared" className="mx-auto max-w-[1100px] px-4 pb-6">
      <h2 className="border-b border-line pb-1 text-lg">Varieties compared</h2>
      <p className="py-1 text-[13px] text-soft">
        Means as if each had stood in every trial: yield = trial + variety, fitted by least squares. Trials say what
        grew there; a variety of one trial is hardly known.
      </p>
      {tables.flatMap(({ crop, groups }) =>
        groups.map((group) => (
          <div key={`${crop} ${group.means[0]?.variety}`} className="mt-3">
            <h3 className="font-semibold">
              {crop}
              {groups.length > 1 && (
                <span className="font-normal text-soft">, not joined with the others by any trial</span>
              )}
            </h3>
            <div className="overflow-x-auto">
              <table className="w-full border-collapse">
                <TableHead
                  columns={[
                    "Variety",
                    ...figures("Mean", "Of the mean", "Trials", "Days"),
                    { name: "Ratings", className: "pl-4" },
                    { name: "End use", className: "pl-4" },
                  ]}
                />
                <tbody>
                  {group.means.map((m) => (
                    <tr key={m.variety} className="border-t border-line">
                      <th scope="row" className="py-1 text-left">
                        {m.variety}
                      </th>
                      <td className="py-1 text-right">{show(m.meanTPerHa, "yield")}</td>
                      <td className="py-1 text-right">{number(m.relativePct, 0)} %</td>
                      <td className="py-1 text-right">{m.trials}</td>
                      <td className="py-1 text-right">{m.days ?? ""}</td>
                      <td className="py-1 pl-4">{m.ratings.map((r) => `${r.what} ${number(r.rating)}`).join(", ")}</td>
                      <td className="py-1 pl-4">{m.endUse}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
            <p className="text-[13px] text-soft">
              {group.trials} {group.trials === 1 ? "trial" : "trials"};{" "}
              {group.lsdTPerHa === null
                ? "too few to tell differences from chance."
                : `two varieties differ beyond chance (5 %) where their means are ${show(Number(group.lsdTPerHa.toPrecision(2)), "yield")} apart or more (Student, ${group.df} degrees of freedom).`}
            </p>
          </div>
        )),
      )}
    </section>
  );
}
