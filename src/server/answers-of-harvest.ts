/** What the pages of harvest and stores show. */

import type { IsoDate } from "@/core/dates";
import type { StoreKind } from "@/core/guides/store-kinds";
import type { ContractState } from "@/core/keep/contract-deliveries";
import type { StoreNote, StoreState } from "@/core/keep/store-state";

/** Fields of a season that are still to be cut or lifted, by farm and machine. Money in minor units. */
export interface HarvestQueueSheet {
  season: number | null;
  seasons: number[];
  groups: HarvestGroup[];
  /** plans that the worker drafts again just now */
  waiting: number;
}
export interface HarvestGroup {
  id: string;
  /** the farm; of a machine that is hired, whose it is */
  farm: string;
  machine: string;
  hired: boolean;
  /** days on which a hired machine is there, both counted in; empty: whenever it is wanted */
  spans: { from: IsoDate | null; to: IsoDate | null }[];
  /** what one machine, or the gang, does in an hour in the crop in which it is quickest, and hours on a day; the usual figures */
  haPerHour: number;
  hoursADay: number;
  machines: number;
  /** share of the days in these weeks without rain from 2 mm on, over the simulated seasons; null without a station */
  dryShare: number | null;
  fields: {
    planId: string;
    operationId: string;
    field: string;
    crop: string;
    areaHa: number;
    readyOn: IsoDate;
    earliest: IsoDate | null;
    latest: IsoDate | null;
    /** of a hectare that stands a day longer: minor units, or kilograms where there is no price */
    lossPerHaPerDay: number;
    lossPctPerDay: number;
    priced: boolean;
    farm: string;
    /** what finds no room in the farm's stores [t]; 0 where it does, or where the farm has none */
    noRoomT: number;
    /** how much of the group's rate is done in this crop, 0 to 1: hands dig slower than they cut */
    pace: number;
    /** what a dryer has to do for it: tonnes as cut in an hour that it takes, and tonnes of a hectare; null where nothing waits for one */
    dryer: { tPerHour: number; tPerHa: number; points: number } | null;
  }[];
}

/** Stores of a practice with what stands in them, what came off fields, what left. Money in minor units. */
/** A store that is to be looked at, and the worst that is to be said of it. */
export interface StoreLookDue {
  storeId: string;
  name: string;
  farm: string;
  dueOn: IsoDate;
  lastLookOn: IsoDate | null;
  /** what stands in it, in words */
  holds: string;
  worst: StoreNote | null;
}
export interface StoresSheet {
  stores: (StoreState & {
    id: string;
    name: string;
    farm: string;
    kind: StoreKind;
    air: string;
    capacityM3: number;
    lastLookOn: IsoDate | null;
  })[];
  /** of each stored lot that a buyer takes: what it fetches, and what is amiss */
  offers: { storeId: string; crop: string; season: number; lot: string; offers: LotOffer[] }[];
  contracts: (ContractState & { cropName: string })[];
  harvested: HarvestedField[];
  gone: { season: number; crop: string; end: string; massT: number; worth: number }[];
  driedOffT: number;
  /** what the plans will bring into stores, by the day of harvest */
  coming: ComingHarvest[];
  problems: { loadId: string; on: IsoDate; ticket: string | null; message: string }[];
  loads: number;
}
/** Where a coming harvest goes, and what finds no room. */
export interface ComingHarvest {
  planId: string;
  field: string;
  farm: string;
  cropName: string;
  harvestOn: IsoDate;
  massT: number;
  roomM3: number;
  parts: { store: string; massT: number }[];
  leftT: number;
  barred: { store: string; why: string }[];
}
export interface LotOffer {
  buyer: string;
  pass: boolean | null;
  pricePerT: number;
  amiss: string[];
  /** what mixed into it would meet the limits that it misses */
  blends: string[];
}
export interface HarvestedField {
  fieldId: string;
  field: string;
  farm: string;
  season: number;
  crop: string;
  /** as it was planned; null where it was not */
  kindId: string | null;
  productId: string | null;
  cropName: string;
  loads: number;
  massT: number;
  areaHa: number;
  /** at the product's standard moisture; as weighed where a load has no moisture */
  tPerHa: number;
  standardPct: number | null;
  asWeighed: boolean;
  targetTPerHa: number | null;
  lastOn: IsoDate;
  /** the field's history of that crop and season */
  kept: { id: string; revision: number; yieldTPerHa: number | null; residueTaken: boolean | null } | null;
}
