/** Plantings: crops on a field or a part of it, side by side or in turn, each with its drafts. */

import { nextYearOf } from "@/core/guides/fitting";
import { type Decisions, freshDecisions } from "@/core/sheets/decisions";
import { decisionsSchema } from "@/core/sheets/decisions-schema";
import { type Access, Refused } from "../access/access";
import { audit } from "../access/audit";
import type { PlantingDraft, PlantingLine, Received } from "../contracts";
import { type Client, hold, isId, row, rows, type Scope } from "../storage/db";
import { guideOf } from "./guides";
import { decisionsOf } from "./stored-decisions";

/** Drafts that a planting may have in a season. */
const MOST_DRAFTS = 4;

/** Plantings of a field with their drafts, the newest season first, in turn after what they follow. */
export async function listPlantings(client: Client, scope: Scope, fieldId: string): Promise<PlantingLine[]> {
  const found = await rows<Omit<PlantingLine, "drafts">>(
    client,
    `select id, season, part, area_ha as "areaHa", follows from planting
     where practice_id = $1 and field_id = $2 order by season desc, follows nulls first, part`,
    [scope.practiceId, fieldId],
  );
  const drafts = await rows<PlantingDraft & { plantingId: string }>(
    client,
    `select p.planting_id as "plantingId", p.id, p.draft, p.chosen, p.season, p.guide_id as "guideId",
       (select max(number) from plan_version v where v.practice_id = p.practice_id and v.plan_id = p.id) as issued
     from plan p where p.practice_id = $1 and p.field_id = $2 order by p.season desc, p.draft`,
    [scope.practiceId, fieldId],
  );
  return found.map((planting) => ({
    ...planting,
    drafts: drafts.flatMap(({ plantingId, ...draft }) => (plantingId === planting.id ? [draft] : [])),
  }));
}

/** Holds a plan with the other drafts of its planting: they are copied, chosen and issued one after another. */
export async function holdPlanting(client: Client, scope: Scope, planId: string): Promise<void> {
  if (!isId(planId)) return;
  const planting = await row<{ id: string }>(
    client,
    "select planting_id as id from plan where practice_id = $1 and id = $2",
    [scope.practiceId, planId],
  );
  if (planting) await hold(client, planId, planting.id);
}

/** The drafts of a plan's planting in its season. */
export function listDrafts(client: Client, scope: Scope, planId: string): Promise<PlantingDraft[]> {
  return rows<PlantingDraft>(
    client,
    `select p.id, p.draft, p.chosen, p.season, p.guide_id as "guideId",
       (select max(number) from plan_version v where v.practice_id = p.practice_id and v.plan_id = p.id) as issued
     from plan own join plan p on p.practice_id = own.practice_id and p.planting_id = own.planting_id and p.season = own.season
     where own.practice_id = $1 and own.id = $2 order by p.draft`,
    [scope.practiceId, planId],
  );
}

/** What a plan begins with: the crop's usual way; where the planting of the season before stands for years, its next year. */
async function firstDecisions(
  client: Client,
  access: Access,
  { fieldId, season, guideId, kindId: wished }: Received<"POST /api/plans">,
  part: string,
): Promise<Decisions> {
  const plain = freshDecisions(guideId);
  const fresh = wished ? { ...plain, crop: { ...plain.crop, kindId: wished } } : plain;
  const before = await row<{ crop: Decisions["crop"] }>(
    client,
    `select p.decisions->'crop' as crop from plan p join planting g on g.practice_id = p.practice_id and g.id = p.planting_id
     where p.practice_id = $1 and p.field_id = $2 and p.season = $3 and p.guide_id = $4 and g.part = $5 and p.chosen`,
    [access.practiceId, fieldId, season - 1, guideId, part],
  );
  const guide = guideOf(guideId);
  if (!before || !guide) return fresh;
  const { kindId, productId } = before.crop;
  const next = nextYearOf(guide, before.crop);
  return next
    ? {
        ...fresh,
        crop: { ...fresh.crop, ...(kindId ? { kindId } : {}), ...(productId ? { productId } : {}), methodId: next.id },
      }
    : fresh;
}

/**
 * A first draft of a planting on a field: the whole of it, or a part that is free, at the start of a season or after
 * another planting. Where the very same planting stands already, its chosen draft. Refused: a part that is larger than
 * what is free, a planting to follow that is not of this field.
 */
export async function startPlan(
  client: Client,
  access: Access,
  wanted: Received<"POST /api/plans">,
  decisions?: Decisions,
): Promise<string> {
  const { fieldId, season, guideId, kindId, part = null, follows = null } = wanted;
  const guide = guideOf(guideId);
  if (!guide) throw new Refused(404, `There is no guide of "${guideId}".`);
  if (kindId && !guide.kinds.some((k) => k.id === kindId))
    throw new Refused(422, `kindId: "${kindId}" given, allowed is one of ${guide.kinds.map((k) => k.id).join(", ")}.`);
  // held until the end, so that two people do not take the same ground at once
  await hold(client, fieldId);
  const field = await row<{ areaHa: number; retired: boolean }>(
    client,
    `select area_ha as "areaHa", retired_at is not null as retired from field where practice_id = $1 and id = $2`,
    [access.practiceId, fieldId],
  );
  if (!field) throw new Refused(404, "There is no such field.");
  if (field.retired) throw new Refused(422, "The field is retired: take it back among the fields before planning it.");
  const there = await listPlantings(client, access, fieldId);
  const before = there.find((p) => p.id === follows);
  // what comes after a part has that part, unless less of it is wanted
  const ground = part ?? wholeOf(before);
  const same = there.find(
    (p) => p.season === season && p.follows === follows && p.part === (ground?.name ?? "") && p.drafts.length > 0,
  );
  if (same) return (same.drafts.find((d) => d.chosen && d.season === season) ?? same.drafts[0])?.id as string;
  if (follows && !before) throw new Refused(404, "There is no such planting on this field to come after.");
  if (before && before.season > season)
    throw new Refused(422, `season: ${season} given, allowed is ${before.season} or later, after what it follows.`);
  refuseMoreThanThereIs(there, field.areaHa, { season, follows }, part?.areaHa ?? null);
  const planting = await row<{ id: string }>(
    client,
    "insert into planting (practice_id, field_id, season, part, area_ha, follows) values ($1, $2, $3, $4, $5, $6) returning id",
    [access.practiceId, fieldId, season, ground?.name ?? "", ground?.areaHa ?? null, follows],
  );
  if (!planting) throw new Error("no planting was made");
  return insertDraft(client, access, {
    fieldId,
    season,
    plantingId: planting.id,
    draft: 1,
    decisions: decisionsSchema.parse(decisions ?? (await firstDecisions(client, access, wanted, ground?.name ?? ""))),
    action: "started",
  });
}

/** The part that a planting has; null for the whole field. */
const wholeOf = (planting: PlantingLine | undefined) =>
  planting && planting.areaHa !== null ? { name: planting.part, areaHa: planting.areaHa } : null;

/** Refuses an area (null: all of the ground) that those beside it, before the same or at the same start, leave no room for. */
function refuseMoreThanThereIs(
  there: PlantingLine[],
  fieldHa: number,
  { season, follows, id }: { season: number; follows: string | null; id?: string },
  wantedHa: number | null,
): void {
  const ground = there.find((p) => p.id === follows)?.areaHa ?? fieldHa;
  const beside = there.filter((p) => p.id !== id && p.follows === follows && p.season === season);
  const taken = beside.reduce((sum, p) => sum + (p.areaHa ?? ground), 0);
  const free = Math.max(0, ground - taken);
  const area = wantedHa ?? ground;
  if (area > free + 1e-9)
    throw new Refused(
      422,
      `Area: ${hectares(area)} given, allowed are ${hectares(free)}: of ${hectares(ground)}, ${hectares(taken)} carry another planting of season ${season}. Plan it after that one, or on a smaller part.`,
    );
}

/**
 * Gives a planting another part of its field, or a name or an area of it that is right; null for all of the ground. Its
 * plans are drafted for the new area, and so are those of what comes after it on all of it. Refused: more than is free,
 * the name of another one beside it, less than what comes after on shares of it has.
 */
export async function changePart(
  client: Client,
  access: Access,
  plantingId: string,
  part: { name: string; areaHa: number } | null,
): Promise<void> {
  const own = isId(plantingId)
    ? await row<{ fieldId: string; season: number; follows: string | null; part: string; areaHa: number | null }>(
        client,
        `select field_id as "fieldId", season, follows, part, area_ha as "areaHa" from planting where practice_id = $1 and id = $2`,
        [access.practiceId, plantingId],
      )
    : null;
  // held until the end, so that two people do not take the same ground at once
  if (own) await hold(client, own.fieldId);
  const field =
    own &&
    (await row<{ areaHa: number }>(client, `select area_ha as "areaHa" from field where practice_id = $1 and id = $2`, [
      access.practiceId,
      own.fieldId,
    ]));
  if (!own || !field) throw new Refused(404, "There is no such planting.");
  const there = await listPlantings(client, access, own.fieldId);
  const { season, follows } = own;
  const ground = part ?? wholeOf(there.find((p) => p.id === follows));
  const beside = there.filter((p) => p.id !== plantingId && p.follows === follows && p.season === season);
  if (beside.some((p) => p.part === (ground?.name ?? "")))
    throw new Refused(
      409,
      `Part: "${ground?.name ?? "the whole"}" given; another planting of season ${season} has it.`,
    );
  refuseMoreThanThereIs(there, field.areaHa, { season, follows, id: plantingId }, part?.areaHa ?? null);
  // what comes after on all of it, and after that, and so on
  const { part: name, areaHa } = own;
  const along = [plantingId];
  for (const id of along)
    along.push(...there.flatMap((p) => (p.follows === id && p.part === name && p.areaHa === areaHa ? [p.id] : [])));
  const shares = there.filter((p) => p.follows !== null && along.includes(p.follows) && !along.includes(p.id));
  for (const id of along) {
    const after = shares.filter((p) => p.follows === id).reduce((sum, p) => sum + (p.areaHa ?? 0), 0);
    if (ground && after > ground.areaHa + 1e-9)
      throw new Refused(
        422,
        `Area: ${hectares(ground.areaHa)} given, allowed are ${hectares(after)} or more: so much of it carries what comes after.`,
      );
  }
  await client.query("update planting set part = $3, area_ha = $4 where practice_id = $1 and id = any($2::uuid[])", [
    access.practiceId,
    along,
    ground?.name ?? "",
    ground?.areaHa ?? null,
  ]);
  await audit(
    client,
    access,
    "planting",
    plantingId,
    "changed",
    { part: name, areaHa },
    {
      part: ground?.name ?? "",
      areaHa: ground?.areaHa ?? null,
    },
  );
}

const hectares = (ha: number) => `${Math.round(ha * 100) / 100} ha`;

interface NewDraft {
  fieldId: string;
  season: number;
  plantingId: string;
  draft: number;
  decisions: Decisions;
  /** what the audit says of it */
  action: string;
}

/** Puts a draft in; the first of a planting and season is the chosen one. */
async function insertDraft(client: Client, scope: Scope, made: NewDraft): Promise<string> {
  const created = await row<{ id: string }>(
    client,
    "insert into plan (practice_id, field_id, planting_id, season, draft, chosen, decisions, updated_by) values ($1, $2, $3, $4, $5::smallint, $5::smallint = 1, $6, $7) returning id",
    [
      scope.practiceId,
      made.fieldId,
      made.plantingId,
      made.season,
      made.draft,
      JSON.stringify(made.decisions),
      scope.userId,
    ],
  );
  if (!created) throw new Error("no plan was made");
  await audit(client, scope, "plan", created.id, made.action, null, made.decisions);
  return created.id;
}

/** Another draft of a plan's planting and season, with the same decisions to begin with. Refused: a fifth. */
export async function copyDraft(client: Client, access: Access, planId: string): Promise<string> {
  await holdPlanting(client, access, planId);
  const from = isId(planId)
    ? await row<{ fieldId: string; plantingId: string; season: number; draft: number; decisions: unknown }>(
        client,
        `select field_id as "fieldId", planting_id as "plantingId", season, draft, decisions from plan where practice_id = $1 and id = $2`,
        [access.practiceId, planId],
      )
    : null;
  if (!from) throw new Refused(404, "There is no such plan.");
  const taken = (await listDrafts(client, access, planId)).map((d) => d.draft);
  const draft = Array.from({ length: MOST_DRAFTS }, (_, i) => i + 1).find((n) => !taken.includes(n));
  if (!draft) throw new Refused(409, `A planting has up to ${MOST_DRAFTS} drafts to compare; all are there.`);
  const { decisions } = decisionsOf(from.decisions);
  return insertDraft(client, access, { ...from, draft, decisions, action: `copied from draft ${from.draft}` });
}

/** Makes a draft the one that season, week and issue go by. Refused where another one has been issued. */
export async function chooseDraft(client: Client, access: Access, planId: string): Promise<void> {
  if (!isId(planId)) throw new Refused(404, "There is no such plan.");
  await holdPlanting(client, access, planId);
  const drafts = await listDrafts(client, access, planId);
  const own = drafts.find((d) => d.id === planId);
  if (!own) throw new Refused(404, "There is no such plan.");
  const issued = drafts.find((d) => d.id !== planId && d.issued !== null);
  if (issued)
    throw new Refused(409, `Draft ${issued.draft} was issued as version ${issued.issued}: work goes by that one.`);
  const ids = drafts.map((d) => d.id);
  await client.query("update plan set chosen = false where practice_id = $1 and id = any($2::uuid[]) and chosen", [
    access.practiceId,
    ids,
  ]);
  await client.query("update plan set chosen = true where practice_id = $1 and id = $2", [access.practiceId, planId]);
  await audit(client, access, "plan", planId, `chose draft ${own.draft}`, null, null);
}
