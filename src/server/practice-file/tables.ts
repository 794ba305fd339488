/** Which tables a practice's file holds, and why the others are left out. A table in neither list fails a test. */

/** What each table of the file is about, for its README. */
export const KEPT: Record<string, string> = {
  grower: "who grows",
  station: "weather stations",
  station_normal: "monthly normals of the stations",
  station_day: "measured days of the stations",
  weather_import: "files that measured days came from",
  farm: "farms of the growers",
  field: "fields of the farms; their boundaries also as fields.geojson",
  crop_history: "what has grown on the fields",
  soil_test: "soil tests of the fields",
  soil_test_level: "what was found of each nutrient",
  fertiliser: "fertilisers and manures; prices in hundredths of the currency a tonne",
  fertiliser_content: "contents of the fertilisers",
  lime_product: "limes; prices in hundredths of the currency a tonne",
  seed_lot: "lots of seed and planting stock; prices in hundredths of the currency a tonne",
  variety: "varieties and their ratings",
  variety_trial: "yields of varieties in trials",
  crop_offer: "contracts, offers and sales; prices in hundredths of the currency a tonne",
  protection_product:
    "crop protection products and the uses on their labels; prices in hundredths of the currency a litre or kilogram",
  store: "stores of the farms",
  produce_load:
    "loads that were weighed: off fields, into and out of stores; prices in hundredths of the currency a tonne",
  store_reading: "what was found at looks into stores",
  scout_visit: "what was counted of weeds, pests and diseases, place by place",
  scout_photo: "photos of what was looked at, as JPEG",
  ripeness_look: "what was found of the signs of ripeness",
  treatment_sign_off: "who signed which treatment of a plan, word for word",
  soil_scheme: "schemes of soil tests of the practice's own",
  field_descent: "fields that were split or merged: which came of which",
  guide_revision: "the crop guides that plans were made with",
  planting: "plantings: a crop on a field or a part of it",
  plan: "plans: the decisions, from which all else is drafted",
  plan_version: "issued versions, as they were frozen",
  operation: "operations of the issued versions",
  operation_input: "what the operations use",
  moved_operation: "operations that were put on another day since",
  log_entry: "what was done",
  field_rain: "rain in the fields' own gauges",
  stage_observation: "growth stages that were seen",
  import: "files that records were taken in from",
  import_row: "what each of these files added and changed",
  import_mapping: "how columns of such files were taken",
  audit: "who changed what, without the audit of people and files",
};

/** Tables that are no part of the practice's own work. */
export const LEFT_OUT: Record<string, string> = {
  membership: "accounts stay with the machine; people are invited anew",
  invitation: "secrets of one machine",
  calendar_feed: "secrets of one machine",
  plan_outline: "drafted again from the plans",
  outline_operation: "drafted again from the plans",
  outline_job: "work of the machine",
  facts_clock: "counts changes on one machine",
  signed_elsewhere: "what one machine knows of others' signatures; their seals are in seal.json",
  file_seal: "what one machine knows of others' files; their seals are in seal.json",
  practice_clock: "counts changes on one machine",
};

/** Columns that are not written: the practice is the file's, and what the database makes itself. */
export const UNWRITTEN: Record<string, string[]> = { audit: ["id"] };

/** Audit of people and of the file itself is the machine's. */
export const ONLY_WHERE: Record<string, string> = { audit: "entity not in ('people', 'practice file', 'import')" };

/** How rows are ordered; by their key where nothing is said. */
export const ORDERED_BY: Record<string, string> = { audit: "id" };
