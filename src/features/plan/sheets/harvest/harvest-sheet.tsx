"use client";

import { harvestPrint } from "@/core/sheets/harvest/print";
import { useWords } from "../../../shared/units";
import { SheetHead } from "../../decision-line";
import { usePlanModel } from "../../plan-context";
import { LATER } from "../guide-notes";

/** Sheet 7 for now: the signs of ripeness, the way it is cut or lifted, and what the buyer asks. */
export function HarvestSheet() {
  const { plan } = usePlanModel();
  const words = useWords();
  if (!plan) return null;
  const { guide } = plan.crop;
  return (
    <div>
      <SheetHead title="Harvest" about={LATER} />
      <ul className="grid gap-1 py-1">
        {guide.harvest.signs.map((s) => (
          <li key={s.observe}>
            {s.observe}: <span className="font-medium">{s.readyWhen}</span>
          </li>
        ))}
        {harvestPrint.text?.(plan, words).map((text) => (
          <li key={text}>{text}</li>
        ))}
        <li className="text-soft">{guide.harvest.care}.</li>
      </ul>
    </div>
  );
}
