/** What water is brought with: the system, its flow and pump, as figures that others can be put in the place of. */

import { amended, given } from "../../figure/figure";
import { PIPES } from "../../water/pipes";
import { pipeLoss, powerFigure } from "../../water/pump";
import { EFFICIENCY_SOURCE, FALLS_BY_ITSELF, type WaterSystem } from "../../water/systems";
import type { Draft } from "../sheet";

/** Lift where nobody typed one [m], pump and motor [%]; assumptions. */
const USUAL_LIFT_M = 10;
const USUAL_PUMP_PCT = 65;
const USUAL_MOTOR_PCT = 88;

/** Share that reaches the roots [%], flow [m3/h] and power taken in [kW]. */
export interface Means {
  efficiency: number;
  flow: number;
  pumpKw: number;
}

export function means(draft: Draft, system: WaterSystem, assumed: boolean): Means {
  const { context, facts } = draft;
  const { field } = facts;
  const efficiency = context.use(
    "water.efficiency",
    given("Application efficiency", system.efficiencyPct, "%", {
      kind: "source",
      text: `${system.name}; ${EFFICIENCY_SOURCE}${assumed ? "; the system itself is assumed" : ""}`,
    }),
  );
  const flow = context.use(
    "water.flow",
    given(
      "Flow",
      field.waterFlowM3PerH ?? system.flowM3PerH,
      "m³/h",
      field.waterFlowM3PerH
        ? { kind: "measured", text: "of the field's source" }
        : { kind: "assumption", text: `usual of ${system.name}; enter your own` },
    ),
  );
  return { efficiency, flow, pumpKw: power(draft, system, flow) };
}

/** Head lost on the way [m]; nothing where no pipe is typed. */
function lostInPipe({ context, decisions, facts }: Draft, flow: number): number {
  const { pipeInsideMm, pipeLengthM, pipeKind = "plastic" } = decisions.water?.pump ?? {};
  const length = pipeLengthM ?? facts.field.waterDistanceM ?? 0;
  if (!pipeInsideMm || length === 0) return 0;
  const { roughness } = PIPES[pipeKind];
  const lost = context.take(
    "water",
    pipeLoss(
      { flowM3PerH: flow, lengthM: length, insideDiameterMm: pipeInsideMm, roughness },
      { flowM3PerH: context.known("water.flow") },
    ),
  );
  if (!lost?.figures.headM) return 0;
  context.show("water.pipe", lost.figures.headM);
  return lost.value.headM;
}

/** Power that the pump takes in [kW]; none where water comes by its own fall and the system needs no pressure. */
function power(draft: Draft, system: WaterSystem, flow: number): number {
  const { context, decisions, facts } = draft;
  const pump = decisions.water?.pump;
  const falls = FALLS_BY_ITSELF.includes(facts.field.waterSource ?? "") || system.carried;
  const lift = pump?.liftM ?? facts.field.waterLiftM ?? (falls ? 0 : USUAL_LIFT_M);
  const lost = lostInPipe(draft, flow);
  const head = context.use(
    "water.head",
    given("Total head", lift + system.headM + lost, "m", {
      kind: pump?.liftM !== undefined ? "decided" : facts.field.waterLiftM != null ? "measured" : "assumption",
      text: `${lift} m of lift, ${system.headM} m for ${system.name}${lost > 0 ? `, ${Math.round(lost * 10) / 10} m lost in the pipe` : ""}`,
    }),
  );
  const pumpPct = pump?.pumpEfficiencyPct ?? USUAL_PUMP_PCT;
  const motorPct = pump?.motorEfficiencyPct ?? USUAL_MOTOR_PCT;
  const figure = powerFigure(flow, head, pumpPct, motorPct, {
    flow: context.known("water.flow"),
    head: context.known("water.head"),
  });
  context.show("water.power", amended(figure, { label: "Pump power" }));
  return figure.value;
}
