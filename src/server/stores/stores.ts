/** Stores with what stands in them, run from the loads; yields of fields; what left and what it brought. */

import type { IsoDate } from "@/core/dates";
import { STORE_KINDS } from "@/core/guides/store-kinds";
import { type ContractState, contractDeliveries } from "@/core/keep/contract-deliveries";
import { fillingPlan, type RoomOf } from "@/core/keep/filling-plan";
import { fieldYield, type LedgerLoad, runLedger } from "@/core/keep/store-ledger";
import {
  type BlendLot,
  blendsFor,
  type KeptCrop,
  type LotState,
  lotForOutlet,
  type Outlet,
  type StoreLook,
  storeState,
} from "@/core/keep/store-state";
import type { Decisions } from "@/core/sheets/decisions";
import { type OperationShape, type PackedSeason, unpackSeason } from "@/core/views/pack-season";
import type { Access } from "../access/access";
import type { ComingHarvest, HarvestedField, LotOffer, StoreLookDue, StoresSheet } from "../contracts";
import { loadPlaces } from "../land/places";
import { cropNames, grownBy, guideOf } from "../plans/guides";
import { cropOfferTable } from "../records/crop-offers";
import { loadTable, storeReadingTable, storeTable } from "../records/stores";
import { type Client, rows } from "../storage/db";
import { groupBy } from "../storage/group-by";

/** The stores with what stands in them, run from the loads. */
async function storeStates(client: Client, access: Access) {
  const scope = [access.practiceId];
  const [stores, loads, looks] = await Promise.all([
    rows<Record<string, unknown> & { id: string; farm: string }>(
      client,
      `select s.id, f.name as farm, ${storeTable.select("s")} from store s join farm f on f.practice_id = s.practice_id and f.id = s.farm_id
       where s.practice_id = $1 and s.retired_at is null order by f.name, s.name`,
      scope,
    ),
    rows<Record<string, unknown> & Pick<LedgerLoad, "id" | "fieldId" | "fromStoreId" | "toStoreId">>(
      client,
      `select l.id, l.field_id as "fieldId", l.from_store_id as "fromStoreId", l.to_store_id as "toStoreId", ${loadTable.select("l")}
       from produce_load l where l.practice_id = $1 and l.retired_at is null`,
      scope,
    ),
    rows<Record<string, unknown> & { storeId: string }>(
      client,
      `select r.store_id as "storeId", ${storeReadingTable.select("r")} from store_reading r
       where r.practice_id = $1 and r.retired_at is null order by r.read_on desc`,
      scope,
    ),
  ]);
  const read = loads.map((l) => ({ ids: l, load: loadTable.parse(l) }));
  const ledger = runLedger(
    read.map(
      ({ ids, load }): LedgerLoad => ({
        ...load,
        id: ids.id,
        fieldId: ids.fieldId,
        fromStoreId: ids.fromStoreId,
        toStoreId: ids.toStoreId,
        on: load.movedOn,
      }),
    ),
  );
  const names = cropNames();
  const nameOf = (crop: string) => sentence(names[crop] ?? crop);
  const crops = keptCrops(read.map(({ load }) => load.crop));
  const looksBy = groupBy(looks, (l) => l.storeId);
  const sheets = stores.map((s) => {
    const store = storeTable.parse(s);
    const own = (looksBy.get(s.id) ?? []).map((l): StoreLook => storeReadingTable.parse(l));
    const state = storeState(store, ledger.stored.get(s.id) ?? [], own, crops, nameOf, access.today);
    const { name, kind, air, capacityM3 } = store;
    return { ...state, id: s.id, farm: s.farm, name, kind, air, capacityM3, lastLookOn: own[0]?.readOn ?? null };
  });
  return { sheets, ledger, read, nameOf };
}

export async function loadStores(client: Client, access: Access): Promise<StoresSheet> {
  const { sheets, ledger, read, nameOf } = await storeStates(client, access);
  const outlets = await loadOutlets(client, access);
  const all = sheets.flatMap((s) => s.lots.map((lot) => ({ storeId: s.id, store: s.name, lot })));
  const blendLot = (lot: LotState, store: string): BlendLot => ({
    ...lot,
    name: `${lot.lot || lot.name.toLowerCase()} of ${lot.season} (${store})`,
  });
  /** Other lots of the same crop, wherever they stand. */
  const othersOf = (lot: LotState, storeId: string): BlendLot[] =>
    all
      .filter(
        (o) =>
          o.lot.crop === lot.crop && !(o.storeId === storeId && o.lot.lot === lot.lot && o.lot.season === lot.season),
      )
      .map((o) => blendLot(o.lot, o.store));
  const contracts = contractsOf(outlets, read, access);
  const byId = new Map(read.map(({ ids, load }) => [ids.id, load]));
  return {
    stores: sheets,
    offers: sheets.flatMap((s) =>
      s.lots.map((lot) => ({
        storeId: s.id,
        crop: lot.crop,
        season: lot.season,
        lot: lot.lot,
        offers: outlets
          .filter((o) => o.guideId === lot.crop && o.season === lot.season)
          .flatMap((o): LotOffer | [] => {
            const graded = lotForOutlet(lot, o as Outlet);
            return graded
              ? { ...graded, blends: blendsFor(blendLot(lot, s.name), othersOf(lot, s.id), o as Outlet) }
              : [];
          })
          .sort((a, b) => b.pricePerT - a.pricePerT),
      })),
    ),
    contracts: contracts.map(({ buyer, crop, season, amountT, deliverBy, deliveredT, leftT, late }) => ({
      buyer,
      crop,
      season,
      amountT,
      deliverBy,
      deliveredT,
      leftT,
      late,
      cropName: nameOf(crop),
    })),
    harvested: await harvestedFields(client, access, ledger.harvested, nameOf),
    gone: ledger.gone.map((g) => ({ ...g, crop: nameOf(g.crop) })),
    driedOffT: ledger.driedOffT,
    coming: await comingHarvests(client, access, sheets, contracts, nameOf),
    problems: ledger.problems.map(({ loadId, message }) => ({
      loadId,
      message,
      on: byId.get(loadId)?.movedOn ?? "",
      ticket: byId.get(loadId)?.ticket ?? null,
    })),
    loads: read.length,
  };
}

/** What of the coming harvests finds no room in the stores of its farm [t], by plan; farms without stores say nothing. */
export async function withoutRoom(client: Client, access: Access): Promise<Map<string, number>> {
  const { sheets, read, nameOf } = await storeStates(client, access);
  if (sheets.length === 0) return new Map();
  const outlets = await loadOutlets(client, access);
  const coming = await comingHarvests(client, access, sheets, contractsOf(outlets, read, access), nameOf);
  return new Map(coming.flatMap((c) => (c.leftT > 0 ? [[c.planId, c.leftT] as const] : [])));
}

async function loadOutlets(client: Client, access: Access) {
  const offers = await rows<Record<string, unknown>>(
    client,
    `select ${cropOfferTable.select("o")} from crop_offer o
     where o.practice_id = $1 and o.retired_at is null and o.basis in ('contract', 'offer') order by o.said_on desc`,
    [access.practiceId],
  );
  return offers.map((o) => cropOfferTable.parse(o));
}

const contractsOf = (
  outlets: Awaited<ReturnType<typeof loadOutlets>>,
  read: Awaited<ReturnType<typeof storeStates>>["read"],
  access: Access,
): ContractState[] =>
  contractDeliveries(
    outlets.filter((o) => o.basis === "contract").map((o) => ({ ...o, crop: o.guideId })),
    read.map(({ load }) => load),
    access.today,
  );

/** What leaves each store by which day, because contracts ask for it: from lots of their crop and season, one store after another. */
function soldAhead(
  stores: StoresSheet["stores"],
  contracts: readonly Pick<ContractState, "crop" | "season" | "leftT" | "deliverBy">[],
): Map<string, NonNullable<RoomOf["leaves"]>> {
  const leaves = new Map<string, NonNullable<RoomOf["leaves"]>>();
  const stand = stores.flatMap((s) => s.lots.map((lot) => ({ storeId: s.id, lot, leftT: lot.massT })));
  const due = contracts.flatMap((c) => (c.deliverBy === null ? [] : [{ ...c, by: c.deliverBy }]));
  for (const contract of due.sort((a, b) => (a.by < b.by ? -1 : 1))) {
    // of a contract without an amount nobody knows how much goes
    let wanted = contract.leftT ?? 0;
    for (const heap of stand) {
      const { lot, storeId } = heap;
      if (wanted <= 0 || lot.crop !== contract.crop || lot.season !== contract.season || lot.roomM3 === null) continue;
      const massT = Math.min(wanted, heap.leftT);
      if (massT <= 0) continue;
      wanted -= massT;
      heap.leftT -= massT;
      const stays = stand.some((h) => h.storeId === storeId && h.lot.crop === lot.crop && h.leftT > 0);
      leaves.set(storeId, [
        ...(leaves.get(storeId) ?? []),
        { on: contract.by, roomM3: (lot.roomM3 * massT) / lot.massT, last: stays ? null : lot.crop },
      ]);
    }
  }
  return leaves;
}

/** Where the harvests of the plans to come find room: as the stores stand today, without what is sold for delivery before. */
async function comingHarvests(
  client: Client,
  access: Access,
  stores: StoresSheet["stores"],
  contracts: Parameters<typeof soldAhead>[1],
  nameOf: (crop: string) => string,
): Promise<ComingHarvest[]> {
  if (stores.length === 0) return [];
  const [places, outlines] = await Promise.all([
    loadPlaces(client, access),
    rows<{ planId: string; season: string; shape: string }>(
      client,
      `select plan_id as "planId", season, shape from plan_outline where practice_id = $1 and basis = 'draft' and season <> ''`,
      [access.practiceId],
    ),
  ]);
  const farms = new Set(stores.map((s) => s.farm));
  const coming = outlines.flatMap(({ planId, season, shape }) => {
    const place = places.get(planId);
    const { guideId, harvest, operations, stored } = unpackSeason(
      JSON.parse(shape) as OperationShape,
      JSON.parse(season) as PackedSeason,
    );
    const cut = operations.some((o) => o.role === "harvest" && o.done);
    // a farm without a store of its own sells what it cuts, or has not said where it goes
    return place && farms.has(place.farm) && stored && harvest && harvest >= access.today && !cut
      ? [{ id: planId, crop: guideId, harvestOn: harvest, ...stored, farm: place.farm, field: place.field }]
      : [];
  });
  const crops = keptCrops(coming.map((c) => c.crop));
  const names = new Map(stores.map((s) => [s.id, s.name]));
  const kinds = new Map(stores.map((s) => [s.id, s.kind]));
  const byId = new Map(coming.map((c) => [c.id, c]));
  const leaves = soldAhead(stores, contracts);
  return fillingPlan(
    stores.map((s) => ({
      id: s.id,
      farm: s.farm,
      freeM3: Math.max(0, s.capacityM3 - s.filledM3),
      holds: [...new Set(s.lots.map((l) => l.crop))],
      leaves: leaves.get(s.id),
    })),
    coming,
    (crop, other) => crops.get(crop)?.keep.apart.find((a) => a.crop === other)?.why ?? null,
    (crop, storeId) => {
      const kind = kinds.get(storeId);
      const into = crops.get(crop)?.keep.into;
      return kind && into && !into.includes(kind)
        ? `${nameOf(crop).toLowerCase()} does not lie in ${STORE_KINDS[kind].toLowerCase()}`
        : null;
    },
  ).map(({ id, parts, leftT, barred }): ComingHarvest => {
    const c = byId.get(id) as (typeof coming)[number];
    return {
      planId: id,
      field: c.field,
      farm: c.farm,
      cropName: nameOf(c.crop),
      harvestOn: c.harvestOn,
      massT: c.massT,
      roomM3: (1000 * c.massT) / c.bulkKgPerM3,
      parts: parts.map((p) => ({ store: names.get(p.storeId) ?? "", massT: p.massT })),
      leftT,
      barred: barred.map((b) => ({ store: names.get(b.storeId) ?? "", why: b.why })),
    };
  });
}

/** Stores that are to be looked at by a day, the most urgent first. */
export async function storeLooksDue(client: Client, access: Access, by: IsoDate): Promise<StoreLookDue[]> {
  const { sheets } = await storeStates(client, access);
  return sheets
    .flatMap(({ id, name, farm, lots, lookDueOn, lastLookOn, notes }): StoreLookDue[] =>
      lookDueOn === null || lookDueOn > by
        ? []
        : [
            {
              storeId: id,
              name,
              farm,
              dueOn: lookDueOn,
              lastLookOn,
              holds: lots.map((l) => `${l.massT.toFixed(0)} t of ${l.name.toLowerCase()}`).join(", "),
              worst: notes.find((n) => n.weight === "stop") ?? notes.find((n) => n.weight === "advise") ?? null,
            },
          ],
    )
    .sort((a, b) => (a.dueOn < b.dueOn ? -1 : a.dueOn > b.dueOn ? 1 : a.name.localeCompare(b.name)));
}

/** What the guides of these crops know of keeping them. */
function keptCrops(ids: string[]): ReadonlyMap<string, KeptCrop> {
  return new Map(
    [...new Set(ids)].flatMap((id) => {
      const guide = guideOf(id);
      return guide
        ? [[id, { id, name: guide.name, keep: guide.keep, safeMoisturePct: guide.harvest.moisturePct?.safe ?? null }]]
        : [];
    }),
  );
}

async function harvestedFields(
  client: Client,
  access: Access,
  lines: ReturnType<typeof runLedger>["harvested"],
  nameOf: (crop: string) => string,
): Promise<HarvestedField[]> {
  if (lines.length === 0) return [];
  const fields = await rows<{
    id: string;
    name: string;
    farm: string;
    areaHa: number;
    plans: { season: number; crop: string; chosen: Decisions["crop"]; target: number | null; areaHa: number }[];
    kept: {
      season: number;
      crop: string;
      id: string;
      revision: number;
      yield: number | null;
      residueTaken: boolean | null;
    }[];
  }>(
    client,
    `select f.id, f.name, fa.name as farm, f.area_ha::float8 as "areaHa",
       coalesce((select jsonb_agg(jsonb_build_object('season', p.season, 'crop', p.guide_id, 'chosen', p.decisions->'crop',
           'target', p.decisions->'targetTPerHa', 'areaHa', coalesce(g.area_ha, f.area_ha)))
         from plan p left join planting g on g.practice_id = p.practice_id and g.id = p.planting_id
         where p.practice_id = f.practice_id and p.field_id = f.id and p.chosen), '[]') as plans,
       coalesce((select jsonb_agg(jsonb_build_object('season', h.season, 'crop', h.crop, 'id', h.id, 'revision', h.revision,
           'yield', h.yield_t_per_ha, 'residueTaken', h.residue_taken))
         from crop_history h where h.practice_id = f.practice_id and h.field_id = f.id and h.retired_at is null), '[]') as kept
     from field f join farm fa on fa.practice_id = f.practice_id and fa.id = f.farm_id
     where f.practice_id = $1 and f.id = any($2::uuid[])`,
    [access.practiceId, lines.map((l) => l.fieldId)],
  );
  const byId = new Map(fields.map((f) => [f.id, f]));
  return lines
    .flatMap((line): HarvestedField[] => {
      const field = byId.get(line.fieldId);
      if (!field) return [];
      const plans = field.plans.filter((p) => p.season === line.season && p.crop === line.crop);
      const areaHa = plans.reduce((sum, p) => sum + p.areaHa, 0) || field.areaHa;
      const grown = grownBy(plans[0]?.chosen ?? { guideId: line.crop });
      const product = grown?.product;
      // what is sold by its fresh weight has no moisture that it is brought to
      const standardPct = grown?.guide.harvest.moisturePct && product ? product.moisturePct : null;
      const own = fieldYield(standardPct === null ? { ...line, dryT: null } : line, areaHa, standardPct ?? 0);
      const kept = field.kept.find((h) => h.season === line.season && h.crop === line.crop);
      return [
        {
          fieldId: line.fieldId,
          field: field.name,
          farm: field.farm,
          season: line.season,
          crop: line.crop,
          kindId: plans[0] ? (grown?.kind.id ?? null) : null,
          productId: plans[0] ? (product?.id ?? null) : null,
          cropName: nameOf(line.crop),
          loads: line.loads,
          massT: line.massT,
          areaHa,
          tPerHa: own.tPerHa,
          standardPct,
          asWeighed: standardPct !== null && own.asWeighed,
          targetTPerHa: plans[0]?.target ?? product?.targetTPerHa.typical ?? null,
          lastOn: line.lastOn,
          kept: kept
            ? { id: kept.id, revision: kept.revision, yieldTPerHa: kept.yield, residueTaken: kept.residueTaken }
            : null,
        },
      ];
    })
    .sort((a, b) => b.season - a.season || (a.lastOn < b.lastOn ? 1 : -1));
}

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
