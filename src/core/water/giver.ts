/** Irrigations of water one after another: by a rule, but where one was moved, typed, left out or logged. */

import type { Openings } from "./openings";
import type { Giver } from "./walk";

/** When and how much is given: see irrigationSchedule. */
export type WaterRule =
  | { kind: "depletion"; atRawPct: number; refill: "capacity" | { netMm: number } | { leaveMm: number } }
  | { kind: "interval"; everyDays: number; netMm: number; lessRain?: boolean }
  | { kind: "weekly"; netMm: number; lessRain?: boolean; rainSince?: "irrigation" | "turn" }
  | { kind: "days"; afterPlanting: number[]; netMm: number }
  | { kind: "stages"; onDays: number[]; netMm: number };

export interface Settled {
  /** day after planting that it was moved to, or was given on */
  day?: number;
  /** [mm net] */
  netMm?: number;
  left?: true;
}

interface GiveOptions {
  /** of one irrigation, net; 0 and no limit where nothing is said */
  leastMm?: number;
  mostMm?: number;
  /** from one irrigation to the next at least */
  restDays?: number;
  /** the last day on which water is given */
  stopAfterDay?: number;
  /** all irrigations together, net */
  limitNetMm?: number;
  /** before it only what is settled is given */
  ruleFromDay?: number;
  /** by number, from 1 */
  settled?: ReadonlyMap<number, Settled>;
  /** days on which water may begin, what runs on a day at most [mm net], and what the crop uses on one [mm] */
  open?: (Openings & { mostMmPerDay: number; usedMm: (day: number) => number }) | null;
  /** of the balance: shares of the readily available water on days that have one of their own [%], 0 elsewhere */
  atRawPctOn?: ArrayLike<number> | null;
}

/** A rule and its limits as plain data: for whoever walks other seasons by it, and sends it there. */
export interface PlainGiving {
  rule: WaterRule | null;
  limits: Pick<GiveOptions, "leastMm" | "mostMm" | "restDays" | "stopAfterDay" | "limitNetMm" | "ruleFromDay">;
  settled: [number: number, Settled][];
  /** as of `atRawPctOn` */
  moist: number[] | null;
}

/** The giver of one walk by plain data; turns of the source are not in it. */
export const giverFrom = ({ rule, limits, settled, moist }: PlainGiving): Giver =>
  giverOf(rule, { ...limits, ...(settled.length > 0 ? { settled: new Map(settled) } : {}), atRawPctOn: moist });

const NOTHING: ReadonlyMap<number, Settled> = new Map([]);

/**
 * The giver of one walk. `given` is told the number, day and net water of each irrigation. An irrigation that was moved waits for its day
 * and holds the next ones back; one that was left out is passed over, and the rule rests as after an irrigation.
 */
export function giverOf(
  rule: WaterRule | null,
  {
    leastMm = 0,
    mostMm = Number.POSITIVE_INFINITY,
    restDays = 0,
    stopAfterDay = Number.POSITIVE_INFINITY,
    limitNetMm = Number.POSITIVE_INFINITY,
    ruleFromDay = 0,
    settled = NOTHING,
    open = null,
    atRawPctOn = null,
  }: GiveOptions = {},
  given?: (number: number, day: number, netMm: number) => void,
): Giver {
  let number = 1;
  let left = limitNetMm;
  let last = Number.NEGATIVE_INFINITY;
  let rainSince = 0;
  /** what a rule would have given on days on which water may not begin */
  let owed = 0;
  const days =
    rule?.kind === "days" ? new Set(rule.afterPlanting) : rule?.kind === "stages" ? new Set(rule.onDays) : null;
  /** what the rule gives on a day, 0 where it gives none */
  const due = (day: number, depletion: number, raw: number): number => {
    if (!rule || day < ruleFromDay || day > stopAfterDay || day - last < restDays) return 0;
    switch (rule.kind) {
      case "depletion": {
        // what is used until water may begin again counts before
        const until = open ? (open.next[day] ?? 1) - 1 : 0;
        const ahead = until > 0 && open ? until * open.usedMm(day) : 0;
        const at = (atRawPctOn?.[day] || rule.atRawPct) / 100;
        return depletion + ahead >= at * raw && depletion > 0 ? refill(depletion) : 0;
      }
      case "interval":
        return day > 0 && day % rule.everyDays === 0 ? rule.netMm - (rule.lessRain ? rainSince : 0) : 0;
      case "weekly": {
        if (day === 0 || day % 7 !== 0) return 0;
        const net = rule.netMm - ((rule.lessRain ?? true) ? rainSince : 0);
        // a wet week is over with its turn, where a plan says so: what fell in it does not count against the next
        if (rule.rainSince === "turn") rainSince = 0;
        return net;
      }
      default:
        return days?.has(day) ? rule.netMm : 0;
    }
  };
  const refill = (depletion: number): number => {
    if (rule?.kind !== "depletion") return rule?.netMm ?? 0;
    const net =
      rule.refill === "capacity"
        ? depletion
        : "netMm" in rule.refill
          ? rule.refill.netMm
          : depletion - rule.refill.leaveMm;
    return net < leastMm ? 0 : Math.min(net, mostMm);
  };
  // the common walk, a hundred times for each plan: by the balance, with nothing settled, no turns and no time kept moister
  if (rule?.kind === "depletion" && open === null && atRawPctOn === null && settled.size === 0) {
    const at = rule.atRawPct / 100;
    return (day, depletion, raw) => {
      if (depletion < at * raw || depletion <= 0) return 0;
      if (day < ruleFromDay || day > stopAfterDay || day - last < restDays) return 0;
      const net = Math.min(refill(depletion), left);
      if (net <= 0 || net < leastMm) return 0;
      left -= net;
      last = day;
      given?.(number, day, net);
      number += 1;
      return net;
    };
  }
  return (day, depletion, raw, rain) => {
    rainSince += rain;
    const own = settled.get(number);
    const onItsDay = own?.day !== undefined && !own.left;
    let net = onItsDay
      ? day >= (own.day as number)
        ? (own.netMm ?? Math.max(leastMm, refill(depletion)))
        : 0
      : due(day, depletion, raw);
    if (open && !onItsDay) {
      if (open.run[day] === 0) {
        if (rule?.kind !== "depletion") owed = Math.max(owed, net);
        return 0;
      }
      const waited = day <= stopAfterDay && day - last >= restDays ? owed : 0;
      net = Math.min(Math.max(net, waited), (open.run[day] ?? 1) * open.mostMmPerDay);
      owed = 0;
    }
    if (net <= 0) return 0;
    if (own?.left) {
      number += 1;
      last = day;
      rainSince = 0;
      return 0;
    }
    net = Math.min(own?.netMm ?? net, left);
    // what is left may be too little for the system to give
    if (net <= 0 || (own?.netMm === undefined && net < leastMm)) return 0;
    left -= net;
    last = day;
    rainSince = 0;
    given?.(number, day, net);
    number += 1;
    return net;
  };
}
