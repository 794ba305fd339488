import type { Guide } from "../../guides/schema";
import type { SolvedDates } from "../../plan/dates";
import { isSpreadDry, unitOf } from "../../records/inputs/product-forms";
import type { LabelUse, ProtectionProduct } from "../../records/inputs/protection-product";
import type { Draft, Undated } from "../sheet";
import type { TreatmentDecision } from "./decisions";
import { type LabelCrop, labelCropOf, labelledUses } from "./label-crop";
import type { PlannedMeasure, PlannedTreatment } from "./part";
import { whyUnsigned, wordsToSign } from "./signature";

/** Spray volume where neither label nor adviser names one [L/ha]; usual of field sprayers (assumption). */
const USUAL_WATER_L_PER_HA = 200;

/** The treatments that were decided, each with its product and the use on its label. */
export function draftProtect({ context, decisions, facts }: Draft): Undated["protect"] {
  const { guide, method } = context.crop;
  const crop = labelCropOf(guide, method, decisions);
  return {
    crop,
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
      const threat = guide.threats.find((t) => t.id === own.threat);
      const stage = guide.stages.find((s) => s.id === own.stage);
      const unit = product ? unitOf(product) : "L";
      const days = own.days ?? 0;
      return {
        id,
        threatId: own.threat,
        product,
        use,
        unit,
        ratePerHa,
        waterLPerHa,
        stageId: own.stage,
        days,
        toSign: wordsToSign({
          crop: crop.name,
          kind: context.crop.kind.name,
          farm: facts.field.farm,
          field: facts.field.name,
          areaHa: facts.field.areaHa,
          product,
          use,
          productId: own.productId,
          target: (threat?.name ?? own.threat).toLowerCase(),
          ratePerHa,
          unit,
          waterLPerHa,
          stage: { name: stage?.name ?? own.stage, bbch: stage?.bbch ?? 0 },
          days,
        }),
        signed: null,
        unsigned: null,
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

/** The treatments with who stands for them, once their days are known. */
export const signedTreatments = ({ facts, parts }: Draft<Undated>, { dates }: SolvedDates): PlannedTreatment[] =>
  parts.protect.treatments.map((t) => {
    const own = facts.signOffs?.find((s) => s.treatmentId === t.id) ?? null;
    // who stood for what is done stood for it then, whatever became of label and licence since
    if (facts.log.some((entry) => entry.operationId === t.id)) return { ...t, signed: own };
    const unsigned = whyUnsigned(own ?? undefined, {
      toSign: t.toSign,
      use: t.use,
      day: dates[t.id]?.planned ?? null,
      today: facts.today,
    });
    return { ...t, unsigned, signed: unsigned === null ? own : null };
  });
