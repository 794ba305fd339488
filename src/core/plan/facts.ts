/** What a plan starts from: the field, its test and history, the climate, the catalogue, prices, what has been done. */

import type { IsoDate } from "../dates";
import type { FieldShape } from "../establish/shape-layout";
import type { Leftover } from "../guides/previous-crops";
import type { StageObservation } from "../phenology/stage-dates";
import type { Fertiliser } from "../records/inputs/fertiliser";
import type { LimeProduct } from "../records/inputs/lime-product";
import type { PriceList } from "../records/inputs/prices";
import type { ProtectionProduct } from "../records/inputs/protection-product";
import type { SeedLot } from "../records/inputs/seed-lot";
import type { Variety } from "../records/inputs/variety";
import type { FarmRecord } from "../records/land/farm";
import type { FieldRecord } from "../records/land/field";
import type { GrownCrop } from "../records/land/grown-crop";
import type { SoilTest } from "../records/land/soil-test";
import type { Licence } from "../records/licence";
import type { LogEntry } from "../records/notes/log-entry";
import type { RipenessLook } from "../records/notes/ripeness-look";
import type { ScoutVisit } from "../records/notes/scout-visit";
import type { Treated } from "../records/notes/spray-application";
import type { SchemeLimits } from "../soil/soil-limits";
import type { Climate } from "../weather/climate";
import type { ObservedWeather } from "../weather/season-weather";

/** The field, or the part of it that the planting has; what the farm does with it. */
export type FieldFacts = Pick<
  FieldRecord,
  | "name"
  | "areaHa"
  | "textureClass"
  | "drainage"
  | "compactionDepthCm"
  | "irrigated"
  | "soilDepthCm"
  | "slopePct"
  | "stonesPct"
  | "waterSource"
  | "waterM3PerYear"
  | "outletKm"
> &
  Partial<
    Pick<
      FieldRecord,
      | "waterSystem"
      | "waterFlowM3PerH"
      | "waterLiftM"
      | "waterDistanceM"
      | "waterEcDsM"
      | "waterSar"
      | "waterChlorideMgL"
      | "waterNitrateMgL"
      | "grazed"
      | "openWaterM"
      | "housesM"
    >
  > &
  Pick<FarmRecord, "zone" | "handWork" | "contractor" | "harvesters" | "hands"> & {
    machines: Pick<FarmRecord["machines"][number], "implement" | "number" | "haPerHour">[];
    id: string;
    farm: string;
    /** of its boundary [m], for the page of one plan; absent where nobody drew it */
    longSideM?: number;
    /** its boundary in metres with the rows along its longest side, for the page of one plan; absent where the plan has only a part of it */
    shape?: FieldShape;
  };

export interface PreviousCrop {
  /** id of a crop */
  crop: string;
  name: string;
  /** what it leaves for the next crop; null where nothing is known of it */
  leaves: Leftover | null;
  /** off on this date, or expected to be; null where no date is known */
  harvest: IsoDate | null;
  harvested: boolean;
}

export type Prices = Omit<PriceList, "energyPerKwh" | "waterPerM3" | "materialPerUnit"> &
  Partial<Pick<PriceList, "energyPerKwh" | "waterPerM3" | "materialPerUnit">> & { currency: string };
export type LoggedOperation = Pick<LogEntry, "operationId" | "doneOn" | "quantityPerHa" | "note"> & {
  /** products that the version it was logged by planned for it, so much a hectare; absent where it planned none */
  planned?: { id: string; perHa: number }[];
};

/** A soil test as plans know it; its density is of use where levels are typed only. */
type KnownTest = Omit<SoilTest, "bulkDensity"> & Partial<Pick<SoilTest, "bulkDensity">>;

/** A lot as plans know it; when its germination was found need not be said. */
export type PlanLot = Omit<SeedLot, "testedOn"> & Partial<Pick<SeedLot, "testedOn">>;

/** Who stands for a treatment, as it was written then. */
export interface SignOff {
  treatmentId: string;
  signed: string;
  person: string;
  licenceNo: string;
  at: string;
  /** the day that the treatment had when it was signed */
  forDay?: IsoDate | null;
  /** their licence as it stands with them now */
  licence?: Pick<Licence, "issuer" | "endsOn">;
  /** why it carries no plan any more; absent where it does */
  lapsed?: "elsewhere" | "left" | "unlicensed";
}

/** A treatment that was done on this ground for this season, by whatever plan, as it was written down then. */
export type DoneTreatment = Pick<Treated, "product" | "productId" | "kind" | "group" | "harvestWaitDays"> & {
  id: string;
  day: IsoDate;
  /** the job of this plan that it was; null where it was another plan's */
  operationId: string | null;
};

/** Counts of one threat on one day. */
export type ScoutLine = Omit<ScoutVisit, "planId"> & { person: string /** ids of its photos */; photos?: string[] };

/** What was found of the signs of ripeness on one day. */
export type RipenessLine = Omit<RipenessLook, "planId"> & { person: string };

export interface PlanFacts {
  field: FieldFacts;
  soilTest: KnownTest | null;
  /** figures that go before the guide's, a patch in its shape: to see what hangs on one of them */
  guideFigures?: Record<string, unknown>;
  /** limits of the test's scheme, where it is another than the index tables */
  soilLimits?: SchemeLimits;
  previousCrop: PreviousCrop | null;
  history: (Pick<GrownCrop, "season" | "crop" | "yieldTPerHa"> &
    Partial<Pick<GrownCrop, "kindId" | "productId">> & { family?: string | null })[];
  climate: Climate | null;
  /** measured at the station since the year before the season; null where nothing was */
  observedWeather: ObservedWeather | null;
  fertilisers: Fertiliser[];
  limes: LimeProduct[];
  seedLots: PlanLot[];
  prices: Prices;
  /** rain in the field's own gauge, which goes before the station's */
  rain?: { day: IsoDate; rainMm: number }[];
  log: LoggedOperation[];
  /** varieties that lists rate */
  varieties?: Pick<Variety, "guideId" | "kindId" | "name" | "ratings">[];
  /** crops on the other fields of the farm */
  nearby?: { thisSeason: string[]; lastSeason: string[] };
  /** what is planned to be planted here after this crop */
  next?: { crop: string; name: string; planting: IsoDate };
  /** crop protection products of the practice's register */
  products?: ProtectionProduct[];
  /** treatments that a licensed adviser stands for, each word for word */
  signOffs?: SignOff[];
  /** treatments of this season on this ground that were logged, the oldest first; absent where none was */
  treated?: DoneTreatment[];
  /** what was counted in the field, the newest first */
  scouting?: ScoutLine[];
  /** what the loads of this season weighed, by crop; dry matter where each has a moisture. Of whole fields only */
  harvested?: { crop: string; loads: number; massT: number; dryT: number | null; lastOn: IsoDate }[];
  /** looks at its ripeness, the newest first */
  ripeness?: RipenessLine[];
  /** growth stages seen in the field */
  observations: StageObservation[];
  today: IsoDate;
}
