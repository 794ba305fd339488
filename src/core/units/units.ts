/**
 * Units and dimensions. Every dimension has one internal unit, in which the core computes; a unit is a factor (and for
 * temperature an offset) to it. The factors of the international yard and pound are exact by definition (1959
 * agreement; NIST SP 811, Appendix B).
 */

export const UNIT_SETS = ["metric", "usCustomary", "imperial", "southAsian"] as const;
export type UnitSet = (typeof UNIT_SETS)[number];

export const DIMENSIONS = [
  "length",
  "distance",
  "waterDepth",
  "area",
  "mass",
  "seedMass",
  "massPerArea",
  "yield",
  "dressing",
  "countPerArea",
  "piecesPerArea",
  "count",
  "temperature",
  "temperatureDifference",
  "volume",
  "volumePerArea",
  "speed",
  "wind",
  "percent",
  "days",
  "conductivity",
  "waterVolume",
  "hours",
  "liquidPerArea",
  "moneyPerArea",
  "workPerArea",
  "workRate",
  "flow",
  "load",
  "storeVolume",
  "massByHand",
  "massByRow",
  "liquidByHand",
  "lengthPerArea",
  "sheetPerArea",
  "sheet",
  "measuredVolume",
  "measuredMass",
  "volumeInWater",
  "massInWater",
  "activePerArea",
  "haul",
] as const;
export type Dimension = (typeof DIMENSIONS)[number];

/** The internal unit of each dimension. */
export const INTERNAL_UNIT: Record<Dimension, string> = {
  length: "cm",
  distance: "m",
  waterDepth: "mm",
  area: "ha",
  mass: "kg",
  seedMass: "g",
  massPerArea: "kg/ha",
  yield: "t/ha",
  // lime, gypsum, manure: tonnes over the ground, never bushels
  dressing: "t/ha",
  countPerArea: "/m2",
  // pieces, metres, square metres of material on a hectare
  piecesPerArea: "/ha",
  count: "",
  temperature: "C",
  temperatureDifference: "C",
  volume: "L",
  volumePerArea: "L/ha",
  speed: "km/h",
  wind: "m/s",
  percent: "%",
  days: "days",
  conductivity: "dS/m",
  waterVolume: "m3",
  hours: "h",
  // of a product, where a sprayer's volume is counted in other measures
  liquidPerArea: "L/ha",
  // major units of the practice's currency, which whoever writes puts in the place of the sign
  moneyPerArea: "¤/ha",
  workPerArea: "h/ha",
  workRate: "ha/h",
  flow: "m3/h",
  // what is carted and stored
  load: "t",
  storeVolume: "m3",
  // as one measures it out: on a few steps, along a row
  massByHand: "g/m2",
  massByRow: "g/m",
  liquidByHand: "mL/100 m2",
  // string, pipe, net, fleece
  lengthPerArea: "m/ha",
  sheetPerArea: "m2/ha",
  sheet: "m2",
  // what a measuring jug and a pair of scales show
  measuredVolume: "mL",
  measuredMass: "g",
  // of a product in its spray water
  volumeInWater: "mL/L",
  massInWater: "g/L",
  // of an active ingredient
  activePerArea: "g/ha",
  // by road
  haul: "km",
};

const KG_PER_LB = 0.45359237;
const M2_PER_ACRE = 4046.8564224;
const HA_PER_ACRE = M2_PER_ACRE / 10_000;
const CM_PER_INCH = 2.54;
const L_PER_US_GAL = 3.785411784;
const L_PER_IMP_GAL = 4.54609;
/** A depth of one inch on one acre, as irrigation is counted. */
const M3_PER_ACRE_INCH = (M2_PER_ACRE * CM_PER_INCH) / 100;
const M3_PER_FOOT3 = 0.3048 ** 3;
const M2_PER_1000_FT2 = 1000 * 0.3048 ** 2;
const LB_PER_1000_FT2 = (KG_PER_LB * 1000) / M2_PER_1000_FT2;
const L_PER_US_BUSHEL = 35.23907016688;
const L_PER_IMP_BUSHEL = 36.36872;

/** Trade bushels are a mass (lb), whatever the sample's test weight. */
const TRADE_BUSHEL_LB = { wheat: 60, barley: 48, oats: 32, maize: 56 } as const;
/** What a crop's yield is counted by where bushels are: its bushel, or the short ton. */
export type BushelCrop = keyof typeof TRADE_BUSHEL_LB | "byTon";

/** Stands for the currency in units. */
export const MONEY = "¤";

export interface UnitContext {
  unitSet: UnitSet;
  /** turns a bushel into mass by volume */
  testWeightKgPerHl?: number | undefined;
  /** turns a bushel into mass by trade usage when no test weight is given */
  bushelCrop?: BushelCrop | undefined;
}

/** Kilograms in one bushel, or null when neither a test weight nor a crop with a trade bushel is known. */
export function bushelKg(context: UnitContext): number | null {
  if (context.testWeightKgPerHl !== undefined) {
    const litres = context.unitSet === "imperial" ? L_PER_IMP_BUSHEL : L_PER_US_BUSHEL;
    return (litres * context.testWeightKgPerHl) / 100;
  }
  const { bushelCrop } = context;
  return bushelCrop && bushelCrop !== "byTon" ? TRADE_BUSHEL_LB[bushelCrop] * KG_PER_LB : null;
}

const MASS_KG: Record<string, number> = {
  mg: 1e-6,
  g: 1e-3,
  gram: 1e-3,
  grams: 1e-3,
  kg: 1,
  kgs: 1,
  kilo: 1,
  t: 1000,
  tonne: 1000,
  tonnes: 1000,
  q: 100,
  qtl: 100,
  quintal: 100,
  quintals: 100,
  dt: 100,
  lb: KG_PER_LB,
  lbs: KG_PER_LB,
  pound: KG_PER_LB,
  pounds: KG_PER_LB,
  oz: KG_PER_LB / 16,
  stone: 14 * KG_PER_LB,
};

const LENGTH_CM: Record<string, number> = {
  mm: 0.1,
  cm: 1,
  dm: 10,
  m: 100,
  metre: 100,
  metres: 100,
  km: 100_000,
  in: CM_PER_INCH,
  inch: CM_PER_INCH,
  inches: CM_PER_INCH,
  '"': CM_PER_INCH,
  ft: 12 * CM_PER_INCH,
  feet: 12 * CM_PER_INCH,
  foot: 12 * CM_PER_INCH,
  "'": 12 * CM_PER_INCH,
  yd: 36 * CM_PER_INCH,
  mi: 160_934.4,
};

const AREA_HA: Record<string, number> = {
  ha: 1,
  hectare: 1,
  hectares: 1,
  ac: HA_PER_ACRE,
  acre: HA_PER_ACRE,
  acres: HA_PER_ACRE,
  m2: 1e-4,
  sqm: 1e-4,
  ft2: (0.3048 * 0.3048) / 10_000,
  sqft: (0.3048 * 0.3048) / 10_000,
  are: 0.01,
  km2: 100,
};

const VOLUME_L: Record<string, number> = { ml: 0.001, cl: 0.01, l: 1, litre: 1, litres: 1, m3: 1000, hl: 100 };

const SPEED_KMH: Record<string, number> = {
  "km/h": 1,
  kmh: 1,
  kph: 1,
  mph: 1.609344,
  "mi/h": 1.609344,
  "m/s": 3.6,
  kn: 1.852,
};

const COUNT_WORDS = [
  "",
  "seeds",
  "seed",
  "plants",
  "plant",
  "grains",
  "ears",
  "sets",
  "tubers",
  "bulbs",
  "hills",
  "stations",
  "units",
];

const PIECES = ["", "pieces", "units", "m", "m2"];

function massKg(unit: string, context: UnitContext): number | null {
  if (unit === "bu" || unit === "bushel" || unit === "bushels") return bushelKg(context);
  if (unit === "cwt") return (context.unitSet === "usCustomary" ? 100 : 112) * KG_PER_LB;
  if (unit === "ton" || unit === "tons") return (context.unitSet === "usCustomary" ? 2000 : 2240) * KG_PER_LB;
  return MASS_KG[unit] ?? null;
}

function volumeL(unit: string, context: UnitContext): number | null {
  const gallon = context.unitSet === "usCustomary" ? L_PER_US_GAL : L_PER_IMP_GAL;
  if (unit === "gal" || unit === "gallon" || unit === "gallons") return gallon;
  if (unit === "usgal") return L_PER_US_GAL;
  if (unit === "impgal") return L_PER_IMP_GAL;
  if (unit === "pt") return gallon / 8;
  if (unit === "qt") return gallon / 4;
  if (unit === "floz") return context.unitSet === "usCustomary" ? gallon / 128 : gallon / 160;
  return VOLUME_L[unit] ?? null;
}

/** A ratio unit such as "lb/ac": numerator read by `top`, denominator as an area. Result per hectare. */
function perArea(unit: string, top: (numerator: string) => number | null): number | null {
  const slash = unit.lastIndexOf("/");
  if (slash < 0) return null;
  const numerator = top(unit.slice(0, slash));
  const area = AREA_HA[unit.slice(slash + 1)];
  return numerator === null || area === undefined ? null : numerator / area;
}

/** A strength such as "fl oz/gal": numerator read by `top`, denominator as a volume. Result per litre. */
function inWater(unit: string, top: (numerator: string) => number | null, context: UnitContext): number | null {
  const [over = "", under = ""] = unit.split("/");
  const numerator = top(over);
  const litres = volumeL(under, context);
  return numerator === null || litres === null ? null : numerator / litres;
}

interface Conversion {
  factor: number;
  offset: number;
}

/**
 * How a unit's value becomes the internal unit of a dimension: internal = value x factor + offset; null when the unit
 * does not belong to the dimension. `unit` is lower case without spaces.
 */
export function conversion(unit: string, dimension: Dimension, context: UnitContext): Conversion | null {
  const times = (factor: number | null | undefined, scale = 1): Conversion | null =>
    factor === null || factor === undefined ? null : { factor: factor * scale, offset: 0 };
  switch (dimension) {
    case "length":
      return times(LENGTH_CM[unit]);
    case "distance":
      return times(LENGTH_CM[unit], 0.01);
    case "waterDepth":
      return times(LENGTH_CM[unit], 10);
    case "area":
      return times(AREA_HA[unit]);
    case "mass":
      return times(massKg(unit, context));
    case "seedMass":
      return times(massKg(unit, context), 1000);
    case "massPerArea":
      return times(perArea(unit, (n) => massKg(n, context)));
    case "yield":
    case "dressing":
      return times(
        perArea(unit, (n) => massKg(n, context)),
        0.001,
      );
    case "countPerArea":
      return times(
        perArea(unit, (n) => (COUNT_WORDS.includes(n) ? 1 : null)),
        1e-4,
      );
    case "piecesPerArea":
      return times(perArea(unit, (n) => (PIECES.includes(n) ? 1 : null)));
    case "count":
      return COUNT_WORDS.includes(unit) ? times(1) : null;
    case "volume":
      return times(volumeL(unit, context));
    case "volumePerArea":
    case "liquidPerArea":
      return times(perArea(unit, (n) => volumeL(n, context)));
    case "speed":
      return times(SPEED_KMH[unit]);
    case "wind":
      return times(SPEED_KMH[unit], 1 / 3.6);
    case "percent":
      return unit === "%" || unit === "pct" ? times(1) : null;
    case "days":
      if (["d", "day", "days"].includes(unit)) return times(1);
      return ["wk", "week", "weeks"].includes(unit) ? times(7) : null;
    case "load":
      return times(massKg(unit, context), 0.001);
    case "storeVolume":
      return times(unit === "ft3" ? M3_PER_FOOT3 : volumeL(unit, context), unit === "ft3" ? 1 : 0.001);
    case "massByHand":
      return times({ "g/m2": 1, "lb/1000ft2": LB_PER_1000_FT2, "oz/100ft2": LB_PER_1000_FT2 * (10 / 16) }[unit]);
    case "massByRow":
      return times({ "g/m": 1, "oz/100ft": (KG_PER_LB * 1000) / 16 / 30.48 }[unit]);
    case "liquidByHand":
      return times({ "ml/100m2": 1, "floz/1000ft2": ((L_PER_US_GAL * 1000) / 128 / M2_PER_1000_FT2) * 100 }[unit]);
    case "lengthPerArea":
      return times(perArea(unit, (n) => (LENGTH_CM[n] === undefined ? null : LENGTH_CM[n] / 100)));
    case "sheetPerArea":
      return times(perArea(unit, (n) => (AREA_HA[n] === undefined ? null : AREA_HA[n] * 10_000)));
    case "sheet":
      return times(AREA_HA[unit], 10_000);
    case "measuredVolume":
      return times(volumeL(unit, context), 1000);
    case "measuredMass":
      return times(massKg(unit, context), 1000);
    case "volumeInWater":
      return times(
        inWater(unit, (n) => volumeL(n, context), context),
        1000,
      );
    case "massInWater":
      return times(
        inWater(unit, (n) => massKg(n, context), context),
        1000,
      );
    case "activePerArea":
      return times(
        perArea(unit, (n) => massKg(n, context)),
        1000,
      );
    case "haul":
      return times(LENGTH_CM[unit], 1e-5);
    case "waterVolume":
      return times(unit === "ac-in" ? M3_PER_ACRE_INCH : volumeL(unit, context), unit === "ac-in" ? 1 : 0.001);
    case "moneyPerArea":
      return times(perArea(unit, (n) => (n === MONEY || n === "" ? 1 : null)));
    case "workPerArea":
      return times(perArea(unit, (n) => (n === "h" || n === "hours" ? 1 : null)));
    case "workRate":
      return times(unit.endsWith("/h") ? AREA_HA[unit.slice(0, -2)] : null);
    case "flow":
      if (unit === "gpm" || unit === "gal/min") return times(volumeL("gal", context), 60 / 1000);
      if (unit === "l/s") return times(3.6);
      return times(unit.endsWith("/h") ? volumeL(unit.slice(0, -2), context) : null, 0.001);
    case "hours":
      if (["h", "hour", "hours"].includes(unit)) return times(1);
      return ["min", "minutes"].includes(unit) ? times(1 / 60) : null;
    case "conductivity":
      if (["ds/m", "ms/cm", "mmho/cm"].includes(unit)) return times(1);
      return unit === "us/cm" ? times(0.001) : null;
    case "temperatureDifference":
      return times(unit === "c" || unit === "°c" ? 1 : unit === "f" || unit === "°f" ? 5 / 9 : null);
    case "temperature":
      if (["c", "°c", "°", "degc"].includes(unit)) return times(1);
      return ["f", "°f", "degf"].includes(unit) ? { factor: 5 / 9, offset: (-32 * 5) / 9 } : null;
  }
}
