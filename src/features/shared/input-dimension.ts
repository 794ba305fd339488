import type { OperationInput } from "@/core/plan/operation";
import type { Dimension } from "@/core/units/units";
import { useUnits } from "./units";

const BY_UNIT: Record<OperationInput["unit"], Dimension> = {
  kg: "massPerArea",
  t: "dressing",
  L: "volumePerArea",
  units: "piecesPerArea",
  m: "piecesPerArea",
  m2: "piecesPerArea",
};

/** The dimension in which the rate of what goes on a hectare is shown and typed, by the unit that it is kept in. */
export const inputDimension = (unit: OperationInput["unit"] | undefined): Dimension => BY_UNIT[unit ?? "kg"];

/** Says what goes on a hectare of an input, and on the field with its bags. Example: "0.4 kg/ha", "0.96 kg". */
export function useInputWords() {
  const { split, number } = useUnits();
  const per = ({ perHa, unit }: Pick<OperationInput, "perHa" | "unit">): string => {
    const dimension = inputDimension(unit);
    const shown = split(perHa, dimension);
    return dimension === "piecesPerArea"
      ? `${shown.number} ${written(unit)}${shown.unit}`
      : `${shown.number} ${shown.unit}`;
  };
  const inAll = ({ quantity, unit, bags, bagKg }: OperationInput): string =>
    `${number(quantity, unit === "kg" && quantity >= 10 ? 0 : 1)} ${written(unit)}`.trim() +
    (bags ? `, ${bags} bags of ${number(bagKg ?? 0)} kg` : "");
  return { per, inAll };
}

const written = (unit: OperationInput["unit"]): string => (unit === "units" ? "" : unit === "m2" ? "m²" : unit);
