/** Guessing is slowed without locking out who knows the password; what the sign-in library can do beyond that is shut. */

import pg from "pg";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { delayAfter } from "@/server/access/sign-in-attempts";
import { ask, NOBODY, signInAttempt, signInOverHttp } from "./support/http";
import { makePractice, removePractice } from "./support/made-practice";

const PRACTICE = "Keywell";
const OWNER = "owner@keywell.example";
const ASSISTANT = "assistant@keywell.example";
const RIGHT = "harvest-by-figures";
let admin: pg.Client;

beforeAll(async () => {
  await makePractice(inject("ownerUrl"), PRACTICE);
  admin = new pg.Client({ connectionString: inject("adminUrl") });
  await admin.connect();
});
afterAll(async () => {
  await admin.end();
  await removePractice(inject("adminUrl"), PRACTICE);
});

/** An attempt from an address; the tests' server takes this machine for its proxy. */
const from = (address: string, email: string, password: string) =>
  signInAttempt(email, password, { "x-forwarded-for": address });

describe("guessing a password", () => {
  it("is refused for a while where it comes from, and nowhere else", async () => {
    for (let i = 0; i < 10; i++) expect((await from("203.0.113.1", OWNER, `guess ${i}`)).status).toBe(401);
    const refused = await from("203.0.113.1", OWNER, RIGHT);
    expect(refused.status).toBe(429);
    // the first of the ten is forgotten a quarter of an hour after it was made
    const seconds = Number(refused.headers.get("retry-after"));
    expect(seconds > 800 && seconds <= 900).toBe(true);
    expect((await refused.json()).error).toContain("Too many attempts");
    // by another spelling it is the same account
    expect((await from("203.0.113.1", OWNER.toUpperCase(), RIGHT)).status).toBe(429);
    expect((await from("203.0.113.2", OWNER, RIGHT)).status).toBe(200);
    // another account from there is not refused yet
    expect((await from("203.0.113.1", ASSISTANT, RIGHT)).status).toBe(200);
  });

  it("makes an account answer more slowly, from wherever it is tried", async () => {
    expect([0, 9, 10, 11, 12, 14, 15, 40].map(delayAfter)).toEqual([0, 0, 100, 200, 400, 1600, 3000, 3000]);
    const began = Date.now();
    expect((await from("203.0.113.3", OWNER, "no")).status).toBe(401);
    expect(Date.now() - began).toBeGreaterThanOrEqual(100);
  });

  it("is refused from an address that tries many accounts", async () => {
    for (let i = 0; i < 50; i += 10)
      await Promise.all(
        Array.from({ length: 10 }, (_, k) => from("203.0.113.4", `nobody-${i + k}@keywell.example`, "guess")),
      );
    expect((await from("203.0.113.4", ASSISTANT, RIGHT)).status).toBe(429);
  });

  it("is counted before it is checked: at once is as often as one after another", async () => {
    const statuses = (
      await Promise.all(Array.from({ length: 40 }, (_, i) => from("203.0.113.8", ASSISTANT, `at once ${i}`)))
    ).map((r) => r.status);
    expect(statuses.filter((s) => s === 401).length).toBeLessThanOrEqual(10);
    expect(statuses.filter((s) => s === 429).length).toBeGreaterThanOrEqual(30);
    // what was refused does not count on
    const { rows } = await admin.query(
      "select max(n)::int as n from (select count(*) as n from sign_in_failure group by key) k",
    );
    expect(rows[0].n).toBeLessThanOrEqual(60);
  });

  it("does not shut out a device that has been let in before, whoever guesses from its address or at its account", async () => {
    const first = await from("203.0.113.20", OWNER, RIGHT);
    expect(first.status).toBe(200);
    const device = first.headers.getSetCookie().find((c) => c.startsWith("device=")) ?? "";
    expect(device).toMatch(/HttpOnly/);
    const [cookie = ""] = device.split(";");
    for (let i = 0; i < 11; i++) await from("203.0.113.20", OWNER, `guess ${i}`);
    expect((await from("203.0.113.20", OWNER, RIGHT)).status).toBe(429);
    const known = (email: string, password: string, more = cookie) =>
      signInAttempt(email, password, { "x-forwarded-for": "203.0.113.20", cookie: more });
    const began = Date.now();
    expect((await known(OWNER, RIGHT)).status).toBe(200);
    expect(Date.now() - began).toBeLessThan(2500);
    // its own guesses count, and it is the one that is refused
    for (let i = 0; i < 10; i++) expect((await known(OWNER, `own guess ${i}`)).status).toBe(401);
    expect((await known(OWNER, RIGHT)).status).toBe(429);
    expect((await from("203.0.113.21", OWNER, RIGHT)).status).toBe(200);
    // it is of one account, and of nobody who writes it himself
    for (let i = 0; i < 11; i++) await from("203.0.113.20", ASSISTANT, `guess ${i}`);
    expect((await known(ASSISTANT, RIGHT)).status).toBe(429);
    const forged = `device=${"A".repeat(24)}.${cookie.split(".")[1]}`;
    expect((await known(OWNER, RIGHT, forged)).status).toBe(429);
  });

  it("is forgotten after a while, and its rows are swept", async () => {
    await admin.query("update sign_in_failure set at = at - interval '16 minutes'");
    expect((await from("203.0.113.1", OWNER, RIGHT)).status).toBe(200);
    await from("203.0.113.5", OWNER, "no");
    const { rows } = await admin.query("select count(*)::int as n from sign_in_failure");
    // address, account and both of the last one
    expect(rows[0].n).toBe(3);
  });

  it("says no more of an account that there is than of one that there is not", async () => {
    const [known, unknown] = [
      await from("203.0.113.6", OWNER, "no"),
      await from("203.0.113.6", "x@keywell.example", "no"),
    ];
    expect([known.status, await known.text()]).toEqual([unknown.status, await unknown.text()]);
  });
});

describe("a new password", () => {
  const change = async (who: { cookie: string }, currentPassword: string, newPassword: string) =>
    ask(who, "POST", "/api/auth/change-password", { currentPassword, newPassword });

  it("has ten characters, is none of the common ones, and needs the old one", async () => {
    const who = await signInOverHttp(ASSISTANT);
    expect((await change(who, RIGHT, "short-one")).status).toBe(422);
    const common = await change(who, RIGHT, "password123");
    expect(common.status).toBe(422);
    expect((await common.json()).error).toContain("among the first that are tried");
    expect((await change(who, "not the old one", "four rooks on a gate")).status).toBe(400);
    expect((await change(NOBODY, RIGHT, "four rooks on a gate")).status).toBe(401);
  });

  it("is not guessed at by whoever has the session", async () => {
    const who = await signInOverHttp(ASSISTANT);
    const statuses = (
      await Promise.all(Array.from({ length: 30 }, (_, i) => change(who, `guess ${i}`, "four rooks on a gate")))
    ).map((r) => r.status);
    expect(statuses.filter((s) => s !== 429).length).toBeLessThanOrEqual(10);
    // of those at once it may be that all were refused: one after another ten are tried, and no more
    for (let i = 0; i < 10; i++) await change(who, `again ${i}`, "four rooks on a gate");
    expect((await change(who, RIGHT, "four rooks on a gate")).status).toBe(429);
    await admin.query("delete from sign_in_failure");
    const own = await change(who, RIGHT, "keywell under four rooks");
    expect(own.status).toBe(422);
    expect((await own.json()).error).toContain('it holds "keywell"');
  });

  it("ends every other session", async () => {
    const [here, elsewhere] = [await signInOverHttp(ASSISTANT), await signInOverHttp(ASSISTANT)];
    expect((await ask(elsewhere, "GET", "/api/fields")).status).toBe(200);
    const changed = await change(here, RIGHT, "four rooks on a gate");
    expect(changed.status).toBe(200);
    expect((await ask(elsewhere, "GET", "/api/fields")).status).toBe(401);
    const cookie = changed.headers
      .getSetCookie()
      .map((c) => c.split(";")[0])
      .join("; ");
    expect((await ask({ cookie }, "GET", "/api/fields")).status).toBe(200);
    expect((await from("203.0.113.7", ASSISTANT, RIGHT)).status).toBe(401);
    expect((await from("203.0.113.7", ASSISTANT, "four rooks on a gate")).status).toBe(200);
  });
});

describe("what else the sign-in library can do", () => {
  it.each([
    ["POST", "sign-up/email"],
    ["POST", "update-user"],
    ["POST", "change-email"],
    ["POST", "delete-user"],
    ["POST", "request-password-reset"],
    ["GET", "list-sessions"],
    ["GET", "error"],
    ["POST", "admin/set-role"],
    ["POST", "../fields"],
  ])("is shut: %s %s", async (method, what) => {
    const who = await signInOverHttp(OWNER);
    const body =
      method === "POST"
        ? { name: "Noor Abidi", email: "x@keywell.example", password: "four rooks on a gate" }
        : undefined;
    expect([404, 405]).toContain((await ask(who, method, `/api/auth/${what}`, body)).status);
    const { rows } = await admin.query(`select name from "user" where email = $1`, [OWNER]);
    expect(rows[0].name).not.toBe("Noor Abidi");
  });

  it("gives cookies that scripts cannot read and other sites do not send", async () => {
    const cookies = (await signInAttempt(OWNER, RIGHT)).headers.getSetCookie();
    for (const cookie of cookies) expect(cookie).toMatch(/HttpOnly; SameSite=Lax/i);
  });
});
