/** Products and prices of a practice. */

import type { Prices } from "@/core/plan/facts";
import type { Fertiliser } from "@/core/records/inputs/fertiliser";
import type { LimeProduct } from "@/core/records/inputs/lime-product";
import { pricesRecord } from "@/core/records/inputs/prices";
import type { ProtectionProduct } from "@/core/records/inputs/protection-product";
import type { SeedLot } from "@/core/records/inputs/seed-lot";
import type { Variety } from "@/core/records/inputs/variety";
import { Refused } from "../access/access";
import { audit } from "../access/audit";
import type { Received } from "../contracts";
import { newestOffers } from "../records/crop-offers";
import { fertiliserTable } from "../records/fertilisers";
import { limeTable } from "../records/lime-products";
import { protectionProductTable } from "../records/protection-products";
import type { RecordTable } from "../records/record-table";
import { seedLotTable } from "../records/seed-lots";
import { type Client, row, rows, type Scope } from "../storage/db";
import { keptUntilChange } from "../storage/kept";

export interface Catalogue {
  fertilisers: Fertiliser[];
  limes: LimeProduct[];
  seedLots: SeedLot[];
  /** labels; what is retired is planned no more, whoever chose it */
  products: ProtectionProduct[];
  /** that some list rates */
  varieties: Pick<Variety, "guideId" | "kindId" | "name" | "ratings">[];
  prices: Prices;
}

/** What can be bought, and what of it is retired: offered only where a plan has chosen it already. */
export const loadCatalogue = keptUntilChange("catalogue", readCatalogue);

async function readCatalogue(client: Client, scope: Scope): Promise<Catalogue & { retired: Set<string> }> {
  const retired = new Set<string>();
  const [practice, fertilisers, limes, seedLots, products, varieties, offers] = await Promise.all([
    row<{ currency: string; prices: unknown }>(client, "select currency, prices from practice where id = $1", [
      scope.practiceId,
    ]),
    loadProducts(client, scope, fertiliserTable, "name", retired),
    loadLimes(client, scope, retired),
    loadProducts(client, scope, seedLotTable, "variety", retired),
    loadProducts(client, scope, protectionProductTable, "name", retired),
    rows<Catalogue["varieties"][number]>(
      client,
      `select guide_id as "guideId", kind_id as "kindId", name, ratings from variety
       where practice_id = $1 and retired_at is null and ratings <> '[]'::jsonb order by name`,
      [scope.practiceId],
    ),
    newestOffers(client, scope),
  ]);
  const prices = pricesRecord.parse(practice?.prices);
  return {
    fertilisers,
    limes,
    seedLots,
    products: products.filter((p) => !retired.has(p.id)),
    varieties,
    prices: {
      currency: practice?.currency ?? "cr",
      ...prices,
      // what the practice plans with goes before what somebody offered
      cropPerT: { ...offers, ...prices.cropPerT },
    },
    retired,
  };
}

/** Limes, the cheapest first. */
export const loadLimes = (client: Client, scope: Scope, retired: Set<string>): Promise<LimeProduct[]> =>
  loadProducts(client, scope, limeTable, "price_per_t", retired);

/** All products of a table in the order of a column; the ids of retired ones are added to `retired`. */
async function loadProducts<T extends { id: string }>(
  client: Client,
  scope: Scope,
  table: RecordTable<T>,
  order: string,
  retired: Set<string>,
): Promise<T[]> {
  const found = await rows<Record<string, unknown> & { id: string; isRetired: boolean }>(
    client,
    `select ${table.select("t")}, t.retired_at is not null as "isRetired" from ${table.table} t where t.practice_id = $1 order by t.${order}`,
    [scope.practiceId],
  );
  for (const { id, isRetired } of found) if (isRetired) retired.add(id);
  return found.map(table.parse);
}

/** As the page of settings calls them. */
const SETTING_NAMES: Partial<Record<string, string>> = {
  unitSet: "Units",
  decimalMark: "Decimal mark",
  asOf: "Working date",
  dieselPerL: "Diesel",
  labourPerH: "Labour",
  dryingPerTPoint: "Drying",
  energyPerKwh: "Pumping energy",
  waterPerM3: "Water",
  otherMachinePerH: "Any other machine",
};
const SETTING_COLUMNS = { unitSet: "unit_set", decimalMark: "decimal_mark", asOf: "as_of" } as const;

/**
 * Changes units, the working date and prices, value by value; each is noted. Refused whole, by its name, where a value is
 * no longer what it was changed from, or where there is no such price.
 */
export async function saveSettings(
  client: Client,
  scope: Scope,
  settings: Received<"PUT /api/settings">,
): Promise<void> {
  const { practiceId } = scope;
  const stood = await row<Record<string, unknown> & { prices: Record<string, unknown> }>(
    client,
    `select unit_set as "unitSet", decimal_mark as "decimalMark", as_of as "asOf", prices from practice where id = $1 for no key update`,
    [practiceId],
  );
  const fertilisers = await rows<{ id: string; price: number }>(
    client,
    "select id, price_per_t as price from fertiliser where practice_id = $1 for no key update",
    [practiceId],
  );
  if (!stood) throw new Refused(404, "There is no such practice.");
  // prices that came later than the practice stand at nothing
  const before = {
    ...stood,
    prices: pricesRecord.parse(stood.prices),
    fertilisers: Object.fromEntries(fertilisers.map((f) => [f.id, f.price])),
  };
  const changes = leavesOf(settings);
  for (const { path, from, to } of changes) {
    const stands = valueAt(before, path) ?? null;
    if (path[0] === "fertilisers" && stands === null)
      throw new Refused(404, `fertilisers.${path[1]}: there is no such product.`);
    // what stands as it is wished for was sent twice, or wished for by both
    if (stands !== from && stands !== to) throw new Refused(409, await changedMeanwhile(client, scope, path, stands));
  }
  const after = structuredClone(before) as Record<string, unknown>;
  for (const { path, to } of changes) putAt(after, path, to);
  const prices = pricesRecord.parse(after.prices);
  for (const [key, column] of Object.entries(SETTING_COLUMNS))
    if (key in settings)
      await client.query(`update practice set ${column} = $2 where id = $1`, [practiceId, after[key]]);
  if (settings.prices)
    await client.query("update practice set prices = $2 where id = $1", [practiceId, JSON.stringify(prices)]);
  for (const [id, { to }] of Object.entries(settings.fertilisers ?? {}))
    await client.query("update fertiliser set price_per_t = $3 where practice_id = $1 and id = $2", [
      practiceId,
      id,
      to,
    ]);
  await audit(client, scope, "practice", practiceId, "settings", before, after);
}

/** Who changed a setting last, and to what, in words. */
async function changedMeanwhile(client: Client, scope: Scope, path: string[], stands: unknown): Promise<string> {
  const last = await row<{ person: string; at: string }>(
    client,
    `select person, to_char(at, 'HH24:MI') as at from audit
     where practice_id = $1 and entity = 'practice' and (after ? $2 or before ? $2) order by id desc limit 1`,
    [scope.practiceId, path.join("/")],
  );
  const money = typeof stands === "number" ? stands / 100 : stands;
  const name = SETTING_NAMES[path.at(-1) ?? ""] ?? `Price of "${path.at(-1)}"`;
  return `${name}: ${last?.person ?? "Somebody"} changed it${last ? ` at ${last.at}` : ""}; it is ${money ?? "not set"} now. Look at it again.`;
}

interface SettingChange {
  path: string[];
  from: unknown;
  to: unknown;
}

function leavesOf(node: object, path: string[] = []): SettingChange[] {
  if ("from" in node && "to" in node) return [{ path, from: node.from, to: node.to }];
  return Object.entries(node).flatMap(([key, inner]) =>
    inner === undefined ? [] : leavesOf(inner as object, [...path, key]),
  );
}

const valueAt = (node: unknown, path: string[]): unknown =>
  path.reduce<unknown>((at, key) => (Object.hasOwn((at ?? {}) as object, key) ? (at as never)[key] : undefined), node);

function putAt(node: Record<string, unknown>, [head = "", ...rest]: string[], value: unknown): void {
  if (rest.length === 0) node[head] = value;
  else putAt(node[head] as Record<string, unknown>, rest, value);
}
