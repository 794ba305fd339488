/** What one walk of a season needs, in plain numbers: a crop, its ground, what is planned, and courses of weather made ready for them. */

import type { Clock } from "../phenology/development";
import type { PlainGiving } from "../water/giver";

interface Harm {
  /** of the stage, by position: within so many days after it */
  stage: number;
  cold: boolean;
  limitC: number;
  days: number;
  lossPerDegree: number;
}

export interface RehearsedCrop {
  stages: { cover: number; rootM: number }[];
  /** days that it usually needs to emerge */
  emergenceDays: number;
  kc: { initial: number; mid: number; end: number };
  depletionFraction: number;
  rueGPerMj: number;
  baseC: number;
  optimumC: number;
  ceilingC: number;
  lowestSoilC: number;
  harvestIndex: number;
  /** of what is sold [%] */
  moisturePct: number;
  harms: Harm[];
  /** of the yield, for each day that a ripe crop waits */
  harvestLossPerDay: number;
  /** stage, by position, from which it is harvested, and the days after it */
  harvestStage: number;
  harvestAfterDays: number;
  /** of the yield, for each day that it is sown before its best date */
  earlyLossPerDay: number;
  nitrogen: {
    /** exponent b of the dilution of nitrogen as the crop grows */
    dilution: number;
    /** stage, by position, from which it needs no more */
    untilStage: number;
    /** most that it takes up, in parts of its need */
    highShare: number;
    /** taken from the air */
    fixedShare: number;
  };
  /** stands in water: bunds hold so much [mm]; 0 on other ground */
  bundMm: number;
}

export interface RehearsedGround {
  /** between capacity and wilting, and all water held at capacity [mm in a metre], less stones */
  awcMmPerM: number;
  heldMmPerM: number;
  /** as deep as roots can go [m] */
  deepestM: number;
  /** what bare ground gives off freely, and in all, from its top 10 cm [mm] */
  rewMm: number;
  tewMm: number;
  /** what organic matter sets free on a day of 10 C [kg N/ha] */
  setFreeKgAt10C: number;
  percolationMmPerDay: number;
}

/** Nitrogen that comes on a day [kg N/ha]: what is nitrate, what has to turn into it, what is set free slowly. */
export interface NitrogenArrival {
  day: number;
  /** which part of the fertiliser it is; absent for what is none */
  dose?: string;
  /** spread already */
  done?: boolean;
  nitrate: number;
  ammonium: number;
  slow: number;
}

export interface RehearsedPlan {
  /** days after the weather's first: when the walk begins, and when the crop is planted */
  startDay: number;
  plantingDay: number;
  /** mineral nitrogen on the first day [kg/ha], to a depth [m], more of it on top */
  startNKgPerHa: number;
  startNDepthM: number;
  /** share of the available water that is missing on the first day, and water missing at planting where somebody measured it [mm] */
  startEmpty: number;
  missingAtPlantingMm: number | null;
  /** the last stage that was seen, by position, and on which day after the weather's first */
  seen: { stage: number; day: number } | null;
  arrivals: NitrogenArrival[];
  /** irrigation; null for none */
  water: PlainGiving | null;
  /** standing water that is filled from low to high, to a day after the weather's first, with so much in all, null where nothing limits it [mm]; null where none is filled */
  pond: { lowMm: number; highMm: number; untilDay: number; limitMm: number | null } | null;
  /** in each millimetre of irrigation [kg N/ha] */
  waterNKgPerMm: number;
  /** share of growth that the stand allows */
  stand: number;
  /** day from which sowing is not early any more; null where early costs nothing */
  earlyBefore: number | null;
  /** share of the yield that the site allows, by what the walk does not see */
  siteShare: number;
  /** share of the yield that what was found over its threshold leaves */
  threatShare: number;
}

/** What fits a crop's growth to the yields that are known of it. */
export interface Fit {
  /** on each day's growth */
  calibration: number;
  /** nitrogen in a crop of a tonne of dry matter above ground that lacks none [kg/ha] */
  needKgAt1T: number;
}

/** Courses of weather, with what each day means to this crop and to soil. */
export interface Course {
  crop: RehearsedCrop;
  ground: RehearsedGround;
  clock: Clock;
  /** rain of all courses [mm], the field's own gauge put over the station's */
  rainMm: Float32Array;
  /** growth of a full cover at full warmth [t/ha], and the share that warmth allows */
  light: Float32Array;
  warmth: Float32Array;
  /** soil at sowing depth [C] */
  soilC: Float32Array;
  /** as many days of 10 C as each day is worth to organic matter; share of ammonium that turns; degrees over 0 at 10 cm */
  freeing: Float32Array;
  nitrifying: Float32Array;
  soilOver0C: Float32Array;
  /** evaporation kept back by what lies on the ground, and what wind and air add to a full crop's coefficient by the days of the weather */
  mulchKept: number;
  kcChange: Float32Array | null;
}

/** A plan's season in plain numbers, to be sent and varied. */
export interface AskedSeason extends Pick<Course, "crop" | "ground" | "mulchKept"> {
  plan: RehearsedPlan;
  fit: Fit;
  /** of the full-grown crop, where its coefficient follows the place's wind and air [m] */
  heightM: number | null;
}
