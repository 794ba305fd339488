import { loadRecord } from "@/core/records/produce/load";
import { storeRecord } from "@/core/records/produce/store";
import { storeReadingRecord } from "@/core/records/produce/store-reading";
import { recordTable } from "./record-table";

export const storeTable = recordTable("store", storeRecord, {
  name: "name",
  kind: "kind",
  capacityM3: "capacity_m3",
  air: "air",
  note: "note",
});

export const loadTable = recordTable("produce_load", loadRecord, {
  season: "season",
  movedOn: "moved_on",
  ticket: "ticket",
  crop: "crop",
  lot: "lot",
  massT: "mass_t",
  moisturePct: "moisture_pct",
  to: "sent_to",
  driedToPct: "dried_to_pct",
  acid: "acid",
  buyer: "buyer",
  pricePerT: "price_per_t",
  measured: "measured",
  note: "note",
});

export const storeReadingTable = recordTable("store_reading", storeReadingRecord, {
  readOn: "read_on",
  temperatureC: "temperature_c",
  humidityPct: "humidity_pct",
  moisturePct: "moisture_pct",
  insectsPerKg: "insects_per_kg",
  sproutedPct: "sprouted_pct",
  rottenPct: "rotten_pct",
  note: "note",
});
