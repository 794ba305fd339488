import { machineWork } from "../../money/field-work";
import type { PlanWait } from "../../plan/dates";
import type { PlannedOperation } from "../../plan/operation";
import { ANY_TIME_BEFORE, OWN, PREVIOUS_OFF } from "../../plan/own-operations";
import type { Draft } from "../sheet";
import { days } from "../words";

/** Liming, where the test asks for it: before the pass that mixes it in, and its wait before sowing. */
export function soilOperations({ parts, facts }: Draft): PlannedOperation[] {
  const { limeThisSeasonTPerHa, limeLeadDays, limeProductId } = parts.soil;
  if (limeThisSeasonTPerHa <= 0) return [];
  const mixed = parts.ground.chosen.passes.filter((p) => !p.afterPlanting).at(-1);
  const product = facts.limes.find((l) => l.id === limeProductId);
  const waits: PlanWait[] = [
    {
      id: `${OWN.lime}.wait`,
      kind: "settling",
      from: OWN.lime,
      to: OWN.plant,
      minDays: limeLeadDays,
      reason: `lime needs ${limeLeadDays} days in the soil before sowing`,
      source: "agronomy",
      hard: false,
      ease: (byDays) => `Accept ${days(Math.max(0, limeLeadDays - byDays))} of wait for the lime`,
    },
  ];
  if (mixed)
    waits.push({
      id: `${OWN.lime}.mixed`,
      kind: "sequence",
      from: OWN.lime,
      to: mixed.id,
      minDays: 0,
      reason: `lime is mixed in by the pass "${mixed.name.toLowerCase()}"`,
      source: "agronomy",
      hard: false,
    });
  return [
    {
      id: OWN.lime,
      role: "lime",
      sheet: "soil",
      name: "Spread lime",
      mark: "lime",
      detail: "Evenly, crosswise in two halves where the need is large; mixed in by the passes that follow.",
      reason: "raises the pH before the seedling meets it; three months are better than three weeks",
      when: [
        { from: "planting", min: ANY_TIME_BEFORE, usual: -Math.max(40, limeLeadDays + 14), max: 0 },
        { from: PREVIOUS_OFF, min: 1, usual: 5, max: null },
      ],
      waits,
      weight: 30,
      cautions: [],
      byDaysAndStage: false,
      inputs: (logged) => {
        const perHa = logged ?? limeThisSeasonTPerHa;
        return [
          {
            kind: "lime",
            id: product?.id ?? "lime",
            name: product?.name ?? "lime",
            unit: "t",
            perHa,
            quantity: perHa * facts.field.areaHa,
            bags: null,
            bagKg: null,
            pricePerUnit: product?.pricePerT ?? 0,
          },
        ];
      },
      // lime is priced spread: its spreading takes no time or diesel of the farm's
      work: () => ({ ...machineWork("limeSpreader"), hoursPerHa: 0, fuelLPerHa: 0, implements: [] }),
    },
  ];
}
