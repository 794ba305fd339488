import type { IsoDate } from "../../dates";
import type { PlainGiving } from "../../water/giver";
import type { Mulch } from "../../water/mulch";
import type { WaterSystem } from "../../water/systems";
import type { WaterAnalysis } from "../../water/water-quality";
import type { WaterSchoolId } from "./schools";

export interface Irrigation {
  /** of the operation */
  id: string;
  /** in the order of the season, from 1 */
  number: number;
  date: IsoDate;
  netMm: number;
  grossMm: number;
  volumeM3: number;
  hours: number;
  kwh: number;
}

/** The season by days, from planting on; all in mm but the share. */
export interface WaterDays {
  from: IsoDate;
  depletionMm: number[];
  rawMm: number[];
  tawMm: number[];
  rainMm: number[];
  irrigationMm: number[];
  drainageMm: number[];
  etcMm: number[];
  /** share of its need that the crop takes up, 0 to 1 */
  ks: number[];
}

/** Standing water by days [mm]. */
export interface PondDays {
  from: IsoDate;
  depthMm: number[];
  irrigationMm: number[];
  spillMm: number[];
  drainedMm: number[];
  /** need of the crop, and the share of it that it takes up */
  etcMm: number[];
  ks: number[];
  /** days on which nothing stands though it should */
  missingDays: number;
}

export interface WaterPart {
  /** null where there is no climate or no date of planting to reckon from */
  season: WaterDays | null;
  pond: PondDays | null;
  school: WaterSchoolId;
  system: WaterSystem;
  irrigations: Irrigation[];
  /** the last day on which water is given; null where nothing says one */
  stopOn: IsoDate | null;
  netMm: number;
  grossMm: number;
  volumeM3: number;
  hours: number;
  kwh: number;
  etcMm: number;
  etaMm: number;
  drainageMm: number;
  stressDays: number;
  /** what the season's water lets the crop yield of what it would with plenty, stage by stage [%] */
  relativeYieldPct: number;
  /** the same by the sums of the season; null where the guide has no figure for them */
  seasonYieldPct: number | null;
  /** what the first of them is the product of */
  responses: StageResponse[];
  /** net need of a season that one in five is drier than, and one that four in five are [mm] */
  dryNetMm: number;
  wetNetMm: number;
  /** longest run of days with no air for roots: more rain than the soil lets through */
  wetDays: number;
  /** what the source gives in a year as net water on this field [mm]; null where nothing limits */
  limitNetMm: number | null;
  /** what the water brings with it, mixed where two are */
  quality: WaterAnalysis;
  /** share of the water that has to drain for its salt [%]; null where nobody knows its salt */
  leachingPct: number | null;
  /** with all of the season's water */
  nitrogenKgPerHa: number;
  /** hours in which water may run on a day */
  hoursADay: number;
  /** water may begin on some days only */
  limited: boolean;
  /** irrigations that somebody put on days on which it may not */
  shut: string[];
  /** what an interval by month or heat comes to where nobody typed it, and the use of water that both rest on */
  intervals: { byMonth: Record<string, number>; cd: number } | null;
  mulch: Mulch;
  /** by which rule it is given, for whoever walks other seasons; null where no season was walked. Missing at planting where somebody said it [mm] */
  given: PlainGiving | null;
  missingAtPlantingMm: number | null;
  /** power that the pump takes in; 0 where water comes by its own fall */
  pumpKw: number;
}

/** How the yield answers to what a stage gets of the water that it needs. */
export interface StageResponse {
  stage: string;
  ky: number;
  etcMm: number;
  etaMm: number;
}

/** Whether the balance of a season was walked, day by day: not where dates or the climate are missing. */
export const walked = ({ season, pond }: WaterPart): boolean => season !== null || pond !== null;
