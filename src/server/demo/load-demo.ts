/** Loads a demo practice from its data file: facts as rows, plans by the same code that the application uses. */

import { randomUUID } from "node:crypto";
import { hashPassword } from "better-auth/crypto";
import type pg from "pg";
import { upgradeDecisions } from "@/core/sheets/decisions-schema";
import { draftPlan } from "@/core/sheets/draft-plan";
import type { Access } from "../access/access";
import { insertPerson } from "../access/people";
import { logOperation } from "../field-notes/log";
import { noteVisit } from "../field-notes/scouting";
import { issuePlan, loadPlan } from "../plans/plans";
import { startPlan } from "../plans/plantings";
import { signTreatment } from "../plans/sign-treatments";
import { cropOfferTable } from "../records/crop-offers";
import { insertFarm } from "../records/farms";
import { insertFertiliser } from "../records/fertilisers";
import { insertField } from "../records/fields";
import { insertGrownCrop } from "../records/grown-crops";
import { insertLimeProduct } from "../records/lime-products";
import { protectionProductTable } from "../records/protection-products";
import { insertSeedLot } from "../records/seed-lots";
import { insertSoilTest } from "../records/soil-tests";
import { loadTable, storeReadingTable, storeTable } from "../records/stores";
import { varietyTable, varietyTrialTable } from "../records/varieties";
import { type Client, row } from "../storage/db";
import type { Practice } from "./demo-practice";

/** Held while a demo is loaded, so that two who start at once load it once. */
const LOADING = "loading of demo practices";

/**
 * Loads one practice whole, in one transaction of the tables' owner, or not at all; `mark` is what it is known by
 * afterwards. False where it is there already.
 */
export async function loadDemo(owner: pg.Client, demo: Practice, password: string, mark: string): Promise<boolean> {
  await owner.query("begin");
  try {
    await owner.query("select pg_advisory_xact_lock(hashtextextended($1, 0))", [LOADING]);
    const made = await owner.query("insert into demo_load (mark) values ($1) on conflict do nothing", [mark]);
    if (made.rowCount === 1) {
      const became = await loadPractice(owner as unknown as Client, demo, password);
      await owner.query("update demo_load set became = $2 where mark = $1", [mark, became]);
    }
    await owner.query("commit");
    return made.rowCount === 1;
  } catch (error) {
    await owner.query("rollback").catch(() => {});
    throw error;
  }
}

/** Gives the id of the practice. */
async function loadPractice(owner: Client, demo: Practice, password: string): Promise<string> {
  const practiceId = randomUUID();
  const hash = await hashPassword(password);
  const growerIds = new Map(demo.growers.map((g) => [g.name, randomUUID()]));
  const people = demo.people.map((p) => ({ ...p, userId: randomUUID() }));

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
    // who stayed with a practice of their own when the demo was taken away comes back as who they are
    const there = await row<{ id: string }>(owner, `select id from "user" where email = $1`, [person.email]);
    if (there) person.userId = there.id as typeof person.userId;
    else await insertPerson(owner, person.userId, { ...person, password }, hash);
    await owner.query(
      "insert into membership (practice_id, user_id, role, licence_no, licence_issuer, licence_ends_on, grower_id) values ($1, $2, $3, $4, $5, $6, $7)",
      [
        practiceId,
        person.userId,
        person.role,
        person.licence?.number ?? null,
        person.licence?.issuer ?? "",
        person.licence?.endsOn ?? null,
        person.grower ? growerIds.get(person.grower) : null,
      ],
    );
  }
  const head = people[0];
  if (!head) throw new Error("a demo practice needs at least one person");
  const access: Access = {
    practiceId,
    userId: head.userId,
    growerId: null,
    name: head.name,
    role: head.role,
    licence: head.licence ?? null,
    practice: {
      name: demo.practice.name,
      currency: demo.practice.currency,
      unitSet: demo.practice.unitSet,
      decimalMark: demo.practice.decimalMark,
      asOf: demo.practice.asOf,
    },
    today: demo.practice.asOf,
  };
  await owner.query("select set_config('app.user_id', $1, true)", [head.userId]);
  await loadCatalogueRows(owner, practiceId, demo);
  const farmIds = await loadFarms(owner, practiceId, demo, growerIds);
  const fieldIds = new Map<string, string>();
  for (const field of demo.fields)
    fieldIds.set(field.name, await loadDemoField(owner, access, field, farmIds.get(field.farm) as string));
  await loadDemoStores(owner, practiceId, demo, farmIds, fieldIds);
  return practiceId;
}

async function loadCatalogueRows(client: Client, practiceId: string, demo: Practice): Promise<void> {
  for (const f of demo.fertilisers) await insertFertiliser(client, practiceId, f);
  for (const l of demo.limes) await insertLimeProduct(client, practiceId, l);
  for (const p of demo.protectionProducts) await protectionProductTable.insert(client, { practice_id: practiceId }, p);
  for (const o of demo.cropOffers) await cropOfferTable.insert(client, { practice_id: practiceId }, o);
  for (const v of demo.varieties) await varietyTable.insert(client, { practice_id: practiceId }, v);
  for (const t of demo.varietyTrials)
    await varietyTrialTable.insert(client, { practice_id: practiceId, id: randomUUID() }, t);
  for (const s of demo.seedLots) await insertSeedLot(client, practiceId, s);
}

async function loadFarms(
  client: Client,
  practiceId: string,
  demo: Practice,
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
    const { grower, station, ...farm } = f;
    const growerId = growerIds.get(grower);
    if (!growerId) throw new Error(`farms.${f.name}.grower: there is no grower "${grower}"`);
    await insertFarm(client, practiceId, { id, growerId, stationId: stationIds.get(station) ?? null }, farm);
  }
  return farmIds;
}

async function loadDemoField(
  client: Client,
  access: Access,
  { farm: _, soilTests, history, plans, ...field }: Practice["fields"][number],
  farmId: string,
): Promise<string> {
  const id = randomUUID();
  const { practiceId } = access;
  await insertField(client, practiceId, id, farmId, field);
  for (const test of soilTests) await insertSoilTest(client, practiceId, id, test);
  for (const grown of history) await insertGrownCrop(client, practiceId, id, grown);
  const plantings: string[] = [];
  for (const plan of plans) {
    const decisions = upgradeDecisions(plan.decisions);
    const { season, part } = plan;
    const follows = plan.follows === undefined ? undefined : plantings[plan.follows];
    const wanted = { fieldId: id, season, guideId: decisions.crop.guideId, part, follows };
    const planId = await startPlan(client, access, wanted, decisions);
    const own = await row<{ planting_id: string }>(
      client,
      "select planting_id from plan where practice_id = $1 and id = $2",
      [practiceId, planId],
    );
    plantings.push(own?.planting_id as string);
    for (const id of plan.sign) await signAsItStands(client, access, planId, id);
    if (plan.issueOn) await issuePlan(client, { ...access, today: plan.issueOn }, planId, 1);
    for (const entry of plan.log ?? [])
      await logOperation(client, access, {
        id: randomUUID(),
        planId,
        operationId: entry.operationId,
        doneOn: entry.doneOn,
        quantityPerHa: entry.quantityPerHa ?? null,
        note: entry.note ?? "",
        application: entry.application,
      });
    for (const visit of plan.scouting) await noteVisit(client, access, { id: randomUUID(), planId, ...visit });
  }
  return id;
}

async function loadDemoStores(
  client: Client,
  practiceId: string,
  demo: Practice,
  farmIds: Map<string, string>,
  fieldIds: Map<string, string>,
): Promise<void> {
  const storeIds = new Map<string, string>();
  /** The id behind a name; null where none is given, and an error where nothing is called so. */
  const idOf = (ids: Map<string, string>, what: string, called: string | undefined) => {
    if (called === undefined) return null;
    const id = ids.get(called);
    if (!id) throw new Error(`${what}: there is no "${called}"`);
    return id;
  };
  for (const { farm, ...store } of demo.stores) {
    const id = randomUUID();
    storeIds.set(store.name, id);
    const farm_id = idOf(farmIds, `stores.${store.name}.farm`, farm);
    await storeTable.insert(client, { practice_id: practiceId, id, farm_id }, store);
  }
  for (const { field, from, into, ...load } of demo.loads)
    await loadTable.insert(
      client,
      {
        practice_id: practiceId,
        id: randomUUID(),
        field_id: idOf(fieldIds, "loads.field", field),
        from_store_id: idOf(storeIds, "loads.from", from),
        to_store_id: idOf(storeIds, "loads.into", into),
      },
      load,
    );
  for (const { store, ...reading } of demo.storeReadings)
    await storeReadingTable.insert(
      client,
      { practice_id: practiceId, id: randomUUID(), store_id: idOf(storeIds, "storeReadings.store", store) },
      reading,
    );
}

/** Signs a treatment in the words that the plan has for it. */
async function signAsItStands(client: Client, access: Access, planId: string, treatmentId: string): Promise<void> {
  const plan = await loadPlan(client, access, planId);
  const drafted = plan && draftPlan(plan.facts, plan.decisions, plan.season, plan.guide);
  const own = drafted?.ok ? drafted.value.protect.treatments.find((t) => t.id === treatmentId) : undefined;
  if (!own) throw new Error(`sign: the plan has no treatment "${treatmentId}"`);
  await signTreatment(client, access, planId, { treatmentId, signed: own.toSign });
}
