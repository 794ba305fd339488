/** Records of any kind: listed, added, changed by revision, retired and taken back; every change is noted. */

import { z } from "zod";
import { type Chosen, type KindId, linksOf, slugOf } from "@/core/records/describe";
import { RECORD_KINDS } from "@/core/records/kinds";
import { titleOf, type Values, valuesSchema } from "@/core/records/values";
import { type Access, may, Refused } from "../access/access";
import { audit } from "../access/audit";
import type { RecordChange, RecordList, RecordRow } from "../contracts";
import { issueInWords } from "../issue-words";
import { byName } from "../storage/by-name";
import { type Client, hold, isId, row, rows, type Scope } from "../storage/db";
import { recordLists } from "./lists";
import { REGISTERS, type Register } from "./registers";

/** Records of a kind that this person may see, retired ones among them; of one field, farm ... or the one of an id, where `of` names it. */
export async function listRecords(
  client: Client,
  scope: Scope,
  kindId: KindId,
  of?: { key: string; id: string },
): Promise<RecordRow[]> {
  const register = REGISTERS[kindId];
  const column = of && (of.key === "id" ? "id" : register.links[of.key]);
  if (of && (!column || (!register.kind.slugFrom && !isId(of.id)))) return [];
  const found = await rows<Found>(
    client,
    `select ${selectOf(register)} from ${register.table.table} t where t.practice_id = $1${column ? ` and t.${column} = $2` : ""} order by t.id`,
    of ? [scope.practiceId, of.id] : [scope.practiceId],
  );
  const titled = found.map((f) => rowOf(register, f)).map((r) => ({ r, title: titleOf(register.kind, r.values) }));
  return titled.sort((a, b) => byName(a.title, b.title)).map(({ r }) => r);
}

/** The same with all that a form of the kind needs: what links and lists offer, and whether this person may change them. */
export async function recordList(
  client: Client,
  access: Access,
  kindId: KindId,
  of?: { key: string; id: string },
): Promise<RecordList> {
  return {
    rows: (await listRecords(client, access, kindId, of)).map((r) => marked(kindId, r)),
    links: await linkChoices(client, access, kindId),
    lists: await recordLists(client, access),
    near: RECORD_KINDS[kindId].fields.some((f) => f.input === "boundary") ? await placeOf(client, access) : "",
    mayChange: may(access.role, REGISTERS[kindId].change),
  };
}

/** A record with what of it is past a limit that is held now: it was stored before, and opens all the same. */
function marked(kindId: KindId, record: RecordRow): RecordRow {
  const read = valuesSchema(RECORD_KINDS[kindId]).safeParse(record.values);
  if (read.success || record.retired) return record;
  return { ...record, past: [...new Set(read.error.issues.map((issue) => issueInWords(issue).message))] };
}

/** A place of the practice's: the first corner of the boundary that was changed last, or a station that says where it is. */
async function placeOf(client: Client, scope: Scope): Promise<string> {
  const found = await row<{ at: string | null }>(
    client,
    `select coalesce(
       (select coalesce(boundary #>> '{coordinates,0,0,0,1}', boundary #>> '{coordinates,0,0,1}') || ', ' ||
          coalesce(boundary #>> '{coordinates,0,0,0,0}', boundary #>> '{coordinates,0,0,0}')
        from field where practice_id = $1 and boundary is not null and retired_at is null order by changed_at desc limit 1),
       (select latitude_deg || ', ' || longitude_deg from station
        where practice_id = $1 and longitude_deg is not null and retired_at is null order by changed_at desc limit 1)) as at`,
    [scope.practiceId],
  );
  return found?.at ?? "";
}

/** What each link of a kind can lead to, by the link's key: live records by what they are called and where they belong. */
export async function linkChoices(client: Client, scope: Scope, kindId: KindId): Promise<Record<string, Chosen[]>> {
  const choices: Record<string, Chosen[]> = {};
  for (const link of linksOf(RECORD_KINDS[kindId])) {
    const kind = RECORD_KINDS[link.to];
    const [above] = linksOf(kind);
    const titles = new Map(
      above
        ? (await listRecords(client, scope, above.to)).map((r) => [r.id, titleOf(RECORD_KINDS[above.to], r.values)])
        : [],
    );
    choices[link.key] = (await listRecords(client, scope, link.to))
      .filter((r) => !r.retired)
      .map((r) => {
        const of = above ? titles.get(String(r.values[above.key])) : undefined;
        const title = titleOf(kind, r.values);
        return { value: r.id, label: of && of !== title ? `${title}, ${of}` : title };
      })
      .sort((a, b) => byName(a.label, b.label));
  }
  return choices;
}

/** One record; null where there is none that this person may see. */
export async function loadRecord(client: Client, scope: Scope, kindId: KindId, id: string): Promise<RecordRow | null> {
  const register = REGISTERS[kindId];
  if (!register.kind.slugFrom && !isId(id)) return null;
  const found = await row<Found>(
    client,
    `select ${selectOf(register)} from ${register.table.table} t where t.practice_id = $1 and t.id = $2`,
    [scope.practiceId, id],
  );
  return found ? rowOf(register, found) : null;
}

/**
 * Adds a record. `id` comes from the device, so that what is sent twice is one; a kind whose ids are words makes its own.
 * Throws ZodError by field, and Refused where a name stands already or a link leads nowhere.
 */
export async function addRecord(
  client: Client,
  access: Access,
  kindId: KindId,
  id: string,
  given: unknown,
): Promise<string> {
  const register = registerFor(access, kindId);
  const values = await readValues(client, access, register, given);
  await hold(client, `${access.practiceId} ${kindId}`);
  if (!register.kind.slugFrom) {
    const there = await loadRecord(client, access, kindId, id);
    if (there && JSON.stringify(there.values) === JSON.stringify(inOrder(register, values))) return id;
    if (there) throw new Refused(409, `There is another ${register.kind.one} under this id. Add it again.`);
  }
  await refuseTaken(client, access, register, values, null);
  const own = register.kind.slugFrom
    ? await freeSlug(client, access, register, String(values[register.kind.slugFrom]))
    : id;
  const { links, record } = apart(register, values);
  await register.table.insert(client, { practice_id: access.practiceId, id: own, ...links }, { ...record, id: own });
  await audit(client, access, kindId, own, "added", null, values);
  return own;
}

/** Changes a record that was looked at as of `revision`; a stale change alters nothing and brings back what stands. */
export async function changeRecord(
  client: Client,
  access: Access,
  kindId: KindId,
  id: string,
  revision: number,
  given: unknown,
): Promise<RecordChange> {
  const register = registerFor(access, kindId);
  const values = await readValues(client, access, register, given);
  const stands = await standing(client, access, kindId, id);
  if (stands.revision !== revision) return { saved: false, stands };
  await refuseTaken(client, access, register, values, id);
  const { links, record } = apart(register, values);
  await register.table.update(client, { practiceId: access.practiceId, id }, links, { ...record, id });
  await touch(client, access, register, id);
  await audit(client, access, kindId, id, "changed", stands.values, values);
  return { saved: true, revision: revision + 1 };
}

/** Retires a record, or takes it back: what is retired is offered no more and stays where it is used. */
export async function retireRecord(
  client: Client,
  access: Access,
  kindId: KindId,
  id: string,
  revision: number,
  retired: boolean,
): Promise<RecordChange> {
  const register = registerFor(access, kindId);
  const stands = await standing(client, access, kindId, id);
  if (stands.retired === retired) return { saved: true, revision: stands.revision };
  if (stands.revision !== revision) return { saved: false, stands };
  if (!retired) await refuseTaken(client, access, register, stands.values, id);
  await client.query(
    `update ${register.table.table} set retired_at = case when $3 then now() end where practice_id = $1 and id = $2`,
    [access.practiceId, id, retired],
  );
  await touch(client, access, register, id);
  await audit(client, access, kindId, id, retired ? "retired" : "taken back", { retired: !retired }, { retired });
  return { saved: true, revision: revision + 1 };
}

type Found = Record<string, unknown> & Omit<RecordRow, "values">;

const selectOf = ({ table, links }: Register): string =>
  [
    table.select("t"),
    ...Object.entries(links).map(([key, column]) => `t.${column} as "${key}"`),
    `t.id::text as "rowId", t.revision, t.retired_at is not null as retired, t.person, to_char(t.changed_at, 'YYYY-MM-DD HH24:MI') as "changedAt"`,
  ].join(", ");

function rowOf(register: Register, found: Found): RecordRow {
  const { revision, retired, person, changedAt } = found;
  const record = register.table.parse(found) as Values;
  const links = Object.fromEntries(Object.keys(register.links).map((key) => [key, found[key]]));
  const values = inOrder(register, { ...links, ...record });
  return { id: String(found.rowId), revision, retired, person, changedAt, values };
}

/** Values in the order of the kind's fields, and no others. */
export const inOrder = ({ kind }: Register, values: Values): Values =>
  Object.fromEntries(kind.fields.map(({ key }) => [key, values[key]]));

export function apart(register: Register, values: Values): { links: Values; record: Values } {
  const links = Object.fromEntries(Object.entries(register.links).map(([key, column]) => [column, values[key]]));
  const record = Object.fromEntries(Object.entries(values).filter(([key]) => !(key in register.links)));
  return { links, record };
}

export function registerFor(access: Access, kindId: KindId): Register {
  const register = REGISTERS[kindId];
  if (!may(access.role, register.change))
    throw new Refused(403, `Your role (${access.role}) may not change ${register.kind.many.toLowerCase()}.`);
  return register;
}

/** Reads values by the kind's schema; lists and links must know what is named. */
async function readValues(client: Client, scope: Scope, { kind }: Register, given: unknown): Promise<Values> {
  const values = valuesSchema(kind).parse(given);
  const lists = await recordLists(client, scope);
  const issues: { path: string[]; message: string }[] = [];
  for (const field of kind.fields) {
    const value = values[field.key];
    if (field.input !== "listed" || value === null) continue;
    const own = lists[field.list].filter((entry) => !field.by || entry.of === values[field.by]);
    if (!own.some((entry) => entry.value === value))
      issues.push({
        path: [field.key],
        message: `${field.label}: "${String(value)}" given, allowed are ${own
          .slice(0, 12)
          .map((e) => e.value)
          .join(", ")}`,
      });
  }
  for (const link of linksOf(kind)) {
    const id = values[link.key];
    if (id !== null && !(await loadRecord(client, scope, link.to, String(id))))
      issues.push({ path: [link.key], message: `${link.label}: there is no such ${RECORD_KINDS[link.to].one}` });
  }
  if (issues.length > 0) throw new z.ZodError(issues.map((i) => ({ code: "custom", input: undefined, ...i })));
  return values;
}

/** Refuses what a live record is called already. */
async function refuseTaken(
  client: Client,
  scope: Scope,
  { kind, table, links }: Register,
  values: Values,
  own: string | null,
): Promise<void> {
  const columns = kind.unique.map((key) => links[key] ?? table.columns[key]);
  const taken = await row<{ id: string }>(
    client,
    `select t.id::text as id from ${table.table} t where t.practice_id = $1 and t.retired_at is null and t.id::text is distinct from $2
       and ${columns.map((c, i) => `t.${c} = $${i + 3}`).join(" and ")} limit 1`,
    [scope.practiceId, own, ...kind.unique.map((key) => values[key])],
  );
  if (!taken) return;
  const last = kind.fields.find((f) => f.key === kind.unique.at(-1));
  throw new Refused(409, `${last?.label}: there is a ${kind.one} "${titleOf(kind, values)}" already.`);
}

/** The record as it stands, held until the change is made. */
async function standing(client: Client, scope: Scope, kindId: KindId, id: string): Promise<RecordRow> {
  await hold(client, `${scope.practiceId} ${kindId}`);
  const stands = await loadRecord(client, scope, kindId, id);
  if (!stands) throw new Refused(404, `There is no such ${RECORD_KINDS[kindId].one}.`);
  return stands;
}

const touch = (client: Client, scope: Scope, { table }: Register, id: string) =>
  client.query(
    `update ${table.table} set revision = revision + 1, changed_at = now(), person = name_of_person() where practice_id = $1 and id = $2`,
    [scope.practiceId, id],
  );

async function freeSlug(client: Client, scope: Scope, { table }: Register, text: string): Promise<string> {
  const wanted = slugOf(text);
  const taken = await rows<{ id: string }>(
    client,
    `select id from ${table.table} where practice_id = $1 and (id = $2 or id like $2 || '-%')`,
    [scope.practiceId, wanted],
  );
  const ids = new Set(taken.map((t) => t.id));
  let own = wanted;
  for (let n = 2; ids.has(own); n++) own = `${wanted}-${n}`;
  return own;
}
