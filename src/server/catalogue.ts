/** Products and prices of a practice. */

import type { Prices } from "@/core/plan/facts";
import type { Fertiliser } from "@/core/records/fertiliser";
import type { LimeProduct } from "@/core/records/lime-product";
import { pricesRecord } from "@/core/records/prices";
import type { SeedLot } from "@/core/records/seed-lot";
import { audit } from "./audit";
import type { Received } from "./contracts";
import { type Client, row, type Scope } from "./db";
import { loadFertilisers } from "./records/fertilisers";
import { loadLimeProducts } from "./records/lime-products";
import { loadSeedLots } from "./records/seed-lots";

export interface Catalogue {
  fertilisers: Fertiliser[];
  limes: LimeProduct[];
  seedLots: SeedLot[];
  prices: Prices;
}

export async function loadCatalogue(client: Client, scope: Scope): Promise<Catalogue> {
  const [practice, fertilisers, limes, seedLots] = await Promise.all([
    row<{ currency: string; prices: unknown }>(client, "select currency, prices from practice where id = $1", [
      scope.practiceId,
    ]),
    loadFertilisers(client, scope),
    loadLimeProducts(client, scope),
    loadSeedLots(client, scope),
  ]);
  return {
    fertilisers,
    limes,
    seedLots,
    prices: { currency: practice?.currency ?? "cr", ...pricesRecord.parse(practice?.prices) },
  };
}

/** Changes units, the working date and prices; each is noted. */
export async function saveSettings(
  client: Client,
  scope: Scope,
  settings: Received<"PUT /api/settings">,
): Promise<void> {
  const before = await row<Record<string, unknown>>(
    client,
    `select unit_set as "unitSet", decimal_mark as "decimalMark", as_of as "asOf", prices from practice where id = $1 for update`,
    [scope.practiceId],
  );
  const { fertiliserPrices = {}, ...own } = settings;
  const columns = { unitSet: "unit_set", decimalMark: "decimal_mark", asOf: "as_of", prices: "prices" } as const;
  for (const key of Object.keys(own) as (keyof typeof columns)[]) {
    const value = own[key];
    if (value === undefined) continue;
    await client.query(`update practice set ${columns[key]} = $2 where id = $1`, [
      scope.practiceId,
      key === "prices" ? JSON.stringify(value) : value,
    ]);
  }
  for (const [id, price] of Object.entries(fertiliserPrices))
    await client.query("update fertiliser set price_per_t = $3 where practice_id = $1 and id = $2", [
      scope.practiceId,
      id,
      price,
    ]);
  await audit(client, scope, "practice", scope.practiceId, "settings", before, { ...before, ...own, ...settings });
}
