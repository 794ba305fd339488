"use client";

import { DecidedNumber } from "../../inputs/decided-number";
import { usePlanModel } from "../../plan-context";

/** Row spacing by spacing in the row, each typed in any unit of length. */
export function Spacing() {
  const { plan } = usePlanModel();
  const seed = plan?.seed;
  if (!seed) return null;
  return (
    <span className="inline-flex flex-wrap justify-end gap-x-2">
      <DecidedNumber
        path="seed/rowSpacingCm"
        label="Row spacing"
        value={seed.rowSpacingCm ?? 0}
        dimension="length"
        suffix=""
        width="3.4em"
      />
      ×
      <DecidedNumber
        path="seed/inRowSpacingCm"
        label="Spacing in the row"
        value={seed.inRowSpacingCm ?? 0}
        dimension="length"
        width="3.4em"
      />
    </span>
  );
}
