import type { NutrientReading } from "../../soil/read-levels";

/** Sheet 2: what the soil test says, and the lime that the crop asks for. */
export interface SoilPart {
  readings: NutrientReading[];
  testAgeDays: number | null;
  limeTPerHa: number;
  limeThisSeasonTPerHa: number;
  limeProductId: string | null;
  limeLeadDays: number;
  /** depth that the lime is reckoned for [cm] */
  limeDepthCm: number;
  /** seasons that the whole of it takes */
  limeDressings: number;
  targetPh: number;
  salt: SaltPart;
}

/** Salt and sodium: what they are, and what takes them out. */
export interface SaltPart {
  /** yield that the crop keeps at this salt [%]; null where salt was not measured */
  relativeYieldPct: number | null;
  /** water that leaches the salt to the crop's threshold [mm]; null where there is none to leach */
  leachingMm: number | null;
  /** exchangeable sodium [%], measured or from the adsorption ratio; null where neither was */
  espPct: number | null;
  /** gypsum in all, and of this season [t/ha]; null where sodium is high and the exchange capacity is not known */
  gypsumTPerHa: number | null;
  gypsumThisSeasonTPerHa: number;
}
