import type { NutrientReading } from "../../soil/interpret-soil-test";

/** Sheet 2: what the soil test says, and the lime that the crop asks for. */
export interface SoilPart {
  readings: NutrientReading[];
  testAgeDays: number | null;
  limeTPerHa: number;
  limeThisSeasonTPerHa: number;
  limeProductId: string | null;
  limeLeadDays: number;
  targetPh: number;
}
