"use client";

import { NUTRIENTS } from "@/core/nutrients";
import { USUAL_BALE_KG } from "@/core/sheets/harvest/usual-figures";
import { useUnits } from "../../../shared/units";
import { DecidedChoice } from "../../decided-choice";
import { DecidedMoney } from "../../decided-money";
import { DecidedNumber } from "../../decided-number";
import { DecisionLine } from "../../decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** What leaves the field: straw in bales, what they fetch, and the nutrients that go with them. */
export function TakenOff() {
  const { plan, facts, decisions } = usePlanModel();
  const { number, show } = useUnits();
  if (!plan) return null;
  const { guide, product } = plan.crop;
  // where some product takes straw along, it is a choice
  if (!guide.products.some((p) => p.residueTakenPct)) return null;
  const { straw } = plan.harvest;
  const [least] = [...guide.products].sort((a, b) => (a.removalKgPerT.k2o ?? 0) - (b.removalKgPerT.k2o ?? 0));
  const more = NUTRIENTS.flatMap((n) => {
    const kg = ((product.removalKgPerT[n.id] ?? 0) - (least?.removalKgPerT[n.id] ?? 0)) * plan.targetTPerHa;
    return kg > 0.5 ? [`${show(kg, "massPerArea", 0)} ${n.label}`] : [];
  });
  return (
    <DecisionLine
      what="Taken off the field"
      value={
        <DecidedChoice
          path="crop/productId"
          label="Taken off the field"
          value={product.id}
          usual={guide.products[0]?.id as string}
          options={guide.products.map((p) => ({ value: p.id, label: p.name }))}
        />
      }
      leads={
        straw ? (
          <span className="inline-flex flex-wrap items-baseline gap-x-2">
            <FigureValue id="harvest.straw" decimals={1} /> of straw: {number(straw.balesPerHa, 0)} bales a hectare of
            <DecidedNumber
              path="harvest/baleKg"
              label="Mass of a bale"
              value={decisions.harvest?.baleKg ?? USUAL_BALE_KG}
              dimension="mass"
              decimals={0}
              limits={{ min: 5, max: 2000 }}
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
        ) : (
          <span className="text-soft">straw is chopped and stays: it feeds soil and next crops</span>
        )
      }
    />
  );
}
