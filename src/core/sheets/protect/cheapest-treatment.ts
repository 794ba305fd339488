import type { IsoDate } from "../../dates";
import { guideWork, workCost } from "../../money/field-work";
import type { PlanFacts } from "../../plan/facts";
import { type LabelCrop, labelledUses } from "./label-crop";
import { workOfTreatment } from "./operations";

/** The cheapest product that a label allows against a threat at its highest rate, with the pass of the sprayer. */
export function cheapestTreatment(
  crop: LabelCrop,
  facts: PlanFacts,
  threatId: string,
): { id: string; name: string; costPerHa: number; most: number | null } | null {
  const found = (facts.products ?? []).flatMap((p) =>
    stillAllowed(p.approvedUntil, p.useUntil, facts.today)
      ? labelledUses(p, crop, threatId).map((u) => ({
          id: p.id,
          name: p.name,
          costPerHa:
            p.pricePerUnit * u.rate +
            workCost(facts.prices, guideWork(workOfTreatment(p), facts.field), facts.field.contractor),
          most: u.most,
        }))
      : [],
  );
  return found.reduce<(typeof found)[number] | null>(
    (best, one) => (best === null || one.costPerHa < best.costPerHa ? one : best),
    null,
  );
}

const stillAllowed = (approvedUntil: IsoDate | null, until: IsoDate | null, today: IsoDate): boolean => {
  const ends = until ?? approvedUntil;
  return ends === null || ends >= today;
};
