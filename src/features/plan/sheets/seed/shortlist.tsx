"use client";

import { shortlistOf } from "@/core/sheets/seed/shortlist";
import { Button } from "@/ui/button";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { useAnswer } from "../../../shared/use-answer";
import { usePlanModel } from "../../plan-context";

/** Varieties of this kind in the order in which they suit this field, each with its reasons; lots at hand are taken from here. */
export function Shortlist() {
  const { plan, facts, set, editable } = usePlanModel();
  const { number, show } = useUnits();
  const guide = plan?.crop.guide.id ?? "";
  const kind = plan?.crop.kind.id ?? "";
  const { answer: known, problem } = useAnswer("GET /api/varieties", { query: { guide, kind } });
  if (problem)
    return (
      <p role="alert" className="py-1 text-[13px] text-stop">
        Varieties could not be fetched. {problem}
      </p>
    );
  if (!plan || !known) return <p className="py-1 text-[13px] text-soft">Looking ...</p>;
  const lines = shortlistOf(plan, facts, known);
  const lotNames = new Map(facts.seedLots.map((l) => [l.id, l.variety]));
  if (lines.length === 0)
    return (
      <p className="py-1 text-[13px] text-soft">
        No variety of this kind stands in Records, Varieties, nor in its trials: type them there, or bring them from a
        file.
      </p>
    );
  return (
    <div className="overflow-x-auto pb-1">
      <table className="w-full text-[13px]" aria-label="Varieties for this field">
        <TableHead
          columns={[
            "Variety",
            ...figures("Trials", "Yield", "Worth here"),
            { name: "Why", className: "pl-4" },
            { name: "Its lot", hidden: true },
          ]}
        />
        <tbody>
          {lines.map((l) => (
            <tr key={l.name} className="border-t border-line align-top">
              <th scope="row" className="py-1 text-left font-medium">
                {l.name}
              </th>
              <td className="py-1 text-right">{l.trials || ""}</td>
              <td className="py-1 text-right">
                {l.meanTPerHa === null ? "" : show(l.meanTPerHa, "yield", 1)}
                {l.underBest && <span className="block text-[12px] text-soft">surely under the best</span>}
              </td>
              <td className="py-1 text-right">{number(100 + l.score, 0)} %</td>
              <td className="py-1 pl-4">
                {l.yieldPct !== null && `${number(l.yieldPct, 1)} % by its trials`}
                {l.points.map((p) => (
                  <span key={p.why} className="block text-soft">
                    {p.pct > 0 ? "+" : "−"}
                    {number(Math.abs(p.pct), 1)} % {p.why}
                  </span>
                ))}
              </td>
              <td className="py-1 text-right">
                {editable &&
                  l.lotIds.map((id) =>
                    id === plan.seed.lotId ? (
                      <span key={id} className="block">
                        sown here
                      </span>
                    ) : (
                      <Button key={id} look="quiet" onClick={() => set("seed/lotId", id)}>
                        Take {lotNames.get(id)}
                      </Button>
                    ),
                  )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-[12px] text-soft">
        Yield by trials is drawn in to their mean by how few there are (n / (n + 2)); a rating counts from the middle of
        1 to 9 by how likely what it is for is on this field. What a point is worth is an assumption: an order to look
        at, not a forecast.
      </p>
    </div>
  );
}
