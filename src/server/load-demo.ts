/** Loads a demo practice from its data file: facts as rows, plans by the same code that the application uses. */

import { randomUUID } from "node:crypto";
import { readFile } from "node:fs/promises";
import { hashPassword } from "better-auth/crypto";
import { decisionsSchema } from "@/core/plan/decisions";
import type { Access, Role } from "./access";
import { type Client, inPractice } from "./db";
import { logOperation } from "./log";
import { issuePlan } from "./plans";

interface DemoPlan {
  season: number;
  issueOn?: string;
  decisions: unknown;
  log?: { operationId: string; doneOn: string; quantityPerHa?: number; note?: string }[];
}
interface DemoField {
  name: string;
  farm: string;
  areaHa: number;
  textureClass: string;
  drainage: string;
  compactionDepthCm?: number;
  irrigated?: boolean;
  note: string;
  boundary: unknown;
  soilTests: Record<string, unknown>[];
  history: { season: number; crop: string; yieldTPerHa?: number; harvestOn?: string; harvested?: boolean }[];
  plans: DemoPlan[];
}
export interface DemoPractice {
  practice: {
    name: string;
    currency: string;
    unitSet: Access["practice"]["unitSet"];
    decimalMark: "point" | "comma";
    asOf: string;
    prices: unknown;
  };
  people: { email: string; name: string; role: Role; licenceNo?: string; grower?: string }[];
  growers: { name: string; unitSet?: string }[];
  stations: { name: string; latitudeDeg: number; altitudeM: number; months: number[][] }[];
  farms: {
    name: string;
    grower: string;
    station: string;
    zone: string;
    handWork?: boolean;
    contractor?: boolean;
    labourPerH?: number;
    tractors?: number;
    harvesters?: number;
    hands?: number;
  }[];
  fields: DemoField[];
  fertilisers: unknown[][];
  limes: unknown[][];
  seedLots: unknown[][];
}

export async function readDemo(file: string): Promise<DemoPractice> {
  return JSON.parse(await readFile(file, "utf8")) as DemoPractice;
}

/**
 * Loads one practice; `owner` runs as the owner of the tables for what the application itself may not insert. Gives the
 * practice's id.
 */
export async function loadDemo(
  owner: { query: (text: string, values?: unknown[]) => Promise<unknown> },
  demo: DemoPractice,
  password: string,
): Promise<string> {
  const practiceId = randomUUID();
  const hash = await hashPassword(password);
  const growerIds = new Map(demo.growers.map((g) => [g.name, randomUUID()]));
  const people = demo.people.map((p) => ({ ...p, userId: randomUUID() }));

  await owner.query("begin");
  await owner.query("select set_config('app.practice_id', $1, true)", [practiceId]);
  await owner.query(
    "insert into practice (id, name, currency, unit_set, decimal_mark, as_of, prices) values ($1, $2, $3, $4, $5, $6, $7)",
    [
      practiceId,
      demo.practice.name,
      demo.practice.currency,
      demo.practice.unitSet,
      demo.practice.decimalMark,
      demo.practice.asOf,
      JSON.stringify(demo.practice.prices),
    ],
  );
  for (const g of demo.growers)
    await owner.query("insert into grower (practice_id, id, name, unit_set) values ($1, $2, $3, $4)", [
      practiceId,
      growerIds.get(g.name),
      g.name,
      g.unitSet ?? null,
    ]);
  for (const person of people) {
    await owner.query(`insert into "user" (id, name, email, "emailVerified") values ($1, $2, $3, true)`, [
      person.userId,
      person.name,
      person.email,
    ]);
    await owner.query(
      `insert into account (id, "accountId", "providerId", "userId", password) values ($1, $2, 'credential', $2, $3)`,
      [randomUUID(), person.userId, hash],
    );
    await owner.query(
      "insert into membership (practice_id, user_id, role, licence_no, grower_id) values ($1, $2, $3, $4, $5)",
      [
        practiceId,
        person.userId,
        person.role,
        person.licenceNo ?? null,
        person.grower ? growerIds.get(person.grower) : null,
      ],
    );
  }
  await owner.query("commit");

  const head = people[0];
  if (!head) throw new Error("a demo practice needs at least one person");
  const access: Access = {
    practiceId,
    userId: head.userId,
    growerId: null,
    name: head.name,
    role: head.role,
    licenceNo: head.licenceNo ?? null,
    practice: {
      name: demo.practice.name,
      currency: demo.practice.currency,
      unitSet: demo.practice.unitSet,
      decimalMark: demo.practice.decimalMark,
      asOf: demo.practice.asOf,
    },
    today: demo.practice.asOf,
  };
  await inPractice(access, async (client) => {
    await loadCatalogueRows(client, practiceId, demo);
    const farmIds = await loadFarms(client, practiceId, demo, growerIds);
    for (const field of demo.fields) await loadDemoField(client, access, field, farmIds.get(field.farm) as string);
  });
  return practiceId;
}

async function loadCatalogueRows(client: Client, practiceId: string, demo: DemoPractice): Promise<void> {
  for (const f of demo.fertilisers)
    await client.query(
      "insert into fertiliser (practice_id, id, name, n_pct, p2o5_pct, k2o_pct, s_pct, price_per_t, bag_kg, contains_chloride, organic) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)",
      [practiceId, ...f],
    );
  for (const l of demo.limes)
    await client.query(
      "insert into lime_product (practice_id, id, name, material, neutralising_value_pct, fineness_pct, price_per_t) values ($1, $2, $3, $4, $5, $6, $7)",
      [practiceId, ...l],
    );
  for (const s of demo.seedLots)
    await client.query(
      "insert into seed_lot (practice_id, id, guide_id, kind_id, variety, thousand_grain_weight_g, germination_pct, unit_mass_g, certified, price_per_t, bag_kg) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)",
      [practiceId, ...s],
    );
}

async function loadFarms(
  client: Client,
  practiceId: string,
  demo: DemoPractice,
  growerIds: Map<string, string>,
): Promise<Map<string, string>> {
  const stationIds = new Map<string, string>();
  for (const s of demo.stations) {
    const id = randomUUID();
    stationIds.set(s.name, id);
    await client.query(
      "insert into station (practice_id, id, name, latitude_deg, altitude_m) values ($1, $2, $3, $4, $5)",
      [practiceId, id, s.name, s.latitudeDeg, s.altitudeM],
    );
    for (const [i, normals] of s.months.entries())
      await client.query(
        "insert into station_normal (practice_id, station_id, month, mean_c, rain_mm, eto_mm, tmin_c, tmax_c, wet_days, solar_mj_per_m2, rh_mean_pct, wind_ms) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)",
        [practiceId, id, i + 1, ...Array.from({ length: 9 }, (_, k) => normals[k] ?? null)],
      );
  }
  const farmIds = new Map<string, string>();
  for (const f of demo.farms) {
    const id = randomUUID();
    farmIds.set(f.name, id);
    await client.query(
      "insert into farm (practice_id, id, grower_id, station_id, name, zone, hand_work, contractor, labour_per_h, tractors, harvesters, hands) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)",
      [
        practiceId,
        id,
        growerIds.get(f.grower),
        stationIds.get(f.station),
        f.name,
        f.zone,
        f.handWork ?? false,
        f.contractor ?? false,
        f.labourPerH ?? null,
        f.tractors ?? 1,
        f.harvesters ?? 1,
        f.hands ?? 2,
      ],
    );
  }
  return farmIds;
}

async function loadDemoField(client: Client, access: Access, field: DemoField, farmId: string): Promise<void> {
  const id = randomUUID();
  const { practiceId } = access;
  await client.query(
    "insert into field (practice_id, id, farm_id, name, area_ha, boundary, texture_class, drainage, compaction_depth_cm, irrigated, note) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)",
    [
      practiceId,
      id,
      farmId,
      field.name,
      field.areaHa,
      JSON.stringify(field.boundary),
      field.textureClass,
      field.drainage,
      field.compactionDepthCm ?? null,
      field.irrigated ?? false,
      field.note,
    ],
  );
  for (const t of field.soilTests)
    await client.query(
      "insert into soil_test (practice_id, field_id, taken_on, depth_cm, scheme, ph, organic_matter_pct, p, k, mg, soil_mineral_n_kg_per_ha, ec_e) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)",
      [
        practiceId,
        id,
        t.takenOn,
        t.depthCm,
        t.scheme,
        t.ph,
        t.organicMatterPct,
        t.p ?? null,
        t.k ?? null,
        t.mg ?? null,
        t.soilMineralNKgPerHa ?? null,
        t.ecE ?? null,
      ],
    );
  for (const h of field.history)
    await client.query(
      "insert into crop_history (practice_id, field_id, season, crop, yield_t_per_ha, harvest_on, harvested) values ($1, $2, $3, $4, $5, $6, $7)",
      [practiceId, id, h.season, h.crop, h.yieldTPerHa ?? null, h.harvestOn ?? null, h.harvested ?? true],
    );
  for (const plan of field.plans) {
    const planId = randomUUID();
    await client.query(
      "insert into plan (practice_id, id, field_id, season, decisions, updated_by) values ($1, $2, $3, $4, $5, $6)",
      [practiceId, planId, id, plan.season, JSON.stringify(decisionsSchema.parse(plan.decisions)), access.userId],
    );
    if (plan.issueOn) await issuePlan(client, { ...access, today: plan.issueOn }, planId, 1);
    for (const entry of plan.log ?? [])
      await logOperation(client, access, {
        id: randomUUID(),
        planId,
        operationId: entry.operationId,
        doneOn: entry.doneOn,
        quantityPerHa: entry.quantityPerHa ?? null,
        note: entry.note ?? "",
      });
  }
}
