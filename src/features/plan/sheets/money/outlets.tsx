"use client";

import { useMemo } from "react";
import { limitInWords } from "@/core/guides/quality-measures";
import type { CropOffer } from "@/core/records/produce/crop-offer";
import { outletsOf } from "@/core/sheets/money/outlets";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { useAnswer } from "../../../shared/use-answer";
import { DecidedMoney } from "../../inputs/decided-money";
import { TakeIt } from "../../inputs/take-it";
import { usePlanModel } from "../../plan-context";

/** What the field could be grown and sold for instead, each with its money and what it asks. */
export function Outlets() {
  const { plan, facts, decisions, season } = usePlanModel();
  const { number, money, show, currency, areaMoney, moneyUnit } = useUnits();
  const { answer, problem } = useAnswer("GET /api/records/{kind}", { path: { kind: "crop-offers" } });
  const offers = useMemo(
    () => (answer?.rows ?? []).flatMap((r) => (r.retired ? [] : [r.values as unknown as CropOffer])),
    [answer],
  );
  const base = plan?.crop.base;
  // each line is a draft of its own
  const lines = useMemo(
    () => (base ? outletsOf(facts, decisions, season, base, offers) : []),
    [facts, decisions, season, base, offers],
  );
  if (!plan) return null;
  return (
    <div className="overflow-x-auto pb-1">
      {problem && (
        <p role="alert" className="py-1 text-[13px] text-stop">
          Offers could not be fetched. {problem}
        </p>
      )}
      <p className="py-1 text-[13px]">
        A tonne kept for your own stock replaces feed worth{" "}
        <DecidedMoney
          path="money/homeWorthPerT"
          label="Value per tonne fed on the farm"
          value={decisions.money?.homeWorthPerT}
          per="t"
        />
      </p>
      <table className="w-full text-[13px]" aria-label="Outlets compared">
        <TableHead
          columns={[
            "Outlet",
            ...figures(
              "Target",
              "Price",
              `Cost, ${moneyUnit}`,
              "Margin",
              "Expected",
              "Break-even price against this plan",
            ),
            { name: "Use this", hidden: true },
          ]}
        />
        <tbody>
          {lines.map((l) => (
            <tr key={l.id} className={`border-t border-line align-top ${l.chosen ? "font-semibold" : ""}`}>
              <th scope="row" className={`py-1 text-left ${l.chosen ? "" : "font-normal"}`}>
                {l.name}
                {l.chosen && ", as planned"}
                <span className="block text-[12px] font-normal text-soft">
                  {[
                    l.coversHa !== null && l.coversHa < plan.areaHa ? `takes ${show(l.coversHa, "area")} of it` : "",
                    ...l.limits.map((q) =>
                      limitInWords({ what: q.what, atLeast: q.atLeast ?? undefined, atMost: q.atMost ?? undefined }),
                    ),
                    l.stops > 0 ? `${l.stops} ${l.stops === 1 ? "finding stops" : "findings stop"} it` : "",
                  ]
                    .filter(Boolean)
                    .join("; ")}
                </span>
              </th>
              <td className="py-1 text-right">{show(l.targetTPerHa, "yield")}</td>
              <td className="py-1 text-right">{l.pricePerT === null ? "none" : money(l.pricePerT)}</td>
              <td className="py-1 text-right">{areaMoney(l.costPerHa)}</td>
              <td className="py-1 text-right">{l.marginPerHa === null ? "" : areaMoney(l.marginPerHa)}</td>
              <td className="py-1 text-right">
                {l.marginExpectedPerHa === null ? "" : areaMoney(l.marginExpectedPerHa)}
              </td>
              <td className="py-1 text-right">
                {l.chosen || l.equalPricePerT === null ? "" : `${number(l.equalPricePerT / 100, 0)} ${currency}/t`}
              </td>
              <td className="py-1 text-right">{!l.chosen && l.kind !== "home" && <TakeIt changes={l.changes} />}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-[12px] text-soft">
        Each is planned with its own work, target and costs; margin at the target, then at the expected yield. Pays as
        much from: the price at which it earns what the plan does now. What a crop must show to be taken stands under
        its buyer; what a miss costs stands with the lots in Season, Stores.
      </p>
    </div>
  );
}
