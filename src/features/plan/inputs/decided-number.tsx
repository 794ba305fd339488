"use client";

import { boundsAt } from "@/core/sheets/decision-bounds";
import type { DecisionAt, DecisionPath } from "@/core/sheets/decisions";
import type { Dimension } from "@/core/units/units";
import { WrittenValue } from "@/ui/written-value";
import { type Limits, useUnits } from "../../shared/units";
import { usePlanModel } from "../plan-context";

/**
 * A number of the decisions at its path, shown and read in the user's unit; emptied, it goes back to what the guide or
 * the facts say. The unit stands behind it unless another `suffix` does.
 */
export function DecidedNumber<P extends DecisionPath>({
  path,
  label,
  value,
  dimension,
  within = {},
  suffix,
  decimals,
  width,
  align,
  keeps = false,
}: {
  path: P;
  label: string;
  /** in the internal unit; null where there is none yet */
  value: number | null | undefined;
  dimension: Dimension;
  /** what this plan allows besides, within what the decision allows at all */
  within?: Limits;
  suffix?: string;
  decimals?: number;
  width?: string;
  align?: "left" | "right";
  /** there is nothing to go back to: emptied, it stays as it was */
  keeps?: boolean;
}) {
  const { set, editable, bounds } = usePlanModel();
  const { read, split } = useUnits();
  const clear = keeps ? {} : { onClear: () => set(path, undefined) };
  return (
    <WrittenValue
      label={label}
      text={value === null || value === undefined ? "" : split(value, dimension, decimals).number}
      suffix={suffix ?? split(1, dimension).unit}
      disabled={!editable}
      read={read(label, dimension, narrowed(boundsAt(bounds, path), within))}
      onValue={(v) => set(path, v as DecisionAt<P>)}
      {...clear}
      {...(width ? { width } : {})}
      {...(align ? { align } : {})}
    />
  );
}

/** The narrower of two at each end. Example: at least 10 and at most 80, and at least 25: 25 to 80. */
const narrowed = (bounds: Limits, { min, max }: Limits): Limits => ({
  ...bounds,
  ...(min === undefined ? {} : { min: Math.max(min, bounds.min ?? min) }),
  ...(max === undefined ? {} : { max: Math.min(max, bounds.max ?? max) }),
});
