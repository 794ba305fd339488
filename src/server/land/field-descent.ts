/** Fields that are split or merged between seasons: the ground keeps its history and soil tests, plans stay where they are. */

import { randomUUID } from "node:crypto";
import { z } from "zod";
import type { Boundary } from "@/core/records/land/boundary-measures";
import { cutBoundary, joinBoundaries } from "@/core/records/land/cut-boundary";
import { type FieldRecord, fieldRecord } from "@/core/records/land/field";
import type { GrownCrop } from "@/core/records/land/grown-crop";
import { mergeHistory } from "@/core/records/land/merge-history";
import { draftPlan } from "@/core/sheets/draft-plan";
import { textureName } from "@/core/soil/texture";
import { type Access, Refused } from "../access/access";
import { audit } from "../access/audit";
import type { FieldDescent, Received } from "../contracts";
import { cropNames } from "../plans/guides";
import { loadPlanFacts } from "../plans/plan-facts";
import { decisionsOf } from "../plans/stored-decisions";
import { fieldTable, insertField } from "../records/fields";
import { insertGrownCrop, loadGrownCrops } from "../records/grown-crops";
import { insertSoilTest, loadSoilTests } from "../records/soil-tests";
import { type Client, hold, isId, rows, type Scope } from "../storage/db";

/** Parts may differ from the field in sum by this much of it: areas are measured, not given. */
const AREA_TOLERANCE = 0.02;

/** Which fields one came of, and what became of it. */
export async function loadDescent(client: Client, scope: Scope, fieldId: string): Promise<FieldDescent> {
  const found = await rows<{ fromId: string; intoId: string; from: string; into: string; day: string }>(
    client,
    `select d.from_id as "fromId", d.into_id as "intoId", a.name as "from", b.name as "into", d.on_day as day from field_descent d
     join field a on a.practice_id = d.practice_id and a.id = d.from_id
     join field b on b.practice_id = d.practice_id and b.id = d.into_id
     where d.practice_id = $1 and (d.from_id = $2 or d.into_id = $2) order by d.at, b.name`,
    [scope.practiceId, fieldId],
  );
  return {
    from: found.flatMap((d) => (d.intoId === fieldId ? [{ id: d.fromId, name: d.from, day: d.day }] : [])),
    into: found.flatMap((d) => (d.fromId === fieldId ? [{ id: d.intoId, name: d.into, day: d.day }] : [])),
  };
}

/**
 * Makes several fields of one. Each part has the field's profile, its history and its soil tests; the field is retired and
 * its plans stay with it. Refused by field where parts do not add up, a name is taken, or a crop is under way.
 */
export async function splitField(
  client: Client,
  access: Access,
  { fieldId, parts, bearingDeg }: Received<"POST /api/fields/split">,
): Promise<string[]> {
  await hold(client, `${access.practiceId} fields`);
  const [field] = await standingFields(client, access, [fieldId]);
  if (!field) throw new Refused(404, "There is no such field.");
  const areaHa = parts.reduce((sum, p) => sum + p.areaHa, 0);
  if (Math.abs(areaHa - field.record.areaHa) > AREA_TOLERANCE * field.record.areaHa)
    refuse(
      "parts",
      `Areas: together ${round(areaHa)} ha given, ${field.record.name} has ${round(field.record.areaHa)} ha`,
    );
  await refuseNames(
    client,
    access,
    field.farmId,
    parts.map((p) => p.name),
    [fieldId],
  );
  const boundaries = field.record.boundary
    ? cutBoundary(
        field.record.boundary as Boundary,
        parts.map((p) => p.areaHa),
        bearingDeg,
      )
    : null;
  if (boundaries && !boundaries.ok) refuse("parts", boundaries.errors.map((e) => e.message).join("; "));
  const ids = parts.map(() => randomUUID());
  await retire(client, access, [field]);
  for (const [i, part] of parts.entries())
    await addField(client, access, ids[i] as string, {
      farmId: field.farmId,
      record: { ...field.record, ...part, boundary: boundaries?.ok ? (boundaries.value[i] ?? null) : null },
      history: field.history,
      tests: field.tests,
      from: [field],
    });
  return ids;
}

/**
 * Makes one field of several of a farm: the largest one's profile, all boundaries joined, history merged season by season,
 * the soil tests of the largest. What the smaller ground had otherwise stands in the new field's note.
 */
export async function mergeFields(
  client: Client,
  access: Access,
  { fieldIds, name }: Received<"POST /api/fields/merge">,
): Promise<string> {
  await hold(client, `${access.practiceId} fields`);
  const fields = await standingFields(client, access, fieldIds);
  const [largest, ...others] = fields.sort((a, b) => b.record.areaHa - a.record.areaHa);
  if (!largest || fields.length < fieldIds.length) throw new Refused(404, "There is no such field.");
  const elsewhere = others.find((f) => f.farmId !== largest.farmId);
  if (elsewhere) refuse("fieldIds", `${elsewhere.record.name} belongs to another farm than ${largest.record.name}`);
  await refuseNames(client, access, largest.farmId, [name], fieldIds);
  const { history, doubts } = mergeHistory(fields.map((f) => ({ areaHa: f.record.areaHa, history: f.history })));
  const boundaries = fields.flatMap((f) => (f.record.boundary ? [f.record.boundary as Boundary] : []));
  const differing = DIFFERING.flatMap((said) =>
    others.filter((f) => said(f.record) !== said(largest.record)).map((f) => `${f.record.name}: ${said(f.record)}`),
  );
  const note = [
    largest.record.note,
    `Merged of ${fields.map((f) => `${f.record.name} (${round(f.record.areaHa)} ha)`).join(" and ")}; soil and soil tests are those of ${largest.record.name}.`,
    differing.length > 0 ? `Different there: ${differing.join("; ")}.` : "",
    ...doubts.map(
      (d) => `${d.season}: ${d.left.map((crop) => cropNames()[crop] ?? crop).join(", ")} stood on the smaller ground.`,
    ),
  ];
  const id = randomUUID();
  await retire(client, access, fields);
  await addField(client, access, id, {
    farmId: largest.farmId,
    record: {
      ...largest.record,
      name,
      areaHa: Number(fields.reduce((sum, f) => sum + f.record.areaHa, 0).toFixed(4)),
      boundary: boundaries.length === fields.length ? joinBoundaries(boundaries) : null,
      note: note.filter(Boolean).join(" ").slice(0, 2000),
    },
    history,
    tests: largest.tests,
    from: fields,
  });
  return id;
}

/** What of a field its readers would miss, in words. */
const DIFFERING: ((field: FieldRecord) => string)[] = [
  (f) => textureName(f.textureClass),
  (f) => `${f.drainage} drainage`,
  (f) => (f.irrigated ? "irrigated" : "rain-fed"),
];

interface Standing {
  id: string;
  farmId: string;
  record: FieldRecord;
  history: GrownCrop[];
  tests: Awaited<ReturnType<typeof loadSoilTests>>;
}

/** Live fields with what they carry on, and refusal where a crop stands on one. */
async function standingFields(client: Client, access: Access, ids: string[]): Promise<Standing[]> {
  const known = ids.filter(isId);
  const found = await rows<Record<string, unknown> & { id: string; farmId: string }>(
    client,
    `select t.id, t.farm_id as "farmId", ${fieldTable.select("t")} from field t
     where t.practice_id = $1 and t.id = any($2::uuid[]) and t.retired_at is null`,
    [access.practiceId, known],
  );
  const history = await loadGrownCrops(client, access, known);
  const planned = await grownByPlans(client, access, known);
  return Promise.all(
    found.map(async (f) => {
      const own = (history.get(f.id) ?? []).map(({ id: _, ...grown }) => grown);
      const more = (planned.get(f.id) ?? []).filter(
        (p) => !own.some((h) => h.season === p.season && h.crop === p.crop),
      );
      return {
        id: f.id,
        farmId: f.farmId,
        record: fieldTable.parse(f),
        history: [...more, ...own],
        tests: await loadSoilTests(client, access, f.id),
      };
    }),
  );
}

/** What chosen plans of the fields have grown; refused where one is under way: begun, and its harvest not logged. */
async function grownByPlans(client: Client, access: Access, fieldIds: string[]): Promise<Map<string, GrownCrop[]>> {
  const plans = await rows<{ id: string; fieldId: string; season: number; decisions: unknown; field: string }>(
    client,
    `select p.id, p.field_id as "fieldId", p.season, p.decisions, f.name as field from plan p
     join field f on f.practice_id = p.practice_id and f.id = p.field_id
     where p.practice_id = $1 and p.field_id = any($2::uuid[]) and p.chosen
       and exists (select from log_entry l where l.practice_id = p.practice_id and l.plan_id = p.id and l.withdrawn_at is null)`,
    [access.practiceId, fieldIds],
  );
  const facts = await loadPlanFacts(client, access, plans);
  const result = new Map<string, GrownCrop[]>();
  for (const plan of plans) {
    const own = facts.get(plan.id);
    const { decisions, guide } = decisionsOf(plan.decisions);
    const drafted = own && draftPlan(own, decisions, plan.season, guide);
    const made = drafted?.ok ? drafted.value : null;
    const harvest = made?.operations.filter((o) => o.role === "harvest").at(-1);
    if (!harvest?.doneOn)
      throw new Refused(
        409,
        `${plan.field}: ${guide.name.toLowerCase()} of ${plan.season} is under way. Log its harvest first, or take its entries back.`,
      );
    result.set(plan.fieldId, [
      ...(result.get(plan.fieldId) ?? []),
      {
        season: plan.season,
        crop: guide.id,
        kindId: made?.crop.kind.id ?? null,
        productId: made?.crop.product.id ?? null,
        yieldTPerHa: null,
        harvestOn: harvest.doneOn,
        harvested: true,
        residueTaken: null,
      },
    ]);
  }
  return result;
}

async function addField(
  client: Client,
  access: Access,
  id: string,
  {
    farmId,
    record,
    history,
    tests,
    from,
  }: Pick<Standing, "farmId" | "record" | "history" | "tests"> & { from: Standing[] },
): Promise<void> {
  const field = fieldRecord.parse(record);
  await insertField(client, access.practiceId, id, farmId, field);
  for (const grown of history) await insertGrownCrop(client, access.practiceId, id, grown);
  for (const { id: _, ...test } of tests) await insertSoilTest(client, access.practiceId, id, test);
  for (const f of from)
    await client.query("insert into field_descent (practice_id, from_id, into_id, on_day) values ($1, $2, $3, $4)", [
      access.practiceId,
      f.id,
      id,
      access.today,
    ]);
  await audit(client, access, "fields", id, "added", null, {
    ...field,
    of: from.map((f) => f.record.name).join(" and "),
  });
}

async function retire(client: Client, access: Access, fields: Standing[]): Promise<void> {
  await client.query(
    `update field set retired_at = now(), revision = revision + 1, changed_at = now(), person = name_of_person()
     where practice_id = $1 and id = any($2::uuid[])`,
    [access.practiceId, fields.map((f) => f.id)],
  );
  for (const f of fields) await audit(client, access, "fields", f.id, "retired", { retired: false }, { retired: true });
}

/** Refuses names that live fields of the farm have, other than those that make way. */
async function refuseNames(client: Client, scope: Scope, farmId: string, names: string[], making: string[]) {
  const twice = names.find((n, i) => names.indexOf(n) !== i);
  if (twice) refuse("name", `Name: two parts are called "${twice}"`);
  const taken = await rows<{ name: string }>(
    client,
    "select name from field where practice_id = $1 and farm_id = $2 and name = any($3) and retired_at is null and id <> all($4::uuid[])",
    [scope.practiceId, farmId, names, making],
  );
  if (taken[0]) refuse("name", `Name: there is a field "${taken[0].name}" already`);
}

function refuse(field: string, message: string): never {
  throw new z.ZodError([{ code: "custom", path: [field], message, input: undefined }]);
}

const round = (value: number) => Math.round(value * 100) / 100;
