/** What is due across all fields: the drafts behind issued versions, drafted again with what was logged. */

import type { IsoDate } from "@/core/dates";
import { draftPlan } from "@/core/plan/draft";
import type { Operation } from "@/core/plan/plan";
import type { Access } from "./access";
import { type Client, rows } from "./db";
import { loadPlan } from "./plans";

export interface DueOperation
  extends Pick<
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
  > {
  planId: string;
  version: number;
  issuedDate: IsoDate | null;
  field: string;
  farm: string;
  areaHa: number;
  crop: string;
}

/**
 * Operations of all issued plans with the dates that follow from what was logged since. Plans are drafted again from the
 * decisions of their last issued version, so that a draft in progress does not move what the grower was given.
 */
export async function dueOperations(client: Client, access: Access): Promise<DueOperation[]> {
  const issued = await rows<{
    planId: string;
    version: number;
    decisions: unknown;
    dates: Record<string, IsoDate | null>;
  }>(
    client,
    `select v.plan_id as "planId", v.number as version, v.decisions,
       (select jsonb_object_agg(o.operation_id, o.planned_on) from operation o where o.practice_id = v.practice_id and o.plan_id = v.plan_id and o.version = v.number) as dates
     from plan_version v join plan p on p.practice_id = v.practice_id and p.id = v.plan_id
     where v.practice_id = $1 and v.number = (select max(number) from plan_version w where w.practice_id = v.practice_id and w.plan_id = v.plan_id)`,
    [access.practiceId],
  );
  const due: DueOperation[] = [];
  for (const version of issued) {
    const loaded = await loadPlan(client, access, version.planId);
    if (!loaded) continue;
    const drafted = draftPlan(loaded.facts, version.decisions as typeof loaded.decisions, loaded.season);
    if (!drafted.ok) continue;
    const plan = drafted.value;
    for (const operation of plan.operations)
      due.push({
        id: operation.id,
        name: operation.name,
        mark: operation.mark,
        sheet: operation.sheet,
        detail: operation.detail,
        date: operation.date,
        earliest: operation.earliest,
        latest: operation.latest,
        doneOn: operation.doneOn,
        inputs: operation.inputs,
        cautions: operation.cautions,
        overdueDays: operation.overdueDays,
        planId: version.planId,
        version: version.version,
        issuedDate: version.dates?.[operation.id] ?? null,
        field: loaded.facts.field.name,
        farm: loaded.facts.field.farm,
        areaHa: loaded.facts.field.areaHa,
        crop: plan.guide.kinds.find((k) => k.id === plan.kindId)?.name ?? plan.guide.name,
      });
  }
  return due.sort((a, b) => (a.date ?? "9999").localeCompare(b.date ?? "9999"));
}
