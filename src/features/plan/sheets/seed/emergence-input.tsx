"use client";

import { WrittenValue } from "@/ui/written-value";
import { useUnits } from "../../../shared/units";
import { usePlanModel } from "../../plan-context";

/** How much of what can germinate comes up. */
export function EmergenceInput() {
  const { plan, set, editable } = usePlanModel();
  const { number, read } = useUnits();
  return (
    <WrittenValue
      label="Field emergence"
      text={number(plan?.figures["seed.emergence"]?.value ?? 0)}
      suffix="% of viable seed becomes plants"
      width="3em"
      align="left"
      disabled={!editable}
      read={read("Field emergence", "percent", { above: 0, max: 100 })}
      onValue={(v) => set("seed/fieldEmergencePct", v)}
      onClear={() => set("seed/fieldEmergencePct", undefined)}
    />
  );
}
