/** What is to be said of each store: how full, how long its lots keep, what heats, what must not stand together, when to look again. */

import { addDays, daysBetween, formatDay, type IsoDate } from "../dates";
import { QUALITY_MEASURES, type QualityMeasure } from "../guides/quality-measures";
import type { Guide } from "../guides/schema";
import { type GradeLimit, gradeLot } from "../harvest/grade-lot";
import { q, span } from "../units/told";
import { safeStorageDays } from "./safe-storage";
import type { StoredLot } from "./store-ledger";

/** What of a guide stores go by. */
export type KeptCrop = Pick<Guide, "id" | "name" | "keep"> & { safeMoisturePct: number | null };

export interface StoreLook {
  readOn: IsoDate;
  temperatureC: number | null;
  humidityPct: number | null;
  moisturePct: number | null;
  insectsPerKg: number | null;
  sproutedPct: number | null;
  rottenPct: number | null;
}

export interface LotState extends StoredLot {
  name: string;
  /** room that it takes [m3]; null where no guide knows its bulk */
  roomM3: number | null;
  /** keeps until; null where nothing is known of its moisture or warmth */
  keepsUntil: IsoDate | null;
  /** how that was found */
  keepsWhy: string;
}
export type Weight = "stop" | "advise" | "hint";
export interface StoreNote {
  weight: Weight;
  text: string;
}
export interface StoreState {
  lots: LotState[];
  filledM3: number;
  filledPct: number;
  lookDueOn: IsoDate | null;
  notes: StoreNote[];
}

/** Warmth that is gained between two looks from which on a heap heats [C]; assumption. */
const HEATS_BY_C = 3;
/** A lot that keeps for less is to be dried, cooled or sold [days]; assumption. */
const SOON_DAYS = 30;
/** Of a lot's mass from which on all of it counts as treated with acid [%]: scales and sweepings. */
const ALL_PCT = 99;
/** Days in a month, for what is known by months. */
const MONTH = 30.4;

/** The state of one store on a day. Example: see keep.test.ts. */
export function storeState(
  store: { capacityM3: number; air: string },
  lots: readonly StoredLot[],
  looks: readonly StoreLook[],
  crops: ReadonlyMap<string, KeptCrop>,
  cropNames: (id: string) => string,
  today: IsoDate,
): StoreState {
  const sorted = [...looks].sort((a, b) => (a.readOn < b.readOn ? 1 : -1));
  const [last, before] = sorted;
  const states = lots.map((lot): LotState => {
    const crop = crops.get(lot.crop);
    return {
      ...lot,
      name: cropNames(lot.crop),
      roomM3: crop ? (1000 * lot.massT) / crop.keep.bulkKgPerM3.typical : null,
      ...(keptMoist(lot, store) ?? keeps(lot, crop, looks)),
    };
  });
  const filledM3 = states.reduce((sum, l) => sum + (l.roomM3 ?? 0), 0);
  const every = Math.min(...lots.map((l) => crops.get(l.crop)?.keep.inspectEveryDays ?? Number.POSITIVE_INFINITY));
  const since = [last?.readOn, ...lots.map((l) => l.firstInOn)].filter((d): d is IsoDate => d !== undefined).sort();
  const lookDueOn =
    lots.length === 0 || !Number.isFinite(every) ? null : addDays(last?.readOn ?? (since[0] as IsoDate), every);
  const notes: StoreNote[] = [];
  const add = (weight: Weight, text: string) => notes.push({ weight, text });
  if (filledM3 > store.capacityM3)
    add(
      "stop",
      `The store holds ${q(filledM3, "m³ stored")}, but its volume is ${q(store.capacityM3, "m³ stored")}. Check the loads and the volume.`,
    );
  together(states, crops, add);
  const airless = store.air === "none" || store.air === "vents";
  for (const lot of states) aboutLot(lot, crops.get(lot.crop), today, airless, keptMoist(lot, store) !== null, add);
  if (last && lots.length > 0) aboutLook(last, before ?? null, lots, crops, cropNames, add);
  if (lookDueOn !== null && lookDueOn < today)
    add("advise", `An inspection has been due since ${formatDay(lookDueOn)}: ${inspectWords(lots, crops)}.`);
  return { lots: states, filledM3, filledPct: (100 * filledM3) / store.capacityM3, lookDueOn, notes };
}

/**
 * How long a lot keeps. By the table of days: each day uses up its share of the life at the warmth of the last look before it (the guide's
 * warmest before the first), and what is left goes on at the last one. Without a table, the guide's months.
 */
function keeps(lot: StoredLot, crop: KeptCrop | undefined, looks: readonly StoreLook[]) {
  if (!crop) return { keepsUntil: null, keepsWhy: "no guide for this crop" };
  const { keep } = crop;
  if (!keep.safeDays) {
    const months = keep.months.typical;
    return {
      keepsUntil: addDays(lot.firstInOn, Math.round(months * MONTH)),
      keepsWhy: `${months} months under the guide's conditions`,
    };
  }
  const known = looks.filter((l) => l.temperatureC !== null).sort((a, b) => (a.readOn < b.readOn ? -1 : 1));
  const moisture = [...looks]
    .sort((a, b) => (a.readOn < b.readOn ? 1 : -1))
    .find((l) => l.moisturePct !== null)?.moisturePct;
  const pct = moisture ?? lot.moisturePct;
  if (pct === null) return { keepsUntil: null, keepsWhy: "moisture not measured" };
  let warmth = keep.tempC.to;
  let from = lot.lastInOn;
  let left = 1;
  for (const look of known) {
    if (look.readOn > from) {
      left -= daysBetween(from, look.readOn) / safeStorageDays(keep.safeDays, pct, warmth);
      from = look.readOn;
    }
    warmth = look.temperatureC as number;
  }
  // over already: about as long ago as was used too much, at the warmth that it had
  const days = Math.floor(left * safeStorageDays(keep.safeDays, pct, warmth) + 1e-6);
  return {
    keepsUntil: addDays(from, days),
    keepsWhy: `at ${round(pct)} % and ${q(warmth, "C", 1)}, ${known.length > 0 ? "the last reading" : "the guide's upper limit"}${left < 1 ? `; ${Math.round(100 * (1 - left))} % of its storage life was used by ${formatDay(from, true)}` : ""}`,
  };
}

/** What keeps a lot moist, where something does: then days by moisture and warmth do not hold for it. */
function keptMoist(lot: StoredLot, store: { air: string }): Pick<LotState, "keepsUntil" | "keepsWhy"> | null {
  if (lot.acidPct >= ALL_PCT)
    return {
      keepsUntil: null,
      keepsWhy: "preserved with acid, for feed: as long as the label states for this moisture",
    };
  if (store.air === "airtight") return { keepsUntil: null, keepsWhy: "airtight: until it is opened, then within days" };
  return null;
}

function together(
  states: LotState[],
  crops: ReadonlyMap<string, KeptCrop>,
  add: (weight: Weight, text: string) => void,
): void {
  const said = new Set<string>();
  for (const lot of states)
    for (const other of states) {
      const apart = crops.get(lot.crop)?.keep.apart.find((a) => a.crop === other.crop);
      const pair = [lot.crop, other.crop].sort().join("|");
      if (!apart || said.has(pair)) continue;
      said.add(pair);
      add("advise", `${lot.name} and ${other.name.toLowerCase()} are in one store: ${apart.why}.`);
    }
  const named = new Set(states.map((l) => `${l.crop} ${l.lot}`));
  if (named.size > new Set(states.map((l) => l.crop)).size)
    add(
      "hint",
      "Several lots of one crop are in this store. Keep them separate, so that a better lot keeps its price.",
    );
}

function aboutLot(
  lot: LotState,
  crop: KeptCrop | undefined,
  today: IsoDate,
  airless: boolean,
  moist: boolean,
  add: (weight: Weight, text: string) => void,
): void {
  const own = `${q(lot.massT, "t", 1)} of ${lot.name.toLowerCase()}${lot.lot ? ` (${lot.lot})` : ""}`;
  if (lot.keepsUntil !== null) {
    const left = daysBetween(today, lot.keepsUntil);
    if (left < 0)
      add(
        "stop",
        `${own}: storage life ended on ${formatDay(lot.keepsUntil)} (${lot.keepsWhy}). Inspect it, then dry, cool or sell it.`,
      );
    else if (left < SOON_DAYS)
      add(
        "advise",
        `${own}: storage life ends on ${formatDay(lot.keepsUntil)} (${lot.keepsWhy}). Dry, cool or sell it before.`,
      );
  }
  if (lot.acidPct > 100 - ALL_PCT && lot.acidPct < ALL_PCT)
    add(
      "advise",
      `${own}: only ${round(lot.acidPct)} % of this lot is treated with acid. The rest is not preserved and will heat: dry or treat it today. The whole lot is feed only, never seed, malt or food.`,
    );
  const safe = crop?.safeMoisturePct ?? null;
  if (!moist && safe !== null && lot.moisturePct !== null && lot.moisturePct > safe)
    add(
      "advise",
      `${own} came in at ${round(lot.moisturePct)} % moisture on average; ${safe} % is safe for storage${airless ? ", and this store has no fan to dry it" : ""}.`,
    );
}

function aboutLook(
  last: StoreLook,
  before: StoreLook | null,
  lots: readonly StoredLot[],
  crops: ReadonlyMap<string, KeptCrop>,
  cropNames: (id: string) => string,
  add: (weight: Weight, text: string) => void,
): void {
  const on = formatDay(last.readOn);
  const { temperatureC: temp, humidityPct: humidity } = last;
  const gained = temp !== null && before?.temperatureC != null ? temp - before.temperatureC : 0;
  if (gained >= HEATS_BY_C)
    add(
      "stop",
      `The store is heating: ${q(gained, "C apart", 1)} warmer on ${on} than on ${formatDay((before as StoreLook).readOn)}. Run the fan, turn or empty the store today. Do not enter the bin.`,
    );
  for (const id of new Set(lots.map((l) => l.crop))) {
    const keep = crops.get(id)?.keep;
    if (!keep) continue;
    const name = cropNames(id).toLowerCase();
    if (temp !== null && (temp > keep.tempC.to || temp < keep.tempC.from))
      add("advise", `${q(temp, "C", 1)} on ${on}: store ${name} at ${span(keep.tempC.from, keep.tempC.to, "C")}.`);
    const air = keep.humidityPct;
    if (air && humidity !== null && (humidity > air.to || humidity < air.from))
      add("advise", `${round(humidity)} % humidity on ${on}: store ${name} at ${air.from} to ${air.to} %.`);
  }
  if ((last.insectsPerKg ?? 0) > 0)
    add(
      "stop",
      `Live insects on ${on}: cool the grain below ${q(10, "C")}, clean it, or treat it within a label. Do not sell it as sound grain.`,
    );
  if ((last.sproutedPct ?? 0) > 0)
    add("advise", `${round(last.sproutedPct as number)} % sprouted on ${on}: cool the store, or sell this lot first.`);
  if ((last.rottenPct ?? 0) > 0)
    add(
      "advise",
      `${round(last.rottenPct as number)} % rotten on ${on}: sort them out, ventilate, and sell this lot first.`,
    );
}

const inspectWords = (lots: readonly StoredLot[], crops: ReadonlyMap<string, KeptCrop>) =>
  [...new Set(lots.flatMap((l) => crops.get(l.crop)?.keep.inspect ?? []))].join("; ");

const hundredths = (n: number) => Math.round(n * 100) / 100;
const round = (n: number) => Math.round(n * 10) / 10;

/** A buyer's limits and price for a crop's product. */
export interface Outlet {
  buyer: string;
  pricePerT: number;
  limits: {
    what: QualityMeasure;
    atLeast: number | null;
    atMost: number | null;
    deductionPerUnit: number | null;
    refuseBeyond: number | null;
  }[];
}

/** A stored lot against a buyer's limits: what it fetches a tonne, and what is amiss. Example: see keep.test.ts. */
export function lotForOutlet(lot: Pick<StoredLot, "moisturePct" | "measured">, outlet: Outlet) {
  const found = Object.entries({ ...lot.measured, ...(lot.moisturePct === null ? {} : { moisture: lot.moisturePct }) });
  const measured = found.map(([what, value]) => ({ what, value: hundredths(value) }));
  const limits = outlet.limits.map(
    (l): GradeLimit => ({
      what: l.what,
      ...(l.atLeast === null ? {} : { atLeast: l.atLeast }),
      ...(l.atMost === null ? {} : { atMost: l.atMost }),
      ...(l.deductionPerUnit === null ? {} : { deductionPerUnit: l.deductionPerUnit }),
      ...(l.refuseBeyond === null ? {} : { refuseBeyond: l.refuseBeyond }),
    }),
  );
  const graded = gradeLot({ measured, limits, basePrice: outlet.pricePerT });
  if (!graded.ok) return null;
  const { pass, pricePerT, lines } = graded.value;
  return {
    buyer: outlet.buyer,
    pass,
    pricePerT,
    amiss: lines
      .filter((l) => l.ok !== true)
      .map((l) => l.message.replace(/^\w+/, (what) => QUALITY_MEASURES[what as QualityMeasure]?.label ?? what)),
  };
}

/**
 * Shares of two lots that together meet a limit by mass: the least of the better one. Null where neither mixture nor lot meets it.
 *
 * Example: protein at least 13 from lots of 12.4 and 13.9: 0.6 / 1.5 = 40 % of the better.
 */
export function blendToMeet(
  worse: number,
  better: number,
  limit: { atLeast?: number | undefined; atMost?: number | undefined },
): { betterSharePct: number } | null {
  const goal = limit.atLeast !== undefined && worse < limit.atLeast ? limit.atLeast : limit.atMost;
  if (goal === undefined) return { betterSharePct: 0 };
  const missing = limit.atLeast === goal ? goal - worse : worse - goal;
  if (missing <= 0) return { betterSharePct: 0 };
  const gain = limit.atLeast === goal ? better - worse : worse - better;
  return gain < missing ? null : { betterSharePct: (100 * missing) / gain };
}

/** A lot beside others that may be mixed with it. */
export interface BlendLot extends Pick<StoredLot, "massT" | "moisturePct" | "measured"> {
  /** for people: lot and store */
  name: string;
}

/**
 * What mixed into a lot would make it meet a buyer's limits, one line for each limit that it misses and some other lot meets: the least share of
 * that lot, and how much of the mixture it is enough for. Only measured values are mixed; what was not measured stays open.
 *
 * Example: protein 12.4 where 13 are asked, beside 30 t of 13.9: 40 % of it, enough for 75 t.
 */
export function blendsFor(lot: BlendLot, others: readonly BlendLot[], outlet: Outlet): string[] {
  const measuredOf = (of: BlendLot, what: QualityMeasure) =>
    what === "moisture" ? of.moisturePct : (of.measured[what] ?? null);
  return outlet.limits.flatMap((limit) => {
    const own = measuredOf(lot, limit.what);
    const bounds = {
      ...(limit.atLeast === null ? {} : { atLeast: limit.atLeast }),
      ...(limit.atMost === null ? {} : { atMost: limit.atMost }),
    };
    const misses =
      own !== null &&
      ((limit.atLeast !== null && own < limit.atLeast) || (limit.atMost !== null && own > limit.atMost));
    if (!misses) return [];
    const found = others.flatMap((other) => {
      const value = measuredOf(other, limit.what);
      const blend = value === null ? null : blendToMeet(own, value, bounds);
      return blend && blend.betterSharePct > 0 ? [{ other, share: blend.betterSharePct }] : [];
    });
    const best = found.sort((a, b) => a.share - b.share)[0];
    if (!best) return [];
    const { label } = QUALITY_MEASURES[limit.what];
    const enough = best.other.massT / (best.share / 100);
    return [`${Math.ceil(best.share)} % of ${best.other.name} mixed in meets ${label}, enough for ${round(enough)} t`];
  });
}
