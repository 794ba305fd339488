/**
 * How large the units of figures are: of what, in metres, kilograms, hours, degrees, money and so on, and by how many powers of ten.
 * Computation is metric, so that a sum of different units needs no other factor: 8.5 t/ha x 24 kg/t is 204 kg/ha, and who reads in
 * pounds and acres sees the same figures in them.
 */

import type { MeasureId } from "./measure-ids";

/** Powers of ten, and what it is a size of: each base with its exponent. */
export type Size = readonly [ten: number, of?: Readonly<Partial<Record<BaseUnit, number>>>];
export type BaseUnit =
  | "m"
  | "kg"
  | "h"
  | "s"
  | "day"
  | "week"
  | "C"
  | "money"
  | "kWh"
  | "MJ"
  | "kPa"
  | "kN"
  | "mol"
  | "dS";

const PER_M2 = { m: -2 } as const;
const MASS_PER_AREA = { kg: 1, m: -2 } as const;
const MASS_PER_VOLUME = { kg: 1, m: -3 } as const;
const MONEY_PER_AREA = { money: 1, m: -2 } as const;
const VOLUME = { m: 3 } as const;

export const MEASURE_SIZES: Record<MeasureId, Size> = {
  "": [0],
  "t/ha": [-1, MASS_PER_AREA],
  "t/ha of mass": [-1, MASS_PER_AREA],
  "t lime/ha": [-1, MASS_PER_AREA],
  "t gypsum/ha": [-1, MASS_PER_AREA],
  "t straw/ha": [-1, MASS_PER_AREA],
  "kg/ha": [-4, MASS_PER_AREA],
  "kg N/ha": [-4, MASS_PER_AREA],
  "kg P₂O₅/ha": [-4, MASS_PER_AREA],
  "kg K₂O/ha": [-4, MASS_PER_AREA],
  "kg S/ha": [-4, MASS_PER_AREA],
  "g/m²": [-3, MASS_PER_AREA],
  kg: [0, { kg: 1 }],
  g: [-3, { kg: 1 }],
  t: [3, { kg: 1 }],
  // a volume on an area is a depth
  "L/ha": [-7, { m: 1 }],
  "L product/ha": [-7, { m: 1 }],
  "h/ha": [-4, { h: 1, m: -2 }],
  "ha/h": [4, { m: 2, h: -1 }],
  h: [0, { h: 1 }],
  "/m²": [0, PER_M2],
  "plants/m²": [0, PER_M2],
  "/ha": [-4, PER_M2],
  "hives/ha": [-4, PER_M2],
  "mm across": [-3, { m: 1 }],
  mm: [-3, { m: 1 }],
  cm: [-2, { m: 1 }],
  m: [0, { m: 1 }],
  km: [3, { m: 1 }],
  "m²": [0, { m: 2 }],
  ha: [4, { m: 2 }],
  mL: [-6, VOLUME],
  L: [-3, VOLUME],
  "m³": [0, VOLUME],
  "m³ stored": [0, VOLUME],
  "m³/h": [0, { m: 3, h: -1 }],
  "m/ha": [-4, { m: -1 }],
  "m²/ha": [-4],
  "m² per ha": [-4],
  "%": [-2],
  "% of CEC": [-2],
  "% dry matter": [-2],
  share: [0],
  pH: [0],
  bags: [0],
  bales: [0],
  units: [0],
  days: [0, { day: 1 }],
  C: [0, { C: 1 }],
  "C apart": [0, { C: 1 }],
  "dS/m": [0, { dS: 1, m: -1 }],
  "km/h": [3, { m: 1, h: -1 }],
  "m/s": [0, { m: 1, s: -1 }],
  "m/week": [0, { m: 1, week: -1 }],
  "mm/day": [-3, { m: 1, day: -1 }],
  "money/ha": [-4, MONEY_PER_AREA],
  "money/t": [-3, { money: 1, kg: -1 }],
  "money/h": [0, { money: 1, h: -1 }],
  "money/m³": [0, { money: 1, m: -3 }],
  money: [0, { money: 1 }],
  "kg/t": [-3],
  "mg/kg": [-6],
  "g/kg": [-3],
  "mg/L": [-3, MASS_PER_VOLUME],
  "kg/m³": [0, MASS_PER_VOLUME],
  "g/cm³": [3, MASS_PER_VOLUME],
  "t/m³": [3, MASS_PER_VOLUME],
  "t/h": [3, { kg: 1, h: -1 }],
  "cmol/kg": [-2, { mol: 1, kg: -1 }],
  "MJ/m²": [0, { MJ: 1, m: -2 }],
  kPa: [0, { kPa: 1 }],
  "kPa/°C": [0, { kPa: 1, C: -1 }],
  "kN/m": [0, { kN: 1, m: -1 }],
  "L/kWh": [-3, { m: 3, kWh: -1 }],
  kW: [0, { kWh: 1, h: -1 }],
  kWh: [0, { kWh: 1 }],
};
