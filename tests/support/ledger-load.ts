/** A load of wheat into a store, or as a test wants it. */

import type { LedgerLoad } from "../../src/core/keep/store-ledger";

let made = 0;

export const ledgerLoad = (over: Partial<LedgerLoad>): LedgerLoad => ({
  id: `l${String(made++).padStart(4, "0")}`,
  season: 2027,
  on: "2027-08-01",
  crop: "wheat",
  lot: "",
  fieldId: null,
  fromStoreId: null,
  to: "store",
  toStoreId: null,
  massT: 10,
  moisturePct: null,
  driedToPct: null,
  pricePerT: null,
  measured: {},
  ...over,
});
