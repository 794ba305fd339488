/**
 * The shape of a crop guide: what a good crop booklet knows, as data. One shape holds every crop; a crop has one or
 * several of each part and the core asks about the part ("does this planting method stand in water?"), never about the
 * crop's name. Units are in the fields' names. What no code reads is prose under `notes`.
 *
 * Guides are written as YAML under data/guides/ (see author.ts for the short forms) and compiled by npm run guides.
 */

import { z } from "zod";
import { NUTRIENT_IDS } from "../nutrients";
import { SHEETS } from "../sheet-ids";
import { harvest } from "./schema-harvest";
import { keep } from "./schema-keep";
import { kind } from "./schema-kind";
import { id, patch, ranged, sourced, task, trigger, work } from "./schema-parts";
import { product } from "./schema-product";
import { site, usual } from "./schema-site";
import { threat } from "./schema-threats";
import { water } from "./schema-water";

export * from "./schema-kind";
export * from "./schema-parts";
export * from "./schema-product";

/** A crop of a mixture: its stand where it grows alone, and the share of that which it has beside the others. */
const mixtureComponent = z.strictObject({
  id,
  name: z.string(),
  legume: z.boolean(),
  /** of the straight rate [%] */
  sharePct: ranged,
  plantsPerM2: ranged,
  thousandGrainWeightG: ranged,
  germinationPct: ranged,
  fieldEmergencePct: ranged,
  depthCm: ranged,
  /** of its dry matter when the mixture is cut [%] */
  proteinPct: z.number().min(0).max(50),
});
export type MixtureComponent = z.infer<typeof mixtureComponent>;

const plantingMethod = z.strictObject({
  id,
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
    "standing",
  ]),
  /** seed by mass of counted grains, units planted one by one, or plants of years ago that grow again */
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
      /** units that one bought piece gives: cloves of a bulb */
      unitsPerSource: z.number(),
      usablePct: ranged,
      sproutingPct: ranged,
      /** mass that stands in the ground */
      handbookRateKgPerHa: ranged,
    }),
    z.strictObject({
      by: z.literal("standing"),
      /** which year of the planting it is */
      year: z.number().int().min(2).max(40),
      /** of the plants of a full stand that are still there [%] */
      standsPct: ranged,
    }),
    z.strictObject({
      by: z.literal("mixture"),
      components: z.array(mixtureComponent).min(2),
      handbookRateKgPerHa: ranged,
    }),
  ]),
  geometry: z.strictObject({
    rowSpacingCm: ranged.optional(),
    inRowSpacingCm: ranged.optional(),
    unitsPerStation: z.number().optional(),
    /** plants left in a station that was sown with more; all that come up where absent */
    leftPerStation: z.number().int().min(1).optional(),
  }),
  targetPlantsPerM2: ranged,
  /** moves of the target population by situation, per cent; each may be switched off or changed */
  adjustments: z.array(
    z.strictObject({
      id,
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
  nursery: z
    .strictObject({
      days: z.number(),
      seedGPerM2: z.number(),
      survivalPct: ranged,
      fieldSurvivalPct: ranged,
      /** raised in trays instead of a bed: cells of a tray, and what fills one [mL] */
      trays: z
        .strictObject({ cells: z.number().int().positive(), cellMl: z.number().positive(), source: z.string() })
        .optional(),
      /** water on the bed from a day after sowing on, how tall seedlings are about then, and why */
      water: z
        .array(
          z.strictObject({
            fromDay: z.number().int().min(0),
            depthCm: z.number().min(0),
            seedlingCm: z.number().min(0),
            what: z.string(),
          }),
        )
        .optional(),
      source: z.string(),
    })
    .optional(),
  waterAtPlanting: z.enum(["none", "moist", "standing"]),
  work,
  patch,
});

/** How one counts stages: thermal time from planting (degree days), with days as fall-back where no climate is known. */
export const stage = z.strictObject({
  id,
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

/** A question on which practitioners differ, and their ways. */
const school = z.strictObject({
  id,
  sheet: z.enum(SHEETS),
  name: z.string(),
  /** only for these planting methods; for all where absent */
  methods: z.array(z.string()).optional(),
  options: z
    .array(
      z.strictObject({
        id,
        name: z.string(),
        why: z.string(),
        /** of the usual yield that this way leaves [%] */
        yieldPct: ranged.optional(),
        patch,
      }),
    )
    .min(2),
});
export type School = z.infer<typeof school>;

export const source = z.strictObject({
  /** with table or page, of what one is sure of; empty for what was recalled and could not be looked up */
  title: z.string(),
  evidence: z.enum(["standard", "trial", "handbook", "custom", "recalled", "assumption"]),
  holds: z.string(),
});

const neighbour = z.array(z.strictObject({ crop: z.string(), why: z.string() }));

export const guideSchema = z.strictObject({
  id,
  name: z.string(),
  scientificName: z.string(),
  otherNames: z.array(z.string()),
  family: z.string(),
  /** years that one planting yields */
  productiveYears: z.number().int().min(1),
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

  /** what a plant takes where it is grown in a container: earth, and how deep it must be [cm]; absent where nobody does */
  containers: z.strictObject({ litresPerPlant: ranged, depthCm: z.number().positive() }).optional(),

  kinds: z.array(kind).min(1),
  products: z.array(product).min(1),
  methods: z.array(plantingMethod).min(1),

  climate: z.strictObject({
    baseC: sourced,
    optimumC: sourced,
    ceilingC: sourced,
    harm: z.array(
      z.strictObject({
        id,
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
    /** lime just before this crop harms it: why, and nothing where it does not */
    limeHarms: z.string().optional(),
    rootingDepthCm: ranged,
    salinity: z.strictObject({ thresholdDsM: z.number(), slopePctPerDsM: z.number(), source: z.string() }),
  }),
  ground: z.strictObject({
    tilth: z.enum(["fine", "medium", "rough"]),
    loosenCm: ranged,
    shaping: z.enum(["flat", "bed", "ridge", "bunded"]),
    systems: z
      .array(
        z.strictObject({
          id,
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
    /** what the default is where organic matter was tested: by it and the warmth of the season, or the guide's figure */
    mineralisationBy: z.enum(["organicMatter", "guide"]),
    /** mineral N in the rooted soil where none was measured for this crop */
    soilMineralNKgPerHa: ranged,
    /** share of what tables say the previous crop leaves that is still there for this one */
    residueKept: sourced,
    /** how strongly the crop answers to phosphate and potash: index tables count such crops apart */
    responds: z.strictObject({ p2o5: z.enum(["usual", "strong"]), k2o: z.enum(["usual", "strong"]) }),
    /** nitrogen by the colour of the leaf, where such a chart is in use for the crop */
    leafColour: z
      .strictObject({
        /** given where the leaf is paler than this step of the chart */
        below: z.number(),
        doseKgPerHa: z.number().positive(),
        /** doses that a usual season asks for */
        usualDoses: z.number().positive(),
        source: z.string(),
      })
      .optional(),
    fixedFromAirPct: z.number(),
    caps: z.array(
      z.strictObject({
        id: z.enum(["total", "seedbed", "lastSplit"]),
        kgNPerHa: z.number(),
        why: z.string(),
        source: z.string(),
      }),
    ),
    patterns: z
      .array(
        z.strictObject({
          id,
          name: z.string(),
          why: z.string(),
          splits: z.array(
            z.strictObject({
              id,
              name: z.string(),
              sharePct: z.number(),
              when: trigger,
              /** where it is put, where that is not over the full width */
              placement: z.string().optional(),
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
    /** grown by rules that allow organic fertilisers alone */
    organicOnly: z.boolean(),
    /** trace nutrients that this crop answers to where the soil test is low */
    answersTo: z.array(z.enum(NUTRIENT_IDS)),
    manure: z.string(),
    /** days between fresh manure and planting, where the crop suffers from it */
    manureWaitDays: sourced.optional(),
    excess: z.string(),
    lack: z.string(),
  }),
  water,
  weeds: z.strictObject({
    weedFreeFrom: z.string(),
    weedFreeTo: z.string(),
    competitiveness: z.enum(["weak", "medium", "strong"]),
    rootsNearSurface: z.boolean(),
  }),
  pollination: z.strictObject({
    by: z.enum(["self", "wind", "insects", "none"]),
    /** hives to set out, where its yield asks for them */
    hivesPerHa: ranged.optional(),
    /** from and to, where bees fly on it */
    bloom: z.tuple([z.string(), z.string()]).optional(),
    /** to the same crop, where seed is to be pure [m] */
    isolationM: sourced.optional(),
    source: z.string(),
  }),
  protect: z.strictObject({
    /**
     * when a product is used: where a look passes the threshold, at each spell of the weather that a threat waits for, only where the
     * crop could not be sold, or never
     */
    treats: z.enum(["overThreshold", "programme", "lastResort", "never"]),
  }),
  threats: z.array(threat),
  /** where practitioners differ: the first way is the default, each says why one takes it and what it changes */
  schools: z.array(school),
  tasks: z.array(task),
  harvest,
  keep,
  rotation: z.strictObject({
    gapYears: sourced,
    familyGapYears: sourced,
    /** ids of crops */
    good: neighbour,
    bad: neighbour,
    /** kg N/ha for the next crop, negative where straw ties N up */
    nitrogenLeftKgPerHa: sourced,
    residueCoverPct: sourced,
    residueFragile: z.boolean(),
  }),
  growth: z.strictObject({
    rueGPerMj: sourced,
    harvestIndex: ranged,
    /** what half of the full stand yields of what it yields [%]: 50 where no plant makes up for another */
    halfStandYieldPct: ranged,
    /** the stage from which it needs no more nitrogen, or "last" */
    nNeedUntil: z.string(),
    /** exponent by which the nitrogen in a tonne of dry matter falls as the crop grows */
    nDilution: sourced,
    /** share of a crop never short of water that the typical yield stands for */
    usualWater: sourced,
    components: z.array(z.strictObject({ name: z.string(), typical: z.number(), unit: z.string() })),
  }),
  /** what a site must be like, each with where it fails and where it is good or enough */
  site,
  /** what is usual of this crop's main figures: outside of it a plan says what makes it so */
  usual,
  /** texts of cautions by topic; every topic is tied to a task, the harvest, an input or a machine */
  cautions: z.array(z.strictObject({ topic: z.string(), text: z.string() })),
  /** what only a person reads, by the sheet beside which it is shown */
  notes: z.partialRecord(z.enum(SHEETS), z.array(z.string())),
  sources: z.record(z.string(), source),
});

export type Guide = z.infer<typeof guideSchema>;
export type Kind = z.infer<typeof kind>;
export type Product = z.infer<typeof product>;
export type PlantingMethod = z.infer<typeof plantingMethod>;
export type Threat = z.infer<typeof threat>;
