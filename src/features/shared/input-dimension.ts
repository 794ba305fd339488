import type { OperationInput } from "@/core/plan/operation";
import type { Dimension } from "@/core/units/units";

/** The dimension in which the rate of what goes on a hectare is shown and typed, by the unit that it is kept in. */
export const inputDimension = (unit: OperationInput["unit"] | undefined): Dimension =>
  unit === "t" ? "dressing" : unit === "L" ? "volumePerArea" : "massPerArea";
