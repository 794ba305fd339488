"use client";

import type { DecisionPath } from "@/core/sheets/decisions";
import { q, span } from "@/core/units/told";
import { useUnits } from "../../../shared/units";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** Crops sown together: a line each with its share and its straight rate, then what they come to. */
export function Mixture() {
  const { plan } = usePlanModel();
  const { number, show, tell } = useUnits();
  const mixture = plan?.seed.mixture;
  if (!mixture) return null;
  const of = (id: string, what: "sharePct" | "straightKgPerHa") => `seed/mixture/${id}/${what}` as DecisionPath;
  return (
    <>
      {mixture.components.map((c) => (
        <DecisionLine
          key={c.id}
          what={c.name}
          hint={tell(`${q(c.plantsPerM2, "plants/m²", 0)}, ${span(c.depthCm[0], c.depthCm[1], "cm")} deep`)}
          value={
            <span className="inline-flex flex-wrap justify-end gap-x-3">
              <DecidedNumber
                path={of(c.id, "sharePct")}
                label={`Share of ${c.name.toLowerCase()}`}
                value={c.sharePct}
                dimension="percent"
                decimals={0}
                suffix="% of"
                width="3em"
              />
              <DecidedNumber
                path={of(c.id, "straightKgPerHa")}
                label={`Straight rate of ${c.name.toLowerCase()}`}
                value={c.straightKgPerHa}
                dimension="massPerArea"
                decimals={0}
                width="3.4em"
              />
            </span>
          }
          leads={<FigureValue id={`seed.mix.${c.id}`} decimals={0} />}
        />
      ))}
      <DecisionLine
        what="Together"
        hint={`shares make ${number(mixture.shareSumPct, 0)} % of the straight rates`}
        value={<FigureValue id="seed.rate" decimals={0} />}
        leads={
          <span>
            {mixture.apart.length > 0
              ? `two hoppers or two passes: ${mixture.apart.join("; ")}`
              : `one pass, ${show(mixture.depthCm ?? 0, "length", 1)} deep`}
            ; legumes {number(mixture.legumePct, 0)} %, protein about {number(mixture.proteinPct, 1)} % of the dry
            matter by shares
          </span>
        }
      />
    </>
  );
}
