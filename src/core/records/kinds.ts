/** The register of records: everything that loops over kinds of record loops over this list. */

import { cropOfferKind } from "./crop-offer";
import type { KindId, RecordKind } from "./describe";
import { farmKind } from "./farm";
import { fertiliserKind } from "./fertiliser";
import { fieldKind } from "./field";
import { growerKind } from "./grower";
import { grownCropKind } from "./grown-crop";
import { limeKind } from "./lime-product";
import { loadKind } from "./load";
import { protectionProductKind } from "./protection-product";
import { seedLotKind } from "./seed-lot";
import { soilSchemeKind } from "./soil-scheme";
import { soilTestKind } from "./soil-test";
import { stationKind } from "./station";
import { storeKind } from "./store";
import { storeReadingKind } from "./store-reading";
import { varietyKind } from "./variety";
import { varietyTrialKind } from "./variety-trial";

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
