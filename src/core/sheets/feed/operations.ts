import { MANURES, type ManureId } from "../../feed/manure";
import type { Trigger } from "../../guides/schema";
import { handWork, machineWork } from "../../money/field-work";
import { bagged, type PlannedOperation } from "../../plan/operation";
import { OWN, PREVIOUS_OFF } from "../../plan/own-operations";
import type { Planning } from "../sheet";
import { taskOperations } from "../task-operations";
import { sentence } from "../words";

/** Hours by hand to spread one hectare; assumption. */
const HAND_SPREADING_H_PER_HA = 5;

/** Manure, the base dressing and the nitrogen splits, as far as there is something to spread. */
export function feedOperations(draft: Planning): PlannedOperation[] {
  const { context, parts } = draft;
  const { feed: guide } = context.crop.guide;
  const { feed } = parts;
  const operations = manureOperation(draft);
  // what lies on the ground before planting is worked in by the last pass that turns soil over it
  const worksIn = parts.ground.chosen.passes
    .filter((p) => !p.afterPlanting && p.tools.some((t) => t.depthCm > 0))
    .at(-1);
  const ahead = (id: string, name: string, when: Trigger): Pick<PlannedOperation, "when" | "waits"> =>
    when.from !== OWN.plant || when.max === null || when.max > 0
      ? { when: [when] }
      : {
          when: [when, { from: PREVIOUS_OFF, min: 1, usual: 3, max: null }],
          waits: worksIn
            ? [
                {
                  id: `${id}.workedIn`,
                  kind: "sequence",
                  from: id,
                  to: worksIn.id,
                  minDays: 0,
                  reason: `${name.toLowerCase()} is worked in by the pass "${worksIn.name.toLowerCase()}"`,
                  source: "agronomy",
                  hard: false,
                },
              ]
            : [],
        };
  if (feed.doses.some((d) => d.base))
    operations.push({
      id: OWN.base,
      role: "feed",
      sheet: "feed",
      name: guide.base.name,
      mark: "P, K",
      detail: sentence(guide.base.placement),
      reason: "phosphate and potash move little in the soil, so they are placed where roots will grow",
      ...ahead(OWN.base, guide.base.name, guide.base.when),
      weight: 20,
      cautions: [],
      byDaysAndStage: false,
      ...spreading(draft, OWN.base),
    });
  const pattern = guide.patterns.find((p) => p.id === feed.patternId);
  for (const split of pattern?.splits ?? []) {
    const line = feed.splits.find((s) => s.id === split.id);
    if (!line || line.nKgPerHa <= 0) continue;
    operations.push({
      id: split.id,
      role: "feed",
      sheet: "feed",
      name: split.name,
      mark: "N",
      markKgPerHa: line.nKgPerHa,
      detail: sentence(split.placement ?? "broadcast evenly over the full width"),
      ...(split.conditional ? { condition: { by: "adviser", only: split.conditional } } : {}),
      reason: pattern?.why ?? "",
      ...ahead(split.id, split.name, split.when),
      weight: 20,
      cautions: [],
      byDaysAndStage: false,
      ...spreading(draft, split.id),
    });
  }
  return [...operations, ...taskOperations(draft, "feed")];
}

/** The doses of an operation as inputs, one trip of the spreader each. */
function spreading({ facts, parts }: Planning, at: string): Pick<PlannedOperation, "inputs" | "work"> {
  const { areaHa, handWork: byHand } = facts.field;
  const doses = parts.feed.doses.filter((d) => d.at === at);
  return {
    inputs: (logged) =>
      doses.map((dose) => {
        const perHa = doses.length === 1 && logged !== null ? logged : dose.kgPerHa;
        return bagged(
          {
            kind: "fertiliser",
            id: dose.id,
            name: dose.name,
            perHa,
            quantity: perHa * areaHa,
            pricePerUnit: dose.pricePerKg,
          },
          dose.bagKg,
        );
      }),
    work: (inputs) =>
      byHand ? handWork(HAND_SPREADING_H_PER_HA * inputs.length) : machineWork("spreader", { trips: inputs.length }),
  };
}

function manureOperation({ context, facts, decisions, parts }: Planning): PlannedOperation[] {
  const manure = decisions.feed?.manure;
  if (!manure || manure.tPerHa <= 0) return [];
  const [first] = parts.ground.chosen.passes.filter((p) => !p.afterPlanting);
  const wait = context.crop.guide.feed.manureWaitDays;
  return [
    {
      id: OWN.manure,
      role: "manure",
      sheet: "feed",
      name: "Spread and incorporate manure",
      mark: "manure",
      detail: `Incorporate it within ${manure.hoursToIncorporation} hours.`,
      reason: context.crop.guide.feed.manure,
      when: [
        { from: first?.id ?? "planting", min: -60, usual: -1, max: 0 },
        { from: PREVIOUS_OFF, min: 1, usual: 3, max: null },
      ],
      waits: wait
        ? [
            {
              id: `${OWN.manure}.wait`,
              kind: "settling",
              from: OWN.manure,
              to: OWN.plant,
              minDays: wait.value,
              reason: `fresh manure harms this crop: spread it at least ${wait.value} days before planting (${context.crop.guide.feed.manure})`,
              source: "agronomy",
              hard: false,
            },
          ]
        : [],
      weight: 25,
      cautions: [],
      byDaysAndStage: false,
      inputs: (logged) => {
        const perHa = logged ?? manure.tPerHa;
        return [
          {
            kind: "manure",
            id: manure.kind,
            name: MANURES[manure.kind as ManureId]?.name ?? "manure",
            unit: "t",
            perHa,
            quantity: perHa * facts.field.areaHa,
            bags: null,
            bagKg: null,
            // one's own: it costs its spreading
            pricePerUnit: 0,
          },
        ];
      },
      work: () => machineWork("manureSpreader"),
    },
  ];
}
