"use client";

import dynamic from "next/dynamic";
import { Disclosure } from "@/ui/disclosure";
import { SheetHead } from "../../inputs/decision-line";
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
      <Pollination />
      <Threats />
      <Disclosure first={false} className="mt-2 text-action" summary="Compare the ways of protection on this field">
        <ProtectionSchools />
      </Disclosure>
      <Treatments />
    </div>
  );
}

const POLLINATED: Record<"self" | "wind" | "insects" | "none", string> = {
  self: "It pollinates itself: no hives. Bees still fly on weeds in bloom, so none is sprayed in flower.",
  wind: "Wind pollinates it: no hives. Bees still fly on weeds in bloom, so none is sprayed in flower.",
  insects: "Insects pollinate it: no insecticide in bloom.",
  none: "It is grown from planting stock: no hives. No insecticide on weeds in bloom.",
};

/** Who pollinates the crop, and how many hives it asks for. */
function Pollination() {
  const { plan } = usePlanModel();
  if (!plan) return null;
  const { by, hivesPerHa } = plan.crop.guide.pollination;
  return (
    <p className="pb-1 text-[13px] text-soft">
      {POLLINATED[by]}
      {hivesPerHa && ` ${Math.max(1, Math.ceil(hivesPerHa.typical * plan.areaHa))} hives for this field.`}
    </p>
  );
}
