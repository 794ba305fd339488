/** Every route by role and by whose things are asked for; a route that is not in the table fails. And every route by any body. */

import fs from "node:fs";
import path from "node:path";
import fc from "fast-check";
import pg from "pg";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { type DrawnRequest, drawnBodies, drawnReads } from "./support/drawn-requests";
import { ask, NOBODY, type Person, signInOverHttp } from "./support/http";
import { makePractice, removePractice } from "./support/made-practice";

const PRACTICE = "Fuzzwell";
/** Rounds of drawn requests, twelve at once; more by FUZZ_ROUNDS, others by FUZZ_SEED. */
const ROUNDS = Number(process.env.FUZZ_ROUNDS ?? 120);
const SEED = Number(process.env.FUZZ_SEED ?? 20_261_126);

let admin: pg.Client;
/** Practices before this test's. */
let there: string[] = [];
const people: Record<string, Person> = { nobody: NOBODY };
const ids: Record<string, string> = {};

beforeAll(async () => {
  await makePractice(inject("ownerUrl"), PRACTICE);
  for (const role of ["owner", "assistant", "grower"]) people[role] = await signInOverHttp(`${role}@fuzzwell.example`);
  people.other = await signInOverHttp("una@fernhill.example");
  admin = new pg.Client({ connectionString: inject("adminUrl") });
  await admin.connect();
  there = (await admin.query("select id from practice where name <> $1", [PRACTICE])).rows.map((r) => r.id);
  const one = async (name: string, sql: string) => {
    const { rows } = await admin.query(sql, [PRACTICE]);
    ids[name] = rows[0].id;
  };
  const of = "join practice r on r.id = x.practice_id and r.name = $1";
  const onWithy = "join field f on f.id = x.field_id and f.name = 'Withy Bed'";
  await one("plan", `select x.id from plan x ${of} ${onWithy}`);
  await one("practice", "select id from practice where name = $1");
  await one("planting", `select x.id from planting x ${of} ${onWithy}`);
  await one("field", `select x.id from field x ${of} where x.name = 'Withy Bed'`);
  await one("farm", `select x.id from farm x ${of} limit 1`);
  await one("station", `select x.id from station x ${of} limit 1`);
});
afterAll(async () => {
  // practices were begun by drawn requests too
  const { rows: begun } = await admin.query("select name from practice where id <> all ($1)", [there]);
  await admin.end();
  for (const { name } of begun) await removePractice(inject("adminUrl"), name);
});

const NEW_PERSON = { name: "Una Strang", email: "una.strang@fuzzwell.example", password: "four rooks on a gate" };

interface Row {
  /** who may: o(wner), a(ssistant), g(rower), n(obody) */
  may: string;
  /** with the ids of the practice */
  path: () => string;
  body?: () => unknown;
  /** what the owner of another practice gets who asks for this one's; nothing where only own things can be asked for */
  toOther?: number;
}

/** Bodies are sound where another practice must be refused for whose thing it is, and empty where the role decides alone. */
const TABLE: Record<string, Row> = {
  "GET /api/auth/[...all]": { may: "oagn", path: () => "/api/auth/get-session" },
  "POST /api/auth/[...all]": { may: "oagn", path: () => "/api/auth/sign-out", body: () => ({}) },
  "GET /api/calendar/[token]": { may: "", path: () => "/api/calendar/none.ics", toOther: 404 },
  "PUT /api/farms": {
    may: "o",
    path: () => "/api/farms",
    body: () => ({ farmId: ids.farm, stationId: ids.station }),
    toOther: 404,
  },
  "GET /api/feeds": { may: "oag", path: () => "/api/feeds" },
  "POST /api/feeds": { may: "oag", path: () => "/api/feeds", body: () => ({}) },
  "DELETE /api/feeds": { may: "oag", path: () => `/api/feeds?id=${ids.plan}`, toOther: 404 },
  "POST /api/fields/split": {
    may: "oa",
    path: () => "/api/fields/split",
    body: () => ({
      fieldId: ids.field,
      parts: [
        { name: "One", areaHa: 1 },
        { name: "Two", areaHa: 1 },
      ],
    }),
    toOther: 404,
  },
  "POST /api/fields/merge": {
    may: "oa",
    path: () => "/api/fields/merge",
    body: () => ({ fieldIds: [ids.field, ids.plan], name: "Both" }),
    toOther: 404,
  },
  "GET /api/fields": { may: "oa", path: () => "/api/fields" },
  "GET /api/guides": { may: "oa", path: () => "/api/guides" },
  "GET /api/guides/[id]": { may: "oa", path: () => "/api/guides/wheat" },
  "GET /api/health": { may: "oagn", path: () => "/api/health" },
  "GET /api/imports": { may: "oa", path: () => "/api/imports" },
  "POST /api/imports": {
    may: "oa",
    path: () => "/api/imports",
    body: () => ({ fileName: "a.csv", base64: "", kind: "fields", look: true }),
  },
  "DELETE /api/imports": { may: "oa", path: () => `/api/imports?id=${ids.plan}`, toOther: 404 },
  "POST /api/invitations": {
    may: "o",
    path: () => "/api/invitations",
    body: () => ({ name: "", role: "assistant" }),
  },
  "DELETE /api/invitations": { may: "o", path: () => `/api/invitations?id=${ids.plan}`, toOther: 404 },
  "POST /api/join/[token]": {
    may: "",
    path: () => "/api/join/none",
    body: () => ({ person: NEW_PERSON }),
    toOther: 404,
  },
  "GET /api/people": { may: "o", path: () => "/api/people" },
  "PUT /api/people": {
    may: "o",
    path: () => "/api/people",
    body: () => ({ userId: "nobody", role: "assistant" }),
    toOther: 404,
  },
  "DELETE /api/people": { may: "o", path: () => "/api/people?userId=nobody", toOther: 404 },
  "PUT /api/practice": {
    may: "oag",
    path: () => "/api/practice",
    body: () => ({ practiceId: ids.practice }),
    toOther: 404,
  },
  "GET /api/practice/file": { may: "o", path: () => "/api/practice/file" },
  "POST /api/practice/file": { may: "o", path: () => "/api/practice/file", body: () => ({}), toOther: 415 },
  "POST /api/practices": { may: "oagn", path: () => "/api/practices", body: () => ({ practice: {} }) },
  "GET /api/sessions": { may: "oag", path: () => "/api/sessions" },
  "DELETE /api/sessions": { may: "oag", path: () => "/api/sessions" },
  "POST /api/log": {
    may: "oag",
    path: () => "/api/log",
    body: () => ({
      id: ids.plan,
      planId: ids.plan,
      operationId: "no-such",
      doneOn: "2026-08-01",
      quantityPerHa: null,
      note: "",
    }),
    toOther: 404,
  },
  "DELETE /api/log": { may: "oag", path: () => `/api/log?planId=${ids.plan}&operationId=no-such`, toOther: 404 },
  "POST /api/moves": {
    may: "oa",
    path: () => "/api/moves",
    body: () => ({ moves: [{ planId: ids.plan, operationId: "no-such", date: "2026-09-01" }] }),
    toOther: 404,
  },
  "GET /api/outlines": { may: "oag", path: () => "/api/outlines" },
  "POST /api/plans": {
    may: "oa",
    path: () => "/api/plans",
    body: () => ({ fieldId: ids.field, season: 2027, guideId: "wheat" }),
    toOther: 404,
  },
  "PUT /api/plans/[id]": {
    may: "oa",
    path: () => `/api/plans/${ids.plan}`,
    body: () => ({ revision: 99, decisions: { version: 2, crop: { guideId: "wheat" } } }),
    toOther: 404,
  },
  "POST /api/plans/[id]/choice": { may: "oa", path: () => `/api/plans/${ids.plan}/choice`, toOther: 404 },
  "GET /api/plans/[id]/drafts": { may: "oa", path: () => `/api/plans/${ids.plan}/drafts`, toOther: 404 },
  "POST /api/plans/[id]/drafts": { may: "oa", path: () => `/api/plans/${ids.plan}/drafts`, toOther: 404 },
  "POST /api/plans/[id]/plantings": {
    may: "oa",
    path: () => `/api/plans/${ids.plan}/plantings`,
    body: () => ({ revision: 1_000_000, plantings: [1, 2].map(() => ({ areaHa: 0.1, plantingOn: "2027-03-01" })) }),
    toOther: 404,
  },
  "POST /api/plans/[id]/issue": {
    may: "o",
    path: () => `/api/plans/${ids.plan}/issue`,
    body: () => ({ revision: 99 }),
    toOther: 404,
  },
  "POST /api/plans/[id]/sign-offs": {
    may: "o",
    path: () => `/api/plans/${ids.plan}/sign-offs`,
    body: () => ({ treatmentId: "treat-x", signed: "x" }),
    toOther: 404,
  },
  "DELETE /api/plans/[id]/sign-offs": {
    may: "o",
    path: () => `/api/plans/${ids.plan}/sign-offs?treatmentId=treat-x`,
    toOther: 404,
  },
  "POST /api/plans/[id]/repair": { may: "oa", path: () => `/api/plans/${ids.plan}/repair`, toOther: 404 },
  "GET /api/plans/[id]/versions/[number]/[file]": {
    may: "oag",
    path: () => `/api/plans/${ids.plan}/versions/1/calendar.ics`,
    toOther: 404,
  },
  "PUT /api/plantings/[id]": {
    may: "oa",
    path: () => `/api/plantings/${ids.planting}`,
    body: () => ({ part: null }),
    toOther: 404,
  },
  "GET /api/records/[kind]/file": { may: "oa", path: () => "/api/records/fields/file" },
  "GET /api/records/[kind]": { may: "oa", path: () => "/api/records/fields" },
  "POST /api/records/[kind]": {
    may: "oa",
    path: () => "/api/records/soil-tests",
    body: () => ({
      id: ids.plan,
      values: {
        fieldId: ids.field,
        takenOn: "2026-02-01",
        depthCm: 20,
        scheme: "olsenIndex",
        ph: 6.4,
        organicMatterPct: 3,
      },
    }),
    toOther: 400,
  },
  "GET /api/records/[kind]/[id]": { may: "oa", path: () => `/api/records/fields/${ids.field}` },
  "PUT /api/records/[kind]/[id]": {
    may: "oa",
    path: () => `/api/records/fields/${ids.field}`,
    body: () => ({ revision: 99, retired: true }),
    toOther: 404,
  },
  "GET /api/treatments/file": { may: "oag", path: () => "/api/treatments/file?season=2027" },
  "GET /api/season": { may: "oa", path: () => "/api/season?season=2027" },
  "PUT /api/settings": { may: "o", path: () => "/api/settings", body: () => ({}) },
  "GET /api/varieties": { may: "oa", path: () => "/api/varieties?guide=wheat&kind=winter" },
  "GET /api/site": { may: "oa", path: () => "/api/site?guide=wheat&kind=winter" },
  "POST /api/rain": {
    may: "oag",
    path: () => "/api/rain",
    body: () => ({ id: crypto.randomUUID(), fieldId: ids.field, day: "2026-08-01", rainMm: 12 }),
    toOther: 404,
  },
  "DELETE /api/rain": { may: "oag", path: () => `/api/rain?fieldId=${ids.field}&day=2020-01-01`, toOther: 404 },
  "POST /api/scouting": {
    may: "oag",
    path: () => "/api/scouting",
    body: () => ({ id: ids.plan, planId: ids.plan, threatId: "no-such", day: "2040-08-01", counts: [1] }),
    toOther: 404,
  },
  "GET /api/plans/[id]/summaries": { may: "oa", path: () => `/api/plans/${ids.plan}/summaries`, toOther: 404 },
  "GET /api/plans/[id]/walk": { may: "oag", path: () => `/api/plans/${ids.plan}/walk?places=10`, toOther: 404 },
  "GET /api/store-looks": { may: "oag", path: () => "/api/store-looks?by=2026-09-01" },
  "GET /api/outlook-risks": { may: "oag", path: () => "/api/outlook-risks" },
  "POST /api/scouting/photos": {
    may: "oag",
    path: () => "/api/scouting/photos",
    body: () => ({ id: ids.plan, visitId: ids.plan, jpeg: "A".repeat(200) }),
    toOther: 404,
  },
  "GET /api/scouting/photos/[id]": { may: "oag", path: () => `/api/scouting/photos/${ids.plan}`, toOther: 404 },
  "DELETE /api/scouting": { may: "oag", path: () => `/api/scouting?id=${ids.plan}`, toOther: 404 },
  "POST /api/ripeness": {
    may: "oag",
    path: () => "/api/ripeness",
    body: () => ({ id: crypto.randomUUID(), planId: ids.plan, day: "2026-08-01", seen: { teeth: false } }),
    toOther: 404,
  },
  "DELETE /api/ripeness": { may: "oag", path: () => `/api/ripeness?id=${ids.plan}`, toOther: 404 },
  "POST /api/stages": {
    may: "oag",
    path: () => "/api/stages",
    body: () => ({ id: ids.plan, planId: ids.plan, stageId: "no-such", seenOn: "2026-08-01", note: "" }),
    toOther: 404,
  },
  "DELETE /api/stages": { may: "oag", path: () => `/api/stages?planId=${ids.plan}&stageId=no-such`, toOther: 404 },
  "POST /api/stations/[id]/weather": {
    may: "o",
    path: () => `/api/stations/${ids.station}/weather`,
    body: () => ({ fileName: "a.csv", base64: Buffer.from("date,rain\n2024-01-01,3\n").toString("base64") }),
    toOther: 404,
  },
};

/** The routes that there are, by method and path, as the files say. */
function routes(): string[] {
  const root = path.resolve("src/app/api");
  const files = fs.readdirSync(root, { recursive: true, encoding: "utf8" }).filter((f) => f.endsWith("route.ts"));
  return files
    .flatMap((file) => {
      const text = fs.readFileSync(path.join(root, file), "utf8");
      return ["GET", "POST", "PUT", "DELETE", "PATCH"]
        .filter((m) => new RegExp(`export (const|function|async function) ${m}\\b|\\bas ${m}\\b`).test(text))
        .map((method) => `${method} /api/${path.dirname(file)}`);
    })
    .sort();
}

/** Asked with a session of its own, for the others go on. */
const ENDS_SESSIONS = ["POST /api/auth/[...all]", "DELETE /api/sessions"];

describe("every route", () => {
  it("stands in the table", () => {
    expect(Object.keys(TABLE).sort()).toEqual(routes());
  });

  it.each(Object.keys(TABLE))("%s is for whom the table says", async (name) => {
    const { may, path: where, body, toOther } = TABLE[name] as Row;
    const [method = ""] = name.split(" ");
    // signing out ends the session, so it goes last and with one of its own
    const asked = async (who: Person) => ask(who, method, where(), body?.());
    for (const [role, letter] of Object.entries({ owner: "o", assistant: "a", grower: "g", nobody: "n" })) {
      const who =
        ENDS_SESSIONS.includes(name) && role !== "nobody"
          ? await signInOverHttp(`${role}@fuzzwell.example`)
          : (people[role] as Person);
      const { status } = await asked(who);
      if (name === "DELETE /api/sessions" && role !== "nobody")
        people[role] = await signInOverHttp(`${role}@fuzzwell.example`);
      if (may.includes(letter)) expect([401, 403, 500, 503], `${name} by ${role}`).not.toContain(status);
      else expect(status, `${name} by ${role}`).toBe(may === "" ? 404 : role === "nobody" ? 401 : 403);
    }
    if (toOther !== undefined) expect((await asked(people.other as Person)).status, `${name} of others`).toBe(toOther);
  });

  it("refuses a change that says not where it comes from, or comes from elsewhere", async () => {
    for (const name of Object.keys(TABLE).filter((n) => !n.startsWith("GET"))) {
      const { path: where, body } = TABLE[name] as Row;
      const [method = ""] = name.split(" ");
      for (const headers of [{ origin: "http://elsewhere.example" }, { origin: "null" }, { origin: "" }]) {
        const { status } = await ask(people.owner as Person, method, where(), body?.() ?? {}, headers);
        expect(status, `${name} from "${headers.origin}"`).toBe(403);
      }
    }
    // a browser that says that it comes from here is believed: pages cannot set this header
    const { status } = await ask(
      people.owner as Person,
      "POST",
      "/api/feeds",
      {},
      { origin: "", "sec-fetch-site": "same-origin" },
    );
    expect([400, 403]).toContain(status);
  });

  it("takes JSON by its type only", async () => {
    for (const type of ["text/plain", "application/x-www-form-urlencoded", "multipart/form-data; boundary=x"]) {
      const answer = await ask(people.owner as Person, "POST", "/api/feeds", "{}", { "content-type": type });
      expect(answer.status).toBe(415);
    }
    expect(
      (
        await ask(people.owner as Person, "POST", "/api/feeds", "{}", {
          "content-type": "application/json; charset=utf-8",
        })
      ).status,
    ).toBe(400);
  });

  it("refuses bodies before it reads them, whoever sends them", async () => {
    const large = "x".repeat(5_000_000);
    for (const who of [people.nobody, people.owner] as Person[]) {
      expect((await ask(who, "POST", "/api/log", large)).status).toBe(413);
      expect((await ask(who, "POST", "/api/auth/sign-in/email", "x".repeat(20_000))).status).toBe(413);
    }
    // more than a call without a file takes, and less than one with a file
    expect((await ask(people.owner as Person, "POST", "/api/log", "x".repeat(500_000))).status).toBe(413);
  });

  it("keeps what it says of a refusal short", async () => {
    const answer = await ask(people.owner as Person, "POST", "/api/moves", {
      moves: Array.from({ length: 300 }, () => ({ planId: "x".repeat(1000), operationId: "", date: "" })),
    });
    expect(answer.status).toBe(400);
    expect((await answer.text()).length).toBeLessThan(10_000);
  });
});

describe("any request", () => {
  it(`is answered without an error of the server, ${ROUNDS} rounds long`, async () => {
    const [bodies, reads] = [drawnBodies(ids), drawnReads(ids)];
    const seen = new Map<number, number>();
    const failed: string[] = [];
    const send = async ({ who, method, path: where, body }: DrawnRequest) => {
      const answer = await ask(people[who] as Person, method, where, body);
      seen.set(answer.status, (seen.get(answer.status) ?? 0) + 1);
      await answer.arrayBuffer();
      if (answer.status >= 500)
        failed.push(`${answer.status} ${who} ${method} ${where} ${JSON.stringify(body)}`.slice(0, 600));
    };
    for (let round = 0; round < ROUNDS && failed.length < 5; round++)
      await Promise.all(
        [
          ...fc.sample(bodies, { numRuns: 8, seed: SEED + round }),
          ...fc.sample(reads, { numRuns: 4, seed: SEED + round }),
        ].map(send),
      );
    expect(failed).toEqual([]);
    // requests of all kinds were made: some did something, some were refused
    expect((seen.get(200) ?? 0) > 10 && (seen.get(400) ?? 0) > 10 && (seen.get(404) ?? 0) > 10).toBe(true);
  });
});
