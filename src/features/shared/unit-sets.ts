import type { UnitSet } from "@/core/units/units";

/** The unit sets with what each writes, to choose from. */
export const UNIT_SETS: { value: UnitSet; label: string; note: string }[] = [
  { value: "metric", label: "Metric", note: "ha, kg/ha, t/ha, cm, °C" },
  { value: "usCustomary", label: "US customary", note: "acres, lb/ac, bu/ac, inches, °F" },
  { value: "imperial", label: "Imperial mix", note: "acres, lb/ac, t/ac, inches, °C" },
  { value: "southAsian", label: "South Asian", note: "acres, kg/ac, quintals/ac, cm, °C" },
];
