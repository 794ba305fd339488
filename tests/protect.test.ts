/** Treatments across the program: planned within a label, refused outside of it, signed, issued, logged; who may not sign. */

import type pg from "pg";
import type { Browser, Page } from "playwright-core";
import { describe, expect, inject, it } from "vitest";
import { LIKELIHOODS } from "@/core/guides/threat-words";
import { scoutVisitRecord } from "@/core/records/notes/scout-visit";
import { unwrap } from "@/core/result";
import { draftPlan } from "@/core/sheets/draft-plan";
import type { Access } from "@/server/access/access";
import { logOperation, withdrawLog } from "@/server/field-notes/log";
import { noteVisit, withdrawVisit } from "@/server/field-notes/scouting";
import { loadSprayRecords } from "@/server/field-notes/spray-records";
import { draftStale } from "@/server/plans/outlines";
import { loadPlan } from "@/server/plans/plans";
import { signTreatment, unsignTreatment } from "@/server/plans/sign-treatments";
import { loadOutlookRisks } from "@/server/season/outlook-risks";
import { loadThreatCalendar } from "@/server/season/threat-calendar";
import { inPractice } from "@/server/storage/db";
import { signedInPage } from "../scripts/app-under-test";
import { fieldNamed } from "./support/access";
import { expectAccessible } from "./support/accessible";
import { onScene } from "./support/scene";

const PRACTICE = "Sprayford";
let owner: Access;
let assistant: Access;
let grower: Access;
let other: Access;
let admin: pg.Client;
let browser: Browser;
let page: Page;
let planId: string;

onScene(PRACTICE, async (scene) => {
  ({ owner, assistant, grower, other, admin, browser } = scene);
  const field = await fieldNamed(owner, "Withy Bed");
  const { rows } = await admin.query("select id from plan where field_id = $1 and chosen", [field]);
  planId = rows[0].id;
  page = await signedInPage(browser, inject("base"), "owner@sprayford.example");
});

const saved = () => page.getByText(/changes since version 1/).waitFor();
const treatment = () => page.locator("[data-treatment]");
const loaded = async () => {
  const plan = await inPractice(owner, (c) => loadPlan(c, owner, planId));
  if (!plan) throw new Error("no plan");
  return plan;
};

describe("in the browser", () => {
  it("a treatment is planned from a label, and what the label does not allow stops the issue", async () => {
    await page.goto(`/plans/${planId}`);
    await page.waitForSelector("[data-operation=planting]");
    await page.keyboard.press("6");
    await page.getByRole("heading", { name: "Protect" }).waitFor();
    await page.getByLabel("Against what").selectOption("septoria");
    await page.getByRole("button", { name: "Leafguard (demo product)" }).click();
    await treatment().waitFor();
    await treatment().getByLabel("Stage of the treatment").click();
    await page.getByRole("option", { name: /flag leaf/ }).click();
    await saved();
    const issue = page.getByRole("button", { name: /^Issue version/ });
    expect(await issue.isDisabled()).toBe(true);
    await page
      .getByText(/is not signed by a licensed adviser/)
      .first()
      .waitFor();
    const rate = treatment().getByLabel("Rate of the product");
    await rate.fill("10");
    await rate.press("Enter");
    await page
      .getByText("Leafguard (demo product) at 10 L/ha is above the label rate of 0.5 L/ha to 1 L/ha.")
      .first()
      .waitFor();
    await page.getByRole("button", { name: /^Rate 1 L\/ha/ }).click();
    await page
      .getByText(/10 L\/ha is above the label rate/)
      .first()
      .waitFor({ state: "detached" });
    await saved();
  });

  it("control pays from so many of a threat on, by what one of them costs", async () => {
    const line = page.getByRole("row").filter({ hasText: "What to do about septoria leaf blotch" });
    await line.locator("summary").click();
    await line.getByLabel(/^Loss by one of/).fill("2");
    await line.getByLabel(/^Cost of control/).fill("50");
    await line.getByLabel(/^Efficacy on/).fill("80");
    await line.getByLabel(/^Efficacy on/).press("Enter");
    const { facts, decisions, season, guide } = await loaded();
    const plan = draftPlan(facts, decisions, season, guide);
    const expected = plan.ok ? plan.value.rehearsal.expectedTPerHa : 0;
    // 50 / (price x expected yield x 0.02 x 0.8)
    const pays = 50 / (((facts.prices.cropPerT["wheat.grain"] as number) / 100) * expected * 0.016);
    await line.getByText(`From ${pays.toFixed(1)}`, { exact: false }).waitFor();
    await saved();
  });

  it("has no violation that axe finds, and fits the phone", async () => {
    await expectAccessible(page);
    await page.setViewportSize({ width: 1280, height: 800 });
  });

  it("the tank is mixed for the field, and the adviser signs; a change takes the signature off, and the plan is issued after it", async () => {
    await treatment().getByText("Tank and spray sheet").click();
    // 1 L/ha on all of the field
    const area = (await loaded()).facts.field.areaHa;
    await treatment()
      .getByText(`${area.toFixed(2)} L of Leafguard (demo product) in all`, { exact: false })
      .waitFor();
    await treatment().getByRole("button", { name: "Sign this treatment" }).click();
    await treatment()
      .getByText(/signed by you/)
      .waitFor();
    await page
      .getByText(/is not signed by a licensed adviser/)
      .first()
      .waitFor({ state: "detached" });
    const rate = treatment().getByLabel("Rate of the product");
    await rate.fill("0.8");
    await rate.press("Enter");
    await treatment()
      .getByText(/and has changed since/)
      .waitFor();
    await saved();
    expect(await page.getByRole("button", { name: /^Issue version/ }).isDisabled()).toBe(true);
    await treatment().getByRole("button", { name: "Sign this treatment" }).click();
    await treatment()
      .getByText(/signed by you/)
      .waitFor();
    await page.getByRole("button", { name: /^Issue version/ }).click();
    await page
      .getByRole("dialog")
      .getByRole("button", { name: /^Issue/ })
      .click();
    await page
      .getByText(/Version 2/)
      .first()
      .waitFor();
    const { rows } = await admin.query(
      "select i.kind, i.unit, i.per_ha::float8 as rate from operation_input i where i.plan_id = $1 and i.kind = 'protection'",
      [planId],
    );
    expect(rows).toEqual([{ kind: "protection", unit: "L", rate: 0.8 }]);
    const { rows: kept } = await admin.query(
      "select licence_no, withdrawn_at is null as stands from treatment_sign_off where plan_id = $1 order by at",
      [planId],
    );
    expect(kept).toEqual([
      { licence_no: "DEMO-0417", stands: false },
      { licence_no: "DEMO-0417", stands: true },
    ]);
  });
});

describe("on the phone", () => {
  it("a threat is counted without a network, place by place, and it says when it is enough", async () => {
    await page.setViewportSize({ width: 390, height: 844 });
    await page.goto("/week?from=2026-09-07");
    const line = page
      .getByRole("listitem")
      .filter({ hasText: "Heron Block" })
      .filter({ hasText: "neck blast" })
      .first();
    await line.getByRole("button", { name: "Count" }).waitFor();
    // what is needed without a network is fetched once the page is at rest
    await page.waitForTimeout(5000);
    await page.context().setOffline(true);
    await line.getByRole("button", { name: "Count" }).click();
    const dialog = page.getByRole("dialog");
    await dialog.getByLabel("What is counted").selectOption("blast");
    await dialog.getByLabel("Threshold").fill("6");
    const place = async (count: string) => {
      for (const key of count) await dialog.getByRole("button", { name: key, exact: true }).click();
      await dialog.getByRole("button", { name: "Next place" }).click();
    };
    // mean 3, from 1.0 to 5.0: under 6
    for (const count of ["2", "4", "3", "5"]) await place(count);
    await place("11");
    await dialog.getByText(/more would settle it/).waitFor();
    await dialog.getByRole("button", { name: "Take the last place back" }).click();
    await place("1");
    await dialog.getByText("Enough: it is under the threshold", { exact: false }).waitFor();
    await dialog.getByText("5 places, mean 3.0, 1.0 to 5.0", { exact: false }).waitFor();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await dialog.getByRole("button", { name: "Keep these counts" }).click();
    await dialog.getByText(/Kept on this device for Heron Block/).waitFor();
    await page.context().setOffline(false);
    const visits = () =>
      admin.query(
        "select threat_id, counts, threshold::float8 as threshold from scout_visit v join plan p on p.id = v.plan_id where p.practice_id = $1 and threat_id = 'blast'",
        [owner.practiceId],
      );
    await expect
      .poll(async () => (await visits()).rows, { timeout: 40_000 })
      .toEqual([{ threat_id: "blast", counts: [2, 4, 3, 5, 1], threshold: 6 }]);
    await page.setViewportSize({ width: 1280, height: 800 });
  });

  it("what was counted stands with its threat, for who may see the field; it is whole, and not of tomorrow", async () => {
    const { rows } = await admin.query(
      "select v.id, v.plan_id from scout_visit v join plan p on p.id = v.plan_id where p.practice_id = $1 and v.threat_id = 'blast'",
      [owner.practiceId],
    );
    const [visit] = rows;
    await page.goto(`/plans/${visit.plan_id}`);
    await page.waitForSelector("[data-operation=planting]");
    await page.keyboard.press("6");
    await page.getByText(/mean 3.0 of 5 against 6: wait/).waitFor();
    const note = (who: Access, more: object) =>
      inPractice(who, (c) =>
        noteVisit(c, who, {
          id: "7b1d1f0e-0000-4000-8000-000000000001",
          planId: visit.plan_id,
          threatId: "blast",
          day: "2026-08-10",
          counts: [1, 2],
          threshold: null,
          note: "",
          ...more,
        }),
      );
    await expect(note(owner, { day: "2999-01-01" })).rejects.toThrow("allowed is up to today");
    await expect(note(other, {})).rejects.toThrow("no such plan");
    expect(
      scoutVisitRecord.safeParse({
        id: visit.id,
        planId: visit.plan_id,
        threatId: "x",
        day: "2026-08-01",
        counts: [1.5],
      }).success,
    ).toBe(false);
    await inPractice(owner, (c) => withdrawVisit(c, owner, visit.id));
    await expect(inPractice(owner, (c) => withdrawVisit(c, owner, visit.id))).rejects.toThrow("no such visit");
  });
});

describe("what was done", () => {
  const application = { operator: "Ada Penn", from: "06:30", to: "08:10", windMs: 2.5, windFrom: "SW" as const };
  const entry = async (more: object = {}) => ({
    id: crypto.randomUUID(),
    planId,
    operationId: (await loaded()).facts.signOffs?.[0]?.treatmentId as string,
    doneOn: "2026-08-11",
    quantityPerHa: null,
    note: "edges first",
    application,
    ...more,
  });
  const log = async (who: Access, more: object = {}) => {
    const given = await entry(more);
    await inPractice(who, (c) => logOperation(c, who, given));
  };

  it("is a treatment only with its operator, hours and wind, and nothing else has them", async () => {
    await expect(log(owner, { application: null })).rejects.toThrow("Operator: nothing given");
    await expect(log(owner, { operationId: "planting" })).rejects.toThrow("is no treatment");
    await expect(log(owner, { application: { ...application, to: "05:00" } })).rejects.toThrow("not before it began");
    await expect(log(owner, { application: { ...application, from: "25:10" } })).rejects.toThrow("06:30");
    await expect(log(other)).rejects.toThrow("no such plan");
  });

  it("stands in the record with its label as it was, for this practice alone, and goes out as a table", async () => {
    await log(owner);
    const [record, ...more] = await inPractice(owner, (c) => loadSprayRecords(c, owner, 2027));
    const area = (await loaded()).facts.field.areaHa;
    expect(more).toEqual([]);
    expect(record).toMatchObject({
      product: "Leafguard (demo product)",
      target: "Septoria leaf blotch",
      ratePerHa: 0.8,
      unit: "L",
      treatedHa: area,
      operator: "Ada Penn",
      windMs: 2.5,
      licenceNo: "DEMO-0417",
      field: "Withy Bed",
    });
    expect(record?.amount).toBeCloseTo(0.8 * area, 6);
    // of another harvest and of another practice it is none
    for (const [who, season] of [
      [owner, 2026],
      [other, null],
    ] as const) {
      const found = await inPractice(who, (c) => loadSprayRecords(c, who, season));
      expect(found.map((r) => r.id)).not.toContain(record?.id);
    }
    // a label that changes later changes nothing of what was done
    await admin.query(
      "update protection_product set active = 'something else' where practice_id = $1 and name like 'Leafguard%'",
      [owner.practiceId],
    );
    const [after] = await inPractice(owner, (c) => loadSprayRecords(c, owner, 2027));
    expect(after?.active).toBe(record?.active);
    const csv = await (await page.request.get(`${inject("base")}/api/treatments/file?season=2027`)).text();
    const [head, line, end] = csv.slice(1).split("\r\n");
    expect(head).toContain("Date,From,To,Grower,Farm,Field,Area treated (ha),Crop");
    expect(line).toContain("2026-08-11,06:30,08:10");
    expect(line).toContain("Ada Penn");
    expect(end).toBeUndefined();
  });

  it("keeps rate and name as they were issued, and who stood for it then, whatever the register says since", async () => {
    const { operationId } = await entry();
    await inPractice(owner, (c) => withdrawLog(c, owner, planId, operationId));
    // the label is typed anew, the product retired, the signature taken back after the issue
    await admin.query(
      "update protection_product set uses = jsonb_set(uses, '{0,rate}', '9'), retired_at = now() where practice_id = $1 and name like 'Leafguard%'",
      [owner.practiceId],
    );
    await admin.query(
      "update treatment_sign_off set withdrawn_at = now() where plan_id = $1 and withdrawn_at is null",
      [planId],
    );
    await log(owner, { operationId });
    const [record] = await inPractice(owner, (c) => loadSprayRecords(c, owner, 2027));
    expect(record).toMatchObject({
      product: "Leafguard (demo product)",
      ratePerHa: 0.8,
      target: "Septoria leaf blotch",
      licenceNo: "DEMO-0417",
    });
    expect(record?.signedBy).not.toBe("");
    await admin.query("update protection_product set retired_at = null where practice_id = $1", [owner.practiceId]);
    await admin.query(
      "update treatment_sign_off set withdrawn_at = null where plan_id = $1 and signed like '%| 0.8 L/ha%'",
      [planId],
    );
  });

  it("is seen and printed by whoever may see the field", async () => {
    await page.goto("/treatments?season=2027");
    await page.getByRole("row").filter({ hasText: "Ada Penn" }).filter({ hasText: "06:30 to 08:10" }).waitFor();
    await expectAccessible(page);
    await inPractice(owner, async (c) => withdrawLog(c, owner, planId, (await entry()).operationId));
    await page.reload();
    await page.getByText("No treatment is logged as done for harvest 2027.").waitFor();
  });

  it("is logged on a phone, with every field that is missing or wrong named", async () => {
    await page.setViewportSize({ width: 390, height: 844 });
    const { facts, decisions, season, guide } = await loaded();
    const { operationId } = await entry();
    const plan = unwrap(draftPlan(facts, decisions, season, guide));
    await page.goto(`/week?from=${plan.operations.find((o) => o.id === operationId)?.date}`);
    const line = page.getByRole("listitem").filter({ hasText: facts.field.name }).filter({ hasText: "Leafguard" });
    await line.getByRole("button", { name: "Log as done" }).click();
    const dialog = page.getByRole("dialog");
    const problem = dialog.getByRole("alert");
    const send = () => dialog.getByRole("button", { name: "Log", exact: true }).click();
    await send();
    await problem.getByText(/^Wind: nothing given/).waitFor();
    await dialog.getByLabel("Wind", { exact: true }).fill("2.5");
    await send();
    await problem.getByText(/^Operator: nothing given/).waitFor();
    await dialog.getByLabel("Operator").fill("Ada Penn");
    await dialog.getByLabel("From", { exact: true }).fill("8.15");
    await dialog.getByLabel("To", { exact: true }).fill("8:05");
    await send();
    await problem.getByText("To: 08:05 given, allowed is 08:15 or later").waitFor();
    await dialog.getByLabel("To", { exact: true }).fill("0940");
    await dialog.getByLabel("Wind from").selectOption("NW");
    await dialog.getByLabel("Area treated").fill("2");
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await expectAccessible(page);
    await page.setViewportSize({ width: 390, height: 844 });
    await send();
    await dialog.waitFor({ state: "detached" });
    const [record] = await inPractice(owner, (c) => loadSprayRecords(c, owner, 2027));
    // 0.8 L/ha on two hectares
    expect(record).toMatchObject({
      operator: "Ada Penn",
      from: "08:15",
      to: "09:40",
      windMs: 2.5,
      windFrom: "NW",
      treatedHa: 2,
    });
    expect(record?.amount).toBeCloseTo(1.6, 9);
    await inPractice(owner, async (c) => withdrawLog(c, owner, planId, (await entry()).operationId));
    await page.setViewportSize({ width: 1280, height: 800 });
  });
});

describe("all fields at once", () => {
  it("threats stand by their likelihood and time, for this practice alone", async () => {
    await draftStale({ ...owner, userId: "worker" });
    const spring = await inPractice(owner, (c) =>
      loadThreatCalendar(c, owner, { season: 2027, from: "2027-04-20", days: 14 }),
    );
    const rust = spring.groups.find((g) => g.id === "yellow-rust");
    const own = await inPractice(owner, (c) => loadPlan(c, owner, planId));
    const drafted = own && unwrap(draftPlan(own.facts, own.decisions, own.season, own.guide));
    const here = drafted?.protect.threats.find((t) => t.id === "yellow-rust");
    expect(rust?.fields.find((f) => f.planId === planId)).toMatchObject({
      likelihood: here?.likelihood,
      from: here?.from,
      to: here?.to,
    });
    const order = rust?.fields.map((f) => LIKELIHOODS.indexOf(f.likelihood)) ?? [];
    expect([...order].sort((a, b) => b - a)).toEqual(order);
    // aphids of autumn are not of these weeks; another practice sees none of these plans
    expect(spring.groups.flatMap((g) => g.fields).every((f) => f.from <= "2027-05-04" && f.to >= "2027-04-20")).toBe(
      true,
    );
    const theirs = await inPractice(other, (c) => loadThreatCalendar(c, other, { season: 2027 }));
    expect(theirs.groups.flatMap((g) => g.fields.map((f) => f.planId))).not.toContain(planId);
    await page.goto("/season/threats?season=2027&from=2027-04-20");
    await page.getByText("Yellow rust").click();
    await page.getByRole("link", { name: "Withy Bed" }).waitFor();
    await expectAccessible(page);
    await page.setViewportSize({ width: 1280, height: 800 });
  });

  it("the coming days let in what waits for their weather, where it has its time", async () => {
    const summer = { ...owner, today: "2026-08-20" };
    await draftStale({ ...summer, userId: "worker" });
    const risks = await inPractice(owner, (c) => loadOutlookRisks(c, summer));
    // rice of the delta tillers then: blast and its kin wait for dew and warmth, and nothing of wheat has its time
    expect(risks.length).toBeGreaterThan(0);
    for (const r of risks) {
      expect(r.fields).toContain("Heron Block");
      expect(r.days.every((d) => d >= "2026-08-20" && d <= "2026-08-26")).toBe(true);
    }
    expect(risks.map((r) => r.threat)).not.toContain("Septoria leaf blotch");
  });
});

describe("who signs", () => {
  const signing = async (who: Access, more: Partial<{ treatmentId: string; signed: string }> = {}) => {
    const { facts } = await loaded();
    const own = facts.signOffs?.[0];
    return inPractice(who, (c) =>
      signTreatment(c, who, planId, { treatmentId: own?.treatmentId ?? "", signed: own?.signed ?? "", ...more }),
    );
  };
  it("is nobody without a licence, nor of another practice", async () => {
    await expect(signing({ ...owner, licence: null })).rejects.toThrow("licence number");
    await expect(signing(assistant)).rejects.toThrow();
    await expect(signing(other)).rejects.toThrow();
    await expect(signing({ ...grower, licence: { number: "X-1", issuer: "", endsOn: null } })).rejects.toThrow();
  });
  it("signs what is there, word for word", async () => {
    await expect(signing(owner, { treatmentId: "treat-none" })).rejects.toThrow("no such treatment");
    await expect(signing(owner, { signed: "leafguard | septoria | 9 | 200 | flag-leaf | 0" })).rejects.toThrow(
      "has changed",
    );
    // its label was typed anew meanwhile: what was signed then is not what it is now
    await expect(signing(owner)).rejects.toThrow("has changed");
    const { facts, decisions, season, guide } = await loaded();
    const [now] = unwrap(draftPlan(facts, decisions, season, guide)).protect.treatments;
    // the same again is no second signature
    for (let i = 0; i < 2; i++) await signing(owner, { signed: now?.toSign ?? "" });
    const stands = await admin.query(
      "select count(*)::int as n from treatment_sign_off where plan_id = $1 and withdrawn_at is null",
      [planId],
    );
    expect(stands.rows[0].n).toBe(1);
  });
  it("may take it back, which is noted", async () => {
    const own = (await loaded()).facts.signOffs?.[0];
    await inPractice(owner, (c) => unsignTreatment(c, owner, planId, own?.treatmentId ?? ""));
    const plan = await loaded();
    expect(plan.facts.signOffs).toBeUndefined();
    expect(plan.changes.map((c) => JSON.stringify(c)).join()).toContain("signature");
  });
});
