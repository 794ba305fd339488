/** Water that stands on a bunded field. */

import { daysBetween } from "../../dates";
import type { SolvedDates } from "../../plan/dates";
import type { Openings } from "../../water/openings";
import { pondDay } from "../../water/ponded-balance";
import type { Draft } from "../sheet";
import type { PondDays } from "./part";
import { etoOf, rainOf, type WaterYear } from "./season";
import { irrigationLogged, settledIrrigations } from "./settled";

/** Percolation of a puddled field, and the height of its outlet [mm]; usual figures. */
export const PERCOLATION_MM = 3;
const BUND_MM = 100;
/** Days that a drain within the season lasts; usual custom, until the soil is hair-cracked. */
const DRAINED_DAYS = 7;
/** Days before draining in which nothing is filled, and before water is only lowered; assumptions. */
const SOON_DAYS = 7;
const SOON_LOWERED_DAYS = 2;
/** Days until the next filling after one that was left out; assumption. */
const LEFT_OUT_DAYS = 4;
/** Water that a puddled floor gives up until its table stands 15 cm under the surface, from where on roots can lack it [mm]. */
const WET_FLOOR_MM = 18;
/** Water that the soil gives up while its table falls under the surface [mm for each cm]; usual of puddled clay. */
const YIELD_MM_PER_CM = 1.2;

/** Standing water by the guide's depths; each filling is an irrigation. */
export function pondSeason(
  draft: Draft,
  year: WaterYear,
  course: number,
  found: { number: number; day: number; netMm: number }[],
  stopDay: number | null,
  solved: SolvedDates,
  { openings, mostMmPerDay, limitMm }: { openings: Openings | null; mostMmPerDay: number; limitMm: number },
): PondDays {
  const { guide } = draft.context.crop;
  const depths = guide.water.standing
    .map((s) => ({
      from: s.fromStage === "planting" ? 0 : (year.stageDays.find((t) => t.id === s.fromStage)?.day ?? 0),
      highMm: s.depthCm * 10,
      sinks: s.refillAtCm !== undefined && s.refillAtCm < 0,
      // filled again at a quarter of its depth, or where the guide says
      lowMm:
        s.refillAtCm === undefined
          ? s.depthCm * 2.5
          : s.refillAtCm < 0
            ? s.refillAtCm * YIELD_MM_PER_CM
            : s.refillAtCm * 10,
    }))
    .sort((a, b) => a.from - b.from);
  // a drain of the guide's own lets it off for a while, but where it sinks by itself
  const drains = guide.tasks.flatMap((task) => {
    const date = task.role === "drain" ? solved.dates[task.id]?.planned : undefined;
    return date ? [daysBetween(year.from, date)] : [];
  });
  const percolation = draft.decisions.water?.percolationMmPerDay ?? PERCOLATION_MM;
  // shallower while other work is done in it
  const lowered = (guide.water.lowered ?? []).flatMap(({ role, depthCm, daysBefore, daysAfter, held = false }) =>
    Object.entries(solved.roles).flatMap(([id, r]) => {
      const date = r === role ? solved.dates[id]?.planned : undefined;
      if (!date) return [];
      const on = daysBetween(year.from, date);
      return { from: on - daysBefore, to: on + daysAfter, highMm: depthCm * 10, held };
    }),
  );
  const pond: PondDays = {
    from: year.from,
    depthMm: [],
    irrigationMm: [],
    spillMm: [],
    drainedMm: [],
    etcMm: [],
    ks: [],
    missingDays: 0,
  };
  let left = draft.facts.field.irrigated ? limitMm : 0;
  // once a filling is logged, what was not logged was not filled
  const settled = settledIrrigations(draft, year, 100);
  const loggedUntil = irrigationLogged(draft) ? daysBetween(year.from, draft.facts.today) : 0;
  let depth = 0;
  let number = 0;
  let rests = 0;
  for (let d = 0; d < year.days; d++) {
    const usual = depths.filter((t) => t.from <= d).at(-1) ?? depths[0];
    const now = lowered.filter((l) => d >= l.from && d <= l.to);
    // a film that is held goes before what is only lowered
    const shallow = now.find((l) => l.held) ?? now.find((l) => l.highMm < (usual?.highMm ?? 0));
    const at =
      shallow && usual
        ? { ...usual, highMm: shallow.highMm, lowMm: shallow.held ? shallow.highMm / 2 : -BUND_MM * 5 }
        : usual;
    const drained =
      at?.sinks || shallow?.held ? undefined : drains.find((from) => d >= from && d < from + DRAINED_DAYS);
    const dry = (stopDay !== null && d > stopDay) || drained !== undefined || shallow?.highMm === 0;
    // what is let off within days is not filled
    const soon =
      depths.some((t) => t.highMm === 0 && t.from > d && t.from - d <= SOON_DAYS) ||
      lowered.some((l) => l.highMm < (at?.highMm ?? 0) && l.from > d && l.from - d <= SOON_LOWERED_DAYS) ||
      drains.some((from) => !at?.sinks && from > d && from - d <= SOON_DAYS);
    const held = shallow?.held === true;
    const own = settled.get(number + 1);
    const due = own?.day !== undefined && !own.left ? own.day : undefined;
    // under the surface first the puddled floor gives up its water, then roots have what a field's have; ripe grain needs none
    const store = year.awcMmPerM * (year.rootM[d] ?? 0);
    const below = -depth - WET_FLOOR_MM;
    const free = year.depletionFraction * store;
    const ks = below <= free ? 1 : Math.max(0, (store - below) / (store - free));
    const etc = (year.kc[d] ?? 0) * etoOf(year, course, d);
    const useMm = ks * etc;
    pond.etcMm.push(Math.round(etc * 10) / 10);
    pond.ks.push(stopDay !== null && d > stopDay ? 1 : Math.round(ks * 1000) / 1000);
    const run = openings ? (openings.run[d] ?? 0) : 1;
    // until water may begin again it is used and seeps away
    const until = openings ? (openings.next[d] ?? 1) - 1 : 0;
    const [low, high] = dry
      ? [0, 0]
      : [
          (soon && !held) || run === 0 || left <= 0 || d < loggedUntil || d < rests || due !== undefined
            ? -BUND_MM * 5
            : (at?.lowMm ?? 0) + (shallow ? 0 : until * (useMm + percolation)),
          Math.min(at?.highMm ?? 0, depth + Math.min(left, openings ? run * mostMmPerDay : Number.POSITIVE_INFINITY)),
        ];
    const day = pondDay(
      depth,
      rainOf(year, course, d),
      useMm,
      // the less the further it has sunk under the surface, for less presses on the floor
      percolation * Math.min(1, Math.max(0, 1 + depth / WET_FLOOR_MM)),
      BUND_MM,
      low,
      high,
      -WET_FLOOR_MM - store,
    );
    if (day.irrigationMm > left) {
      day.depthMm -= day.irrigationMm - left;
      day.irrigationMm = left;
    }
    if (shallow && day.depthMm > shallow.highMm) {
      day.drainedMm += day.depthMm - shallow.highMm;
      day.depthMm = shallow.highMm;
    }
    if (due !== undefined && d >= due && !dry) {
      const wanted = own?.netMm ?? Math.max(0, (at?.highMm ?? 0) - day.depthMm);
      const filled = Math.min(wanted, Math.max(0, BUND_MM - day.depthMm));
      day.irrigationMm += filled;
      day.depthMm += filled;
    }
    if (day.irrigationMm > 0 && own?.left) {
      // left out: the water sinks on, and the next filling comes after a while
      day.depthMm -= day.irrigationMm;
      day.irrigationMm = 0;
      number += 1;
      rests = d + LEFT_OUT_DAYS;
    }
    left -= day.irrigationMm;
    depth = day.depthMm;
    pond.depthMm.push(Math.round(day.depthMm * 10) / 10);
    pond.irrigationMm.push(Math.round(day.irrigationMm * 10) / 10);
    pond.spillMm.push(day.spillMm);
    pond.drainedMm.push(day.drainedMm);
    if (!dry && !shallow && !at?.sinks && (at?.highMm ?? 0) > 0 && day.depthMm <= 0) pond.missingDays += 1;
    if (day.irrigationMm > 0 && draft.facts.field.irrigated) {
      number += 1;
      found.push({ number, day: d, netMm: day.irrigationMm });
    }
  }
  return pond;
}
