/**
 * The shape of a crop guide: what a good crop booklet knows, as data. One shape holds every crop; a crop has one or
 * several of each part and the core asks about the part ("does this planting method stand in water?"), never about the
 * crop's name. Units are in the fields' names.
 */

import { z } from "zod";
import { SHEETS, type SheetId } from "./sheets";

/** A figure with its source: one value, or low-typical-high. `source` is the id of one of the guide's sources. */
export const ranged = z
  .strictObject({
    low: z.number(),
    typical: z.number(),
    high: z.number(),
    source: z.string(),
    varies: z.string().optional(),
  })
  .refine((r) => r.low <= r.typical && r.typical <= r.high, "low <= typical <= high");
export type Ranged = z.infer<typeof ranged>;
const sourced = z.strictObject({ value: z.number(), source: z.string() });

/**
 * When something is done: so many days from an anchor. Anchors: "planting", "emergence", a stage id, "harvest",
 * "previousHarvest", or the id of another operation.
 */
export const trigger = z
  .strictObject({ from: z.string(), min: z.number().int(), usual: z.number().int(), max: z.number().int().nullable() })
  .refine((t) => t.min <= t.usual && (t.max === null || t.usual <= t.max), "min <= usual <= max");
export type Trigger = z.infer<typeof trigger>;

export const sheetId = z.enum(SHEETS);
export type { SheetId };

/** A task of the guide that becomes a dated operation of a plan. */
export const task = z.strictObject({
  id: z.string().regex(/^[a-z][a-z0-9-]*$/),
  sheet: sheetId,
  name: z.string(),
  /** shortest name, for the ribbon */
  mark: z.string().max(18),
  detail: z.string(),
  when: trigger,
  reason: z.string(),
  hoursPerHa: z.number().min(0).optional(),
  /** what is harmed or lost if done wrong or late */
  ifNot: z.string().optional(),
  cautions: z.array(z.string()).optional(),
  source: z.string(),
});
export type Task = z.infer<typeof task>;

const nutrientsPerUnit = z.strictObject({
  nKg: z.number(),
  p2o5Kg: z.number(),
  k2oKg: z.number(),
  sKg: z.number(),
  mgoKg: z.number(),
  source: z.string(),
});

const monthDay = z.string().regex(/^\d{2}-\d{2}$/);
/** A customary sowing window in a zone; years are relative to the harvest year of the season. */
const sowingWindow = z.strictObject({
  zone: z.string(),
  from: monthDay,
  best: monthDay,
  until: monthDay,
  /** -1: the calendar year before the harvest year */
  year: z.union([z.literal(-1), z.literal(0)]),
  /** only for these planting methods; for all where absent */
  methods: z.array(z.string()).optional(),
  latenessLossPctPerDay: z.number().min(0),
  source: z.string(),
});

/** Figures of the base guide that a kind, method or product replaces, by their path ("feed.recovery"). */
const overrides = z.record(z.string(), z.union([z.number(), ranged])).optional();

export const kind = z.strictObject({
  id: z.string(),
  name: z.string(),
  type: z.enum(["winter", "spring", "facultative", "short season", "long season", "any"]),
  breeding: z.enum(["line", "hybrid", "open-pollinated", "clone"]),
  maturityDays: ranged,
  windows: z.array(sowingWindow).min(1),
  vernalisationDays: z
    .strictObject({
      effectiveDays: z.number().positive(),
      /** a day counts while its mean lies between */
      minC: z.number(),
      maxC: z.number(),
      /** the stage from which the crop no longer waits for cold */
      until: z.string(),
      source: z.string(),
    })
    .optional(),
  /** development between the first stage and `until` goes at none of its rate at the critical day length, all of it at the saturating one */
  dayLength: z
    .strictObject({ criticalH: z.number(), saturatedH: z.number(), until: z.string(), source: z.string() })
    .optional(),
  endUses: z.array(z.string()),
  note: z.string(),
  overrides,
});

export const product = z.strictObject({
  id: z.string(),
  name: z.string(),
  unitOfSale: z.string(),
  moisturePct: z.number(),
  removalPerT: nutrientsPerUnit,
  /** N taken up by the whole crop for each tonne of this product */
  nUptakeKgPerT: ranged,
  targetTPerHa: ranged,
  picking: z.discriminatedUnion("pattern", [
    z.strictObject({ pattern: z.literal("once") }),
    z.strictObject({ pattern: z.literal("repeated"), firstDays: z.number(), everyDays: z.number(), times: z.number() }),
    z.strictObject({ pattern: z.literal("overYears"), sharePctByYear: z.array(z.number()) }),
  ]),
  quality: z.array(
    z.strictObject({
      endUse: z.string(),
      what: z.string(),
      limit: z.string(),
      ifMissed: z.string(),
      source: z.string(),
    }),
  ),
  overrides,
});

const geometry = z.strictObject({
  layout: z.enum(["rows", "ridges", "beds", "square", "broadcast"]),
  rowSpacingCm: ranged.optional(),
  inRowSpacingCm: ranged.optional(),
  unitsPerStation: z.number().optional(),
});

export const plantingMethod = z.strictObject({
  id: z.string(),
  name: z.string(),
  how: z.enum([
    "drilled",
    "broadcast",
    "stations",
    "transplants",
    "cloves",
    "bulbs",
    "bulbils",
    "sets",
    "tubers",
    "cuttings",
  ]),
  /** by mass per area of counted seed, or unit by unit, or grown in a nursery first */
  stock: z.discriminatedUnion("by", [
    z.strictObject({
      by: z.literal("seed"),
      thousandGrainWeightG: ranged,
      germinationPct: ranged,
      handbookRateKgPerHa: ranged,
    }),
    z.strictObject({
      by: z.literal("unit"),
      unit: z.string(),
      unitMassG: ranged,
      unitsPerSource: z.number(),
      usablePct: ranged,
      sproutingPct: ranged,
      handbookRateKgPerHa: ranged,
    }),
  ]),
  geometry,
  targetPlantsPerM2: ranged,
  /** moves of the target population by situation, per cent; each may be switched off or changed */
  adjustments: z.array(
    z.strictObject({
      id: z.string(),
      situation: z.string(),
      changePct: z.number(),
      perDaysLate: z.number().optional(),
      why: z.string(),
      source: z.string(),
    }),
  ),
  fieldEmergencePct: ranged,
  depthCm: ranged,
  soilTemperatureC: z.strictObject({ lowest: z.number(), highest: z.number(), source: z.string() }),
  preparation: z.array(task),
  nursery: z
    .strictObject({
      days: z.number(),
      seedGPerM2: z.number(),
      survivalPct: ranged,
      fieldSurvivalPct: ranged,
      setbackDays: z.number(),
      source: z.string(),
    })
    .optional(),
  waterAtPlanting: z.enum(["none", "moist", "standing"]),
  implement: z.enum(["drill", "directDrill", "planter", "hand"]),
  handHoursPerHa: z.number().optional(),
  overrides,
});

/** How one counts stages: thermal time from planting (degree days), with days as fall-back where no climate is known. */
export const stage = z.strictObject({
  id: z.string(),
  bbch: z.number().int().min(0).max(99),
  name: z.string(),
  thermalTimeCd: z.number().min(0),
  days: z.number().min(0),
  look: z.string(),
  /** canopy cover 0 to 1 and root depth at this stage */
  cover: z.number().min(0).max(1),
  rootCm: z.number().min(0),
});
export type Stage = z.infer<typeof stage>;

const optionalTasks = z.array(task);

export const guideSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  scientificName: z.string(),
  otherNames: z.array(z.string()),
  family: z.string(),
  life: z.enum(["annual", "biennial", "perennial"]),
  category: z.enum([
    "cereal",
    "root and tuber",
    "bulb",
    "leaf",
    "fruit",
    "oilseed",
    "pulse",
    "forage",
    "sugar",
    "flower",
  ]),
  bushel: z.enum(["wheat", "barley", "oats", "maize"]).optional(),

  kinds: z.array(kind).min(1),
  products: z.array(product).min(1),
  methods: z.array(plantingMethod).min(1),

  climate: z.strictObject({
    baseC: sourced,
    optimumC: sourced,
    ceilingC: sourced,
    harm: z.array(
      z.strictObject({
        stage: z.string(),
        kind: z.enum(["cold", "heat"]),
        belowOrAboveC: z.number(),
        /** how long from the stage on the crop is sensitive, and the yield lost by a degree beyond on each such day */
        days: z.number().positive(),
        lossPctPerDegree: z.number().positive(),
        what: z.string(),
        source: z.string(),
      }),
    ),
    seasonWaterMm: ranged,
    ripening: z.string(),
  }),
  stages: z.array(stage).min(3),
  soil: z.strictObject({
    ph: z.strictObject({
      failsBelow: z.number(),
      bestFrom: z.number(),
      bestTo: z.number(),
      failsAbove: z.number(),
      source: z.string(),
    }),
    limeTargetPh: sourced,
    textures: z.string(),
    drainage: z.string(),
    rootingDepthCm: ranged,
    stones: z.string(),
    salinity: z.strictObject({ thresholdDsM: z.number(), slopePctPerDsM: z.number(), source: z.string() }),
    waterlogging: z.string(),
  }),
  ground: z.strictObject({
    tilth: z.enum(["fine", "medium", "rough"]),
    loosenCm: ranged,
    shaping: z.enum(["flat", "bed", "ridge", "bunded"]),
    shapingNote: z.string(),
    systems: z
      .array(
        z.strictObject({
          system: z.string(),
          fit: z.enum(["default", "suits", "harms"]),
          why: z.string(),
          /** only for these planting methods; for all where absent */
          methods: z.array(z.string()).optional(),
        }),
      )
      .min(2),
  }),
  feed: z.strictObject({
    recovery: ranged,
    mineralisationKgPerHa: ranged,
    fixedFromAirPct: z.number(),
    caps: z.array(
      z.strictObject({
        what: z.enum(["total", "seedbed", "withSeed", "lastSplit"]),
        kgNPerHa: z.number(),
        why: z.string(),
        source: z.string(),
      }),
    ),
    patterns: z
      .array(
        z.strictObject({
          id: z.string(),
          name: z.string(),
          why: z.string(),
          splits: z.array(
            z.strictObject({
              id: z.string(),
              name: z.string(),
              sharePct: z.number(),
              when: trigger,
              conditional: z.string().optional(),
            }),
          ),
          source: z.string(),
        }),
      )
      .min(1),
    base: z.strictObject({ name: z.string(), when: trigger, placement: z.string() }),
    sulphurKgPerT: sourced,
    avoidChloride: z.boolean(),
    micronutrients: z.array(z.string()),
    manure: z.string(),
    excess: z.string(),
    lack: z.string(),
    sources: z.string(),
  }),
  water: z.strictObject({
    kc: z.strictObject({ initial: z.number(), mid: z.number(), end: z.number(), source: z.string() }),
    stageLengthsDays: z.tuple([z.number(), z.number(), z.number(), z.number()]),
    depletionFraction: sourced,
    yieldResponse: z.array(z.strictObject({ stage: z.string(), ky: z.number(), source: z.string() })),
    criticalStages: z.array(z.string()),
    stop: z.string(),
    tasks: optionalTasks,
    /** depth of standing water by stage, for methods that stand in water */
    standing: z.array(z.strictObject({ fromStage: z.string(), depthCm: z.number(), why: z.string() })),
    risks: z.string(),
  }),
  weeds: z.strictObject({
    weedFreeFrom: z.string(),
    weedFreeTo: z.string(),
    competitiveness: z.enum(["weak", "medium", "strong"]),
    rootsNearSurface: z.boolean(),
    lossNote: z.string(),
    tasks: optionalTasks,
  }),
  threats: z.array(
    z.strictObject({
      id: z.string(),
      name: z.string(),
      organism: z.enum([
        "fungus",
        "oomycete",
        "bacterium",
        "virus",
        "insect",
        "mite",
        "nematode",
        "mollusc",
        "bird",
        "rodent",
        "plant",
      ]),
      stages: z.tuple([z.string(), z.string()]),
      favoured: z.string(),
      carriedBy: z.string(),
      scout: z.strictObject({ unit: z.string(), number: z.number(), pattern: z.string() }),
      threshold: z.string(),
      options: z.array(
        z.strictObject({
          kind: z.enum(["prevent", "cultivate", "physical", "biological", "chemical"]),
          what: z.string(),
        }),
      ),
      symptoms: z.string(),
      source: z.string(),
    }),
  ),
  protectTasks: optionalTasks,
  pollination: z.string(),
  tending: optionalTasks,
  harvest: z.strictObject({
    at: trigger,
    signs: z.array(z.strictObject({ observe: z.string(), readyWhen: z.string(), weight: z.number() })),
    moisturePct: z
      .strictObject({ physiological: z.number(), cut: z.number(), safe: z.number(), source: z.string() })
      .optional(),
    lossPctPerDay: ranged,
    methods: z
      .array(
        z.strictObject({
          id: z.string(),
          name: z.string(),
          lossPct: z.number(),
          haPerHour: z.number(),
          note: z.string(),
          source: z.string(),
        }),
      )
      .min(1),
    care: z.string(),
    tasks: optionalTasks,
  }),
  keep: z.strictObject({ store: z.string(), tasks: optionalTasks }),
  rotation: z.strictObject({
    gapYears: sourced,
    familyGapYears: sourced,
    good: z.array(z.strictObject({ crop: z.string(), why: z.string() })),
    bad: z.array(z.strictObject({ crop: z.string(), why: z.string() })),
    /** kg N/ha for the next crop, negative where straw ties N up */
    nitrogenLeftKgPerHa: sourced,
    residueCoverPct: sourced,
    residueFragile: z.boolean(),
  }),
  growth: z.strictObject({
    rueGPerMj: sourced,
    extinction: sourced,
    harvestIndex: ranged,
    components: z.array(z.strictObject({ name: z.string(), typical: z.number(), unit: z.string() })),
  }),
  cautions: z.array(z.strictObject({ topic: z.string(), text: z.string() })).min(1),
  sources: z.record(
    z.string(),
    z.strictObject({
      title: z.string(),
      evidence: z.enum(["standard", "trial", "handbook", "custom", "assumption"]),
      holds: z.string(),
    }),
  ),
});

export type Guide = z.infer<typeof guideSchema>;
export type Kind = z.infer<typeof kind>;
export type Product = z.infer<typeof product>;
export type PlantingMethod = z.infer<typeof plantingMethod>;
