"use client";

import type { DecisionAt, DecisionPath } from "@/core/sheets/decisions";
import { WrittenValue } from "@/ui/written-value";
import { useUnits } from "../../shared/units";
import { usePlanModel } from "../plan-context";

/** An amount of money of the decisions at its path, typed in the practice's currency and kept in its hundredths. */
export function DecidedMoney<P extends DecisionPath>({
  path,
  label,
  value,
  per,
  width = "5em",
  max = 1_000_000,
}: {
  path: P;
  label: string;
  /** minor units; null where nobody typed one */
  value: number | null | undefined;
  /** what it is for: "ha", "kWh" */
  per: string;
  width?: string;
  max?: number;
}) {
  const { set, editable } = usePlanModel();
  const { read, number, currency, split } = useUnits();
  // of a hectare, by the area of whoever types it
  const ofArea = per === "ha";
  return (
    <WrittenValue
      label={label}
      text={value == null ? "" : ofArea ? split(value / 100, "moneyPerArea", 2).number : number(value / 100, 2)}
      suffix={ofArea ? split(0, "moneyPerArea").unit : `${currency}/${per}`}
      width={width}
      disabled={!editable}
      read={read(label, ofArea ? "moneyPerArea" : "count", { min: 0, max })}
      onValue={(v) => set(path, Math.round(v * 100) as DecisionAt<P>)}
      onClear={() => set(path, undefined)}
    />
  );
}
