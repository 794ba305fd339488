/** The server's answers to good, bad and hostile requests, over HTTP. */

import { randomUUID } from "node:crypto";
import { beforeAll, describe, expect, inject, it } from "vitest";

const base = inject("base");
const cookies: Record<string, string> = {};

async function signIn(email: string): Promise<string> {
  const response = await fetch(`${base}/api/auth/sign-in/email`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: base },
    body: JSON.stringify({ email, password: "harvest-by-figures" }),
  });
  expect(response.status).toBe(200);
  return response.headers
    .getSetCookie()
    .map((c) => c.split(";")[0])
    .join("; ");
}
const as = (who: string, method: string, path: string, body?: unknown) =>
  fetch(base + path, {
    method,
    headers: { cookie: cookies[who] ?? "", "content-type": "application/json", origin: base },
    ...(body === undefined ? {} : { body: typeof body === "string" ? body : JSON.stringify(body) }),
  });

/** The id of a field's plan, found as a user would: on the page of fields. */
async function planOf(field: string): Promise<string> {
  const html = await (await as("imre", "GET", "/fields")).text();
  const row = html.slice(html.indexOf(`>${field}<`));
  return /\/plans\/([0-9a-f-]{36})/.exec(row)?.[1] as string;
}

let plan: string;
beforeAll(async () => {
  for (const [who, email] of [
    ["imre", "imre@castellan.example"],
    ["noor", "noor@castellan.example"],
    ["grower", "grower@pennick.example"],
    ["una", "una@fernhill.example"],
  ] as const)
    cookies[who] = await signIn(email);
  plan = await planOf("Kestrel Bottom");
});

describe("saving a plan", () => {
  const wheat = { version: 1, crop: { guideId: "wheat", kindId: "winter" }, targetTPerHa: 7.5 };

  it("refuses what is no plan, naming the field", async () => {
    const bad = await as("imre", "PUT", `/api/plans/${plan}`, {
      revision: 1,
      decisions: { ...wheat, targetTPerHa: -3 },
    });
    expect(bad.status).toBe(400);
    expect((await bad.json()).errors[0].field).toBe("decisions.targetTPerHa");
    const unknown = await as("imre", "PUT", `/api/plans/${plan}`, { revision: 1, decisions: { ...wheat, secret: 1 } });
    expect(unknown.status).toBe(400);
    expect((await as("imre", "PUT", `/api/plans/${plan}`, "{")).status).toBe(400);
  });

  it("answers a stale save with 409 and what stands", async () => {
    const stale = await as("imre", "PUT", `/api/plans/${plan}`, { revision: 99, decisions: wheat });
    expect(stale.status).toBe(409);
    expect(await stale.json()).toMatchObject({ saved: false, revision: 1, decisions: { ...wheat, version: 2 } });
  });

  it("keeps nothing that no plan can be drafted from, and says why", async () => {
    const send = (crop: object) =>
      as("imre", "PUT", `/api/plans/${plan}`, { revision: 1, decisions: { ...wheat, crop } });
    const kind = await send({ guideId: "wheat", kindId: "purple" });
    expect(kind.status).toBe(422);
    expect((await kind.json()).error).toContain("purple");
    const crop = await send({ guideId: "moonflower" });
    expect(crop.status).toBe(404);
    expect((await crop.json()).error).toContain("moonflower");
    expect(
      await (await as("imre", "PUT", `/api/plans/${plan}`, { revision: 99, decisions: wheat })).json(),
    ).toMatchObject({ revision: 1 });
  });

  it("keeps growers, other practices and strangers out", async () => {
    const body = { revision: 1, decisions: wheat };
    expect((await as("grower", "PUT", `/api/plans/${plan}`, body)).status).toBe(403);
    expect((await as("una", "PUT", `/api/plans/${plan}`, body)).status).toBe(404);
    const stranger = await as("nobody", "PUT", `/api/plans/${plan}`, body);
    expect(stranger.status).toBe(401);
    expect((await stranger.json()).error).toContain("what you typed is kept");
    expect((await as("imre", "PUT", `/api/plans/${randomUUID()}`, body)).status).toBe(404);
  });

  it("does not issue what stands in conflict", async () => {
    const response = await as("imre", "POST", `/api/plans/${plan}/issue`, { revision: 1 });
    expect(response.status).toBe(422);
    expect((await response.json()).error).toContain("too late for the sowing window");
  });
});

describe("documents", () => {
  it("go to whoever may read them", async () => {
    const withy = await planOf("Withy Bed");
    const get = async (who: string, file: string, id = withy) =>
      (await as(who, "GET", `/api/plans/${id}/versions/1/${file}`)).status;
    expect(await get("imre", "booklet.pdf")).toBe(200);
    expect(await get("noor", "order.xlsx")).toBe(200);
    expect(await get("grower", "card.pdf")).toBe(200);
    expect(await get("grower", "booklet.pdf")).toBe(403);
    expect(await get("una", "card.pdf")).toBe(404);
    expect(await get("grower", "card.pdf", await planOf("Heron Block"))).toBe(404);
    expect(await get("imre", "anything.exe")).toBe(404);
    expect(await get("imre", "card.pdf", "../../etc/passwd")).toBe(404);
  });
});

describe("names of fields", () => {
  it("are found by whoever reads plans, with the newest plan of each, in the own practice only", async () => {
    const names = async (who: string) => {
      const answer = await as(who, "GET", "/api/fields");
      return {
        status: answer.status,
        fields: ((await answer.json()).fields ?? []) as { name: string; planId: string | null }[],
      };
    };
    const { status, fields } = await names("imre");
    expect(status).toBe(200);
    expect(fields.find((f) => f.name === "Withy Bed")?.planId).toBe(await planOf("Withy Bed"));
    expect(fields.map((f) => f.name)).toEqual([...fields.map((f) => f.name)].sort());
    const theirs = await names("una");
    expect(theirs.fields.length).toBeGreaterThan(0);
    expect(theirs.fields.some((f) => f.name === "Withy Bed")).toBe(false);
    expect((await names("grower")).status).toBe(403);
    expect((await names("nobody")).status).toBe(401);
  });
});

describe("settings", () => {
  it("are the owner's and advisers', and are checked", async () => {
    expect((await as("noor", "PUT", "/api/settings", { unitSet: { from: "metric", to: "usCustomary" } })).status).toBe(
      403,
    );
    expect((await as("imre", "PUT", "/api/settings", { unitSet: { from: "metric", to: "furlongs" } })).status).toBe(
      400,
    );
    expect((await as("imre", "PUT", "/api/settings", { asOf: { from: null, to: "2026-02-30" } })).status).toBe(400);
    for (const to of ["1989-12-31", "2100-01-01"])
      expect((await as("imre", "PUT", "/api/settings", { asOf: { from: "2026-08-12", to } })).status).toBe(400);
  });

  it("change the units that everything is shown in, for this practice only", async () => {
    expect((await as("una", "PUT", "/api/settings", { unitSet: { from: "metric", to: "southAsian" } })).status).toBe(
      200,
    );
    expect(await (await as("una", "GET", "/fields")).text()).toContain("Area, ac");
    expect(await (await as("imre", "GET", "/fields")).text()).toContain("Area, ha");
    expect((await as("una", "PUT", "/api/settings", { unitSet: { from: "southAsian", to: "metric" } })).status).toBe(
      200,
    );
  });
});

describe("the log", () => {
  it("refuses other practices' plans, dates that do not exist, and rates below nothing", async () => {
    const entry = {
      id: randomUUID(),
      planId: plan,
      operationId: "shred",
      doneOn: "2026-08-10",
      quantityPerHa: null,
      note: "",
    };
    expect((await as("una", "POST", "/api/log", entry)).status).toBe(404);
    expect((await as("imre", "POST", "/api/log", { ...entry, doneOn: "2026-02-30" })).status).toBe(400);
    expect((await as("imre", "POST", "/api/log", { ...entry, quantityPerHa: -1 })).status).toBe(400);
    expect((await as("imre", "POST", "/api/log", { ...entry, id: "1" })).status).toBe(400);
    expect((await as("imre", "DELETE", `/api/log?planId=${plan}&operationId=shred`)).status).toBe(404);
  });
});

describe("an entry with an id of its own", () => {
  it("counts once, and never stands for another entry", async () => {
    const fields = (await (await as("imre", "GET", "/api/fields")).json()) as { fields: { fieldId: string }[] };
    const reading = { id: randomUUID(), fieldId: fields.fields[0]?.fieldId, day: "2026-08-01", rainMm: 4.2 };
    expect((await as("imre", "POST", "/api/rain", reading)).status).toBe(200);
    expect((await as("imre", "POST", "/api/rain", reading)).status).toBe(200);
    for (const other of [{ rainMm: 40 }, { day: "2026-08-02" }]) {
      const refused = await as("imre", "POST", "/api/rain", { ...reading, ...other });
      expect(refused.status).toBe(409);
      expect((await refused.json()).error).toMatch(/^Another entry with this id is kept already/);
    }
    expect((await as("imre", "DELETE", `/api/rain?fieldId=${reading.fieldId}&day=2026-08-01`)).status).toBe(200);
  });
});

describe("a body", () => {
  it("that is nested past all sense is refused, in strings it may hold what it will", async () => {
    const nested = (deep: number) => `{"revision":1,"decisions":${"[".repeat(deep)}${"]".repeat(deep)}}`;
    for (const path of [`/api/plans/${plan}`]) {
      const refused = await as("imre", "PUT", path, nested(64));
      expect(refused.status).toBe(400);
      expect((await refused.json()).error).toBe("The request is nested deeper than 64: allowed is no more.");
      expect((await (await as("imre", "PUT", path, nested(63))).json()).errors[0].field).toMatch(/^decisions/);
      expect((await as("imre", "PUT", path, nested(100_000))).status).toBe(400);
    }
    expect((await as("imre", "POST", "/api/auth/sign-in/email", nested(4000))).status).toBe(400);
    const words = JSON.stringify({ revision: 1, decisions: { note: `\\"${"[{".repeat(200)}` } });
    expect((await (await as("imre", "PUT", `/api/plans/${plan}`, words)).json()).errors[0].field).toMatch(/^decisions/);
  });
});

describe("pages", () => {
  it("send strangers to sign in and growers to their week, and know nothing of other practices", async () => {
    const page = (who: string, path: string) =>
      fetch(base + path, { headers: { cookie: cookies[who] ?? "" }, redirect: "manual" });
    expect((await page("nobody", "/fields")).headers.get("location")).toContain("/sign-in");
    expect((await page("grower", `/plans/${plan}`)).headers.get("location")).toContain("/week");
    expect((await page("una", `/plans/${plan}`)).status).toBe(404);
    expect((await page("imre", "/plans/not-an-id")).status).toBe(404);
    expect((await page("imre", "/nowhere")).status).toBe(404);
  });

  it("carry the headers that keep them out of frames and types from being guessed", async () => {
    const { headers } = await fetch(`${base}/sign-in`);
    expect(headers.get("x-frame-options")).toBe("DENY");
    expect(headers.get("x-content-type-options")).toBe("nosniff");
  });
});
