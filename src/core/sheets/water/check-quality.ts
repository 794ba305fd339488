/** What the water brings with it: salt, sodium, chloride, nitrate. */

import { salinityYield } from "../../soil/salinity";
import { CHLORIDE_MG_L, sealing } from "../../water/water-quality";
import { change } from "../decisions";
import type { Check } from "../sheet";
import { round } from "../words";

/** Salt of the soil's extract over that of its water, where a sixth of it drains; Ayers and Westcot 1985 (FAO-29). */
const SOIL_OVER_WATER = 1.5;
/** Share for salt from which it is worth giving, and from which the crop does not suit the water [%]; assumptions. */
const LEACH_FROM = 8;
const LEACH_MOST = 40;
/** Sodium's ratio from which a slight effect is said; FAO-29, table 1, "none" under 3. */
const SODIUM_FROM = 3;
/** Yield left by its salt down to which a water is called fit for a crop [%]; assumption. */
const SUITS_FROM = 90;
/** Nitrogen from which it is said [kg/ha]; it is counted from 1 on. */
const NITROGEN_SAID = 3;
/** Nitrate that people may drink, and from which livestock is harmed [mg/L]; drinking-water limits of health authorities, FAO-29. */
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
          ? `Water of ${round(ecDsM, 1)} dS/m does not suit ${name}: about ${round(yieldPct)} % of the yield is left in time.`
          : `Water of ${round(ecDsM, 1)} dS/m costs ${name} about ${round(100 - yieldPct)} % of the yield in time.`,
        `The soil's extract comes to about ${round(soil, 1)} dS/m where a sixth of the water drains; ${name} bears ${round(thresholdDsM, 1)}. Mix it with better water, give more so that it drains, or grow what bears it.`,
        leachRepair(),
      );
    // what seeps away under standing water carries the salt with it
    else if (leachingPct >= LEACH_FROM && !decisions.water?.leach && !water.pond)
      add(
        "hint",
        "water.leach",
        `${round(leachingPct)} % of this water should drain, so that its salt does not gather.`,
        "Winter rain that drains does the same; where it does not come, give the more.",
        leachRepair(),
      );
  }
  function leachRepair() {
    return decisions.water?.leach || water.pond
      ? []
      : [{ label: "Give so much more as has to drain", changes: [change("water/leach", true)] }];
  }
  const seals = sar != null && ecDsM != null ? sealing(sar, ecDsM) : "none";
  // little salt alone closes bare ground too, but nobody waters otherwise for it
  if (seals === "severe" || (seals !== "none" && (sar ?? 0) > SODIUM_FROM))
    add(
      seals === "severe" ? "advise" : "hint",
      "water.sodium",
      `Sodium in the water (ratio ${round(sar ?? 0, 1)} at ${round(ecDsM ?? 0, 1)} dS/m) closes the soil: ${seals}.`,
      "Water then stands and runs off. Gypsum in the water or on the ground, smaller irrigations, and no tillage while it is wet.",
    );
  if (chlorideMgL != null && system.wetsLeaves && chlorideMgL > CHLORIDE_MG_L.leaves)
    add(
      "advise",
      "water.chlorideLeaves",
      `${round(chlorideMgL)} mg/L of chloride burn leaves that are sprinkled; up to ${CHLORIDE_MG_L.leaves} do not.`,
      "Water by night, by drip or in furrows.",
    );
  else if (chlorideMgL != null && chlorideMgL > CHLORIDE_MG_L.roots)
    add(
      "advise",
      "water.chloride",
      `${round(chlorideMgL)} mg/L of chloride harm most crops through the roots; up to ${CHLORIDE_MG_L.roots} are borne.`,
      "Mix it with better water, and give no fertiliser with chloride.",
    );
  const mixed = decisions.water?.blend?.sharePct ?? 0;
  if (mixed > 0 && ecDsM == null)
    add(
      "hint",
      "water.blend",
      "Two waters are mixed, but the salt of one of them is not known.",
      "Nothing is said of the mixture. Put the analysis of the first into the field's record and that of the second here.",
    );
  if (nitrateMgL != null && water.nitrogenKgPerHa >= NITROGEN_SAID)
    add(
      "hint",
      "water.nitrate",
      `The season's water brings about ${round(water.nitrogenKgPerHa)} kg N/ha, which Feed takes off.`,
      "In a wet season less water is given and less nitrogen comes: a leaf test late in spring says whether it came.",
    );
  if (nitrateMgL != null && nitrateMgL > DRINK_NITRATE)
    add(
      "advise",
      "water.drinking",
      `${round(nitrateMgL)} mg/L of nitrate: nobody drinks this water, infants least of all.`,
      `People bear ${DRINK_NITRATE} mg/L; boiling makes it worse.${nitrateMgL > LIVESTOCK_NITRATE || facts.field.grazed ? ` Livestock is harmed from about ${LIVESTOCK_NITRATE} mg/L.` : ""}`,
    );
}
