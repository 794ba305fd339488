import { type ManureId, manureCredit } from "../../feed/manure";
import { nitrogenNeed } from "../../feed/nitrogen-need";
import { type PkNutrient, phosphatePotashNeed } from "../../feed/phosphate-potash-need";
import { computed, type Figure, given, withBases } from "../../figure";
import { NUTRIENT_IDS, NUTRIENTS, type Nutrient, type NutrientId } from "../../nutrients";
import type { NutrientClass } from "../../soil/interpret-soil-test";
import type { Draft } from "../sheet";
import type { NutrientTable } from "./part";

/**
 * Soil mineral N assumed where none was measured [kg/ha]; assumption. Ground that is flooded for planting counts as
 * none: its nitrate is lost within days.
 */
const ASSUMED_MINERAL_N = { drained: 35, flooded: 0 };

/** Given where a soil test is low and the crop answers [kg/ha]; recalled, usual rates of advisory tables. */
const DOSE_WHEN_LOW: Partial<Record<NutrientId, { low: number; veryLow: number }>> = {
  mgo: { low: 60, veryLow: 100 },
  b: { low: 1, veryLow: 2 },
  zn: { low: 5, veryLow: 10 },
  mn: { low: 6, veryLow: 12 },
  cu: { low: 3, veryLow: 6 },
  mo: { low: 0.1, veryLow: 0.2 },
};

/** A table of all nutrients, nothing where nothing is given. */
export const nutrientTable = (amounts: Partial<Record<NutrientId, number>> = {}): NutrientTable =>
  Object.fromEntries(NUTRIENT_IDS.map((id) => [id, amounts[id] ?? 0])) as NutrientTable;

/** What manure gives this season, nutrient by nutrient. */
export function manureGiven({ context, decisions }: Draft): NutrientTable {
  const manure = decisions.feed?.manure;
  if (!manure) return nutrientTable();
  const credit = context.take("feed", manureCredit({ ...manure, kind: manure.kind as ManureId }));
  for (const { id } of NUTRIENTS) {
    const figure = credit?.figures[id];
    if (figure) context.show(`feed.manure.${id}`, figure);
  }
  return nutrientTable(credit?.value.brings);
}

/** What is to be applied of each nutrient, manure taken off. */
export function nutrientNeeds(draft: Draft, manure: NutrientTable): NutrientTable {
  const need = nutrientTable();
  for (const nutrient of NUTRIENTS) {
    const figure = needFigure(draft, nutrient, manure[nutrient.id]);
    if (figure) need[nutrient.id] = draft.context.use(`feed.${nutrient.id}`, figure);
  }
  return need;
}

function needFigure(draft: Draft, nutrient: Nutrient, fromManure: number): Figure | null {
  switch (nutrient.need) {
    case "balance":
      return nitrogenFigure(draft, fromManure);
    case "offtake":
      return lessManure(
        offtakeFigure(draft, nutrient.id as PkNutrient, classOf(draft, nutrient) ?? "target"),
        fromManure,
      );
    case "perTonne":
      return sulphurFigure(draft);
    case "whenLow":
      return lessManure(whenLowFigure(draft, nutrient), fromManure);
    default:
      return null;
  }
}

/** The class of a nutrient in the soil; null where it was not tested. */
export function classOf({ parts }: Draft, { soilTestKey }: Nutrient): NutrientClass | null {
  return parts.soil.readings.find((r) => r.nutrient === soilTestKey)?.class ?? null;
}

function nitrogenFigure({ context, facts, decisions, targetTPerHa }: Draft, manureN: number): Figure | null {
  const { guide, product, method } = context.crop;
  const { feed } = guide;
  const chosen = decisions.feed ?? {};
  const flooded = method.waterAtPlanting === "standing";
  const measured = facts.soilTest?.soilMineralNKgPerHa ?? null;
  const soilMineralNKgPerHa = context.use(
    "feed.mineralN",
    given(
      "Soil mineral N",
      chosen.soilMineralNKgPerHa ?? measured ?? (flooded ? ASSUMED_MINERAL_N.flooded : ASSUMED_MINERAL_N.drained),
      "kg/ha",
      chosen.soilMineralNKgPerHa !== undefined
        ? { kind: "decided", text: "entered" }
        : measured !== null
          ? { kind: "measured", text: "soil test" }
          : { kind: "assumption", text: flooded ? "nitrate is lost when the ground is flooded" : "not measured" },
    ),
  );
  const fromGuide = (decided: number | undefined, source: string) =>
    decided !== undefined
      ? { kind: "decided" as const, text: "entered" }
      : { kind: "source" as const, text: context.source(source) };
  const mineralisationKgPerHa = context.use(
    "feed.mineralisation",
    given(
      "Mineralised in season",
      chosen.mineralisationKgPerHa ?? feed.mineralisationKgPerHa.typical,
      "kg/ha",
      fromGuide(chosen.mineralisationKgPerHa, feed.mineralisationKgPerHa.source),
    ),
  );
  const recovery = context.use(
    "feed.recovery",
    given(
      "Recovery of fertiliser N",
      chosen.recovery ?? feed.recovery.typical,
      "share",
      fromGuide(chosen.recovery, feed.recovery.source),
    ),
  );
  const before = facts.previousCrop;
  const good = guide.rotation.good.find((g) => g.crop === before?.crop)?.why;
  const residueCreditKgPerHa = context.use(
    "feed.residueN",
    given(
      "Left by the previous crop",
      before?.leaves?.nitrogenLeftKgPerHa ?? 0,
      "kg/ha",
      before?.leaves
        ? { kind: "source", text: `typical after ${before.name}${good ? `: ${good}` : ""}` }
        : { kind: "assumption", text: before ? `not known what ${before.name} leaves` : "no previous crop known" },
    ),
  );
  const need = context.take(
    "feed",
    nitrogenNeed({
      targetYieldTPerHa: targetTPerHa,
      uptakeKgPerT: product.nUptakeKgPerT.typical * (1 - feed.fixedFromAirPct / 100),
      soilMineralNKgPerHa,
      mineralisationKgPerHa,
      residueCreditKgPerHa,
      recovery,
      manureNKgPerHa: manureN,
    }),
  );
  if (!need?.figures.nKgPerHa) return null;
  const { figures } = context;
  return withBases(need.figures.nKgPerHa, {
    target: figures.target?.basis,
    uptake: { kind: "source", text: context.source(product.nUptakeKgPerT.source) },
    "soil mineral N": figures["feed.mineralN"]?.basis,
    mineralisation: figures["feed.mineralisation"]?.basis,
    "residue credit": figures["feed.residueN"]?.basis,
    recovery: figures["feed.recovery"]?.basis,
  });
}

function offtakeFigure(
  { context, decisions, targetTPerHa }: Draft,
  nutrient: PkNutrient,
  soilClass: NutrientClass,
): Figure | null {
  const removal = context.crop.product.removalKgPerT;
  const need = context.take(
    "feed",
    phosphatePotashNeed({
      nutrient,
      school: decisions.feed?.pkSchool ?? "replaceAndBuildUp",
      targetYieldTPerHa: targetTPerHa,
      offtakeKgPerT: removal[nutrient] ?? 0,
      soilClass,
    }),
  );
  return need?.figures.kgPerHa
    ? withBases(need.figures.kgPerHa, {
        target: context.figures.target?.basis,
        offtake: { kind: "source", text: context.source(removal.source) },
      })
    : null;
}

function sulphurFigure({ context, targetTPerHa }: Draft): Figure {
  const { value, source } = context.crop.guide.feed.sulphurKgPerT;
  return computed("Sulphur to apply", targetTPerHa * value, "kg S/ha", "target x sulphur per tonne", [
    { label: "target", value: targetTPerHa, unit: "t/ha" },
    { label: "sulphur", value, unit: "kg/t", basis: { kind: "source", text: context.source(source) } },
  ]);
}

/** A dose by class, where the test is low and this crop answers; of the main nutrients, where it is very low, for any crop. */
function whenLowFigure(draft: Draft, nutrient: Nutrient): Figure | null {
  const soilClass = classOf(draft, nutrient);
  const dose = DOSE_WHEN_LOW[nutrient.id];
  if (soilClass === null || !dose) return null;
  const answers = draft.context.crop.guide.feed.answersTo.includes(nutrient.id);
  const due = soilClass === "very low" ? answers || !nutrient.trace : soilClass === "low" && answers;
  const kgPerHa = due ? (soilClass === "very low" ? dose.veryLow : dose.low) : 0;
  return {
    ...computed(
      `${nutrient.label} to apply`,
      kgPerHa,
      "kg/ha",
      "by soil class, where the crop answers; none in target",
      [
        { label: "soil class", value: soilClass, basis: { kind: "measured", text: "soil test" } },
        { label: "this crop answers", value: answers ? "yes" : "no", basis: { kind: "source", text: "crop guide" } },
        {
          label: `dose when ${soilClass}`,
          value: kgPerHa,
          unit: "kg/ha",
          basis: { kind: "source", text: "recalled, to be checked: usual rates of advisory tables" },
        },
      ],
    ),
  };
}

function lessManure(figure: Figure | null, fromManure: number): Figure | null {
  if (!figure || fromManure <= 0) return figure;
  return {
    ...figure,
    value: Math.max(0, figure.value - fromManure),
    formula: `${figure.formula} - from manure`,
    inputs: [...figure.inputs, { label: "from manure", value: fromManure, unit: "kg/ha" }],
  };
}
