"use client";

import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** What one bulb or tuber comes to at this target and stand, and how many of them a buyer takes. */
export function SizeOfProduct() {
  const { plan } = usePlanModel();
  const size = plan?.seed.size;
  if (!plan || !size) return null;
  return (
    <DecisionLine
      what={`Size of a ${size.unit}`}
      hint="by target, plants and stock"
      value={<FigureValue id="seed.unitHarvested" decimals={0} />}
      leads={
        <span>
          <FigureValue id="seed.diameter" decimals={0} /> across; usual here{" "}
          <FigureValue id="seed.unitUsual" decimals={0} />
          {size.gradePct !== null && (
            <>
              ; <FigureValue id="seed.grade" decimals={0} /> in grade
            </>
          )}
        </span>
      }
    />
  );
}
