/** Which table holds each kind of record, what its links are there, and who may change it. */

import type { KindId, RecordKind } from "@/core/records/describe";
import { RECORD_KINDS } from "@/core/records/kinds";
import type { Action } from "../access/access";
import { cropOfferTable } from "./crop-offers";
import { farmTable } from "./farms";
import { fertiliserTable } from "./fertilisers";
import { fieldTable } from "./fields";
import { growerTable } from "./growers";
import { grownCropTable } from "./grown-crops";
import { limeTable } from "./lime-products";
import { protectionProductTable } from "./protection-products";
import type { RecordTable } from "./record-table";
import { seedLotTable } from "./seed-lots";
import { soilSchemeTable } from "./soil-schemes";
import { soilTestTable } from "./soil-tests";
import { stationTable } from "./stations";
import { loadTable, storeReadingTable, storeTable } from "./stores";
import { varietyTable, varietyTrialTable } from "./varieties";

export interface Register {
  kind: RecordKind;
  // biome-ignore lint/suspicious/noExplicitAny: a table of any record; what goes in was read by the kind's schema
  table: RecordTable<any>;
  /** columns of the kind's links, by their keys */
  links: Record<string, string>;
  /** who may change it */
  change: Action;
}

const register = (
  id: KindId,
  // biome-ignore lint/suspicious/noExplicitAny: see above
  table: RecordTable<any>,
  change: Action,
  links: Record<string, string> = {},
): Register => ({ kind: RECORD_KINDS[id], table, links, change });

export const REGISTERS: Record<KindId, Register> = {
  growers: register("growers", growerTable, "settings"),
  stations: register("stations", stationTable, "settings"),
  farms: register("farms", farmTable, "settings", { growerId: "grower_id", stationId: "station_id" }),
  fields: register("fields", fieldTable, "plan", { farmId: "farm_id" }),
  "soil-schemes": register("soil-schemes", soilSchemeTable, "settings"),
  "soil-tests": register("soil-tests", soilTestTable, "plan", { fieldId: "field_id" }),
  "grown-crops": register("grown-crops", grownCropTable, "plan", { fieldId: "field_id" }),
  fertilisers: register("fertilisers", fertiliserTable, "settings"),
  limes: register("limes", limeTable, "settings"),
  "seed-lots": register("seed-lots", seedLotTable, "settings"),
  varieties: register("varieties", varietyTable, "settings"),
  "variety-trials": register("variety-trials", varietyTrialTable, "settings"),
  "crop-offers": register("crop-offers", cropOfferTable, "settings"),
  "protection-products": register("protection-products", protectionProductTable, "settings"),
  stores: register("stores", storeTable, "plan", { farmId: "farm_id" }),
  loads: register("loads", loadTable, "plan", {
    fieldId: "field_id",
    fromStoreId: "from_store_id",
    toStoreId: "to_store_id",
  }),
  "store-readings": register("store-readings", storeReadingTable, "plan", { storeId: "store_id" }),
};
