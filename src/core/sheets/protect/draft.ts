import type { Guide } from "../../guides/schema";
import { isSpreadDry, unitOf } from "../../records/product-forms";
import type { LabelUse, ProtectionProduct } from "../../records/protection-product";
import type { Draft } from "../sheet";
import type { TreatmentDecision } from "./decisions";
import { type LabelCrop, labelCropOf, labelledUses } from "./label-crop";
import type { PlannedMeasure, PlannedTreatment } from "./part";

/** Spray volume where neither label nor adviser names one [L/ha]; usual of field sprayers (assumption). */
const USUAL_WATER_L_PER_HA = 200;

/** The treatments that were decided, each with its product and the use on its label. */
export function draftProtect({ context, decisions, facts, parts }: Draft): void {
  const { guide, method } = context.crop;
  const crop = labelCropOf(guide, method, decisions);
  parts.protect = {
    crop,
    // their days are known once those of the stages are
    threats: [],
    measures: Object.entries(decisions.protect?.measures ?? {}).flatMap(([id, own]): PlannedMeasure[] => {
      const option = guide.threats.find((t) => t.id === own.threat)?.options.find((o) => o.id === own.option);
      return option?.when ? [{ id, threatId: own.threat, option }] : [];
    }),
    treatments: Object.entries(decisions.protect?.treatments ?? {}).map(([id, own]): PlannedTreatment => {
      const product = facts.products?.find((p) => p.id === own.productId) ?? null;
      const use = product && fittingUse(product, crop, guide, own);
      const usualWater =
        product && isSpreadDry(product) ? null : (middle(use?.waterLow, use?.waterHigh) ?? USUAL_WATER_L_PER_HA);
      const waterLPerHa = own.waterLPerHa ?? usualWater;
      const ratePerHa = own.ratePerHa ?? use?.rate ?? 1;
      const toSign = wordsToSign(own, ratePerHa, waterLPerHa);
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
        toSign,
        signed: facts.signOffs?.find((s) => s.treatmentId === id && s.signed === toSign) ?? null,
      };
    }),
  };
}

/** The use that names the stage of the treatment, else the label's first of this crop and organism. */
function fittingUse(
  product: ProtectionProduct,
  crop: LabelCrop,
  guide: Guide,
  { threat, stage }: TreatmentDecision,
): LabelUse | null {
  const uses = labelledUses(product, crop, threat);
  const bbch = guide.stages.find((s) => s.id === stage)?.bbch ?? 0;
  return uses.find((u) => bbch >= (u.fromBbch ?? 0) && bbch <= (u.toBbch ?? 99)) ?? uses[0] ?? null;
}

const middle = (low: number | null | undefined, high: number | null | undefined): number | null =>
  low == null && high == null ? null : ((low ?? high ?? 0) + (high ?? low ?? 0)) / 2;

/** A treatment word for word: whatever of it changes is not signed any more. Example: see protect-sheet.test.ts. */
const wordsToSign = (own: TreatmentDecision, ratePerHa: number, waterLPerHa: number | null): string =>
  [own.productId, own.threat, ratePerHa, waterLPerHa ?? "dry", own.stage, own.days ?? 0].join(" | ");
