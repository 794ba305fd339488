/**
 * The units in which figures and what went into them are kept, each by its id: what dimension it is of, so that whoever reads sees it in
 * units of their own, and of what. No text of a unit is ever turned back into a dimension: lime and gypsum are spread, grain is yielded,
 * and all three are tonnes a hectare.
 */

import { type Dimension, MONEY } from "./units";

/** `of` goes behind the first part of the unit: "kg N/ha". What has no dimension is written alike everywhere. */
export interface Measure {
  dimension?: Dimension;
  of?: string;
  /** how it is written where it has no dimension, if not as its id; MONEY stands for the currency */
  text?: string;
}

export const MEASURES = {
  "": {},
  "t/ha": { dimension: "yield" },
  // what is not the crop's own grain is no bushels
  "t/ha of mass": { dimension: "dressing" },
  "t lime/ha": { dimension: "dressing" },
  "t gypsum/ha": { dimension: "dressing" },
  "t straw/ha": { dimension: "dressing" },
  "kg/ha": { dimension: "massPerArea" },
  "kg N/ha": { dimension: "massPerArea", of: "N" },
  "kg P₂O₅/ha": { dimension: "massPerArea", of: "P₂O₅" },
  "kg K₂O/ha": { dimension: "massPerArea", of: "K₂O" },
  "kg S/ha": { dimension: "massPerArea", of: "S" },
  kg: { dimension: "mass" },
  g: {},
  t: { dimension: "load" },
  "L/ha": { dimension: "volumePerArea" },
  "h/ha": { dimension: "workPerArea" },
  "ha/h": { dimension: "workRate" },
  h: { dimension: "hours" },
  "/m²": { dimension: "countPerArea" },
  "plants/m²": { dimension: "countPerArea", of: "plants" },
  "/ha": { dimension: "piecesPerArea" },
  "hives/ha": { dimension: "piecesPerArea", of: "hives" },
  cm: { dimension: "length" },
  m: { dimension: "distance" },
  ha: { dimension: "area" },
  mm: { dimension: "waterDepth" },
  // of a bulb or a kernel: no rain gauge is meant
  "mm across": { text: "mm" },
  "m³": { dimension: "waterVolume" },
  "m³ stored": { dimension: "storeVolume" },
  "m³/h": { dimension: "flow" },
  "%": { dimension: "percent" },
  days: { dimension: "days" },
  C: { dimension: "temperature" },
  "C apart": { dimension: "temperatureDifference" },
  "dS/m": { dimension: "conductivity" },
  "km/h": { dimension: "speed" },
  "m/s": { dimension: "wind" },
  "money/ha": { dimension: "moneyPerArea" },
  "money/t": { text: `${MONEY}/t` },
  "money/h": { text: `${MONEY}/h` },
  "money/m³": { text: `${MONEY}/m³` },
  money: { text: MONEY },
  pH: { text: "" },
  share: { text: "" },
  L: { dimension: "volume" },
  mL: { dimension: "measuredVolume" },
  km: { dimension: "haul" },
  "kg/t": {},
  "mg/L": {},
  "mg/kg": {},
  "g/kg": {},
  "g/m²": {},
  "g/cm³": {},
  "kg/m³": {},
  "t/m³": {},
  "t/h": {},
  "cmol/kg": {},
  "% of CEC": {},
  "MJ/m²": {},
  kPa: {},
  "kPa/°C": {},
  "% dry matter": {},
  "kN/m": {},
  "L/kWh": {},
  kW: {},
  kWh: {},
  "mm/day": {},
  // of a nursery, for what is planted from it
  "m² per ha": { dimension: "sheetPerArea" },
  bags: {},
  bales: {},
  units: {},
  "L product/ha": { dimension: "liquidPerArea" },
  "m/ha": { dimension: "lengthPerArea" },
  "m²/ha": { dimension: "sheetPerArea" },
  "m²": { dimension: "sheet" },
  "m/week": {},
} as const satisfies Record<string, Measure>;
export type MeasureId = keyof typeof MEASURES;
export const MEASURE_IDS = Object.keys(MEASURES) as [MeasureId, ...MeasureId[]];

/** The dimension that a figure of this unit is shown and typed in; null for what is written alike everywhere. */
export const dimensionOf = (unit: MeasureId): Dimension | null => (MEASURES[unit] as Measure).dimension ?? null;
