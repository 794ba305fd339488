import type { Trigger } from "../../guides/schema";
import { machineWork } from "../../money/field-work";
import type { PlanWait } from "../../plan/dates";
import type { PlannedOperation } from "../../plan/operation";
import { ANY_TIME_BEFORE, OWN, PREVIOUS_OFF } from "../../plan/own-operations";
import type { Planning, Undated } from "../sheet";
import { winterBetween } from "../winter-between";
import { days } from "../words";

/** What the test asks for: lime and gypsum. */
export const soilOperations = (draft: Planning): PlannedOperation[] => [...liming(draft), ...gypsum(draft)];

/** After the previous crop where a winter follows, which carries it down; else so long before planting. */
function spreadAhead(draft: Planning, usualBeforePlanting: number, latest: number): Trigger[] {
  const ahead = { from: "planting", min: ANY_TIME_BEFORE, usual: -usualBeforePlanting, max: latest };
  const off = { from: PREVIOUS_OFF, min: 1, usual: 7, max: null };
  return winterBetween(draft) ? [off, ahead] : [ahead, off];
}

/** Share of the depth limed that the pass after it has to reach, to count as mixing it in; assumption. */
const MIXED_FROM = 0.5;

/** The last pass before planting that still mixes lime through its depth; undefined where none goes that deep. */
export function passThatMixes({ parts }: { parts: Pick<Undated, "ground" | "soil"> }) {
  return parts.ground.chosen.passes
    .filter(
      (p) => !p.afterPlanting && Math.max(...p.tools.map((t) => t.depthCm)) >= parts.soil.limeDepthCm * MIXED_FROM,
    )
    .at(-1);
}

/** Liming: before the pass that mixes it in, and its wait before sowing. */
function liming(draft: Planning): PlannedOperation[] {
  const { parts, facts } = draft;
  const { limeThisSeasonTPerHa, limeLeadDays, limeProductId } = parts.soil;
  if (limeThisSeasonTPerHa <= 0) return [];
  const mixed = passThatMixes({ parts });
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
      ease: (byDays) => `Accept ${days(Math.max(0, limeLeadDays - byDays))} between lime and sowing`,
    },
  ];
  if (mixed)
    waits.push({
      id: `${OWN.lime}.mixed`,
      kind: "sequence",
      from: OWN.lime,
      to: mixed.id,
      minDays: 0,
      reason: `lime is worked in by the pass "${mixed.name.toLowerCase()}"`,
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
      detail: `Spread it evenly. Split a large rate into two passes at right angles, half the rate each. ${mixed ? "Work it in with the next pass." : "No pass works it in, so it acts from the surface down, and slowly."} Keep 14 days from urea, ammonium and manure.`,
      reason: "lime takes months to act, so it goes on well before sowing",
      when: spreadAhead(draft, Math.max(40, limeLeadDays + 14), 0),
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

/** Gypsum, where sodium asks for it: spread in time for rain or water to take it down. */
function gypsum(draft: Planning): PlannedOperation[] {
  const { parts, facts, decisions } = draft;
  const { gypsumThisSeasonTPerHa: tPerHa } = parts.soil.salt;
  if (tPerHa <= 0) return [];
  return [
    {
      id: OWN.gypsum,
      role: "amend",
      sheet: "soil",
      name: "Spread gypsum",
      mark: "gypsum",
      detail:
        "Spread it evenly on stubble or a rough surface. Irrigation or winter rain takes it down, and the drains remove the sodium.",
      reason: "calcium replaces sodium, so that the soil crumbles and water infiltrates",
      when: spreadAhead(draft, 30, -1),
      weight: 25,
      cautions: [],
      byDaysAndStage: false,
      inputs: (logged) => {
        const perHa = logged ?? tPerHa;
        return [
          {
            kind: "gypsum",
            id: "gypsum",
            name: "gypsum",
            unit: "t",
            perHa,
            quantity: perHa * facts.field.areaHa,
            bags: null,
            bagKg: null,
            pricePerUnit: decisions.soil?.gypsum?.pricePerT ?? 0,
          },
        ];
      },
      work: () => machineWork("limeSpreader"),
    },
  ];
}
