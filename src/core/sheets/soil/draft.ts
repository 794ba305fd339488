import { daysBetween } from "../../dates";
import { times } from "../../figure/expression";
import { amended, computed, given, type Known, quantity } from "../../figure/figure";
import { failed, fieldError } from "../../result";
import { limeLeadDays, mostInOneDressing } from "../../soil/lime";
import { limeMethod } from "../../soil/lime-methods";
import { readLevels } from "../../soil/read-levels";
import { INDEX_LIMITS } from "../../soil/soil-limits";
import type { Draft } from "../sheet";
import type { SoilPart } from "./part";
import { draftSalt } from "./salt";

/** A lift of the pH under this is within the error of sampling. */
const LEAST_LIFT = 0.1;

/** Depth that lime is for where neither a test nor anybody says one [cm]; assumption: what is sampled for it. */
const USUAL_DEPTH_CM = 15;

/** What the soil test says, and the lime that the crop asks for. */
export function draftSoil(draft: Draft): SoilPart {
  const { context, facts, decisions } = draft;
  const { soilTest, field } = facts;
  const { soil } = context.crop.guide;
  const chosen = decisions.soil?.lime;
  const product = facts.limes.find((l) => l.id === chosen?.productId) ?? facts.limes[0] ?? null;
  const targetPh = context.use(
    "soil.targetPh",
    given("Target pH", soil.limeTargetPh.value, "pH", {
      kind: "source",
      text: context.source(soil.limeTargetPh.source),
    }),
  );
  const depthCm = chosen?.depthCm ?? soilTest?.depthCm ?? USUAL_DEPTH_CM;
  const untested: SoilPart = {
    readings: [],
    testAgeDays: null,
    limeTPerHa: 0,
    limeThisSeasonTPerHa: 0,
    limeProductId: product?.id ?? null,
    limeLeadDays: 0,
    limeDepthCm: depthCm,
    limeDressings: 0,
    targetPh,
    salt: draftSalt(draft),
  };
  if (!soilTest) return untested;

  const scheme = [facts.soilLimits, INDEX_LIMITS].find((own) => own?.id === soilTest.scheme);
  const read = context.take(
    "soil",
    scheme
      ? readLevels(soilTest.levels, scheme)
      : failed([fieldError("scheme", soilTest.scheme, "a scheme whose limits are known")]),
  );
  const part: SoilPart = {
    ...untested,
    readings: read?.value.readings ?? [],
    testAgeDays: daysBetween(soilTest.takenOn, facts.today),
  };
  if (!product) return part;

  const method = limeMethod(chosen?.method);
  const declared: Known = { basis: { kind: "measured", text: `declared for ${product.name.toLowerCase()}` } };
  const lime = context.take(
    "soil",
    method.need(
      {
        ph: soilTest.ph,
        targetPh,
        textureClass: field.textureClass,
        organicMatterPct: soilTest.organicMatterPct,
        laboratoryTPerHa: chosen?.bufferTPerHa,
        depthCm,
        neutralisingValuePct: product.neutralisingValuePct,
        finenessPct: product.finenessPct,
        material: product.material,
      },
      {
        targetPh: context.known("soil.targetPh"),
        depthCm: {
          basis:
            chosen?.depthCm === undefined
              ? { kind: "assumption", text: "as deep as the sample" }
              : { kind: "decided", text: "entered" },
        },
        neutralisingValuePct: declared,
        finenessPct: declared,
      },
    ),
  );
  const figure = lime?.figures.productTPerHa;
  if (!figure) return part;
  // 6.5 - 6.4 is a hair less than 0.1 to a computer
  const worthwhile = method.asks !== null || targetPh - soilTest.ph >= LEAST_LIFT - 1e-9;
  const limeTPerHa = context.use(
    "soil.lime",
    worthwhile
      ? figure
      : amended(figure, { value: 0, note: "A lift of less than 0.1 is within the error of sampling." }),
  );
  const limeThisSeasonTPerHa = Math.min(limeTPerHa, mostInOneDressing(product.neutralisingValuePct));
  if (limeTPerHa > 0)
    context.show(
      "soil.limeCost",
      computed(
        "Lime cost, spread",
        "money/ha",
        times(
          quantity("this season's dressing", limeThisSeasonTPerHa, "t lime/ha"),
          quantity(product.name, product.pricePerT / 100, "money/t"),
        ),
      ),
    );
  return {
    ...part,
    limeTPerHa,
    limeThisSeasonTPerHa,
    // of what is spread, computed or typed
    limeLeadDays: limeLeadDays(product.material, limeTPerHa),
    limeDressings: limeTPerHa > 0 ? Math.ceil(limeTPerHa / limeThisSeasonTPerHa - 1e-9) : 0,
  };
}
