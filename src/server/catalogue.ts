/** Products and prices of a practice. */

import { z } from "zod";
import type { Fertiliser } from "@/core/feed/straight-fertilisers";
import type { LimeProduct, Prices, SeedLot } from "@/core/plan/facts";
import { audit } from "./audit";
import { type Client, row, rows, type Scope } from "./db";

export interface Catalogue {
  fertilisers: Fertiliser[];
  limes: LimeProduct[];
  seedLots: SeedLot[];
  prices: Prices;
}

const minor = z.number().int().min(0).max(100_000_000);
/** Prices as stored with the practice: hundredths of the currency. */
export const pricesSchema = z.strictObject({
  dieselPerL: minor,
  labourPerH: minor,
  machinePerH: z.record(z.string(), minor),
  contractPerHa: z.record(z.string(), minor),
  cropPerT: z.record(z.string(), minor),
  dryingPerTPoint: minor,
});

export async function loadCatalogue(client: Client, scope: Scope): Promise<Catalogue> {
  const fertilisers = await rows<Fertiliser>(
    client,
    `select id, name, n_pct as "nPct", p2o5_pct as "p2o5Pct", k2o_pct as "k2oPct", s_pct as "sPct", price_per_t as "pricePerT", bag_kg as "bagKg", contains_chloride as "containsChloride", organic from fertiliser where practice_id = $1 order by name`,
    [scope.practiceId],
  );
  const limes = await rows<LimeProduct>(
    client,
    `select id, name, material, neutralising_value_pct as "neutralisingValuePct", fineness_pct as "finenessPct", price_per_t as "pricePerT" from lime_product where practice_id = $1 order by price_per_t`,
    [scope.practiceId],
  );
  const seedLots = await rows<SeedLot>(
    client,
    `select id, guide_id as "guideId", kind_id as "kindId", variety, thousand_grain_weight_g as "thousandGrainWeightG", germination_pct as "germinationPct", unit_mass_g as "unitMassG", certified, price_per_t as "pricePerT", bag_kg as "bagKg" from seed_lot where practice_id = $1 order by variety`,
    [scope.practiceId],
  );
  const practice = await row<{ currency: string; prices: unknown }>(
    client,
    "select currency, prices from practice where id = $1",
    [scope.practiceId],
  );
  const prices = pricesSchema.parse(practice?.prices);
  return { fertilisers, limes, seedLots, prices: { currency: practice?.currency ?? "cr", ...prices } };
}

export const settingsSchema = z.strictObject({
  unitSet: z.enum(["metric", "usCustomary", "imperial", "southAsian"]).optional(),
  decimalMark: z.enum(["point", "comma"]).optional(),
  asOf: z.iso.date().nullable().optional(),
  prices: pricesSchema.optional(),
  fertiliserPrices: z.record(z.string(), minor).optional(),
});
export type Settings = z.infer<typeof settingsSchema>;

/** Changes units, the working date and prices; each is noted. */
export async function saveSettings(client: Client, scope: Scope, settings: Settings): Promise<void> {
  const before = await row<Record<string, unknown>>(
    client,
    "select unit_set, decimal_mark, as_of, prices from practice where id = $1 for update",
    [scope.practiceId],
  );
  if (settings.unitSet)
    await client.query("update practice set unit_set = $2 where id = $1", [scope.practiceId, settings.unitSet]);
  if (settings.decimalMark)
    await client.query("update practice set decimal_mark = $2 where id = $1", [scope.practiceId, settings.decimalMark]);
  if (settings.asOf !== undefined)
    await client.query("update practice set as_of = $2 where id = $1", [scope.practiceId, settings.asOf]);
  if (settings.prices)
    await client.query("update practice set prices = $2 where id = $1", [
      scope.practiceId,
      JSON.stringify(settings.prices),
    ]);
  for (const [id, price] of Object.entries(settings.fertiliserPrices ?? {}))
    await client.query("update fertiliser set price_per_t = $3 where practice_id = $1 and id = $2", [
      scope.practiceId,
      id,
      price,
    ]);
  await audit(client, scope, "practice", scope.practiceId, "settings", before, settings);
}
