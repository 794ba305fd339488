/** A code beside the password: set up, asked for, and what happens when the device is lost. */

import { createHmac } from "node:crypto";
import pg from "pg";
import type { Browser } from "playwright-core";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { launchChromium, signedInPage } from "../scripts/app-under-test";
import { ask, NOBODY, type Person, signInAttempt } from "./support/http";
import { MADE_PASSWORD, makePractice, removePractice } from "./support/made-practice";

const PRACTICE = "Keyham";
const EMAIL = "owner@keyham.example";
let admin: pg.Client;
let browser: Browser;

beforeAll(async () => {
  await makePractice(inject("ownerUrl"), PRACTICE);
  admin = new pg.Client({ connectionString: inject("adminUrl") });
  await admin.connect();
  browser = await launchChromium();
});
afterAll(async () => {
  await browser?.close();
  await admin.end();
  await removePractice(inject("adminUrl"), PRACTICE);
});

/** The code of RFC 6238 at a time: HMAC-SHA-1 of the count of half minutes, six digits. */
function codeAt(base32: string, ms: number): string {
  const bits = [...base32]
    .map((c) => "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567".indexOf(c).toString(2).padStart(5, "0"))
    .join("");
  const key = Buffer.from(bits.match(/.{8}/g)?.map((b) => Number.parseInt(b, 2)) ?? []);
  const count = Buffer.alloc(8);
  count.writeBigUInt64BE(BigInt(Math.floor(ms / 30_000)));
  const hash = createHmac("sha1", key).update(count).digest();
  const at = (hash.at(-1) as number) & 15;
  return String((hash.readUInt32BE(at) & 0x7fffffff) % 1_000_000).padStart(6, "0");
}

const cookieOf = (response: Response): Person => ({
  cookie: response.headers
    .getSetCookie()
    .map((c) => c.split(";")[0] as string)
    .filter((c) => !c.endsWith("="))
    .join("; "),
});
const opens = async (who: Person) => (await ask(who, "GET", "/api/sessions")).status;
let secret = "";
let codes: string[] = [];

describe("a second factor", () => {
  it("makes the codes of the standard's own example", () => {
    // RFC 6238, appendix B: at 59 s the 8 digits are 94287082, of the key "12345678901234567890"
    expect(codeAt("GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ", 59_000)).toBe("287082");
  });

  it("is set up in the browser, and the codes for a lost device are shown once", async () => {
    const page = await signedInPage(browser, inject("base"), EMAIL);
    await page.goto(`${inject("base")}/account`);
    const part = page.getByRole("region", { name: "Second factor" });
    await part.getByLabel("Your password").fill("another one");
    await part.getByRole("button", { name: "Set it up" }).click();
    await expect.poll(() => part.getByRole("alert").textContent()).toContain("is another one");
    await part.getByLabel("Your password").fill(MADE_PASSWORD);
    await part.getByRole("button", { name: "Set it up" }).click();
    secret = (await part.locator("code").textContent()) ?? "";
    expect(secret).toMatch(/^[A-Z2-7]{32,}$/);
    await part.getByLabel("The code that it shows").fill("000000");
    await part.getByRole("button", { name: "Turn it on" }).click();
    await expect.poll(() => part.getByRole("alert").textContent()).toContain("not the one");
    await part.getByLabel("The code that it shows").fill(codeAt(secret, Date.now()));
    await part.getByRole("button", { name: "Turn it on" }).click();
    await expect.poll(() => part.getByRole("status").textContent()).toContain("asks for a code");
    codes = await part.locator("li").allTextContents();
    expect(codes).toHaveLength(10);
    await page.context().close();
  });

  it("keeps out who knows the password only", async () => {
    const response = await signInAttempt(EMAIL, MADE_PASSWORD);
    expect(await response.json()).toMatchObject({ twoFactorRedirect: true });
    const between = cookieOf(response);
    expect(await opens(between)).toBe(401);
    const verify = (who: Person, code: string, path = "verify-totp") =>
      ask(who, "POST", `/api/auth/two-factor/${path}`, { code });
    expect((await verify(between, "000000")).status).toBe(401);
    expect((await verify(NOBODY, codeAt(secret, Date.now()))).status).toBe(401);
    // one code for both: the half minute may end between them, and the next one's code is another
    const code = codeAt(secret, Date.now());
    const answer = await verify(between, code);
    expect(answer.status).toBe(200);
    expect(await opens(cookieOf(answer))).toBe(200);
    // who looked over the shoulder comes too late, and has no session of it
    const again = cookieOf(await signInAttempt(EMAIL, MADE_PASSWORD));
    const seen = await verify(again, code);
    expect(seen.status).toBe(401);
    expect(await opens(cookieOf(seen))).toBe(401);
    expect((await seen.json()).error).toContain("used already");
  });

  it("opens with each of the kept codes once", async () => {
    const tryCode = async () => {
      const between = cookieOf(await signInAttempt(EMAIL, MADE_PASSWORD));
      return ask(between, "POST", "/api/auth/two-factor/verify-backup-code", { code: codes[0] });
    };
    expect((await tryCode()).status).toBe(200);
    expect((await tryCode()).status).toBe(401);
  });

  it("asks in the browser, and lets in", async () => {
    const page = await (await browser.newContext()).newPage();
    await page.goto(`${inject("base")}/sign-in`);
    await page.getByLabel("E-mail").fill(EMAIL);
    await page.getByLabel("Password").fill(MADE_PASSWORD);
    await page.getByRole("button", { name: "Sign in" }).click();
    await page.getByLabel("The code of your authenticator").fill("123");
    await page.getByRole("button", { name: "Sign in" }).click();
    await expect.poll(() => page.getByRole("alert").first().textContent()).toContain("not the code");
    await admin.query("delete from used_code");
    const code = codeAt(secret, Date.now());
    await page.getByLabel("The code of your authenticator").fill(`${code.slice(0, 3)} ${code.slice(3)}`);
    await page.getByRole("button", { name: "Sign in" }).click();
    await page.waitForURL((url) => !url.pathname.startsWith("/sign-in"));
    await page.context().close();
  });

  it("is guessed at a few times only", async () => {
    const between = cookieOf(await signInAttempt(EMAIL, MADE_PASSWORD));
    const statuses: number[] = [];
    for (let i = 0; i < 8; i++)
      statuses.push((await ask(between, "POST", "/api/auth/two-factor/verify-totp", { code: "000000" })).status);
    expect(statuses.slice(0, 5)).toEqual([401, 401, 401, 401, 401]);
    expect(statuses.slice(5).every((s) => s === 400 || s === 401 || s === 429)).toBe(true);
    // the challenge is spent: the right code does not open it either
    const late = await ask(between, "POST", "/api/auth/two-factor/verify-totp", { code: codeAt(secret, Date.now()) });
    expect(late.status).not.toBe(200);
    // nobody is locked out by it: the password brings another challenge, and the code opens that
    await admin.query("delete from used_code");
    const next = cookieOf(await signInAttempt(EMAIL, MADE_PASSWORD));
    const right = codeAt(secret, Date.now());
    expect((await ask(next, "POST", "/api/auth/two-factor/verify-totp", { code: right })).status).toBe(200);
    await admin.query("delete from used_code");
  });

  it("counts the password that brings a challenge until its code came", async () => {
    await admin.query("delete from sign_in_failure");
    const statuses: number[] = [];
    for (let i = 0; i < 11; i++) statuses.push((await signInAttempt(EMAIL, MADE_PASSWORD)).status);
    expect(statuses).toEqual([...Array(10).fill(200), 429]);
    await admin.query("delete from sign_in_failure");
  });

  it("keeps its secrets encrypted, and is taken away with the password", async () => {
    const { rows } = await admin.query(
      `select t.secret, t."backupCodes" as codes from "twoFactor" t join "user" u on u.id = t."userId" where u.email = $1`,
      [EMAIL],
    );
    expect(JSON.stringify(rows)).not.toContain(codes[1]);
    const between = cookieOf(await signInAttempt(EMAIL, MADE_PASSWORD));
    const who = cookieOf(
      await ask(between, "POST", "/api/auth/two-factor/verify-totp", { code: codeAt(secret, Date.now()) }),
    );
    const off = (password: string) => ask(who, "POST", "/api/auth/two-factor/disable", { password });
    expect((await off("another one")).status).toBe(400);
    expect((await off(MADE_PASSWORD)).status).toBe(200);
    expect(await (await signInAttempt(EMAIL, MADE_PASSWORD)).json()).not.toHaveProperty("twoFactorRedirect");
    const { rows: noted } = await admin.query(
      `select distinct a.action from audit a join practice p on p.id = a.practice_id and p.name = $1 where a.action like '%second factor%' order by 1`,
      [PRACTICE],
    );
    expect(noted.map((n) => n.action)).toEqual(["turned a second factor on", "turned the second factor off"]);
  });
});
