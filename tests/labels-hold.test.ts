/** A label is held by every way in: moves, people, other drafts, parts and pieces of a field, and what was logged of all of them. */

import { randomUUID } from "node:crypto";
import type pg from "pg";
import { describe, expect, inject, it } from "vitest";
import { addDays, daysBetween } from "@/core/dates";
import { checkPlan } from "@/core/sheets/check-plan";
import { applyChanges, change } from "@/core/sheets/decisions";
import { draftPlan } from "@/core/sheets/draft-plan";
import type { Access } from "@/server/access/access";
import { logOperation } from "@/server/field-notes/log";
import { moveOperations } from "@/server/plans/moves";
import { issuePlan, loadPlan, saveDecisions } from "@/server/plans/plans";
import { copyDraft, startPlan } from "@/server/plans/plantings";
import { signTreatment } from "@/server/plans/sign-treatments";
import { type Client, inPractice } from "@/server/storage/db";
import { onScene } from "./support/scene";

/** Rounds of each race; more by RACE_ROUNDS. */
const ROUNDS = Number(process.env.RACE_ROUNDS ?? 5);
let owner: Access;
let assistant: Access;
let admin: pg.Client;
let planId: string;
const within = <T>(work: (client: Client) => Promise<T>, who = owner) => inPractice(who, work);
/** The season in which the treatments of wheat of 2027 are due. */
const inJune = () => ({ ...owner, today: "2027-06-30" });

onScene("Labelcombe", async (scene) => {
  ({ owner, assistant, admin } = scene);
  process.env.DATABASE_URL = inject("databaseUrl");
  const { rows } = await admin.query(
    "select p.id from plan p join field f on f.practice_id = p.practice_id and f.id = p.field_id where p.practice_id = $1 and f.name = 'Withy Bed'",
    [owner.practiceId],
  );
  planId = rows[0].id;
});

async function drafted(id = planId, who = owner) {
  const loaded = await within((c) => loadPlan(c, who, id), who);
  if (!loaded) throw new Error("no plan");
  const plan = draftPlan(loaded.facts, loaded.decisions, loaded.season, loaded.guide);
  if (!plan.ok) throw new Error(plan.errors[0]?.message);
  return { ...loaded, plan: plan.value, found: checkPlan(plan.value, loaded.facts, loaded.decisions) };
}
const labelled = (found: { id: string; title: string }[], rule: string) =>
  found.filter((f) => f.id.startsWith(`protect.${rule}.`)).map((f) => f.title);

async function decide(changes: Parameters<typeof applyChanges>[1], id = planId, who = owner): Promise<void> {
  const { revision, decisions } = await drafted(id, who);
  const saved = await within((c) => saveDecisions(c, who, id, revision, applyChanges(decisions, changes)), who);
  expect(saved.saved).toBe(true);
}
const leafguard = (id: string, days: number) =>
  change(`protect/treatments/${id}` as "protect/treatments/treat-a", {
    threat: "septoria",
    productId: "leafguard",
    ratePerHa: 0.8,
    stage: "flag-leaf",
    days,
  });

async function issue(id = planId): Promise<void> {
  for (const t of (await drafted(id)).plan.protect.treatments)
    await within((c) => signTreatment(c, owner, id, { treatmentId: t.id, signed: t.toSign }));
  const { revision } = await drafted(id);
  await within((c) => issuePlan(c, owner, id, revision));
}

const move = async (operationId: string, date: string, who: Access = owner) =>
  (await within((c) => moveOperations(c, who, [{ planId, operationId, date }]), who))[0]?.refused;

describe("a signature", () => {
  const unsigned = async (who = owner) => labelled((await drafted(planId, who)).found, "unsigned");
  const member = (set: string) =>
    admin.query(`update membership set ${set} where practice_id = $1 and user_id = $2`, [
      owner.practiceId,
      owner.userId,
    ]);
  const sign = async (who = owner) => {
    const [t] = (await drafted()).plan.protect.treatments;
    await within((c) => signTreatment(c, who, planId, { treatmentId: "treat-a", signed: t?.toSign ?? "" }), who);
  };

  it("is of crop, field, area and label, and stands until one of them changes", async () => {
    await decide([leafguard("treat-a", 0)]);
    expect(await unsigned()).toEqual([expect.stringMatching(/is not signed by a licensed adviser\.$/)]);
    await sign();
    expect(await unsigned()).toEqual([]);
    const words = (await drafted()).plan.protect.treatments[0]?.toSign as string;
    expect(words).toMatch(/wheat.*Withy Bed, [\d.]+ ha \| Leafguard .*0\.8 L\/ha in .*BBCH 39, .*label: .*rate 1/);
    const fieldId = (await drafted()).fieldId;
    const changed: [string, string, unknown[]][] = [
      ["update field set area_ha = area_ha + $2 where id = $1", "field", [fieldId, 0.5]],
      ["update field set area_ha = area_ha - $2 where id = $1", "", [fieldId, 0.5]],
      [
        "update protection_product set content = content + $2 where practice_id = $1 and id = 'leafguard'",
        "label",
        [owner.practiceId, 50],
      ],
      [
        "update protection_product set content = content - $2 where practice_id = $1 and id = 'leafguard'",
        "",
        [owner.practiceId, 50],
      ],
      // what the practice pays and has of it is none of the label's
      [
        "update protection_product set price_per_unit = price_per_unit + $2 where practice_id = $1 and id = 'leafguard'",
        "",
        [owner.practiceId, 100],
      ],
    ];
    for (const [sql, what, values] of changed) {
      await admin.query(sql, values);
      expect(await unsigned(), sql).toEqual(what ? [expect.stringMatching(/, and has changed since\.$/)] : []);
    }
  });

  it("carries no plan once its licence is gone, ended or another's, or its adviser left", async () => {
    const gone: [string, RegExp][] = [
      ["licence_no = 'OTHER-1'", /under licence DEMO-0417, which is no longer theirs\.$/],
      [
        "licence_no = 'DEMO-0417', licence_ends_on = '2026-08-11'",
        /under licence DEMO-0417, which expired on 11 Aug 2026\.$/,
      ],
      ["licence_ends_on = '2026-08-12'", /^$/],
      ["licence_ends_on = null, licence_issuer = ''", /^$/],
      ["role = 'assistant'", /which is no longer theirs\.$/],
      ["role = 'owner'", /^$/],
    ];
    for (const [set, said] of gone) {
      await member(set);
      expect((await unsigned()).join(), set).toMatch(said);
    }
    expect(labelled((await drafted()).found, "licence")).toEqual([
      expect.stringMatching(/^Licence DEMO-0417 of .* has no issuer and no expiry date on record\.$/),
    ]);
    const { revision } = await drafted();
    await member("licence_no = null");
    await expect(within((c) => issuePlan(c, owner, planId, revision))).rejects.toThrow(/which is no longer theirs/);
    await member("licence_no = 'DEMO-0417', licence_issuer = 'Office', licence_ends_on = '2028-06-30'");
    expect(await unsigned()).toEqual([]);
  });

  it("is given under a licence that holds", async () => {
    await decide([change("protect/treatments/treat-a/ratePerHa", 0.9)]);
    const ended = { ...owner, licence: { number: "DEMO-0417", issuer: "Office", endsOn: "2026-08-11" } };
    await expect(sign(ended)).rejects.toThrow("Your licence DEMO-0417 expired on 11 Aug 2026");
    await decide([change("protect/treatments/treat-a", undefined)]);
  });
});

describe("an issued treatment", () => {
  it("is not moved past its label, and an assistant moves none", async () => {
    await decide([leafguard("treat-a", 0), leafguard("treat-b", 14)]);
    await issue();
    const { plan } = await drafted();
    const dateOf = (id: string) => plan.operations.find((o) => o.id === id)?.date as string;
    expect(daysBetween(dateOf("treat-a"), dateOf("treat-b"))).toBe(14);
    const closer = addDays(dateOf("treat-b"), -2);
    expect(await move("treat-b", closer)).toMatch(
      /12 days after the previous application; the minimum interval is 14 days\./,
    );
    expect(await move("treat-a", addDays(dateOf("treat-a"), 2))).toMatch(
      /12 days .*; the minimum interval is 14 days\./,
    );
    expect(await move("treat-b", addDays(dateOf("treat-b"), 1), assistant)).toMatch(
      /an adviser of the practice moves it/,
    );
    expect(await move("treat-b", addDays(dateOf("treat-b"), 1))).toBeNull();
    // what was not let through has left nothing behind
    expect((await drafted()).decisions.dates).toMatchObject({ "treat-b": { held: false } });
    expect((await drafted()).decisions.dates).not.toHaveProperty("treat-a");
  });

  it("is held by its version, whatever the draft has become", async () => {
    // in the draft the second one goes; what is issued stays
    await decide([change("protect/treatments/treat-b", undefined)]);
    const { plan } = await drafted();
    const date = plan.operations.find((o) => o.id === "treat-a")?.date as string;
    expect(await move("treat-a", addDays(date, 4))).toMatch(/the minimum interval is 14 days\./);
    await decide([leafguard("treat-b", 14)]);
  });
});

describe("at the same time", () => {
  it(`moves that only together break a label are not both let through, ${ROUNDS} times`, async () => {
    for (let round = 0; round < ROUNDS; round++) {
      await decide([change("dates", undefined)]);
      await admin.query("delete from moved_operation where plan_id = $1", [planId]);
      await decide([leafguard("treat-a", 0), leafguard("treat-b", 16)]);
      await issue();
      const { plan } = await drafted();
      const dateOf = (of: typeof plan, id: string) => of.operations.find((o) => o.id === id)?.date as string;
      const [a, b] = [dateOf(plan, "treat-a"), dateOf(plan, "treat-b")];
      expect(daysBetween(a, b)).toBe(16);
      // each by itself leaves 14 days and more, both together 13
      await Promise.allSettled([move("treat-a", addDays(a, 2)), move("treat-b", addDays(b, -1))]);
      const after = (await drafted()).plan;
      expect(daysBetween(dateOf(after, "treat-a"), dateOf(after, "treat-b")), `round ${round}`).toBeGreaterThanOrEqual(
        14,
      );
    }
  });

  it(`what is changed, signed and issued at once is issued as it was signed, ${ROUNDS} times`, async () => {
    await decide([change("dates", undefined), leafguard("treat-a", 0), leafguard("treat-b", 14)]);
    await admin.query("delete from moved_operation where plan_id = $1", [planId]);
    for (let round = 0; round < ROUNDS; round++) {
      await decide([change("protect/treatments/treat-a/ratePerHa", 0.5 + (round % 5) / 10)]);
      const { plan, revision } = await drafted();
      const words = plan.protect.treatments.map((t) => ({ treatmentId: t.id, signed: t.toSign }));
      await Promise.allSettled([
        ...words.map((w) => within((c) => signTreatment(c, owner, planId, w))),
        decide([change("protect/treatments/treat-a/ratePerHa", 0.9)]),
        within((c) => issuePlan(c, owner, planId, revision)),
        decide([change("protect/treatments/treat-a/ratePerHa", 1)]),
        within((c) => issuePlan(c, owner, planId, revision + 1)),
      ]);
      // whatever came first: the rate that is issued is one that was signed, within its label
      const { rows } = await admin.query<{ rate: number; signed: string | null }>(
        `select i.per_ha::float8 as rate, s.signed from plan_version v
           join operation_input i on i.practice_id = v.practice_id and i.plan_id = v.plan_id and i.version = v.number and i.kind = 'protection'
           left join lateral (select signed from treatment_sign_off t where t.plan_id = v.plan_id and t.treatment_id = i.operation_id
             and t.at <= v.issued_at and (t.withdrawn_at is null or t.withdrawn_at >= v.issued_at) order by t.at desc limit 1) s on true
         where v.plan_id = $1`,
        [planId],
      );
      expect(rows.length).toBeGreaterThan(0);
      for (const { rate, signed } of rows) {
        expect(rate).toBeLessThanOrEqual(1);
        expect(signed, `round ${round}: ${rate}`).toContain(`| ${rate} L/ha`);
      }
    }
    await decide([leafguard("treat-a", 0)]);
    await issue();
  });
});

describe("a treatment that was logged", () => {
  const log = (operationId: string, doneOn: string, application?: object) =>
    within(
      (c) =>
        logOperation(c, inJune(), {
          id: randomUUID(),
          planId,
          operationId,
          doneOn,
          quantityPerHa: null,
          note: "",
          ...(application
            ? { application: { operator: "A. Reed", from: "06:10", to: "08:00", windMs: 2, ...application } }
            : {}),
        }),
      inJune(),
    );

  it("counts in a draft that has it no longer, in another draft, and in what is planted after it", async () => {
    await log("planting", (await drafted()).plan.plantingDate as string);
    const { plan } = await drafted(planId, inJune());
    const dateOf = (id: string) => plan.operations.find((o) => o.id === id)?.date as string;
    await log("treat-a", dateOf("treat-a"), { treatedHa: 3 });
    await decide([change("protect/treatments/treat-a", undefined), leafguard("treat-b", 5)], planId, inJune());
    const without = await drafted(planId, inJune());
    expect(without.plan.protect.treatments.map((t) => t.id)).toEqual(["treat-b"]);
    expect(labelled(without.found, "interval")[0]).toMatch(/the minimum interval is 14 days/);

    const copy = await within((c) => copyDraft(c, owner, planId));
    await decide([leafguard("treat-c", 20), leafguard("treat-d", 40)], copy, inJune());
    const copied = await drafted(copy, inJune());
    // one logged, and two of it planned: the label allows two
    expect(labelled(copied.found, "number").length).toBeGreaterThan(0);

    const { rows } = await admin.query("select planting_id, field_id from plan where id = $1", [planId]);
    const later = await within((c) =>
      startPlan(c, owner, {
        fieldId: rows[0].field_id,
        season: 2027,
        guideId: "kale",
        follows: rows[0].planting_id,
      } as Parameters<typeof startPlan>[2]),
    );
    expect((await drafted(later, inJune())).facts.treated).toMatchObject([
      { product: "Leafguard (demo product)", productId: "leafguard", operationId: null },
    ]);
  });

  it("counts on the pieces that the field becomes, and not on another part of it", async () => {
    const { rows: made } = await admin.query(
      `insert into field (practice_id, farm_id, name, area_ha, texture_class, drainage)
       select practice_id, farm_id, 'Withy Bed East', 3, texture_class, drainage from field where practice_id = $1 and name = 'Withy Bed' returning id`,
      [owner.practiceId],
    );
    const piece = made[0].id as string;
    const start = (fieldId: string, more: object = {}) =>
      within((c) =>
        startPlan(c, owner, { fieldId, season: 2027, guideId: "wheat", kindId: "spring", ...more } as Parameters<
          typeof startPlan
        >[2]),
      );
    const onPiece = await start(piece);
    expect((await drafted(onPiece, inJune())).facts.treated).toBeUndefined();
    await admin.query(
      `insert into field_descent (practice_id, from_id, into_id, on_day)
       select $1, id, $2, '2027-05-30' from field where practice_id = $1 and name = 'Withy Bed'`,
      [owner.practiceId, piece],
    );
    expect((await drafted(onPiece, inJune())).facts.treated).toHaveLength(1);
  });

  it("holds the harvest and the next version back, though nothing is planned any more", async () => {
    await decide([change("protect/treatments/treat-b", undefined)], planId, inJune());
    const { plan, found, facts, revision } = await drafted(planId, inJune());
    const [done] = facts.treated ?? [];
    expect(plan.protect.treatments).toEqual([]);
    expect(done).toMatchObject({ day: "2027-06-30", harvestWaitDays: 35 });
    // 23 July, less 35 days, is 18 June
    expect(found.find((f) => f.id === `protect.harvest.${done?.id}`)).toMatchObject({
      severity: "stop",
      title: "Leafguard (demo product) on 30 Jun is 23 days before harvest on 23 Jul; the label requires 35.",
    });
    await expect(within((c) => issuePlan(c, inJune(), planId, revision), inJune())).rejects.toThrow(
      /23 days before harvest on 23 Jul/,
    );
  });
});
