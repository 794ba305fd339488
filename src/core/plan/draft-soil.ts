import { daysBetween } from "../dates";
import { computed, given, withBases } from "../figure";
import { interpretSoilTest } from "../soil/interpret-soil-test";
import { LIME_LEAD_DAYS, limeRequirement } from "../soil/lime";
import type { DraftContext } from "./draft-context";
import type { Plan } from "./plan";

/** Sheet 2: what the soil test says, and the lime that the crop asks for. */
export function draftSoil(context: DraftContext): Plan["soil"] {
  const { facts, decisions, resolved } = context;
  const { soilTest, field } = facts;
  const product = facts.limes.find((l) => l.id === decisions.lime?.productId) ?? facts.limes[0] ?? null;
  const targetPh = decisions.lime?.targetPh ?? resolved.guide.soil.limeTargetPh.value;
  context.put(
    "soil.targetPh",
    given(
      "Target pH",
      targetPh,
      "pH",
      decisions.lime?.targetPh === undefined
        ? { kind: "source", text: context.source(resolved.guide.soil.limeTargetPh.source) }
        : { kind: "decided", text: "your target" },
    ),
  );
  const none = {
    limeTPerHa: 0,
    limeThisSeasonTPerHa: 0,
    limeProductId: product?.id ?? null,
    limeLeadDays: 0,
    targetPh,
  };
  if (!soilTest) return { readings: [], testAgeDays: null, ...none };

  const read = context.take(
    "soil",
    interpretSoilTest({ p: soilTest.p, k: soilTest.k, mg: soilTest.mg }, soilTest.scheme),
  );
  const base = { readings: read?.value.readings ?? [], testAgeDays: daysBetween(soilTest.takenOn, facts.today) };
  if (!product) return { ...base, ...none };

  const lime = context.take(
    "soil",
    limeRequirement({
      ph: soilTest.ph,
      targetPh,
      textureClass: field.textureClass,
      organicMatterPct: soilTest.organicMatterPct,
      depthCm: decisions.lime?.depthCm ?? soilTest.depthCm,
      neutralisingValuePct: product.neutralisingValuePct,
      finenessPct: product.finenessPct,
      material: product.material,
    }),
  );
  // a lift of less than a tenth of a pH unit is within the error of sampling
  const worthwhile = lime !== null && targetPh - soilTest.ph >= 0.1;
  const figure = lime?.figures.productTPerHa
    ? withBases(lime.figures.productTPerHa, {
        "target pH": context.figures["soil.targetPh"]?.basis,
        "depth mixed":
          decisions.lime?.depthCm === undefined
            ? { kind: "assumption", text: "as deep as the sample" }
            : { kind: "decided", text: "entered" },
        "neutralising value": { kind: "measured", text: `declared for ${product.name.toLowerCase()}` },
        fineness: { kind: "measured", text: `declared for ${product.name.toLowerCase()}` },
      })
    : undefined;
  const limeTPerHa = figure
    ? context.put(
        "soil.lime",
        worthwhile ? figure : { ...figure, value: 0, note: "A lift of less than 0.1 is within the error of sampling." },
      )
    : 0;
  const limeThisSeasonTPerHa = Math.min(limeTPerHa, 7.5);
  if (limeTPerHa > 0)
    context.put(
      "soil.limeCost",
      computed(
        "Lime, spread",
        (limeThisSeasonTPerHa * product.pricePerT) / 100,
        `${facts.prices.currency}/ha`,
        "this season's dressing x price spread",
        [
          { label: "dressing", value: limeThisSeasonTPerHa, unit: "t lime/ha" },
          { label: product.name, value: product.pricePerT / 100, unit: `${facts.prices.currency}/t` },
        ],
      ),
    );
  return {
    ...base,
    limeTPerHa,
    limeThisSeasonTPerHa,
    limeProductId: product.id,
    limeLeadDays: limeTPerHa > 0 ? LIME_LEAD_DAYS[product.material] : 0,
    targetPh,
  };
}
