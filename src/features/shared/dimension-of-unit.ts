import type { Dimension } from "@/core/units/units";

/** The dimension of the units that figures carry, so that working and ledger can be shown in the user's units. */
const DIMENSION: Record<string, Dimension> = {
  "t/ha": "yield",
  "t lime/ha": "dressing",
  "kg/ha": "massPerArea",
  "kg N/ha": "massPerArea",
  "kg P₂O₅/ha": "massPerArea",
  "kg K₂O/ha": "massPerArea",
  "kg S/ha": "massPerArea",
  "/m²": "countPerArea",
  cm: "length",
  ha: "area",
  "L/ha": "volumePerArea",
  "%": "percent",
  kg: "mass",
};

/** Null for units that are shown as they are (h/ha, kN/m, money). */
export function dimensionOf(unit: string): Dimension | null {
  return DIMENSION[unit] ?? null;
}
