/**
 * One season of a crop on its ground, walked once, a day a step: stages by the crop's clock, canopy, roots, water in two stores, nitrogen in
 * layers of 10 cm, growth by the shortest of them, harms, and the day of harvest. Order of a day: fertiliser; stage, canopy, roots; rain,
 * irrigation, drainage, use; what is set free, turns, leaches; growth by the nitrogen held the evening before; uptake; harms.
 *
 * Growth = light taken up x efficiency x warmth x stand x the lesser of water (FAO-56's ks) and nitrogen (held / needed, the need falling
 * with size as Justes 1994 found). Written for speed: a plan walks a hundred seasons of up to six hundred days.
 */

import { TOPSOIL_SHARES } from "../feed/soil-nitrate";
import { giverFrom } from "../water/giver";
import { kcUnderMulch } from "../water/mulch";
import { CAUGHT_SHARE, LEAST_ROOT_M, P_AT_MM, P_LEAST, P_MOST, P_PER_MM } from "../water/walk";
import type { Course, Fit, RehearsedPlan } from "./course";
import { takeHome } from "./harvest";
import { LIMITS, OUT, type RehearsalDay } from "./outcome";
import { DEEPEST_LAYERS, fullestCover, LAYER_M, startLayers } from "./start";

/** Evaporation of wet bare ground in parts of the reference (FAO-56). */
const BARE_KC = 1.05;

/** Nitrogen that rain and dust bring in a year [kg/ha]; assumption. */
const DEPOSITION_KG_PER_DAY = 12 / 365;
const [FIRST, SECOND, THIRD] = TOPSOIL_SHARES;
/** Degree days in which most of what is slow is set free; assumption. */
const SLOW_CD = 1000;
/** Organic matter sets free as slowly as this where the soil is dry, from half of its available water on; assumptions. */
const DRY_WETNESS = 0.2;
const WET_UNTIL = 0.5;
/** Uptake of a day: at most so much, and such a share of what roots reach; assumptions. */
const MOST_UPTAKE_KG = 5;
const UPTAKE_SHARE = 0.2;
/** Below so much dry matter [t/ha] the need grows with the crop alone. */
const YOUNG_T = 0.3;
/** A seedling of less lives on its seed [t/ha]; assumption. */
const LEAST_T = 0.001;

const NO_HARM = { limitC: 0, lossPerDegree: 0 };

export function walkSeason(
  course: Course,
  plan: RehearsedPlan,
  fit: Fit,
  season: number,
  out: Float64Array,
  tell: ((day: RehearsalDay) => void) | null = null,
): void {
  const { crop, ground, clock, rainMm, light, warmth, freeing, nitrifying, soilOver0C } = course;
  const { mulchKept, kcChange } = course;
  const { weather, thresholds, units, cold, light: dayLength, coldNeed, coldUntil, lightUntil } = clock;
  const { etoMm, tminC, tmaxC, days } = weather;
  const { awcMmPerM, deepestM, rewMm, tewMm, setFreeKgAt10C, percolationMmPerDay } = ground;
  const { stages, bundMm, harms, nitrogen, depletionFraction, harvestStage, harvestAfterDays } = crop;
  const { startDay, plantingDay, stand, siteShare, waterNKgPerMm, pond, seen, arrivals } = plan;
  const { calibration, needKgAt1T } = fit;
  const { highShare, fixedShare, untilStage } = nitrogen;
  const { initial: kcInitial, mid: kcMid, end: kcEnd } = crop.kc;
  const base = season * days;
  const count = stages.length;
  out.fill(0);

  const { most, fallsFrom } = fullestCover(stages);

  // water: the rooted soil, and what lies below it down to the deepest roots
  let rootM = Math.min(deepestM, LEAST_ROOT_M);
  let depletion = plan.startEmpty * awcMmPerM * rootM;
  let below = plan.startEmpty * awcMmPerM * (deepestM - rootM);
  let surface = plan.startEmpty * tewMm;
  const give = plan.water ? giverFrom(plan.water) : null;
  const pondLimit = pond?.limitMm ?? Number.POSITIVE_INFINITY;
  let wasFlooded = false;

  // nitrogen
  const layers = Math.min(DEEPEST_LAYERS, Math.max(1, Math.round(deepestM / LAYER_M)));
  const heldByLayer = ground.heldMmPerM * LAYER_M;
  const nitrate = startLayers(plan, layers);
  let ammonium = 0;
  let slow = 0;
  let arrival = 0;
  while (arrival < arrivals.length && arrivals[arrival]!.day < startDay) arrival++;
  let held = 0;
  let biomass = 0;
  let needBiomass = 0;
  let need = 0;
  const oneLessB = 1 - nitrogen.dilution;
  const youngNeed = (needKgAt1T * YOUNG_T ** oneLessB) / YOUNG_T;

  // the crop's clock and what harms it
  let stage = -1;
  let sum = 0;
  let coldDays = 0;
  let emergedAt = -1;
  let ripe = -1;
  let frost = 1;
  let heat = 1;
  let until = 0;
  let from = 0;
  let perUnit = 0;
  let c0 = 0;
  let cSpan = 0;
  let r0 = 0;
  let rSpan = 0;
  // a stage that was seen stands for the simulated one
  const seenSum = seen ? thresholds[seen.stage]! : 0;
  // ends of the phases that form heads, then grains, then fill them, and growth with and without the season's water in each
  const phaseEnds = [count > 3 ? count - 3 : 2, count > 3 ? count - 2 : 3, count];
  let phase = 0;
  let phaseStood = 0;
  let phaseWet = 0;
  let coldHarm = NO_HARM;
  let coldEnd = 0;
  let heatHarm = NO_HARM;
  let heatEnd = 0;
  let lostWarmth = 0;
  let lostStand = 0;
  let lostWater = 0;
  let lostNitrogen = 0;
  let sumRain = 0;
  let sumIrrigation = 0;
  let sumSpilled = 0;
  let sumDeep = 0;
  let sumUsed = 0;
  let sumEtc = 0;
  let sumEta = 0;
  let stressDays = 0;
  let given = 0;
  let fixedN = 0;
  let leached = 0;
  let leachedUnder = 0;
  let lost = 0;
  let setFree = 0;
  let setFreeBefore = 0;

  for (let d = Math.max(0, startDay); d < days; d++) {
    const i = base + d;
    // stage, canopy, roots
    let cover = 0;
    let coefficient = 0;
    const planted = d >= plantingDay;
    if (planted) {
      if (d === plantingDay && plan.missingAtPlantingMm !== null) depletion = plan.missingAtPlantingMm;
      if (seen) {
        if (d < seen.day) sum = Math.min(sum, seenSum - 1e-6);
        else if (d === seen.day) sum = Math.max(sum, seenSum);
      }
      if (stage < 0 || sum >= until) {
        // one stage after another, those of no time at once
        while (stage < count && (stage < 0 || sum >= until)) {
          stage++;
          if (stage >= 1 && emergedAt < 0) emergedAt = d;
          if (stage === untilStage + 1) needBiomass = biomass;
          if (stage === phaseEnds[phase]) {
            out[OUT.wet + phase] = phaseStood > 0 ? phaseWet / phaseStood : 1;
            phaseStood = 0;
            phaseWet = 0;
            phase++;
          }
          if (stage >= count) break;
          until = thresholds[stage]!;
          from = stage > 0 ? thresholds[stage - 1]! : 0;
        }
        if (stage > harvestStage && ripe < 0) ripe = d;
        if (stage < count) {
          perUnit = until > from ? 1 / (until - from) : 0;
          const before = stage > 0 ? stages[stage - 1]! : null;
          const next = stages[stage]!;
          c0 = before?.cover ?? 0;
          cSpan = stage > 0 ? next.cover - c0 : 0;
          r0 = before?.rootM ?? LEAST_ROOT_M;
          rSpan = next.rootM - r0;
          for (let h = 0; h < harms.length; h++) {
            const harm = harms[h]!;
            if (harm.stage !== stage - 1) continue;
            if (harm.cold) {
              coldHarm = harm;
              coldEnd = d + harm.days;
            } else {
              heatHarm = harm;
              heatEnd = d + harm.days;
            }
          }
        }
      }
      if (ripe >= 0 && (stage >= count || d >= ripe + harvestAfterDays)) break;
      let rate = units[i]!;
      coldDays += cold[i]!;
      if (stage > 0) {
        if (stage <= coldUntil && coldDays < coldNeed) rate *= coldDays / coldNeed;
        if (stage <= lightUntil) rate *= dayLength[d]!;
      }
      sum += rate;
      const share = sum < until ? (sum - from) * perUnit : 1;
      cover = c0 + cSpan * share;
      const root = Math.min(deepestM, Math.max(LEAST_ROOT_M, r0 + rSpan * share));
      if (root > rootM) {
        // new roots take over their share of the water and of the lack below
        const moved = (below * (root - rootM)) / (deepestM - rootM);
        below -= moved;
        depletion += moved;
        rootM = root;
      }
      if (stage > 0) {
        const grown = Math.min(1, cover / most);
        const falling = stage > fallsFrom ? (stage - 1 - fallsFrom + share) / (count - 1 - fallsFrom) : -1;
        coefficient = falling >= 0 ? kcMid + (kcEnd - kcMid) * falling : kcInitial + (kcMid - kcInitial) * grown;
        if (kcChange) coefficient += kcChange[d]! * (falling < 0 ? grown : 1 - falling);
        if (mulchKept > 0) coefficient = kcUnderMulch(coefficient, kcInitial, grown, mulchKept);
      }
    }

    // rain, irrigation, drainage, use
    const eto = etoMm[i]!;
    const fallen = rainMm[i]!;
    const rain = fallen < CAUGHT_SHARE * eto ? 0 : fallen;
    const taw = awcMmPerM * rootM;
    let etc: number;
    if (coefficient > 0) {
      etc = coefficient * eto;
      surface = Math.max(0, surface - rain);
    } else {
      surface = Math.max(0, surface - rain);
      const wet = surface <= rewMm ? 1 : surface >= tewMm ? 0 : (tewMm - surface) / (tewMm - rewMm);
      etc = BARE_KC * (1 - mulchKept) * eto * wet;
      surface = Math.min(tewMm, surface + etc);
    }
    const p = Math.min(P_MOST, Math.max(P_LEAST, depletionFraction + P_PER_MM * (P_AT_MM - etc)));
    const raw = p * taw;
    depletion -= rain;
    let irrigation = 0;
    if (planted) {
      if (pond) {
        if (d <= pond.untilDay && -depletion < pond.lowMm)
          irrigation = Math.min(pond.highMm + depletion, pondLimit - sumIrrigation);
      } else if (give) irrigation = give(d - plantingDay, depletion > 0 ? depletion : 0, raw, rain);
      depletion -= irrigation;
    }
    let drained = 0;
    let deep = 0;
    let flooded = false;
    if (depletion < 0) {
      if (bundMm > 0 && planted) {
        flooded = true;
        // what stands seeps away through the floor; over the bund it runs off
        if (-depletion > bundMm) {
          sumSpilled += -depletion - bundMm;
          depletion = -bundMm;
        }
        drained = Math.min(-depletion, percolationMmPerDay);
      } else drained = -depletion;
      depletion += drained;
      deep = drained - below;
      if (deep > 0) below = 0;
      else {
        below -= drained;
        deep = 0;
      }
    }
    let ks = 1;
    if (coefficient > 0 && depletion > raw) ks = depletion >= taw ? 0 : (taw - depletion) / (taw - raw);
    let eta = ks * etc;
    if (depletion + eta > taw) eta = taw > depletion ? taw - depletion : 0;
    depletion += eta;

    // nitrogen: what comes, what is set free, what turns, what leaches
    while (arrival < arrivals.length && arrivals[arrival]!.day <= d) {
      const came = arrivals[arrival++]!;
      nitrate[0]! += came.nitrate;
      ammonium += came.ammonium;
      slow += came.slow;
      given += came.nitrate + came.ammonium + came.slow;
    }
    const lack = depletion / taw;
    const wetness = lack <= WET_UNTIL ? 1 : 1 - ((1 - DRY_WETNESS) * (Math.min(1, lack) - WET_UNTIL)) / (1 - WET_UNTIL);
    const free = setFreeKgAt10C * freeing[i]! * wetness;
    const unlocked = slow > 0 ? Math.min(slow, (slow * soilOver0C[i]!) / SLOW_CD) : 0;
    slow -= unlocked;
    const rained = DEPOSITION_KG_PER_DAY + irrigation * waterNKgPerMm;
    given += rained;
    if (planted) setFree += free;
    else setFreeBefore += free;
    if (flooded) {
      if (!wasFlooded) {
        // without air what was nitrate is lost
        for (let k = 0; k < layers; k++) {
          lost += nitrate[k]!;
          nitrate[k] = 0;
        }
        wasFlooded = true;
      }
      ammonium += free + unlocked + rained;
    } else {
      const turned = ammonium > 0 ? ammonium * nitrifying[i]! : 0;
      ammonium -= turned;
      const released = free + unlocked;
      nitrate[0]! += turned + rained + FIRST * released;
      nitrate[layers > 1 ? 1 : 0]! += SECOND * released;
      nitrate[layers > 2 ? 2 : 0]! += THIRD * released;
      if (drained > 0) {
        const rooted = Math.max(1, Math.round(rootM / LAYER_M));
        const upper = drained / (drained + heldByLayer);
        const lower = deep > 0 ? deep / (deep + heldByLayer) : 0;
        let carried = 0;
        for (let k = 0; k < layers; k++) {
          const there = nitrate[k]! + carried;
          carried = there * (k < rooted ? upper : lower);
          nitrate[k] = there - carried;
        }
        leached += carried;
        if (planted) leachedUnder += carried;
      }
    }

    // growth by the nitrogen held the evening before
    let factor = 1;
    if (stage > 0) {
      // the need as it was the evening before
      if (biomass > LEAST_T && held < need) factor = held / need;
      const full = light[i]! * cover * calibration;
      const warm = full * warmth[i]!;
      const stood = warm * stand;
      lostWarmth += full - warm;
      lostStand += warm - stood;
      lostWater += stood * (1 - ks);
      phaseStood += stood;
      phaseWet += stood * ks;
      if (factor < ks) lostNitrogen += stood * (ks - factor);
      biomass += stood * (factor < ks ? factor : ks);
      // uptake
      // what the site does not allow does not grow, and needs nothing
      const size = siteShare * (needBiomass > 0 ? needBiomass : biomass);
      need = size < YOUNG_T ? youngNeed * size : needKgAt1T * size ** oneLessB;
      const wanted = need * highShare - held;
      if (wanted > 0) {
        const fixed = wanted * fixedShare;
        fixedN += fixed;
        held += fixed;
        const rooted = Math.min(layers, Math.max(1, Math.ceil(rootM / LAYER_M - 1e-9)));
        let there = ammonium;
        for (let k = 0; k < rooted; k++) there += nitrate[k]!;
        if (there > 0) {
          const taken = Math.min(wanted - fixed, MOST_UPTAKE_KG, UPTAKE_SHARE * there * (0.3 + 0.7 * ks));
          const left = 1 - taken / there;
          ammonium *= left;
          for (let k = 0; k < rooted; k++) nitrate[k]! *= left;
          held += taken;
        }
      }
      if (d < coldEnd && tminC[i]! < coldHarm.limitC)
        frost *= Math.max(0, 1 - coldHarm.lossPerDegree * (coldHarm.limitC - tminC[i]!));
      if (d < heatEnd && tmaxC[i]! > heatHarm.limitC)
        heat *= Math.max(0, 1 - heatHarm.lossPerDegree * (tmaxC[i]! - heatHarm.limitC));
      sumEtc += etc;
      sumEta += eta;
      if (ks < 1) stressDays++;
    }
    sumUsed += eta;
    sumRain += rain;
    sumIrrigation += irrigation;
    sumDeep += deep;
    if (tell)
      tell({
        day: d,
        stage,
        cover,
        rootM,
        kc: coefficient,
        irrigationMm: irrigation,
        drainageMm: drained,
        ks,
        etaMm: eta,
        depletionMm: depletion,
        nitrateKg: nitrate.reduce((a, b) => a + b, 0),
        leachedKg: leached,
        nitrogenFactor: factor,
        biomassT: biomass,
        heldKg: held,
      });
  }

  let leftN = ammonium + slow;
  for (let k = 0; k < layers; k++) leftN += nitrate[k]!;
  out[OUT.biomass] = biomass;
  out[OUT.needBiomass] = needBiomass > 0 ? needBiomass : biomass;
  const water = [sumRain, sumIrrigation, sumSpilled, sumDeep, sumUsed, depletion + below, sumEtc, sumEta, stressDays];
  const nitrogens = [given, fixedN, held, leftN, leached, leachedUnder, lost, setFreeBefore, setFree];
  // in the order of OUT
  out.set(water, OUT.rainMm);
  out.set(nitrogens, OUT.givenN);

  const toYield = crop.harvestIndex / (1 - crop.moisturePct / 100);
  const losses = OUT.losses;
  out[losses + LIMITS.indexOf("warmth")] = lostWarmth * toYield;
  out[losses + LIMITS.indexOf("stand")] = lostStand * toYield;
  out[losses + LIMITS.indexOf("water")] = lostWater * toYield;
  out[losses + LIMITS.indexOf("nitrogen")] = lostNitrogen * toYield;
  out[OUT.reference] = (biomass + lostWarmth + lostStand + lostWater + lostNitrogen) * toYield;
  takeHome(course, plan, season, { grownTPerHa: biomass * toYield, ripe, emergedAt, frost, heat }, out);
}
