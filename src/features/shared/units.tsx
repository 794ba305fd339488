"use client";

import { createContext, type ReactNode, useContext, useMemo } from "react";
import { dimensionOf, type MeasureId } from "@/core/units/measure-ids";
import { parseQuantity } from "@/core/units/parse-quantity";
import { tellAll } from "@/core/units/told";
import type { Dimension } from "@/core/units/units";
import { joined, type UnitChoice, wordsFor } from "@/core/units/words";
import type { Reading } from "@/ui/written-value";

/** What a limit allows, to be named when it is passed. Both in the internal unit. */
export interface Limits {
  min?: number;
  max?: number;
  above?: number;
}

function unitsOf(choice: UnitChoice) {
  const words = wordsFor(choice);
  const { quantity: show } = words;
  const read =
    (field: string, dimension: Dimension, limits: Limits = {}) =>
    (typed: string): Reading<number> => {
      const parsed = parseQuantity(typed, dimension, { ...choice, field });
      if (!parsed.ok) return { ok: false, message: parsed.errors[0]?.message ?? "not a quantity" };
      const { si } = parsed.value;
      const low = limits.above ?? limits.min;
      const bad =
        (limits.min !== undefined && si < limits.min) ||
        (limits.above !== undefined && si <= limits.above) ||
        (limits.max !== undefined && si > limits.max);
      if (!bad) return { ok: true, value: si };
      const allowed = [
        low !== undefined ? `${limits.above !== undefined ? "above" : "from"} ${show(low, dimension)}` : "",
        limits.max !== undefined ? `up to ${show(limits.max, dimension)}` : "",
      ]
        .filter(Boolean)
        .join(" ");
      return { ok: false, message: `${field}: ${typed.trim()} given, allowed is ${allowed}` };
    };
  /** a figure's value with its unit; a text is shown as it is */
  const measured = (value: number | string, unit: MeasureId = "", decimals?: number) =>
    typeof value === "string" ? value : joined(words.measure(value, unit, decimals));
  /** reads a figure of this unit as people type it */
  const readMeasure = (field: string, unit: MeasureId, limits: Limits = {}) =>
    read(field, dimensionOf(unit) ?? "count", limits);
  /** minor money units a hectare as an amount by the reader's own area, and the unit of that */
  const areaMoney = (minorPerHa: number, decimals = 0) =>
    words.split(minorPerHa / 100, "moneyPerArea", decimals).number;
  const moneyUnit = words.split(0, "moneyPerArea").unit;
  /** hours a hectare by the reader's own area */
  const areaHours = (hoursPerHa: number, decimals = 1) => words.split(hoursPerHa, "workPerArea", decimals).number;
  /** pieces a hectare by the reader's own area: "12 bales/ha" */
  const pieces = (perHa: number, what: string) => {
    const { number, unit } = words.split(perHa, "piecesPerArea", 0);
    return `${number} ${what}${unit}`;
  };
  /** the unit alone, for heads of columns and behind boxes */
  const unitOf = (dimension: Dimension) => words.split(0, dimension).unit;
  return { ...choice, ...words, show, read, measured, readMeasure, unitOf, areaMoney, moneyUnit, areaHours, pieces };
}

const Units = createContext(unitsOf({ unitSet: "metric", decimal: "point", currency: "cr" }));

export function UnitsProvider({ choice, children }: { choice: UnitChoice; children: ReactNode }) {
  const { unitSet, decimal, currency, bushelCrop } = choice;
  // made once for all that is below: hundreds of cells ask for it, and a page that is fetched anew finds the same again
  const units = useMemo(
    () => unitsOf({ unitSet, decimal, currency, bushelCrop }),
    [unitSet, decimal, currency, bushelCrop],
  );
  return <Units.Provider value={units}>{children}</Units.Provider>;
}

/** Shows and reads quantities in the unit set that the practice chose. */
export const useUnits = () => useContext(Units);

/** Whatever is shown, with the quantities in its texts in these units. */
export function useTold<T>(value: T): T {
  const units = useUnits();
  return useMemo(() => tellAll(value, units), [value, units]);
}
