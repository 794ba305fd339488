import { addDays } from "../../dates";
import { type ManureId, manureCredit } from "../../feed/manure";
import { type PkNutrient, type PkSchool, phosphatePotashNeed } from "../../feed/phosphate-potash-need";
import { atMost, rule, times } from "../../figure/expression";
import { amended, computed, type Figure, quantity, workingOf } from "../../figure/figure";
import type { Guide } from "../../guides/schema";
import { NUTRIENT_IDS, NUTRIENTS, type Nutrient, type NutrientId, nutrientOf } from "../../nutrients";
import { windowOfPlan } from "../../plan/dates";
import { OWN } from "../../plan/own-operations";
import type { NutrientClass } from "../../soil/read-levels";
import { q } from "../../units/told";
import { startOfSpring } from "../../weather/climate-days";
import type { PlanParts } from "../plan";
import type { Draft } from "../sheet";
import { less, nitrogenFigure } from "./nitrogen-schools";
import type { MineralN, NutrientTable } from "./part";

/** Given where a soil test is low and the crop answers [kg/ha]; recalled, usual rates of advisory tables. */
const DOSE_WHEN_LOW: Partial<Record<NutrientId, { low: number; veryLow: number }>> = {
  mgo: { low: 60, veryLow: 100 },
  b: { low: 1, veryLow: 2 },
  zn: { low: 5, veryLow: 10 },
  mn: { low: 6, veryLow: 12 },
  cu: { low: 3, veryLow: 6 },
  mo: { low: 0.1, veryLow: 0.2 },
};

/** What the needs stand on: passes decide when manure goes in, the soil test what is there. */
export type BeforeFeed = Pick<PlanParts, "ground" | "soil">;

/** A table of all nutrients, nothing where nothing is given. */
export const nutrientTable = (amounts: Partial<Record<NutrientId, number>> = {}): NutrientTable =>
  Object.fromEntries(NUTRIENT_IDS.map((id) => [id, amounts[id] ?? 0])) as NutrientTable;

/** What manure gives this season, nutrient by nutrient. */
export function manureGiven(draft: Draft<BeforeFeed>): NutrientTable {
  const { context, decisions } = draft;
  const manure = decisions.feed?.manure;
  if (!manure) return nutrientTable();
  const credit = context.take(
    "feed",
    manureCredit({ ...manure, kind: manure.kind as ManureId, beforeWinter: winterFollows(draft) }),
  );
  for (const { id } of NUTRIENTS) {
    const figure = credit?.figures[id];
    if (figure) context.show(`feed.manure.${id}`, figure);
  }
  return nutrientTable(credit?.value.brings);
}

/** Whether manure is spread before a winter: ahead of an autumn planting, or of ground that is opened in autumn. */
function winterFollows({ context, facts, parts }: Draft<BeforeFeed>): boolean {
  if (!facts.climate) return false;
  const planting = context.common.dates?.[OWN.plant]?.date ?? windowOfPlan(context, OWN.plant).best;
  const off = facts.previousCrop?.harvest;
  const [first] = parts.ground.chosen.passes;
  const spread =
    off && first?.beforeWinter !== undefined && startOfSpring(facts.climate, off) <= planting
      ? off
      : addDays(planting, -30);
  return startOfSpring(facts.climate, spread) > spread;
}

/** What is to be applied of each nutrient, manure taken off. */
export function nutrientNeeds(draft: Draft<BeforeFeed>, manure: NutrientTable, mineralN: MineralN): NutrientTable {
  const need = nutrientTable();
  for (const nutrient of NUTRIENTS) {
    const figure = needFigure(draft, nutrient, manure[nutrient.id], mineralN);
    if (figure) need[nutrient.id] = draft.context.use(`feed.${nutrient.id}`, figure);
  }
  return need;
}

/** No more than the crop bears, whatever is asked for: what is over lodges it, or feeds something else. */
function withinLimit({ context }: Draft, figure: Figure | null): Figure | null {
  const limit = capOf(context.crop.guide, "total");
  if (!figure || !limit || figure.value <= limit.kgNPerHa) return figure;
  context.aside("feed.asked", amended(figure, { label: "Nitrogen without the crop's limit" }));
  return computed(
    figure.label,
    figure.unit,
    atMost(
      workingOf(figure),
      quantity("the crop's limit", limit.kgNPerHa, "kg/ha", {
        basis: { kind: "source", text: context.source(limit.source) },
      }),
    ),
    `${figure.note ? `${figure.note} ` : ""}Without the limit it would be ${q(figure.value, "kg N/ha")}.`,
  );
}
/** A limit of a guide's nitrogen; undefined where it has none. */
export const capOf = ({ feed }: Pick<Guide, "feed">, id: Guide["feed"]["caps"][number]["id"]) =>
  feed.caps.find((c) => c.id === id);

const FROM_MANURE = "from manure";

function needFigure(
  draft: Draft<BeforeFeed>,
  nutrient: Nutrient,
  fromManure: number,
  mineralN: MineralN,
): Figure | null {
  switch (nutrient.need) {
    case "balance":
      return withinLimit(draft, nitrogenFigure(draft, fromManure, mineralN));
    case "offtake":
      return less(
        offtakeFigure(draft, nutrient.id as PkNutrient, classOf(draft, nutrient) ?? "target"),
        FROM_MANURE,
        fromManure,
      );
    case "perTonne":
      return sulphurFigure(draft);
    case "whenLow":
      return less(whenLowFigure(draft, nutrient), FROM_MANURE, fromManure);
    default:
      return null;
  }
}

/** The class of a nutrient in the soil; null where it was not tested. */
export function classOf({ parts }: Draft<BeforeFeed>, { soilTestKey }: Nutrient): NutrientClass | null {
  return parts.soil.readings.find((r) => r.nutrient === soilTestKey)?.class ?? null;
}

function offtakeFigure(
  { context, facts, decisions, targetTPerHa }: Draft,
  nutrient: PkNutrient,
  soilClass: NutrientClass,
): Figure | null {
  const removal = context.crop.product.removalKgPerT;
  const equation = decisions.feed?.pkEquation?.[nutrient];
  const tested = facts.soilTest?.levels[nutrientOf(nutrient).soilTestKey ?? "p"];
  const bySchool = (school: PkSchool) =>
    phosphatePotashNeed(
      {
        nutrient,
        school,
        targetYieldTPerHa: targetTPerHa,
        offtakeKgPerT: removal[nutrient] ?? 0,
        soilClass,
        responds: context.crop.guide.feed.responds[nutrient],
        ...(equation && tested !== undefined && tested !== null ? { equation: { ...equation, soilTest: tested } } : {}),
      },
      {
        targetYieldTPerHa: context.known("target"),
        offtakeKgPerT: { basis: { kind: "source", text: context.source(removal.source) } },
      },
    );
  const need =
    context.take("feed", bySchool(decisions.feed?.pkSchool ?? "replaceAndBuildUp")) ??
    context.take("feed", bySchool("replaceAndBuildUp"));
  return need?.figures.kgPerHa ?? null;
}

function sulphurFigure({ context }: Draft): Figure {
  const { value, source } = context.crop.guide.feed.sulphurKgPerT;
  return computed(
    "Sulphur to apply",
    "kg S/ha",
    times(
      context.input("target", "target"),
      quantity("sulphur", value, "kg/t", { basis: { kind: "source", text: context.source(source) } }),
    ),
  );
}

/** A dose by class, where the test is low and this crop answers; of the main nutrients, where it is very low, for any crop. */
function whenLowFigure(draft: Draft<BeforeFeed>, nutrient: Nutrient): Figure | null {
  const soilClass = classOf(draft, nutrient);
  const dose = DOSE_WHEN_LOW[nutrient.id];
  if (soilClass === null || !dose) return null;
  const answers = draft.context.crop.guide.feed.answersTo.includes(nutrient.id);
  const due = soilClass === "very low" ? answers || !nutrient.trace : soilClass === "low" && answers;
  const kgPerHa = due ? (soilClass === "very low" ? dose.veryLow : dose.low) : 0;
  return computed(
    `${nutrient.label} to apply`,
    "kg/ha",
    rule(
      "by soil class, where the crop answers; none in target",
      [
        { label: "soil class", value: soilClass, basis: { kind: "measured", text: "soil test" } },
        { label: "this crop answers", value: answers ? "yes" : "no", basis: { kind: "source", text: "crop guide" } },
        quantity(`dose when ${soilClass}`, kgPerHa, "kg/ha", {
          basis: { kind: "source", text: "unverified: usual rates of advisory tables" },
        }),
      ],
      kgPerHa,
      "kg/ha",
    ),
  );
}
