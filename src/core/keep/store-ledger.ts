/** What stands in stores, what came off fields and where it went: a ledger in which no tonne appears twice. */

import type { IsoDate } from "../dates";
import type { QualityMeasure } from "../guides/quality-measures";
import { shrink } from "../harvest/shrink";

/** One load: from a field or a store, to a store, a buyer or another end. */
export interface LedgerLoad {
  id: string;
  season: number;
  on: IsoDate;
  crop: string;
  /** lots that are kept apart: a contract, a use, a variety */
  lot: string;
  fieldId: string | null;
  fromStoreId: string | null;
  to: LoadEnd;
  toStoreId: string | null;
  /** as it was weighed where it was taken from */
  massT: number;
  moisturePct: number | null;
  /** dried on the way: moisture when it arrives; null where nothing was */
  driedToPct: number | null;
  /** treated with acid; what comes out of a store is as it stood there */
  acid?: boolean | undefined;
  pricePerT: number | null;
  measured: Partial<Record<QualityMeasure, number>>;
}
export const LOAD_ENDS = ["store", "sold", "home", "feed", "seed", "lost"] as const;
type LoadEnd = (typeof LOAD_ENDS)[number];

/** A lot where it stands. */
export interface StoredLot {
  crop: string;
  season: number;
  lot: string;
  massT: number;
  /** mean by mass of what was measured; null where nothing was */
  moisturePct: number | null;
  measured: Partial<Record<QualityMeasure, number>>;
  /** of its mass that was treated with acid [%] */
  acidPct: number;
  /** the last load into it */
  lastInOn: IsoDate;
  firstInOn: IsoDate;
}

interface LedgerProblem {
  loadId: string;
  message: string;
}

export interface Ledger {
  /** by store */
  stored: Map<string, StoredLot[]>;
  /** by field, then crop and season */
  harvested: HarvestedLine[];
  /** what left for good, by season, crop and end */
  gone: { season: number; crop: string; end: Exclude<LoadEnd, "store">; massT: number; worth: number }[];
  /** water that drying on the way took off [t] */
  driedOffT: number;
  problems: LedgerProblem[];
}

export interface HarvestedLine {
  fieldId: string;
  season: number;
  crop: string;
  loads: number;
  massT: number;
  /** dry matter, where every load has a moisture; null else */
  dryT: number | null;
  firstOn: IsoDate;
  lastOn: IsoDate;
}

/** Shares of a load's mass that may be missing by rounding of scales [t]; assumption: a bag. */
const ROUNDING_T = 0.05;

/**
 * Runs loads in the order of their days; on one day what comes in goes before what goes out. What is taken from a store comes from the lot of
 * that crop, season and name there; taking more than stands is a problem, and counts as what stands. By hand: keep.test.ts.
 */
export function runLedger(loads: readonly LedgerLoad[]): Ledger {
  const stored = new Map<string, Map<string, Standing>>();
  const harvested = new Map<string, HarvestedLine>();
  const gone = new Map<string, Ledger["gone"][number]>();
  const problems: LedgerProblem[] = [];
  let driedOffT = 0;
  for (const load of [...loads].sort(inOrder)) {
    let { massT } = load;
    let { moisturePct, measured } = load;
    let acidShare = load.acid ? 1 : 0;
    const key = [load.crop, load.season, load.lot].join("|");
    if (load.fromStoreId !== null) {
      const standing = stored.get(load.fromStoreId)?.get(key);
      const there = standing?.massT ?? 0;
      if (massT > there + ROUNDING_T)
        problems.push({
          loadId: load.id,
          message: `${fixed(massT)} t taken where ${fixed(there)} t of ${load.lot || "this lot"} stood`,
        });
      massT = Math.min(massT, there);
      moisturePct ??= standing ? meanOf(standing.moisture) : null;
      measured = { ...(standing ? meansOf(standing) : {}), ...measured };
      if (standing && !load.acid) acidShare = acidShareOf(standing);
      if (standing) takeFrom(standing, massT);
    } else if (load.fieldId !== null) count(harvested, load);
    if (massT <= 0) continue;
    if (load.driedToPct !== null && moisturePct !== null && load.driedToPct < moisturePct) {
      const dried = shrink({ massT, moisturePct, toMoisturePct: load.driedToPct });
      if (dried.ok) {
        driedOffT += dried.value.waterT;
        massT = dried.value.massT;
        moisturePct = load.driedToPct;
      }
    }
    if (load.to === "store" && load.toStoreId !== null) {
      const store = stored.get(load.toStoreId) ?? new Map<string, Standing>();
      stored.set(load.toStoreId, store);
      store.set(key, putInto(store.get(key), load, massT, moisturePct, measured, acidShare));
    } else if (load.to !== "store") {
      const line = [load.season, load.crop, load.to].join("|");
      const before = gone.get(line) ?? { season: load.season, crop: load.crop, end: load.to, massT: 0, worth: 0 };
      before.massT += massT;
      before.worth += massT * (load.pricePerT ?? 0);
      gone.set(line, before);
    }
  }
  return {
    stored: new Map(
      [...stored].map(([id, lots]) => [id, [...lots.values()].filter((s) => s.massT > ROUNDING_T / 10).map(lotOf)]),
    ),
    harvested: [...harvested.values()],
    gone: [...gone.values()],
    driedOffT,
    problems,
  };
}

/** A mean by mass that knows how much of the mass it was measured of. */
interface Mean {
  sum: number;
  massT: number;
}
interface Standing {
  crop: string;
  season: number;
  lot: string;
  massT: number;
  acidT: number;
  moisture: Mean;
  measured: Partial<Record<QualityMeasure, Mean>>;
  firstInOn: IsoDate;
  lastInOn: IsoDate;
}

const acidShareOf = ({ massT, acidT }: Standing): number => (massT > 0 ? acidT / massT : 0);

const meanOf = ({ sum, massT }: Mean): number | null => (massT > 0 ? sum / massT : null);

function meansOf(standing: Standing): Partial<Record<QualityMeasure, number>> {
  return Object.fromEntries(
    Object.entries(standing.measured).flatMap(([what, mean]) => {
      const value = meanOf(mean);
      return value === null ? [] : [[what, value]];
    }),
  );
}

/** What is taken is like what stands: the means stay, their mass falls with it. */
function takeFrom(standing: Standing, massT: number): void {
  const left = standing.massT > 0 ? (standing.massT - massT) / standing.massT : 0;
  standing.massT -= massT;
  standing.acidT *= left;
  for (const mean of [standing.moisture, ...Object.values(standing.measured)]) {
    mean.sum *= left;
    mean.massT *= left;
  }
}

function putInto(
  before: Standing | undefined,
  load: LedgerLoad,
  massT: number,
  moisturePct: number | null,
  measured: Partial<Record<QualityMeasure, number>>,
  acidShare: number,
): Standing {
  const own = before ?? {
    crop: load.crop,
    season: load.season,
    lot: load.lot,
    massT: 0,
    acidT: 0,
    moisture: { sum: 0, massT: 0 },
    measured: {},
    firstInOn: load.on,
    lastInOn: load.on,
  };
  // an emptied lot that is filled again starts anew
  if (own.massT <= ROUNDING_T / 10) own.firstInOn = load.on;
  own.massT += massT;
  own.acidT += massT * acidShare;
  own.lastInOn = load.on;
  if (moisturePct !== null) addTo(own.moisture, moisturePct, massT);
  for (const [what, value] of Object.entries(measured) as [QualityMeasure, number][]) {
    const mean = own.measured[what] ?? { sum: 0, massT: 0 };
    addTo(mean, value, massT);
    own.measured[what] = mean;
  }
  return own;
}

function addTo(mean: Mean, value: number, massT: number): void {
  mean.sum += value * massT;
  mean.massT += massT;
}

function count(harvested: Map<string, HarvestedLine>, load: LedgerLoad): void {
  const key = [load.fieldId, load.season, load.crop].join("|");
  const line = harvested.get(key) ?? {
    fieldId: load.fieldId as string,
    season: load.season,
    crop: load.crop,
    loads: 0,
    massT: 0,
    dryT: 0,
    firstOn: load.on,
    lastOn: load.on,
  };
  line.loads += 1;
  line.massT += load.massT;
  line.dryT =
    line.dryT === null || load.moisturePct === null ? null : line.dryT + load.massT * (1 - load.moisturePct / 100);
  line.lastOn = load.on;
  harvested.set(key, line);
}

const lotOf = (s: Standing): StoredLot => ({
  crop: s.crop,
  season: s.season,
  lot: s.lot,
  massT: s.massT,
  moisturePct: meanOf(s.moisture),
  measured: meansOf(s),
  acidPct: 100 * acidShareOf(s),
  firstInOn: s.firstInOn,
  lastInOn: s.lastInOn,
});

/** In before out, and what moves between stores in between. */
const inOrder = (a: LedgerLoad, b: LedgerLoad): number =>
  a.on < b.on ? -1 : a.on > b.on ? 1 : rank(a) - rank(b) || (a.id < b.id ? -1 : 1);
const rank = ({ fromStoreId, to }: LedgerLoad): number => (fromStoreId === null ? 0 : to === "store" ? 1 : 2);

const fixed = (t: number) => (Math.round(t * 100) / 100).toString();

/**
 * Yield of a field at the standard moisture of its product [t/ha]: dry matter where every load has a moisture, else the mass as weighed.
 *
 * Example: 102 t at 17 % off 14.2 ha, standard 15 %: 102 x 83 / 85 / 14.2 = 7.01 t/ha.
 */
export function fieldYield(
  line: Pick<HarvestedLine, "massT" | "dryT">,
  areaHa: number,
  standardMoisturePct: number,
): { tPerHa: number; asWeighed: boolean } {
  const asWeighed = line.dryT === null;
  const massT = line.dryT === null ? line.massT : line.dryT / (1 - standardMoisturePct / 100);
  return { tPerHa: massT / areaHa, asWeighed };
}
