/** What a plan starts from: the field, its test and history, the climate, the catalogue, prices, what has been done. */

import type { IsoDate } from "../dates";
import type { Fertiliser } from "../feed/straight-fertilisers";
import type { ImplementId } from "../ground/implements";
import type { Leftover } from "../guides/previous-crops";
import type { StageObservation } from "../phenology/stage-dates";
import type { LimeMaterial } from "../soil/lime";
import type { TextureClass } from "../soil/texture";
import type { Climate } from "../weather/climate";
import type { ObservedWeather } from "../weather/season-weather";

export interface FieldFacts {
  id: string;
  name: string;
  farm: string;
  areaHa: number;
  textureClass: TextureClass;
  drainage: "free" | "moderate" | "poor";
  zone: string;
  /** lower edge of a compacted layer, null where none is known */
  compactionDepthCm: number | null;
  irrigated: boolean;
  /** work by hand and hired hours rather than by the farm's machines */
  handWork: boolean;
  contractor: boolean;
}

export interface SoilTest {
  takenOn: IsoDate;
  depthCm: number;
  scheme: string;
  ph: number;
  organicMatterPct: number;
  p: number | null;
  k: number | null;
  mg: number | null;
  soilMineralNKgPerHa: number | null;
  ecE: number | null;
}

export interface PreviousCrop {
  /** id of a crop */
  crop: string;
  name: string;
  /** what it leaves for the next crop; null where nothing is known of it */
  leaves: Leftover | null;
  /** harvested on, or expected to be */
  harvest: IsoDate | null;
  harvested: boolean;
}

export interface LimeProduct {
  id: string;
  name: string;
  material: LimeMaterial;
  neutralisingValuePct: number;
  finenessPct: number;
  /** minor units a tonne, spread */
  pricePerT: number;
}

export interface SeedLot {
  id: string;
  guideId: string;
  kindId: string;
  variety: string;
  thousandGrainWeightG: number | null;
  germinationPct: number;
  unitMassG: number | null;
  certified: boolean;
  /** minor units a tonne */
  pricePerT: number;
  bagKg: number;
}

/** Prices in minor money units (hundredths). */
export interface Prices {
  currency: string;
  dieselPerL: number;
  labourPerH: number;
  /** tractor and implement without fuel and driver */
  machinePerH: Partial<Record<ImplementId | "harvester" | "default", number>>;
  contractPerHa: Partial<Record<ImplementId | "harvester", number>>;
  /** by "guide.product" */
  cropPerT: Record<string, number>;
  /** to dry one tonne by one point of moisture */
  dryingPerTPoint: number;
}

export interface LoggedOperation {
  operationId: string;
  doneOn: IsoDate;
  quantityPerHa: number | null;
  note: string;
}

export interface PlanFacts {
  field: FieldFacts;
  soilTest: SoilTest | null;
  previousCrop: PreviousCrop | null;
  history: { season: number; crop: string; yieldTPerHa: number | null }[];
  climate: Climate | null;
  /** measured at the station since the year before the season; null where nothing was */
  observedWeather: ObservedWeather | null;
  fertilisers: Fertiliser[];
  limes: LimeProduct[];
  seedLots: SeedLot[];
  prices: Prices;
  log: LoggedOperation[];
  /** growth stages seen in the field */
  observations: StageObservation[];
  today: IsoDate;
}
