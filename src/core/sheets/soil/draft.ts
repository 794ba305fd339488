import { daysBetween } from "../../dates";
import { computed, given, withBases } from "../../figure";
import { interpretSoilTest } from "../../soil/interpret-soil-test";
import { LIME_LEAD_DAYS, limeRequirement } from "../../soil/lime";
import type { Draft } from "../sheet";

/** Most lime in one dressing [t/ha]; the rest follows a season later. */
export const MOST_IN_ONE_DRESSING = 7.5;
/** A lift of the pH under this is within the error of sampling. */
const LEAST_LIFT = 0.1;

/** What the soil test says, and the lime that the crop asks for. */
export function draftSoil({ context, facts, decisions, parts }: Draft): void {
  const { soilTest, field } = facts;
  const { soil } = context.crop.guide;
  const chosen = decisions.soil?.lime;
  const product = facts.limes.find((l) => l.id === chosen?.productId) ?? facts.limes[0] ?? null;
  const targetPh = context.use(
    "soil.targetPh",
    given(
      "Target pH",
      chosen?.targetPh ?? soil.limeTargetPh.value,
      "pH",
      chosen?.targetPh === undefined
        ? { kind: "source", text: context.source(soil.limeTargetPh.source) }
        : { kind: "decided", text: "your target" },
    ),
  );
  parts.soil = {
    readings: [],
    testAgeDays: null,
    limeTPerHa: 0,
    limeThisSeasonTPerHa: 0,
    limeProductId: product?.id ?? null,
    limeLeadDays: 0,
    targetPh,
  };
  if (!soilTest) return;

  const read = context.take("soil", interpretSoilTest(soilTest.levels, soilTest.scheme));
  parts.soil.readings = read?.value.readings ?? [];
  parts.soil.testAgeDays = daysBetween(soilTest.takenOn, facts.today);
  if (!product) return;

  const lime = context.take(
    "soil",
    limeRequirement({
      ph: soilTest.ph,
      targetPh,
      textureClass: field.textureClass,
      organicMatterPct: soilTest.organicMatterPct,
      depthCm: chosen?.depthCm ?? soilTest.depthCm,
      neutralisingValuePct: product.neutralisingValuePct,
      finenessPct: product.finenessPct,
      material: product.material,
    }),
  );
  if (!lime?.figures.productTPerHa) return;
  const declared = { kind: "measured" as const, text: `declared for ${product.name.toLowerCase()}` };
  const figure = withBases(lime.figures.productTPerHa, {
    "target pH": context.figures["soil.targetPh"]?.basis,
    "depth mixed":
      chosen?.depthCm === undefined
        ? { kind: "assumption", text: "as deep as the sample" }
        : { kind: "decided", text: "entered" },
    "neutralising value": declared,
    fineness: declared,
  });
  const worthwhile = targetPh - soilTest.ph >= LEAST_LIFT;
  const limeTPerHa = context.use(
    "soil.lime",
    worthwhile ? figure : { ...figure, value: 0, note: "A lift of less than 0.1 is within the error of sampling." },
  );
  const limeThisSeasonTPerHa = Math.min(limeTPerHa, MOST_IN_ONE_DRESSING);
  const money = `${facts.prices.currency}/ha`;
  if (limeTPerHa > 0)
    context.show(
      "soil.limeCost",
      computed(
        "Lime, spread",
        (limeThisSeasonTPerHa * product.pricePerT) / 100,
        money,
        "this season's dressing x price spread",
        [
          { label: "dressing", value: limeThisSeasonTPerHa, unit: "t lime/ha" },
          { label: product.name, value: product.pricePerT / 100, unit: `${facts.prices.currency}/t` },
        ],
      ),
    );
  Object.assign(parts.soil, {
    limeTPerHa,
    limeThisSeasonTPerHa,
    limeLeadDays: limeTPerHa > 0 ? LIME_LEAD_DAYS[product.material] : 0,
  });
}
