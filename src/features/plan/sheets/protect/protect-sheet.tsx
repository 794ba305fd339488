"use client";

import dynamic from "next/dynamic";
import { Disclosure } from "@/ui/disclosure";
import { SheetHead } from "../../decision-line";
import { usePlanModel } from "../../plan-context";
import { Threats } from "./threats";
import { Treatments } from "./treatments";

const ProtectionSchools = dynamic(() => import("./protection-schools").then((m) => m.ProtectionSchools), {
  ssr: false,
});

/** Sheet 6: what may come and when to act; what is done without a product, and treatments within their labels, each signed. */
export function ProtectSheet() {
  const { plan } = usePlanModel();
  if (!plan) return null;
  const { guide } = plan.crop;
  const stage = (id: string) => guide.stages.find((s) => s.id === id)?.name ?? id;
  const { weeds } = guide;
  const { treatments, measures } = plan.protect;
  const count = (n: number, one: string) => (n > 0 ? [`${n} ${one}${n === 1 ? "" : "s"}`] : []);
  const planned = [...count(measures.length, "measure"), ...count(treatments.length, "treatment")];
  return (
    <div>
      <SheetHead
        title="Protect"
        about={planned.length > 0 ? `${planned.join(", ")}, only where a look says so` : "looks first"}
      />
      <p className="py-1">
        Weed-free from {stage(weeds.weedFreeFrom)} to {stage(weeds.weedFreeTo)}; the crop competes{" "}
        {{ weak: "weakly", medium: "fairly", strong: "strongly" }[weeds.competitiveness]}
        {weeds.rootsNearSurface && ", and its roots lie near the surface: hoe shallow"}.
      </p>
      <Threats />
      <Disclosure first={false} className="mt-2 text-action" summary="Compare the ways of protection on this field">
        <ProtectionSchools />
      </Disclosure>
      <Treatments />
    </div>
  );
}
