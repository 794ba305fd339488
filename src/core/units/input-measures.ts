import type { MeasureId } from "./measure-ids";

/** The units in which what goes on a field is counted. */
export type InputUnit = "kg" | "t" | "L" | "units" | "m" | "m2";

/** What an input's rate and its amount for the field are measured in, by the unit that it is kept in. */
const MEASURE_OF: Record<InputUnit, { perArea: MeasureId; total: MeasureId }> = {
  kg: { perArea: "kg/ha", total: "kg" },
  t: { perArea: "t/ha of mass", total: "t" },
  L: { perArea: "L product/ha", total: "L" },
  units: { perArea: "/ha", total: "" },
  m: { perArea: "m/ha", total: "m" },
  m2: { perArea: "m²/ha", total: "m²" },
};

export const inputMeasure = (unit: InputUnit) => MEASURE_OF[unit];
