/** Quality of the irrigation water: salt, sodium, chloride, nitrate. */

import { salinityYield } from "../../soil/salinity";
import { q } from "../../units/told";
import { CHLORIDE_MG_L, sealing } from "../../water/water-quality";
import { change } from "../decisions";
import type { Check } from "../sheet";
import { round } from "../words";

/** Salt of the soil's extract over that of its water, where a sixth of it drains; Ayers and Westcot 1985 (FAO-29). */
const SOIL_OVER_WATER = 1.5;
/** Leaching requirement from which it is worth applying, and from which the crop is not suitable for the water [%]; assumptions. */
const LEACH_FROM = 8;
const LEACH_MOST = 40;
/** Sodium's ratio from which a slight effect is said; FAO-29, table 1, "none" under 3. */
const SODIUM_FROM = 3;
/** Yield left by its salt down to which a water is called fit for a crop [%]; assumption. */
const SUITS_FROM = 90;
/** Nitrogen from which it is said [kg/ha]; it is counted from 1 on. */
const NITROGEN_SAID = 3;
/** Nitrate limit of drinking water, and from which livestock is harmed [mg/L]; health authorities, FAO-29. */
const DRINK_NITRATE = 50;
const LIVESTOCK_NITRATE = 440;

export function checkQuality({ plan, facts, decisions, add }: Check): void {
  const { water, crop } = plan;
  const { quality, system, leachingPct } = water;
  const { ecDsM, sar, chlorideMgL, nitrateMgL } = quality;
  const name = crop.guide.name.toLowerCase();
  const { thresholdDsM, slopePctPerDsM } = crop.guide.soil.salinity;
  if (ecDsM != null && leachingPct !== null) {
    const soil = SOIL_OVER_WATER * ecDsM;
    const left = salinityYield({ ecE: soil, thresholdEc: thresholdDsM, slopePctPerDsM });
    const yieldPct = left.ok ? left.value.relativeYieldPct : 100;
    if (yieldPct < 100 || leachingPct >= LEACH_MOST)
      add(
        yieldPct < SUITS_FROM ? "advise" : "hint",
        "water.salt",
        yieldPct < SUITS_FROM
          ? `Water of ${q(ecDsM, "dS/m", 1)} is not suitable for ${name}: in the long run expect about ${q(yieldPct, "%")} of the yield.`
          : `Water of ${q(ecDsM, "dS/m", 1)} is likely to cost ${name} about ${q(100 - yieldPct, "%")} of the yield in the long run.`,
        `Where a sixth of the water drains, the saturation extract (ECe) rises to about ${q(soil, "dS/m", 1)}; ${name} tolerates ${q(thresholdDsM, "dS/m", 1)}. Blend it with better water, apply leaching water, or grow a tolerant crop.`,
        leachRepair(),
      );
    // what seeps away under standing water carries the salt with it
    else if (leachingPct >= LEACH_FROM && !decisions.water?.leach && !water.pond)
      add(
        "hint",
        "water.leach",
        `The leaching requirement of this water is ${q(leachingPct, "%")}.`,
        "Winter rain that drains leaches salt too. Where it does not come, add leaching water to every irrigation.",
        leachRepair(),
      );
  }
  function leachRepair() {
    return decisions.water?.leach || water.pond
      ? []
      : [{ label: "Add leaching water", changes: [change("water/leach", true)] }];
  }
  const seals = sar != null && ecDsM != null ? sealing(sar, ecDsM) : "none";
  // little salt alone seals bare soil too, but nobody irrigates otherwise for it
  if (seals === "severe" || (seals !== "none" && (sar ?? 0) > SODIUM_FROM))
    add(
      seals === "severe" ? "advise" : "hint",
      "water.sodium",
      `Sodium in the water (SAR ${round(sar ?? 0, 1)} at ${q(ecDsM ?? 0, "dS/m", 1)}) is likely to seal the soil: ${seals}.`,
      "Water then ponds and runs off. Apply gypsum in the water or on the soil, irrigate less at a time, and do not till wet soil.",
    );
  if (chlorideMgL != null && system.wetsLeaves && chlorideMgL > CHLORIDE_MG_L.leaves)
    add(
      "advise",
      "water.chlorideLeaves",
      `Chloride of ${round(chlorideMgL)} mg/L scorches leaves under sprinklers (limit ${CHLORIDE_MG_L.leaves} mg/L).`,
      "Irrigate at night, or by drip or furrow.",
    );
  else if (chlorideMgL != null && chlorideMgL > CHLORIDE_MG_L.roots)
    add(
      "advise",
      "water.chloride",
      `Chloride of ${round(chlorideMgL)} mg/L harms most crops through the roots (limit ${CHLORIDE_MG_L.roots} mg/L).`,
      "Blend it with better water, and do not apply fertiliser with chloride.",
    );
  const mixed = decisions.water?.blend?.sharePct ?? 0;
  if (mixed > 0 && ecDsM == null)
    add(
      "hint",
      "water.blend",
      "Two waters are blended, but the salinity of one of them is not recorded.",
      "The blend cannot be judged. Enter the analysis of the first in the field's record and that of the second here.",
    );
  if (nitrateMgL != null && water.nitrogenKgPerHa >= NITROGEN_SAID)
    add(
      "hint",
      "water.nitrate",
      `The irrigation water supplies about ${q(water.nitrogenKgPerHa, "kg N/ha")}; ${plan.feed.nitrogenBy === "rehearsed" ? "the simulated seasons count it as it comes" : "the nitrogen rate is reduced by it"}.`,
      "In a wet season less water is applied and less nitrogen comes with it. A leaf test in late spring shows whether it came.",
    );
  if (nitrateMgL != null && nitrateMgL > DRINK_NITRATE)
    add(
      "advise",
      "water.drinking",
      `Not for drinking: ${round(nitrateMgL)} mg/L nitrate (limit ${DRINK_NITRATE} mg/L).`,
      `Do not drink this water or use it for infant feed. Boiling does not remove nitrate; it concentrates it.${nitrateMgL > LIVESTOCK_NITRATE || facts.field.grazed ? ` Above about ${LIVESTOCK_NITRATE} mg/L it harms livestock too.` : ""}`,
    );
}
