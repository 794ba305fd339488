/** What soil test and ground say of a site for a crop. */

import type { ResolvedGuide } from "../guides/resolve-guide";
import { LIME_IN_FULL_DAYS, limeRequirement, STANDARD_LIME } from "../soil/lime";
import { espFromSar, leachingWater } from "../soil/reclaim";
import { salinityYield } from "../soil/salinity";
import { draftTexture, textureName } from "../soil/texture";
import { q } from "../units/told";
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
          reason: `organic matter ${round(test.organicMatterPct, 1)} %; ${site.organicMatterPct.enoughFrom} % is enough`,
          ...(test.organicMatterPct < site.organicMatterPct.enoughFrom
            ? {
                lift: {
                  what: "manure, compost, cover crops and straw left on the field, for years",
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
          reason: `ECe ${round(test.ecE, 1)} dS/m in the saturation extract; the crop tolerates ${soil.salinity.thresholdDsM}`,
          ...(salt.value.relativeYieldPct < 100 ? { lift: leach(test.ecE, field, guide, test.organicMatterPct) } : {}),
        }
      : untested("salinity", "salt"),
    esp === null
      ? untested("sodium", "sodium")
      : {
          id: "sodium",
          score: between(esp, site.espPct.failsAbove, site.espPct.goodTo),
          reason: `exchangeable sodium (ESP) ${round(esp)} %; up to ${site.espPct.goodTo} % does no harm`,
          ...(esp > site.espPct.goodTo
            ? {
                lift: {
                  what: "gypsum for years, with drains and water to leach the sodium",
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
  const reason = `pH ${round(test.ph, 1)} in the test; ${bestFrom} to ${bestTo} is best`;
  if (test.ph >= bestFrom) return { id: "ph", score, reason };
  const product = limes?.[0];
  const { neutralisingValuePct, finenessPct, material } = product ?? STANDARD_LIME;
  const lime = limeRequirement({
    ph: test.ph,
    targetPh: Math.max(test.ph, soil.limeTargetPh.value),
    textureClass: field.textureClass,
    organicMatterPct: test.organicMatterPct,
    depthCm: Math.min(60, test.depthCm),
    neutralisingValuePct,
    finenessPct,
    material,
  });
  const tPerHa = lime.ok ? lime.value.productTPerHa : 0;
  return {
    id: "ph",
    score,
    reason,
    lift: {
      what: `${q(tPerHa, "t lime/ha")} of ${product ? product.name.toLowerCase() : "standard ground limestone"}`,
      costPerHa: product ? tPerHa * product.pricePerT : null,
      leadDays: LIME_IN_FULL_DAYS,
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
    what: `${need.ok ? `${q(need.value.mm, "mm")} of ` : ""}leaching water${field.drainage === "poor" ? ", once the field is drained" : ""}`,
    costPerHa: null,
    leadDays: field.drainage === "poor" ? 730 : 180,
  };
}

export function ofTheGround({ field, mended }: SiteFacts, { guide }: ResolvedGuide): Criterion[] {
  const { site } = guide;
  const unknown = (id: CriterionId, what: string): Criterion => ({ id, score: null, reason: `${what} not recorded` });
  const drains = site.drainage[field.drainage];
  return [
    {
      id: "texture",
      score: site.texture[draftTexture(field.textureClass)],
      reason: `${textureName(field.textureClass)}`,
    },
    field.soilDepthCm == null
      ? unknown("depth", "soil depth")
      : {
          id: "depth",
          score: between(field.soilDepthCm, site.depthCm.failsBelow, site.depthCm.enoughFrom),
          reason: `soil depth ${q(field.soilDepthCm, "cm")}; ${q(site.depthCm.enoughFrom, "cm")} is enough`,
        },
    {
      id: "drainage",
      score: drains,
      reason: `${field.drainage} drainage`,
      ...(drains < 1 && field.drainage !== "free" && site.drainage.free > drains
        ? { lift: { what: "drains with working outfalls", costPerHa: null, leadDays: 365 } }
        : {}),
    },
    field.slopePct == null
      ? unknown("slope", "slope")
      : {
          id: "slope",
          score: between(field.slopePct, site.slopePct.failsAbove, site.slopePct.goodTo),
          reason: `slope ${round(field.slopePct, 1)} %; up to ${site.slopePct.goodTo} % is easy`,
        },
    field.stonesPct == null
      ? unknown("stones", "stone content")
      : mended?.includes("stones")
        ? {
            id: "stones",
            score: 1,
            reason: `stones ${round(field.stonesPct)} %, separated before planting`,
          }
        : {
            id: "stones",
            score: between(field.stonesPct, site.stonesPct.failsAbove, site.stonesPct.goodTo),
            reason: `stones ${round(field.stonesPct)} %; up to ${site.stonesPct.goodTo} % does little harm`,
            ...(field.stonesPct > site.stonesPct.goodTo
              ? { lift: { what: "stone separation or picking before planting", costPerHa: null, leadDays: 30 } }
              : {}),
          },
  ];
}
