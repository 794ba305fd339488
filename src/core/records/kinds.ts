/** The register of records: everything that loops over kinds of record loops over this list. */

import type { KindId, RecordKind } from "./describe";
import { fertiliserKind } from "./inputs/fertiliser";
import { limeKind } from "./inputs/lime-product";
import { protectionProductKind } from "./inputs/protection-product";
import { seedLotKind } from "./inputs/seed-lot";
import { varietyKind } from "./inputs/variety";
import { varietyTrialKind } from "./inputs/variety-trial";
import { farmKind } from "./land/farm";
import { fieldKind } from "./land/field";
import { growerKind } from "./land/grower";
import { grownCropKind } from "./land/grown-crop";
import { soilSchemeKind } from "./land/soil-scheme";
import { soilTestKind } from "./land/soil-test";
import { stationKind } from "./land/station";
import { cropOfferKind } from "./produce/crop-offer";
import { loadKind } from "./produce/load";
import { storeKind } from "./produce/store";
import { storeReadingKind } from "./produce/store-reading";

/** In the order in which a practice enters them: what others link to first. */
export const RECORD_KINDS: Record<KindId, RecordKind> = {
  growers: growerKind,
  stations: stationKind,
  farms: farmKind,
  fields: fieldKind,
  "soil-schemes": soilSchemeKind,
  "soil-tests": soilTestKind,
  "grown-crops": grownCropKind,
  fertilisers: fertiliserKind,
  limes: limeKind,
  "seed-lots": seedLotKind,
  varieties: varietyKind,
  "variety-trials": varietyTrialKind,
  "crop-offers": cropOfferKind,
  "protection-products": protectionProductKind,
  stores: storeKind,
  loads: loadKind,
  "store-readings": storeReadingKind,
};

export const isKind = (id: string): id is KindId => Object.hasOwn(RECORD_KINDS, id);
