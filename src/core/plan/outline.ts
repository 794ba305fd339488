/** A plan in short, for views across many fields: what the season page draws and what the week lists. */

import type { IsoDate } from "../dates";
import type { SheetId } from "../guides/schema";
import type { PlanFacts } from "./facts";
import type { Operation, Plan } from "./plan";

/** Counted up whenever what an outline holds, or how it is drafted, changes: kept outlines of before are drafted anew. */
export const OUTLINE_VERSION = 1;

export type Resource = "tractors" | "harvesters" | "hands" | "contractor";

export interface SeasonOperation {
  id: string;
  sheet: SheetId;
  name: string;
  date: IsoDate;
  earliest: IsoDate | null;
  latest: IsoDate | null;
  done: boolean;
  held: boolean;
  resource: Resource | null;
  /** for the whole field */
  hours: number;
}

export interface SeasonOutline {
  crop: string;
  guideId: string;
  planting: IsoDate | null;
  harvest: IsoDate | null;
  conflicts: number;
  stages: { date: IsoDate; cover: number }[];
  operations: SeasonOperation[];
}

export type WeekOperation = Pick<
  Operation,
  | "id"
  | "name"
  | "mark"
  | "sheet"
  | "detail"
  | "date"
  | "earliest"
  | "latest"
  | "doneOn"
  | "inputs"
  | "cautions"
  | "overdueDays"
>;

export interface PlanOutline {
  season: SeasonOutline;
  week: WeekOperation[];
}

/**
 * Whose time an operation takes: hands where a farm works by hand, a contractor's where one is hired, the harvester for
 * the harvest, tractors where fuel is burnt, hands for what is left. Looking and judging takes the adviser's time only.
 */
export function resourceOf(
  operation: Pick<Operation, "id" | "sheet" | "fuelLPerHa" | "hoursPerHa">,
  field: Pick<PlanFacts["field"], "handWork" | "contractor">,
): Resource | null {
  if (operation.hoursPerHa <= 0) return null;
  if (field.handWork && operation.fuelLPerHa <= 0) return "hands";
  if (operation.fuelLPerHa <= 0) return operation.hoursPerHa >= 1 ? "hands" : null;
  if (field.contractor) return "contractor";
  return operation.id === "harvest" ? "harvesters" : "tractors";
}

/** The outline of a drafted plan. */
export function outlinePlan(plan: Plan, facts: Pick<PlanFacts, "field">): PlanOutline {
  return {
    season: {
      crop: plan.guide.kinds.find((k) => k.id === plan.kindId)?.name ?? plan.guide.name,
      guideId: plan.guide.id,
      planting: plan.plantingDate,
      harvest: plan.harvestDate,
      conflicts: plan.conflicts.length,
      stages: plan.stages.map(({ date, cover }) => ({ date, cover })),
      operations: plan.operations.flatMap((o): SeasonOperation[] =>
        o.date
          ? [
              {
                id: o.id,
                sheet: o.sheet,
                name: o.name,
                date: o.date,
                earliest: o.earliest,
                latest: o.latest,
                done: o.doneOn !== null,
                held: o.held,
                resource: resourceOf(o, facts.field),
                hours: Math.round(10 * o.hoursPerHa * facts.field.areaHa) / 10,
              },
            ]
          : [],
      ),
    },
    week: plan.operations.map((o) => ({
      id: o.id,
      name: o.name,
      mark: o.mark,
      sheet: o.sheet,
      detail: o.detail,
      date: o.date,
      earliest: o.earliest,
      latest: o.latest,
      doneOn: o.doneOn,
      inputs: o.inputs,
      cautions: o.cautions,
      overdueDays: o.overdueDays,
    })),
  };
}
