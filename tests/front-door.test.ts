/** What every request passes before the application: who it comes from, how large it is, whether there is room. */

import { spawn } from "node:child_process";
import type { IncomingMessage } from "node:http";
import { describe, expect, it } from "vitest";
import {
  admit,
  answerHeaders,
  doorFrom,
  MOST_AT_WORK,
  MOST_BYTES,
  MOST_WAITING,
  newNonce,
} from "../scripts/front-door.mjs";
import { keepAlive } from "../scripts/keep-alive.mjs";

const request = (from: string, headers: Record<string, string> = {}, more: { url?: string; method?: string } = {}) =>
  ({
    url: "/fields",
    method: "GET",
    ...more,
    headers: { host: "farm.example", ...headers },
    socket: { remoteAddress: from },
    connection: { remoteAddress: from },
  }) as unknown as IncomingMessage;
const named = { BETTER_AUTH_URL: "http://farm.example:3027" };
const bare = doorFrom(named);
const behind = doorFrom({ ...named, TRUSTED_PROXY: "10.0.0.0/8, 192.0.2.7" });

const IDLE = { atWork: 0, waiting: 0 };
const FULL = { atWork: MOST_AT_WORK, waiting: 0 };

describe("who a request comes from", () => {
  it("is who sends it, whatever it says, unless a declared proxy says so", () => {
    const claims = {
      "x-forwarded-for": "203.0.113.9",
      "x-forwarded-proto": "https",
      "x-forwarded-host": "farm.example",
    };
    const direct = request("198.51.100.4", claims);
    expect(admit(direct, bare, IDLE)).toBeNull();
    expect(direct.headers).toMatchObject({ "x-forwarded-for": "198.51.100.4", "x-forwarded-proto": "http" });
    expect(direct.headers["x-forwarded-host"]).toBeUndefined();

    const stranger = request("198.51.100.4", claims);
    admit(stranger, behind, IDLE);
    expect(stranger.headers["x-forwarded-for"]).toBe("198.51.100.4");

    const proxied = request("192.0.2.7", claims);
    admit(proxied, behind, IDLE);
    expect(proxied.headers).toMatchObject({ "x-forwarded-for": "203.0.113.9", "x-forwarded-proto": "https" });
  });
  it("is the last one that no proxy of ours vouches for, where several are named", () => {
    // 1.2.3.4 is what the client claims; 203.0.113.9 is whom the first proxy saw
    const proxied = request("192.0.2.7", { "x-forwarded-for": "1.2.3.4, 203.0.113.9, 10.3.0.1" });
    admit(proxied, behind, IDLE);
    expect(proxied.headers["x-forwarded-for"]).toBe("203.0.113.9");
  });
  it("survives nonsense in the header", () => {
    const odd = request("192.0.2.7", { "x-forwarded-for": ",,  ,'; drop table" });
    expect(admit(odd, behind, IDLE)).toBeNull();
    expect(odd.headers["x-forwarded-for"]).toBeTruthy();
  });
  it("refuses proxies that are none", () => {
    expect(() => doorFrom({ TRUSTED_PROXY: "the-kitchen" })).toThrow(/^TRUSTED_PROXY: the-kitchen given, allowed are/);
  });
});

describe("what is let in", () => {
  const status = (
    headers: Record<string, string>,
    more: { url?: string; method?: string } = {},
    busy: Partial<typeof IDLE> = {},
  ) => admit(request("198.51.100.4", headers, more), bare, { ...IDLE, ...busy })?.status ?? 200;
  it("has a body of a length that is said, and not too long", () => {
    const post = { method: "POST", url: "/api/log" };
    expect(status({ "content-length": String(MOST_BYTES) }, post)).toBe(200);
    expect(status({ "content-length": String(MOST_BYTES + 1) }, post)).toBe(413);
    expect(status({ "content-length": "200000000" }, post)).toBe(413);
    expect(status({ "content-length": "many" }, post)).toBe(413);
    expect(status({ "transfer-encoding": "chunked" }, post)).toBe(411);
    expect(status({ "content-length": "10001" }, { method: "POST", url: "/api/auth/sign-in/email" })).toBe(413);
  });
  it("has an address that can be read, and a method that there is", () => {
    expect(status({}, { url: "/plans/%zz" })).toBe(400);
    expect(status({}, { url: `/${"x".repeat(4001)}` })).toBe(414);
    for (const method of ["TRACE", "PATCH", "OPTIONS", "CONNECT"]) expect(status({}, { method })).toBe(405);
  });
  it("finds room, or is told at once to come again; scripts and styles always do", () => {
    expect(status({}, {}, { atWork: MOST_AT_WORK - 1 })).toBe(200);
    const refused = admit(request("198.51.100.4"), bare, FULL);
    expect(refused?.status).toBe(503);
    expect(refused?.headers["retry-after"]).toMatch(/^\d+$/);
    expect(JSON.parse(refused?.body ?? "").error).toContain("What you typed is kept");
    const page = admit(request("198.51.100.4", { accept: "text/html,*/*" }), bare, FULL);
    expect(page?.status).toBe(503);
    expect(page?.body).toContain("comes by itself");
    expect(status({}, { url: "/_next/static/chunks/a.js" }, FULL)).toBe(200);
  });
  it("takes no place from others where it only waits: for a document's thread, or for the delay of a sign-in", () => {
    // twenty booklets at once would else have filled the house, and every page been turned away
    const waiting = { waiting: MOST_WAITING - 1 };
    for (const url of ["/api/plans/some-id/versions/1/booklet.pdf", "/api/auth/sign-in/email"]) {
      expect(status({}, { url }, { ...FULL, ...waiting }), url).toBe(200);
      expect(status({}, { url }, { waiting: MOST_WAITING }), url).toBe(503);
    }
    expect(status({}, { url: "/fields" }, waiting)).toBe(200);
    expect(status({}, { url: "/api/plans/some-id/drafts" }, FULL)).toBe(503);
  });
  it("asks under a name that this goes by, or the address that it was reached at", () => {
    for (const host of ["farm.example", "Farm.Example:3027", "127.0.0.1:3027", "localhost", "[::1]:3027"])
      expect(status({ host }), host).toBe(200);
    for (const host of ["evil.example", "farm.example.evil.example", "127.0.0.1.evil.example:3027", "", "198.51.100.9"])
      expect(status({ host }), host).toBe(421);
    const reached = { ...request("198.51.100.4", { host: "192.168.1.5:3027" }) } as { socket: object };
    reached.socket = { remoteAddress: "198.51.100.4", localAddress: "::ffff:192.168.1.5" };
    expect(admit(reached as unknown as IncomingMessage, bare, IDLE)).toBeNull();
    // a proxy of ours may name it, by such a name
    const by = (name: string) => admit(request("192.0.2.7", { "x-forwarded-host": name }), behind, IDLE)?.status ?? 200;
    expect(by("farm.example")).toBe(200);
    expect(by("evil.example")).toBe(421);
  });
  it("brings no policy of its own for scripts", () => {
    const sly = request("198.51.100.4", { "content-security-policy": "script-src 'nonce-known'" });
    admit(sly, bare, IDLE);
    expect(sly.headers["content-security-policy"]).toBeUndefined();
  });
});

describe("headers of an answer", () => {
  it("let run the scripts of this answer only, and no other site frame it", () => {
    const nonce = newNonce();
    expect(nonce).not.toBe(newNonce());
    const policy = answerHeaders(nonce, false)["Content-Security-Policy"];
    expect(policy).toContain(`script-src 'self' 'nonce-${nonce}'`);
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).not.toMatch(/script-src[^;]*unsafe/);
  });
  it("hold browsers to TLS where there is TLS", () => {
    expect(answerHeaders("n", true)["Strict-Transport-Security"]).toMatch(/max-age=\d{8}/);
    expect(answerHeaders("n", false)["Strict-Transport-Security"]).toBeUndefined();
  });
});

describe("what is kept alive", () => {
  const shortLived = (code: string) => () => spawn(process.execPath, ["-e", code], { stdio: "ignore" });
  it("is started again when it ends, and given up where it does not stay", async () => {
    const said: string[] = [];
    await new Promise<void>((resolve) =>
      keepAlive("it", shortLived("process.exit(3)"), { onGivenUp: resolve, say: (w) => said.push(w), firstPauseMs: 5 }),
    );
    expect(said).toHaveLength(5);
    expect(said[0]).toBe("it ended (code 3): starting it again");
    expect(said[4]).toBe("it ended 5 times within 60 s (code 3): it is not started again");
  });
  it("ends when it is told to, and is not started again", async () => {
    let starts = 0;
    const kept = keepAlive(
      "it",
      () => {
        starts++;
        return shortLived("setInterval(() => {}, 1000)")();
      },
      { onGivenUp: () => {}, firstPauseMs: 5 },
    );
    await new Promise((resolve) => setTimeout(resolve, 300));
    await kept.stop();
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(starts).toBe(1);
  });
  it("says so where there is no such program", async () => {
    const said: string[] = [];
    await new Promise<void>((resolve) =>
      keepAlive("it", () => spawn("/no/such/program"), {
        onGivenUp: resolve,
        say: (w) => said.push(w),
        firstPauseMs: 5,
      }),
    );
    expect(said[0]).toContain("ENOENT");
  });
});
