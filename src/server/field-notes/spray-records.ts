/** Treatments that were done: what was treated as it was then, and the record that inspectors ask for. */

import type { Application, Treated } from "@/core/records/notes/spray-application";
import type { SprayRecord } from "@/core/records/notes/spray-record";
import { draftPlan } from "@/core/sheets/draft-plan";
import type { Asker } from "../access/access";
import { placeName } from "../land/places";
import { cropBefore, threatsOfGuides } from "../plans/guides";
import { loadPlanFacts } from "../plans/plan-facts";
import { SIGN_OFF_KEY } from "../plans/sign-offs";
import { readDecisions } from "../plans/stored-decisions";
import { type Client, row, rows } from "../storage/db";

/**
 * What a treatment of the last issued version treats: product, unit and rate as they were issued, the rest by the label as it stands. A
 * product that has been retired since keeps its name and loses its label; the treatment is recorded all the same. Null where the version
 * has no such treatment.
 */
export async function treatedNow(
  client: Client,
  asker: Asker,
  planId: string,
  operationId: string,
): Promise<Treated | null> {
  const version = await row<{
    fieldId: string;
    season: number;
    crop: string;
    decisions: unknown;
    product: string;
    unit: string;
    ratePerHa: number;
  }>(
    client,
    `select p.field_id as "fieldId", p.season, p.guide_id as crop, v.decisions, i.name as product, i.unit, i.per_ha::float8 as "ratePerHa"
     from plan p join plan_version v on v.practice_id = p.practice_id and v.plan_id = p.id
       join operation_input i on i.practice_id = v.practice_id and i.plan_id = v.plan_id and i.version = v.number and i.operation_id = $3
     where p.practice_id = $1 and p.id = $2 and i.kind = 'protection' order by v.number desc limit 1`,
    [asker.practiceId, planId, operationId],
  );
  if (!version) return null;
  const read = readDecisions(version.decisions);
  const facts = (await loadPlanFacts(client, asker, [{ id: planId, ...version }])).get(planId);
  const plan = read.ok && facts ? draftPlan(facts, read.value.decisions, version.season, read.value.guide) : null;
  const own = plan?.ok ? plan.value.protect.treatments.find((t) => t.id === operationId) : undefined;
  const target = own && threatsOfGuides().get(own.threatId)?.name;
  return {
    crop: version.crop,
    target: target ?? own?.threatId ?? "",
    product: version.product,
    ...(own?.product ? { productId: own.product.id } : {}),
    active: own?.product?.active ?? "",
    kind: own?.product?.kind ?? "",
    group: own?.product?.group ?? "",
    unit: version.unit === "kg" ? "kg" : "L",
    ratePerHa: version.ratePerHa,
    waterLPerHa: own?.waterLPerHa ?? null,
    permit: own?.use?.permit ?? "",
    harvestWaitDays: own?.use?.harvestWaitDays ?? null,
    reEntryHours: own?.product?.reEntryHours ?? null,
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
       s.person || s.where_signed as "signedBy", s.licence_no as "licenceNo"
     from log_entry l join plan p on p.practice_id = l.practice_id and p.id = l.plan_id
       join field f on f.practice_id = p.practice_id and f.id = p.field_id
       join farm fa on fa.practice_id = f.practice_id and fa.id = f.farm_id
       left join planting g on g.practice_id = p.practice_id and g.id = p.planting_id
       left join grower gr on gr.practice_id = fa.practice_id and gr.id = fa.grower_id
       left join lateral (select v.issued_at from plan_version v where v.practice_id = l.practice_id and v.plan_id = l.plan_id
         and v.issued_at <= l.at order by v.number desc limit 1) i on true
       -- who stood for it as it was issued, whatever was signed or taken back since
       left join lateral (select s.person, s.licence_no, case when exists (select from signed_elsewhere e where e.practice_id = s.practice_id
           and e.kept_in = 'treatment_sign_off' and e.row_key = ${SIGN_OFF_KEY}) then ' (elsewhere)' else '' end as where_signed
         from treatment_sign_off s where s.practice_id = l.practice_id and s.plan_id = l.plan_id
         and s.treatment_id = l.operation_id and s.at <= i.issued_at and (s.withdrawn_at is null or s.withdrawn_at > i.issued_at)
         order by s.at desc limit 1) s on true
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
