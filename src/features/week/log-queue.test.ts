/** Log entries without a network: nothing typed is lost, nothing is sent twice as two, a refusal is said. */

import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { device, forget, keep } from "./device-store";
import {
  letGo,
  loggedSince,
  type Outgoing,
  refusedLogs,
  sendLog,
  sendWaiting,
  waitingLogs,
  withdraw,
} from "./log-queue";

const entry = (id: string, more: Partial<Outgoing> = {}): Outgoing => ({
  id,
  planId: "plan-1",
  operationId: `op-${id}`,
  doneOn: "2026-10-08",
  quantityPerHa: null,
  note: "",
  label: `Job ${id}`,
  ...more,
});

/** What the server answers, in turn; "away" is a network that is not there. */
let answers: ("away" | { status: number; body: unknown })[];
let sent: { url: string; method: string; body: Record<string, unknown> | null }[];
let events: number;
const stored = new Map<string, string>();
const yes = { status: 200, body: { ok: true } };

beforeEach(async () => {
  await forget();
  vi.stubGlobal("indexedDB", new IDBFactory());
  answers = [];
  sent = [];
  events = 0;
  stored.clear();
  vi.stubGlobal("localStorage", {
    getItem: (key: string) => stored.get(key) ?? null,
    setItem: (key: string, value: string) => void stored.set(key, value),
    removeItem: (key: string) => void stored.delete(key),
  });
  vi.stubGlobal("window", { dispatchEvent: () => events++ });
  vi.stubGlobal("fetch", async (url: string, init: { method: string; body?: string }) => {
    sent.push({ url, method: init.method, body: init.body ? JSON.parse(init.body) : null });
    const answer = answers.shift() ?? "away";
    if (answer === "away") throw new TypeError("Failed to fetch");
    return new Response(JSON.stringify(answer.body), { status: answer.status });
  });
});
afterEach(() => vi.unstubAllGlobals());

describe("logging an operation", () => {
  it("sends it without what is only for people, and keeps nothing once it has arrived", async () => {
    answers = [yes];
    expect(await sendLog(entry("a", { quantityPerHa: 152.5 }))).toEqual({ kind: "sent" });
    expect(sent).toHaveLength(1);
    expect(sent[0]).toMatchObject({ url: "/api/log", method: "POST" });
    expect(sent[0]?.body).toEqual({
      id: "a",
      planId: "plan-1",
      operationId: "op-a",
      doneOn: "2026-10-08",
      quantityPerHa: 152.5,
      note: "",
    });
    expect(await waitingLogs()).toEqual([]);
    // whoever shows the number that waits is told when it comes and when it goes
    expect(events).toBe(2);
  });

  it.each([
    ["there is no network", "away" as const],
    ["the server is down", { status: 503, body: { error: "away" } }],
    ["one is signed out", { status: 401, body: { error: "signed out" } }],
  ])("keeps it on the device where %s", async (_, answer) => {
    answers = [answer];
    expect(await sendLog(entry("a"))).toEqual({ kind: "kept" });
    expect(await waitingLogs()).toEqual([entry("a")]);
  });

  it("says why it was refused, and does not keep it", async () => {
    answers = [{ status: 422, body: { errors: [{ message: "doneOn: 2028-01-01 given, allowed is up to today" }] } }];
    expect(await sendLog(entry("a"))).toEqual({
      kind: "refused",
      reason: "doneOn: 2028-01-01 given, allowed is up to today",
    });
    expect(await waitingLogs()).toEqual([]);
  });

  it("keeps one entry once, as it was last written", async () => {
    answers = ["away", "away", "away"];
    await sendLog(entry("a"));
    await sendLog(entry("b"));
    await sendLog(entry("a", { note: "wet in the dip" }));
    expect((await waitingLogs()).map((e) => [e.id, "note" in e ? e.note : ""])).toEqual([
      ["b", ""],
      ["a", "wet in the dip"],
    ]);
  });
});

describe("a browser that keeps nothing", () => {
  it("sends all the same, and says so where there is no network", async () => {
    vi.stubGlobal("indexedDB", {
      open: () => {
        throw new Error("no store here");
      },
    });
    answers = [yes, "away"];
    expect(await sendLog(entry("a"))).toEqual({ kind: "sent" });
    expect(await sendLog(entry("b"))).toMatchObject({
      kind: "refused",
      reason: expect.stringContaining("keeps nothing"),
    });
  });
});

describe("sending what waited", () => {
  beforeEach(async () => {
    answers = ["away", "away", "away"];
    for (const id of ["a", "b", "c"]) await sendLog(entry(id));
    sent = [];
  });

  it("sends all in the order in which they were written", async () => {
    answers = [yes, yes, yes];
    await sendWaiting();
    expect(await refusedLogs()).toEqual([]);
    expect(sent.map((s) => s.body?.id)).toEqual(["a", "b", "c"]);
    expect(await waitingLogs()).toEqual([]);
  });

  it("stops where the network goes again, and keeps the rest", async () => {
    answers = [yes, "away"];
    await sendWaiting();
    expect(sent).toHaveLength(2);
    expect((await waitingLogs()).map((e) => e.id)).toEqual(["b", "c"]);
  });

  it("sets what was refused aside with its reason, goes on with the rest, and lets go of it when told", async () => {
    answers = [yes, { status: 403, body: { error: "Your role may not do this." } }, yes];
    await sendWaiting();
    expect(sent.map((s) => s.body?.id)).toEqual(["a", "b", "c"]);
    expect(await waitingLogs()).toEqual([]);
    // still there after the page was closed: nothing typed is lost without being seen
    expect(await refusedLogs()).toEqual([{ entry: entry("b"), reason: "Your role may not do this." }]);
    await sendWaiting();
    expect(sent).toHaveLength(3);
    await letGo("b");
    expect(await refusedLogs()).toEqual([]);
  });

  it("waits where the server is busy", async () => {
    answers = [{ status: 429, body: { error: "Too many requests." } }];
    await sendWaiting();
    expect([(await waitingLogs()).length, (await refusedLogs()).length]).toEqual([3, 0]);
  });

  it("keeps what is written while it sends", async () => {
    answers = [yes];
    const sending = sendWaiting();
    await keep(entry("d"));
    await sending;
    expect((await waitingLogs()).map((e) => e.id)).toEqual(["b", "c", "d"]);
  });
});

describe("the store of the device", () => {
  it("takes over what an earlier version of the program kept, and takes nothing that nobody can read", async () => {
    stored.set("wheatonomy.log", JSON.stringify([entry("a"), entry("b")]));
    stored.set("wheatonomy.log.refused", JSON.stringify([{ entry: entry("c"), reason: "no" }]));
    expect((await waitingLogs()).map((e) => e.id)).toEqual(["a", "b"]);
    expect(await refusedLogs()).toEqual([{ entry: entry("c"), reason: "no" }]);
    expect(stored.has("wheatonomy.log")).toBe(false);
    for (const text of ["{half an ent", "3", "null"]) {
      await forget();
      stored.set("wheatonomy.log", text);
      expect((await waitingLogs()).map((e) => e.id)).toEqual(["a", "b"]);
    }
  });

  it("says how many it keeps where a page can read it without opening it", async () => {
    answers = ["away", "away"];
    await sendLog(entry("a"));
    await sendLog(entry("b"));
    expect(stored.get("wheatonomy.log.count")).toBe("2");
    answers = [yes, yes];
    await sendWaiting();
    expect(stored.has("wheatonomy.log.count")).toBe(false);
  });

  it("is opened again by the next one who asks, once another page has asked for it", async () => {
    const first = await device();
    await forget();
    expect(await device()).not.toBe(first);
    expect(await waitingLogs()).toEqual([]);
  });
});

describe("taking a log back", () => {
  it("asks the server for plan and operation, and says why not", async () => {
    answers = [yes, { status: 404, body: { error: "There is no such entry." } }, "away"];
    expect(await withdraw("plan-1", "op a")).toBeNull();
    expect(sent[0]).toMatchObject({ url: "/api/log?planId=plan-1&operationId=op+a", method: "DELETE" });
    expect(await withdraw("plan-1", "op-b")).toBe("There is no such entry.");
    expect(await withdraw("plan-1", "op-b")).toBe("The server does not answer.");
  });
});

describe("what a device keeps", () => {
  const here = (who: string) => vi.stubGlobal("document", { querySelector: () => ({ content: who }) });

  it("is of one person in one practice: another neither sees nor sends it", async () => {
    here("adviser");
    await sendLog(entry("a"));
    expect(stored.get("wheatonomy.log.count.adviser")).toBe("1");
    here("grower");
    expect(await waitingLogs()).toEqual([]);
    sent = [];
    await sendWaiting();
    expect(sent).toEqual([]);
    here("adviser");
    answers = [yes];
    await sendWaiting();
    expect(sent).toHaveLength(1);
    expect(await waitingLogs()).toEqual([]);
  });

  it("knows what was logged after a page was drawn, whether it has arrived or not", async () => {
    here("adviser");
    const before = Date.now() - 1;
    answers = [yes];
    await sendLog(entry("a"));
    await sendLog(entry("b"));
    expect(await loggedSince(before)).toEqual({ "plan-1.op-a": "2026-10-08", "plan-1.op-b": "2026-10-08" });
    answers = [yes];
    await withdraw("plan-1", "op-a");
    expect(await loggedSince(before)).toMatchObject({ "plan-1.op-a": null });
    // a page that is drawn later, by more than clocks may differ, knows it itself
    expect(await loggedSince(Date.now() + 180_000)).toEqual({});
    here("grower");
    expect(await loggedSince(before)).toEqual({});
  });
});
