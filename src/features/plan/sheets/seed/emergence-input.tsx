"use client";
import { DecidedNumber } from "../../inputs/decided-number";
import { usePlanModel } from "../../plan-context";

/** How much of what can germinate comes up. */
export function EmergenceInput() {
  const { plan } = usePlanModel();
  return (
    <DecidedNumber
      path="seed/fieldEmergencePct"
      label="Field emergence"
      value={plan?.figures["seed.emergence"]?.value ?? 0}
      dimension="percent"
      suffix="% of viable seed becomes plants"
      width="3em"
      align="left"
    />
  );
}
