"use client";

import { createContext, type ReactNode, useContext, useMemo } from "react";
import { formatDay } from "@/core/dates";
import type { Words } from "@/core/sheets/sheet";
import { formatNumber, formatQuantity } from "@/core/units/format-quantity";
import { parseQuantity } from "@/core/units/parse-quantity";
import type { BushelCrop, Dimension, UnitSet } from "@/core/units/units";
import type { Reading } from "@/ui/written-value";

interface UnitChoice {
  unitSet: UnitSet;
  decimal: "point" | "comma";
  currency: string;
  bushelCrop?: BushelCrop | undefined;
}

/** What a limit allows, to be named when it is passed. Both in the internal unit. */
export interface Limits {
  min?: number;
  max?: number;
  above?: number;
}

const UNIT_AS_SHOWN: Record<string, string> = { "/m2": "/m²", C: "°C", F: "°F" };

function unitsOf(choice: UnitChoice) {
  const options = { unitSet: choice.unitSet, decimal: choice.decimal, bushelCrop: choice.bushelCrop };
  const number = (value: number, decimals?: number) => formatNumber(value, { decimals, decimal: choice.decimal });
  const split = (si: number, dimension: Dimension, decimals?: number) => {
    const shown = formatQuantity(si, dimension, { ...options, ...(decimals === undefined ? {} : { decimals }) });
    return shown.ok
      ? { number: shown.value.number, unit: UNIT_AS_SHOWN[shown.value.unit] ?? shown.value.unit }
      : { number: "?", unit: "" };
  };
  const show = (si: number, dimension: Dimension, decimals?: number) => {
    const { number: n, unit } = split(si, dimension, decimals);
    return unit ? `${n} ${unit}` : n;
  };
  const read =
    (field: string, dimension: Dimension, limits: Limits = {}) =>
    (typed: string): Reading<number> => {
      const parsed = parseQuantity(typed, dimension, { ...options, field });
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
  /** minor money units as an amount, without the currency */
  const money = (minor: number, decimals = 0) => number(minor / 100, decimals);
  return { ...choice, number, split, show, read, money };
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

/** How the core's sentences write numbers here. */
export function useWords(): Words {
  const { show, number, money, currency } = useUnits();
  return useMemo(
    () => ({
      quantity: show,
      number,
      money: (minor: number) => money(minor),
      date: (date: string) => formatDay(date),
      currency,
    }),
    [show, number, money, currency],
  );
}
