/** Figures of a plan that nobody measured here, each with its range, and the plan with one of them moved. */

import type { Ranged } from "../../guides/schema";
import type { PlanFacts } from "../../plan/facts";
import type { MeasureId } from "../../units/measure-ids";
import { applyChanges, change, type Decisions } from "../decisions";
import type { Plan } from "../plan";
import { MEASURING, type Measuring } from "./measuring";
import type { PlanQuestion } from "./plan-question";

type Moved = Pick<PlanQuestion, "facts" | "decisions">;

export interface MovedFigure {
  id: string;
  label: string;
  unit: MeasureId;
  low: number;
  planned: number;
  high: number;
  /** where the figure or its range comes from */
  basis: string;
  measuring: Measuring | null;
  move: (value: number) => Moved;
}

/** Figures of guides that a field may be otherwise than: what a key means, its unit, and how it is measured. What is decided is none. */
export const OF_GUIDE: Record<string, { label: string; unit: MeasureId; measuring?: keyof typeof MEASURING }> = {
  targetTPerHa: { label: "Typical yield of the kind", unit: "t/ha", measuring: "yields" },
  nUptakeKgPerT: { label: "N uptake", unit: "kg/t", measuring: "protein" },
  harvestIndex: { label: "Harvest index", unit: "share" },
  halfStandYieldPct: { label: "Yield at half the stand", unit: "%" },
  maturityDays: { label: "Days to maturity", unit: "days", measuring: "stages" },
  thousandGrainWeightG: { label: "Thousand-grain weight", unit: "g", measuring: "thousandGrains" },
  germinationPct: { label: "Germination", unit: "%", measuring: "germination" },
  fieldEmergencePct: { label: "Field emergence", unit: "%", measuring: "stand" },
  unitMassG: { label: "Mass of a seed piece", unit: "g", measuring: "thousandGrains" },
  usablePct: { label: "Usable seed pieces", unit: "%", measuring: "thousandGrains" },
  sproutingPct: { label: "Seed pieces that sprout", unit: "%", measuring: "stand" },
  standsPct: { label: "Plants that still stand", unit: "%", measuring: "stand" },
  survivalPct: { label: "Plants that survive the nursery", unit: "%", measuring: "stand" },
  fieldSurvivalPct: { label: "Plants that survive planting out", unit: "%", measuring: "stand" },
  lossPctPerDay: { label: "Loss a day once ripe", unit: "%", measuring: "losses" },
  pctPerDay: { label: "Moisture lost a day", unit: "%", measuring: "moisture" },
  handHoursPerT: { label: "Hand work a tonne", unit: "h" },
  litresPerPlant: { label: "Substrate a plant", unit: "L" },
  tPerHa: { label: "Yield of the by-product", unit: "t/ha", measuring: "yields" },
  residueTakenPct: { label: "Residue taken off", unit: "%" },
};
/** Parts of a guide whose figures reach no margin of a season: threats count as controlled, usual bands are only compared with. */
const OTHER_PARTS = new Set([
  "kinds",
  "methods",
  "products",
  "threats",
  "usual",
  "schools",
  "tasks",
  "patch",
  "sources",
]);

/** What is moved beside the guide's: without a source, so much either way; assumptions. */
const PRICE_SHARE = 0.2;
const NITROGEN_PRICE_SHARE = 0.3;
const MINERAL_N_KG = 20;
const SHALLOWER = 0.6;
const STONES_PCT = 20;
/** A tested organic matter says what it sets free only so well [share]; assumption. */
const TESTED_SHARE = 0.3;

/** All figures of a plan that can be moved; those that are measured, or decided, are left out. */
export function movedFigures(plan: Plan, question: PlanQuestion): MovedFigure[] {
  return [...ofField(plan, question), ...ofGuide(plan, question)].filter((f) => f.low < f.high);
}

function ofField(plan: Plan, { facts, decisions }: PlanQuestion): MovedFigure[] {
  const { guide } = plan.crop;
  const found: MovedFigure[] = [];
  const put = (figure: Omit<MovedFigure, "move">, move: (value: number) => Partial<Moved>) =>
    found.push({ ...figure, move: (value) => ({ facts, decisions, ...move(value) }) });
  const figure = (id: "feed.mineralN" | "feed.mineralisation" | "feed.recovery") => {
    const at = plan.figures[id];
    return at && !at.override ? at.value : null;
  };
  const override = (id: string) => (value: number) => ({ decisions: withValue(decisions, id, value) });

  const { pricePerT } = plan.money;
  if (pricePerT !== null && pricePerT > 0)
    put(
      {
        id: "price",
        label: "Price of the crop",
        unit: "money/t",
        ...around(pricePerT / 100, PRICE_SHARE),
        basis: "assumption: a fifth either way",
        measuring: MEASURING.contract,
      },
      (value) => ({ decisions: applyChanges(decisions, [change("money/pricePerT", Math.round(100 * value))]) }),
    );
  put(
    {
      id: "nitrogenPrice",
      label: "Fertiliser prices against today's",
      unit: "%",
      ...around(100, NITROGEN_PRICE_SHARE),
      basis: "assumption: three tenths either way",
      measuring: MEASURING.contract,
    },
    (value) => ({
      facts: {
        ...facts,
        fertilisers: facts.fertilisers.map((f) => ({ ...f, pricePerT: (f.pricePerT * value) / 100 })),
      },
    }),
  );
  const mineralN = figure("feed.mineralN");
  if (mineralN !== null && plan.feed.mineralN.use !== "measured")
    put(
      {
        id: "feed.mineralN",
        label: "Soil mineral N",
        unit: "kg/ha",
        low: Math.max(0, mineralN - MINERAL_N_KG),
        planned: mineralN,
        high: mineralN + MINERAL_N_KG,
        basis: "not measured for this crop",
        measuring: MEASURING.mineralN,
      },
      override("feed.mineralN"),
    );
  const free = figure("feed.mineralisation");
  if (free !== null && free > 0) {
    const usual = guide.feed.mineralisationKgPerHa;
    put(
      {
        id: "feed.mineralisation",
        label: "N mineralised in season",
        unit: "kg/ha",
        ...(facts.soilTest
          ? around(free, TESTED_SHARE)
          : {
              low: (free * usual.low) / usual.typical,
              planned: free,
              high: (free * usual.high) / usual.typical,
            }),
        basis: facts.soilTest ? "by organic matter; three tenths either way" : "no soil test: the guide's range",
        measuring: facts.soilTest ? null : MEASURING.organicMatter,
      },
      override("feed.mineralisation"),
    );
  }
  const recovery = figure("feed.recovery");
  if (recovery !== null)
    put(
      {
        id: "feed.recovery",
        label: "Fertiliser N that the crop can recover",
        unit: "share",
        low: guide.feed.recovery.low,
        planned: guide.feed.recovery.high,
        high: guide.feed.recovery.high,
        basis: "the guide's range",
        measuring: MEASURING.protein,
      },
      override("feed.recovery"),
    );
  // as deep as this crop's roots go where nobody knows of less
  const roots = 100 * (plan.rehearsal.asked?.ground.deepestM ?? guide.soil.rootingDepthCm.typical / 100);
  const depth = facts.field.soilDepthCm;
  const field = (own: Partial<PlanFacts["field"]>) => ({ facts: { ...facts, field: { ...facts.field, ...own } } });
  put(
    {
      id: "soilDepth",
      label: "Soil depth",
      unit: "cm",
      low: (depth ?? roots) * (depth === null ? SHALLOWER : 1 - TESTED_SHARE / 2),
      planned: depth ?? roots,
      high: depth === null ? roots : depth * (1 + TESTED_SHARE / 2),
      basis: depth === null ? "not known: as deep as roots go" : "as recorded, 15 % either way",
      measuring: MEASURING.auger,
    },
    (soilDepthCm) => field({ soilDepthCm: Math.round(soilDepthCm) }),
  );
  if (facts.field.stonesPct === null)
    put(
      {
        id: "stones",
        label: "Stones",
        unit: "%",
        low: 0,
        planned: 0,
        high: STONES_PCT,
        basis: "not known: none assumed",
        measuring: MEASURING.auger,
      },
      (stonesPct) => field({ stonesPct }),
    );
  return found;
}

const around = (planned: number, share: number) => ({
  low: planned * (1 - share),
  planned,
  high: planned * (1 + share),
});

const withValue = (decisions: Decisions, id: string, value: number): Decisions =>
  applyChanges(decisions, [change(`overrides/${id}`, { value, reason: "moved" })]);

/** The ranged figures of the guide as it stands for this kind, method and product. */
function ofGuide({ crop }: Plan, { facts, decisions }: PlanQuestion): MovedFigure[] {
  const { guide, kind, method, product } = crop;
  const found: MovedFigure[] = [];
  const walk = (at: unknown, path: string[], names: string[]): void => {
    if (at === null || typeof at !== "object") return;
    if (isRanged(at)) {
      const key = path.at(-1) as string;
      const known = OF_GUIDE[key];
      if (!known) return;
      found.push({
        id: path.join("."),
        label: [known.label, ...names].join(", "),
        unit: known.unit,
        low: at.low,
        planned: at.typical,
        high: at.high,
        basis: guide.sources[at.source]?.title || "unverified",
        measuring: known.measuring ? MEASURING[known.measuring] : null,
        move: (typical) => ({
          facts: {
            ...facts,
            guideFigures: path.reduceRight<unknown>((in_, key_) => ({ [key_]: in_ }), { ...at, typical }) as Record<
              string,
              unknown
            >,
          },
          decisions,
        }),
      });
    } else if (Array.isArray(at)) {
      for (const item of at as { id?: string; name?: string }[])
        if (item?.id) walk(item, [...path, item.id], item.name ? [...names, item.name.toLowerCase()] : names);
    } else for (const [key, value] of Object.entries(at)) if (!OTHER_PARTS.has(key)) walk(value, [...path, key], names);
  };
  walk(guide, [], []);
  walk(kind, ["kinds", kind.id], []);
  walk(method, ["methods", method.id], []);
  walk(product, ["products", product.id], []);
  return found;
}

const isRanged = (at: object): at is Ranged => "typical" in at && "low" in at && "high" in at;
