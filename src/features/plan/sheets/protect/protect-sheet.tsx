"use client";

import { SheetHead } from "../../decision-line";
import { usePlanModel } from "../../plan-context";
import { Threats } from "./threats";
import { Treatments } from "./treatments";

/** Sheet 6: what to look for and when to act; treatments within their labels, each signed before the plan is issued. */
export function ProtectSheet() {
  const { plan } = usePlanModel();
  if (!plan) return null;
  const { guide } = plan.crop;
  const stage = (id: string) => guide.stages.find((s) => s.id === id)?.name ?? id;
  const { weeds } = guide;
  const { treatments } = plan.protect;
  return (
    <div>
      <SheetHead
        title="Protect"
        about={
          treatments.length > 0
            ? `${treatments.length} ${treatments.length === 1 ? "treatment" : "treatments"}, only where a look says so`
            : "looks first"
        }
      />
      <p className="py-1">
        Weed-free from {stage(weeds.weedFreeFrom)} to {stage(weeds.weedFreeTo)}; the crop competes{" "}
        {{ weak: "weakly", medium: "fairly", strong: "strongly" }[weeds.competitiveness]}
        {weeds.rootsNearSurface && ", and its roots lie near the surface: hoe shallow"}.
      </p>
      <Threats />
      <Treatments />
    </div>
  );
}
