import { afterEach, describe, expect, it, vi } from "vitest";
import { send } from "./send";

let asked: { url: string; init: RequestInit };
const answering = (status: number, body: string) =>
  vi.stubGlobal("fetch", async (url: string, init: RequestInit) => {
    asked = { url, init };
    return new Response(body, { status });
  });
afterEach(() => vi.unstubAllGlobals());

describe("send", () => {
  it("puts values into the path and the query, and the body as JSON", async () => {
    answering(200, '{"number":2}');
    const reply = await send("POST /api/plans/{id}/issue", { path: { id: "a/b" }, body: { revision: 3 } });
    expect(reply).toEqual({ ok: true, value: { number: 2 } });
    expect(asked.url).toBe("/api/plans/a%2Fb/issue");
    expect(asked.init.method).toBe("POST");
    expect(asked.init.body).toBe('{"revision":3}');
    answering(200, "{}");
    await send("GET /api/season", { query: { season: 2027 } });
    expect(asked.url).toBe("/api/season?season=2027");
    expect(asked.init.body).toBeUndefined();
  });

  it("takes a clash as a value: it holds what stands there instead", async () => {
    answering(409, '{"saved":false,"revision":7}');
    expect(await send("POST /api/plans/{id}/issue", { path: { id: "p" }, body: { revision: 3 } })).toEqual({
      ok: true,
      value: { saved: false, revision: 7 },
    });
  });

  it.each([
    [
      422,
      '{"errors":[{"field":"season","message":"season: 3 given"},{"field":"part","message":"part: too large"}]}',
      "season: 3 given; part: too large",
      [
        { field: "season", message: "season: 3 given" },
        { field: "part", message: "part: too large" },
      ],
    ],
    [403, '{"error":"Your role may not do this."}', "Your role may not do this.", []],
    [500, "<html>", "The server refused it.", []],
    [200, "not json", "The server refused it.", []],
  ])("says why a request was refused with %i", async (status, body, reason, errors) => {
    answering(status, body);
    expect(await send("GET /api/season", { query: { season: 2027 } })).toEqual({ ok: false, status, reason, errors });
  });

  it("does not throw where the server does not answer", async () => {
    vi.stubGlobal("fetch", () => Promise.reject(new TypeError("Failed to fetch")));
    expect(await send("GET /api/season", { query: { season: 2027 } })).toEqual({
      ok: false,
      status: null,
      reason: "The server does not answer.",
      errors: [],
    });
  });
});
