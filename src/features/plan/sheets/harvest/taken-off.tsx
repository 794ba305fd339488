"use client";

import { waysOfKind } from "@/core/guides/fitting";
import { NUTRIENTS } from "@/core/nutrients";
import { takeAnother } from "@/core/sheets/faces";
import { USUAL_BALE_KG } from "@/core/sheets/harvest/usual-figures";
import { Choice } from "@/ui/choice";
import { useUnits } from "../../../shared/units";
import { DecidedMoney } from "../../inputs/decided-money";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** What leaves the field: straw in bales, what they fetch, and the nutrients that go with them. */
export function TakenOff() {
  const { plan, facts, decisions, change, editable } = usePlanModel();
  const { show, pieces } = useUnits();
  if (!plan) return null;
  const { guide, kind, product } = plan.crop;
  const { products } = waysOfKind(guide, kind.id);
  if (products.length < 2) return null;
  const { straw } = plan.harvest;
  const [least] = [...products].sort((a, b) => (a.removalKgPerT.k2o ?? 0) - (b.removalKgPerT.k2o ?? 0));
  const more = NUTRIENTS.flatMap((n) => {
    const kg = ((product.removalKgPerT[n.id] ?? 0) - (least?.removalKgPerT[n.id] ?? 0)) * plan.targetTPerHa;
    return kg > 0.5 ? [`${show(kg, "massPerArea", 0)} ${n.label}`] : [];
  });
  return (
    <DecisionLine
      what="Taken off the field"
      value={
        <Choice
          label="Taken off the field"
          value={product.id}
          disabled={!editable}
          options={products.map((p) => ({ value: p.id, label: p.name }))}
          onChange={(id) => change(...takeAnother(guide, decisions.crop, "product", id))}
        />
      }
      leads={
        straw ? (
          <span className="inline-flex flex-wrap items-baseline gap-x-2">
            <FigureValue id="harvest.straw" decimals={1} /> of straw: {pieces(straw.balesPerHa, "bales")} of
            <DecidedNumber
              path="harvest/baleKg"
              label="Mass of a bale"
              value={decisions.harvest?.baleKg ?? USUAL_BALE_KG}
              dimension="mass"
              decimals={0}
              width="3em"
            />
            at
            <DecidedMoney
              path="harvest/strawPerT"
              label="Price of straw"
              value={decisions.harvest?.strawPerT ?? null}
              per="t"
            />
            {!straw.worthPerHa && facts.prices.cropPerT[`${guide.id}.${product.id}`] !== undefined && (
              <span className="text-soft">the price in Settings has the straw in it</span>
            )}
            {more.length > 0 && (
              <span className="text-soft">takes {more.join(", ")} more, which the next crops miss</span>
            )}
          </span>
        ) : !products.some((p) => p.residueTakenPct) ? null : (
          <span className="text-soft">straw is chopped and stays: it feeds soil and next crops</span>
        )
      }
    />
  );
}
