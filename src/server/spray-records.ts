/** Treatments that were done: what was treated as it was then, and the record that inspectors ask for. */

import type { Application, Treated } from "@/core/records/application";
import type { SprayRecord } from "@/core/records/spray-record";
import { draftPlan } from "@/core/sheets/draft-plan";
import type { Asker } from "./access";
import { type Client, row, rows } from "./db";
import { cropBefore } from "./guides";
import { placeName } from "./places";
import { loadPlanFacts } from "./plan-facts";
import { readDecisions } from "./stored-decisions";

/** What a treatment of the last issued version treats, with what, by plan and label as they are now; null where it is no treatment. */
export async function treatedNow(
  client: Client,
  asker: Asker,
  planId: string,
  operationId: string,
): Promise<Treated | null> {
  const version = await row<{ fieldId: string; season: number; decisions: unknown }>(
    client,
    `select p.field_id as "fieldId", p.season, v.decisions from plan p join plan_version v on v.practice_id = p.practice_id and v.plan_id = p.id
     where p.practice_id = $1 and p.id = $2 order by v.number desc limit 1`,
    [asker.practiceId, planId],
  );
  const read = version && readDecisions(version.decisions);
  if (!version || !read?.ok) return null;
  const facts = (await loadPlanFacts(client, asker, [{ id: planId, ...version }])).get(planId);
  const plan = facts && draftPlan(facts, read.value.decisions, version.season, read.value.guide);
  const own = plan?.ok ? plan.value.protect.treatments.find((t) => t.id === operationId) : undefined;
  if (!own?.product || !plan?.ok) return null;
  const { guide } = plan.value.crop;
  return {
    crop: guide.id,
    target: guide.threats.find((t) => t.id === own.threatId)?.name ?? own.threatId,
    product: own.product.name,
    active: own.product.active,
    kind: own.product.kind,
    group: own.product.group,
    unit: own.unit,
    ratePerHa: own.ratePerHa,
    waterLPerHa: own.waterLPerHa,
    permit: own.use?.permit ?? "",
    harvestWaitDays: own.use?.harvestWaitDays ?? null,
    reEntryHours: own.product.reEntryHours,
  };
}

interface Kept {
  id: string;
  day: string;
  quantityPerHa: number | null;
  application: Application | null;
  treated: Treated;
  note: string;
  loggedBy: string;
  season: number;
  field: string;
  part: string;
  areaHa: number;
  farm: string;
  grower: string | null;
  signedBy: string | null;
  licenceNo: string | null;
}

/** Treatments of a practice that were done (of the own farms where a grower asks), the newest first; of one harvest where one is named. */
export async function loadSprayRecords(
  client: Client,
  { practiceId }: Pick<Asker, "practiceId">,
  season: number | null,
): Promise<SprayRecord[]> {
  const found = await rows<Kept>(
    client,
    `select l.id, l.done_on as day, l.quantity_per_ha::float8 as "quantityPerHa", l.application, l.treated, l.note, l.person as "loggedBy", p.season,
       f.name as field, coalesce(g.part, '') as part, coalesce(g.area_ha, f.area_ha)::float8 as "areaHa", fa.name as farm, gr.name as grower,
       s.person as "signedBy", s.licence_no as "licenceNo"
     from log_entry l join plan p on p.practice_id = l.practice_id and p.id = l.plan_id
       join field f on f.practice_id = p.practice_id and f.id = p.field_id
       join farm fa on fa.practice_id = f.practice_id and fa.id = f.farm_id
       left join planting g on g.practice_id = p.practice_id and g.id = p.planting_id
       left join grower gr on gr.practice_id = fa.practice_id and gr.id = fa.grower_id
       left join lateral (select t.person, t.licence_no from treatment_sign_off t where t.practice_id = l.practice_id and t.plan_id = l.plan_id
         and t.treatment_id = l.operation_id and t.at <= l.at order by t.at desc limit 1) s on true
     where l.practice_id = $1 and l.withdrawn_at is null and l.treated is not null and ($2::int is null or p.season = $2)
     order by l.done_on desc, l.application->>'from' desc, f.name`,
    [practiceId, season],
  );
  return found.map(({ application: a, treated: t, quantityPerHa, areaHa, part, ...own }): SprayRecord => {
    const ratePerHa = quantityPerHa ?? t.ratePerHa;
    const treatedHa = a?.treatedHa ?? areaHa;
    return {
      id: own.id,
      day: own.day,
      from: a?.from ?? "",
      to: a?.to ?? "",
      grower: own.grower ?? "",
      farm: own.farm,
      field: placeName(own.field, part),
      season: own.season,
      crop: cropBefore(t.crop).name,
      target: t.target,
      product: t.product,
      active: t.active,
      group: t.group,
      permit: t.permit,
      ratePerHa,
      unit: t.unit,
      treatedHa,
      amount: ratePerHa * treatedHa,
      waterLPerHa: a?.waterLPerHa ?? t.waterLPerHa,
      windMs: a?.windMs ?? null,
      windFrom: a?.windFrom ?? null,
      tempC: a?.tempC ?? null,
      operator: a?.operator ?? "",
      equipment: a?.equipment ?? "",
      batch: a?.batch ?? "",
      harvestWaitDays: t.harvestWaitDays,
      reEntryHours: t.reEntryHours,
      signedBy: own.signedBy ?? "",
      licenceNo: own.licenceNo ?? "",
      loggedBy: own.loggedBy,
      note: own.note,
    };
  });
}
