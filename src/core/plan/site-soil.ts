/** What soil test and ground say of a site for a crop. */

import type { ResolvedGuide } from "../guides/resolve-guide";
import { limeRequirement } from "../soil/lime";
import { espFromSar, leachingWater } from "../soil/reclaim";
import { salinityYield } from "../soil/salinity";
import { draftTexture, textureName } from "../soil/texture";
import type { PlanFacts } from "./facts";
import { between, type Criterion, type CriterionId, type Lift, round, type SiteFacts } from "./site-criteria";

export function ofTheSoil({ field, soilTest: test, limes }: SiteFacts, { guide }: ResolvedGuide): Criterion[] {
  const { soil, site } = guide;
  const untested = (id: CriterionId, what: string): Criterion => ({
    id,
    score: null,
    reason: `${what} was not tested`,
  });
  const esp = test?.espPct ?? (test?.sar == null ? null : espFromSar(test.sar));
  const salt =
    test?.ecE == null
      ? null
      : salinityYield({
          ecE: test.ecE,
          thresholdEc: soil.salinity.thresholdDsM,
          slopePctPerDsM: soil.salinity.slopePctPerDsM,
        });
  return [
    test ? phCriterion(test, field, soil, limes) : untested("ph", "pH"),
    test
      ? {
          id: "organicMatter",
          score: between(test.organicMatterPct, site.organicMatterPct.failsBelow, site.organicMatterPct.enoughFrom),
          reason: `${round(test.organicMatterPct, 1)} % of organic matter; ${site.organicMatterPct.enoughFrom} % are enough`,
          ...(test.organicMatterPct < site.organicMatterPct.enoughFrom
            ? {
                lift: {
                  what: "manure, compost, cover crops and straw left, over years",
                  costPerHa: null,
                  leadDays: 1500,
                },
              }
            : {}),
        }
      : untested("organicMatter", "organic matter"),
    salt?.ok && test?.ecE != null
      ? {
          id: "salinity",
          score: salt.value.relativeYieldPct / 100,
          reason: `${round(test.ecE, 1)} dS/m in the extract; the crop bears ${soil.salinity.thresholdDsM}`,
          ...(salt.value.relativeYieldPct < 100 ? { lift: leach(test.ecE, field, guide, test.organicMatterPct) } : {}),
        }
      : untested("salinity", "salt"),
    esp === null
      ? untested("sodium", "sodium")
      : {
          id: "sodium",
          score: between(esp, site.espPct.failsAbove, site.espPct.goodTo),
          reason: `sodium holds ${round(esp)} % of the exchange capacity; ${site.espPct.goodTo} % do no harm`,
          ...(esp > site.espPct.goodTo
            ? {
                lift: {
                  what: "gypsum over years, with water and drains to take the sodium away",
                  costPerHa: null,
                  leadDays: 730,
                },
              }
            : {}),
        },
  ];
}

function phCriterion(
  test: NonNullable<PlanFacts["soilTest"]>,
  field: SiteFacts["field"],
  soil: ResolvedGuide["guide"]["soil"],
  limes: PlanFacts["limes"] | undefined,
): Criterion {
  const { failsBelow, bestFrom, bestTo, failsAbove } = soil.ph;
  const score = Math.min(between(test.ph, failsBelow, bestFrom), between(test.ph, failsAbove, bestTo));
  const reason = `the test found pH ${round(test.ph, 1)}; best from ${bestFrom} to ${bestTo}`;
  if (test.ph >= bestFrom) return { id: "ph", score, reason };
  const product = limes?.[0];
  const lime = limeRequirement({
    ph: test.ph,
    targetPh: Math.max(test.ph, soil.limeTargetPh.value),
    textureClass: field.textureClass,
    organicMatterPct: test.organicMatterPct,
    depthCm: Math.min(60, test.depthCm),
    neutralisingValuePct: product?.neutralisingValuePct ?? 90,
    finenessPct: product?.finenessPct ?? 85,
  });
  const tPerHa = lime.ok ? lime.value.productTPerHa : 0;
  return {
    id: "ph",
    score,
    reason,
    lift: {
      what: `${round(tPerHa, 1)} t/ha of lime`,
      costPerHa: product ? tPerHa * product.pricePerT : null,
      leadDays: 90,
    },
  };
}

function leach(ecE: number, field: SiteFacts["field"], guide: ResolvedGuide["guide"], organicMatterPct: number): Lift {
  const need = leachingWater({
    ecE,
    wantedEcE: guide.soil.salinity.thresholdDsM,
    depthCm: guide.soil.rootingDepthCm.typical,
    textureClass: field.textureClass,
    organicMatterPct,
  });
  return {
    what: `${need.ok ? round(need.value.mm) : "much"} mm of water through the rooted soil${field.drainage === "poor" ? ", once it is drained" : ""}`,
    costPerHa: null,
    leadDays: field.drainage === "poor" ? 730 : 180,
  };
}

export function ofTheGround({ field }: SiteFacts, { guide }: ResolvedGuide): Criterion[] {
  const { site } = guide;
  const unknown = (id: CriterionId, what: string): Criterion => ({ id, score: null, reason: `${what} is not known` });
  const drains = site.drainage[field.drainage];
  return [
    {
      id: "texture",
      score: site.texture[draftTexture(field.textureClass)],
      reason: `${textureName(field.textureClass)}`,
    },
    field.soilDepthCm == null
      ? unknown("depth", "depth of the soil")
      : {
          id: "depth",
          score: between(field.soilDepthCm, site.depthCm.failsBelow, site.depthCm.enoughFrom),
          reason: `${round(field.soilDepthCm)} cm deep; ${site.depthCm.enoughFrom} cm are enough`,
        },
    {
      id: "drainage",
      score: drains,
      reason: `${field.drainage} drainage`,
      ...(drains < 1 && field.drainage !== "free" && site.drainage.free > drains
        ? { lift: { what: "drains, and outfalls that run", costPerHa: null, leadDays: 365 } }
        : {}),
    },
    field.slopePct == null
      ? unknown("slope", "slope")
      : {
          id: "slope",
          score: between(field.slopePct, site.slopePct.failsAbove, site.slopePct.goodTo),
          reason: `slope of ${round(field.slopePct, 1)} %; up to ${site.slopePct.goodTo} % are easy`,
        },
    field.stonesPct == null
      ? unknown("stones", "stone content")
      : {
          id: "stones",
          score: between(field.stonesPct, site.stonesPct.failsAbove, site.stonesPct.goodTo),
          reason: `${round(field.stonesPct)} % of stones; up to ${site.stonesPct.goodTo} % do little harm`,
          ...(field.stonesPct > site.stonesPct.goodTo
            ? { lift: { what: "separating or picking stones ahead of planting", costPerHa: null, leadDays: 30 } }
            : {}),
        },
  ];
}
