import { unitOf } from "../../records/protection-product";
import type { Draft } from "../sheet";
import type { TreatmentDecision } from "./decisions";
import { labelledUse } from "./label";
import type { PlannedTreatment } from "./part";

/** Spray volume where neither label nor adviser names one [L/ha]; usual of field sprayers (assumption). */
const USUAL_WATER_L_PER_HA = 200;

/** The treatments that were decided, each with its product and the use on its label. */
export function draftProtect({ context, decisions, facts, parts }: Draft): void {
  const { guide } = context.crop;
  parts.protect = {
    treatments: Object.entries(decisions.protect?.treatments ?? {}).map(([id, own]): PlannedTreatment => {
      const product = facts.products?.find((p) => p.id === own.productId) ?? null;
      const use = product && labelledUse(product, guide.id, own.threat);
      const waterLPerHa = own.waterLPerHa ?? middle(use?.waterLow, use?.waterHigh) ?? USUAL_WATER_L_PER_HA;
      const ratePerHa = own.ratePerHa ?? use?.rate ?? 1;
      return {
        id,
        threatId: own.threat,
        product,
        use,
        unit: product ? unitOf(product) : "L",
        ratePerHa,
        waterLPerHa,
        stageId: own.stage,
        days: own.days ?? 0,
        toSign: wordsToSign(own, ratePerHa, waterLPerHa),
      };
    }),
  };
}

const middle = (low: number | null | undefined, high: number | null | undefined): number | null =>
  low == null && high == null ? null : ((low ?? high ?? 0) + (high ?? low ?? 0)) / 2;

/** A treatment word for word: whatever of it changes is not signed any more. Example: see protect-sheet.test.ts. */
const wordsToSign = (own: TreatmentDecision, ratePerHa: number, waterLPerHa: number): string =>
  [own.productId, own.threat, ratePerHa, waterLPerHa, own.stage, own.days ?? 0].join(" | ");
