/** The public exports of the core: pure functions with results as data. See docs/method/ for formulas and sources. */

export { drillCheck } from "./establish/drill-check";
export { nurserySeed, plantingStock } from "./establish/planting-stock";
export { reconcilePlanting } from "./establish/reconcile-planting";
export { populationFromRate, sowingRate } from "./establish/sowing-rate";
export { fieldMeasures } from "./feed/field-measures";
export { manureCredit } from "./feed/manure";
export { nitrogenNeed } from "./feed/nitrogen-need";
export { phosphatePotashNeed } from "./feed/phosphate-potash-need";
export { splitNutrient } from "./feed/split-nutrient";
export { straightFertilisers } from "./feed/straight-fertilisers";
export { residueCover } from "./ground/residue-cover";
export { tillagePass } from "./ground/tillage-pass";
export { findGuide, GUIDES } from "./guides/index";
export { resolveGuide } from "./guides/resolve-guide";
export { stageDates } from "./phenology/stage-dates";
export { checkPlan } from "./plan/check";
export { comparePlans, summarisePlan } from "./plan/compare";
export { draftPlan } from "./plan/draft";
export { solveSeason } from "./season/solve-season";
export { gypsumRequirement } from "./soil/gypsum";
export { interpretSoilTest } from "./soil/interpret-soil-test";
export { limeRequirement } from "./soil/lime";
export { salinityYield } from "./soil/salinity";
export { formatQuantity } from "./units/format-quantity";
export { parseQuantity } from "./units/parse-quantity";
