"use client";

import { SheetHead } from "../../decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";
import { LATER } from "../guide-notes";

/** Sheet 8 for now: how it is stored, and operations by days from the harvest. */
export function KeepSheet() {
  const { plan } = usePlanModel();
  if (!plan) return null;
  return (
    <div>
      <SheetHead title="Keep" about={LATER} />
      <p className="py-1">{plan.crop.guide.keep.store}.</p>
      {plan.figures["keep.drying"] && (
        <p className="py-1">
          Drying costs <FigureValue id="keep.drying" decimals={0} />.
        </p>
      )}
    </div>
  );
}
