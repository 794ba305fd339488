/** Treatments of a plan: within their labels, signed, dated by stage, and in the cost. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../../tests/support/guides";
import { addDays, daysBetween, formatDay } from "../../dates";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { PlanFacts } from "../../plan/facts";
import { type ProtectionProduct, protectionProductRecord } from "../../records/inputs/protection-product";
import { unwrap } from "../../result";
import type { Words } from "../../units/words";
import { outlinePlan } from "../../views/outline";
import { applyChanges, type Change, change, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan, METRIC } from "../example-findings";
import { bbchOn, type LabelTreatment, labelBreaks } from "./label";
import { protectPrint } from "./print";

const USE = {
  crop: "wheat",
  target: "septoria",
  rate: 1,
  rateLow: 0.5,
  most: 2,
  intervalDays: 14,
  fromBbch: 30,
  toBbch: 61,
  harvestWaitDays: 35,
  waterLow: 100,
  waterHigh: 300,
};
const product = (more: Partial<ProtectionProduct> = {}, use: Partial<typeof USE> = {}): ProtectionProduct =>
  protectionProductRecord.parse({
    id: "leafguard",
    name: "Leafguard",
    kind: "fungicide",
    active: "made-up azole",
    content: 250,
    group: "3",
    pricePerUnit: 4200,
    uses: [{ ...USE, ...use }],
    ...more,
  });
const CROP = { id: "wheat", name: "wheat", components: [] };
const TARGET = { id: "septoria", name: "septoria leaf blotch", organism: "fungus" };
const treat = (more: Partial<LabelTreatment> = {}): LabelTreatment => ({
  id: "treat-a",
  product: product(),
  target: TARGET,
  ratePerHa: 1,
  waterLPerHa: 200,
  date: "2027-05-10",
  bbch: 37,
  ...more,
});
const rules = (list: LabelTreatment[], more: Partial<Parameters<typeof labelBreaks>[2]> = {}) =>
  labelBreaks(list, CROP, { harvest: "2027-07-25", handWork: [], ...more }).map((b) => b.rule);

describe("a label", () => {
  it("lets pass what is within it", () => {
    expect(rules([treat()])).toEqual([]);
    expect(rules([treat(), treat({ id: "treat-b", date: "2027-05-24", bbch: 45 })])).toEqual([]);
  });

  const cases: [rule: string, given: Partial<LabelTreatment>][] = [
    ["product", { product: null }],
    ["kind", { target: { id: "septoria", name: "aphids", organism: "insect" } }],
    ["crop", { product: product({}, { crop: "barley" }) }],
    ["target", { target: { id: "yellow-rust", name: "yellow rust", organism: "fungus" } }],
    ["rate", { ratePerHa: 1.01 }],
    ["rate", { ratePerHa: 0.49 }],
    ["rate", { ratePerHa: 10 }],
    ["water", { waterLPerHa: 99 }],
    ["water", { waterLPerHa: 301 }],
    ["stage", { bbch: 29 }],
    ["stage", { bbch: 62 }],
    ["harvest", { date: "2027-06-21", bbch: 55 }],
    ["approval", { product: product({ approvedUntil: "2027-05-09" }) }],
    [
      "permit",
      {
        product: product({
          uses: [
            {
              ...protectionProductRecord.parse({
                id: "x",
                name: "x",
                kind: "fungicide",
                active: "x",
                pricePerUnit: 0,
                uses: [USE],
              }).uses[0]!,
              permit: "P-7",
              permitUntil: "2027-05-09",
            },
          ],
        }),
      },
    ],
    ["bees", { product: product({ bees: "notInBloom" }), bbch: 60 }],
  ];
  it.each(cases)("refuses what breaks its %s", (rule, given) => {
    expect(rules([treat(given)])).toEqual([rule]);
  });

  it("allows what stands on its limits", () => {
    // 35 days before the harvest of 25 July is 20 June
    expect(rules([treat({ date: "2027-06-20", bbch: 61 })])).toEqual([]);
    expect(rules([treat({ ratePerHa: 0.5, waterLPerHa: 100, bbch: 30 })])).toEqual([]);
    expect(rules([treat({ product: product({ approvedUntil: "2026-01-01", useUntil: "2027-05-10" }) })])).toEqual([]);
  });

  it("counts treatments, days between them, and groups in a row", () => {
    const three = ["2027-04-20", "2027-05-05", "2027-05-20"].map((date, i) => treat({ id: `treat-${i}`, date }));
    // a third of two, and three of group 3 in a row
    expect(rules(three)).toEqual(["number", "group"]);
    expect(rules([treat(), treat({ id: "treat-b", date: "2027-05-23" })])).toEqual(["interval"]);
    const other = product({ id: "stripeless", name: "Stripeless", group: "11" });
    const changed = three.map((t, i) => (i === 1 ? { ...t, product: other } : t));
    expect(rules(changed)).toEqual([]);
    // the label's own number goes before the usual two
    const once = product({ groupInARow: 1 });
    expect(rules([treat({ product: once }), treat({ id: "treat-b", date: "2027-05-30", product: once })])).toEqual([
      "group",
    ]);
  });

  describe("counts what was logged, whatever the plan has now", () => {
    const logged = (more: object = {}) => ({
      id: "log-1",
      product: "Leafguard",
      productId: "leafguard",
      kind: "fungicide",
      group: "3",
      date: "2027-04-20",
      harvestWaitDays: 35,
      ...more,
    });
    it("in number", () => {
      const two = [logged(), logged({ id: "log-2", date: "2027-05-05", group: "11" })];
      // the third of two; 15 days after the one before
      expect(rules([treat({ date: "2027-05-20" })], { logged: two })).toEqual(["number"]);
      // also where it was put on after the planned day, and where only its name is known
      const later = two.map((l) => ({ ...l, date: "2027-06-10", productId: undefined }));
      expect(rules([treat()], { logged: later })).toEqual(["number"]);
    });
    it("in days between, on both sides", () => {
      expect(rules([treat()], { logged: [logged({ date: "2027-04-27" })] })).toEqual(["interval"]);
      expect(rules([treat()], { logged: [logged({ date: "2027-05-23" })] })).toEqual(["interval"]);
      expect(rules([treat()], { logged: [logged({ date: "2027-05-24" })] })).toEqual([]);
    });
    it("in groups in a row", () => {
      const other = { product: "Another", productId: "another" };
      const two = [logged(other), logged({ ...other, id: "log-2", date: "2027-05-25" })];
      expect(rules([treat()], { logged: two })).toEqual(["group"]);
      expect(rules([treat()], { logged: [logged(other), logged({ ...other, id: "log-2", group: "7" })] })).toEqual([]);
    });
    it("in the wait to the harvest, where nothing is planned any more", () => {
      // 25 July less 35 days is 20 June
      expect(rules([], { logged: [logged({ date: "2027-06-21" })] })).toEqual(["harvest"]);
      expect(rules([], { logged: [logged({ date: "2027-06-20" })] })).toEqual([]);
      // of a crop that is off the label's wait is over
      expect(rules([], { logged: [logged({ date: "2027-08-01" })] })).toEqual([]);
    });
  });

  it("takes the use that fits, where it names a crop and organism twice, and none of another crop", () => {
    const one = product().uses[0]!;
    const twice = product({
      uses: [
        { ...one, toBbch: 32, rate: 0.6 },
        { ...one, fromBbch: 33, rate: 1 },
      ],
    });
    expect(rules([treat({ product: twice, ratePerHa: 1, bbch: 37 })])).toEqual([]);
    expect(rules([treat({ product: twice, ratePerHa: 1, bbch: 31 })])).toEqual(["rate"]);
    // barley may have it once, wheat twice
    const crops = product({ uses: [{ ...one, crop: "barley", most: 1, intervalDays: 60 }, one] });
    expect(
      rules([treat({ product: crops }), treat({ id: "treat-b", product: crops, date: "2027-05-24", bbch: 45 })]),
    ).toEqual([]);
  });

  it("keeps hands out of the crop until it may be entered again", () => {
    const wet = product({ reEntryHours: 24 });
    const work = (date: string) => ({ handWork: [{ name: "Rogue", date }] });
    expect(rules([treat({ product: wet })], work("2027-05-10"))).toEqual(["reentry"]);
    expect(rules([treat({ product: wet })], work("2027-05-11"))).toEqual([]);
    expect(rules([treat({ product: wet })], work("2027-05-09"))).toEqual([]);
  });

  it("knows the stage of a day along the line between two stages", () => {
    const stages = [
      { bbch: 30, date: "2027-04-10" },
      { bbch: 40, date: "2027-04-30" },
    ];
    expect(bbchOn(stages, "2027-04-20")).toBe(35);
    expect(bbchOn(stages, "2027-04-01")).toBe(0);
    expect(bbchOn(stages, "2027-06-01")).toBe(40);
    expect(bbchOn([], "2027-06-01")).toBeNull();
  });
});

const facts = (more: Partial<PlanFacts> = {}): PlanFacts => ({ ...EXAMPLE_FACTS, products: [product()], ...more });
const TREATED = change("protect/treatments/treat-a", {
  threat: "septoria",
  productId: "leafguard",
  stage: "flag-leaf",
});
const drafted = (own: PlanFacts, ...changes: Change[]) => {
  const decisions = applyChanges(freshDecisions("wheat"), changes);
  const plan = unwrap(draftPlan(own, decisions, 2027, testGuide("wheat")));
  return { plan, found: checkPlan(plan, own, decisions).filter((f) => f.id.startsWith("protect.")) };
};

describe("a treatment of a plan", () => {
  it("is an operation at its stage, with its product in the cost of the sheet", () => {
    const { plan } = drafted(facts(), TREATED);
    const operation = plan.operations.find((o) => o.id === "treat-a");
    expect(operation?.date).toBe(plan.stages.find((s) => s.id === "flag-leaf")?.date);
    // the label's highest rate and the middle of its water where nobody typed others
    expect(operation?.inputs[0]).toMatchObject({ perHa: 1, unit: "L", pricePerUnit: 4200 });
    expect(plan.protect.treatments[0]).toMatchObject({ ratePerHa: 1, waterLPerHa: 200 });
    const without = drafted(facts()).plan;
    const cost = (p: typeof plan) => p.figures["money.protect"]?.value ?? 0;
    // 42.00 of product, and the sprayer
    expect(cost(plan) - cost(without)).toBeGreaterThan(42);
    expect(operation?.cautions.map((c) => c.topic)).toContain("spray");
  });

  it("stops the issue until a licensed adviser has signed it as it is", () => {
    const { plan, found } = drafted(facts(), TREATED);
    expect(found.map((f) => [f.id, f.severity])).toEqual([["protect.unsigned.treat-a", "stop"]]);
    const toSign = plan.protect.treatments[0]?.toSign as string;
    expect(toSign.split(" | ")).toEqual([
      "wheat, Winter wheat",
      "Pennick Farm, Coney Bank, 14.2 ha",
      "Leafguard",
      "against septoria leaf blotch",
      "1 L/ha in 200 L/ha",
      "flag leaf, BBCH 39, 0 days after",
      "label: active made-up azole, bees none, content 250, formulation liquid, group 3, kind fungicide, name Leafguard",
      "use: crop wheat, fromBbch 30, harvestWaitDays 35, intervalDays 14, most 2, rate 1, rateLow 0.5, target septoria, toBbch 61, waterHigh 300, waterLow 100",
    ]);
    const signed = {
      treatmentId: "treat-a",
      signed: toSign,
      person: "Imre Castellan",
      licenceNo: "DEMO-0417",
      at: "2027-03-01",
    };
    expect(drafted(facts({ signOffs: [signed] }), TREATED).found).toEqual([]);
    // what changes after it is not signed
    const less = change("protect/treatments/treat-a/ratePerHa", 0.8);
    const again = drafted(facts({ signOffs: [signed] }), TREATED, less).found;
    expect(again.map((f) => f.id)).toEqual(["protect.unsigned.treat-a"]);
    expect(again[0]?.title).toContain("has changed since");
  });

  it("says of several that nobody has signed one thing, with their days", () => {
    const twice = change("protect/treatments/treat-b", {
      threat: "septoria",
      productId: "leafguard",
      stage: "ear-out",
    });
    const said = drafted(facts(), TREATED, twice).found.filter((f) => f.id.startsWith("protect.unsigned"));
    expect(said).toHaveLength(1);
    expect(said[0]?.title).toMatch(/\(\d+ \w+\); .* \(\d+ \w+\): each is not signed by a licensed adviser\.$/);
  });

  it("is signed for crop, place and label as they are, and for its day as far as the label lets it move", () => {
    const { plan } = drafted(facts(), TREATED);
    const day = plan.operations.find((o) => o.id === "treat-a")?.date as string;
    const signed = (forDay = day) => [
      {
        treatmentId: "treat-a",
        signed: plan.protect.treatments[0]?.toSign as string,
        person: "Imre Castellan",
        licenceNo: "DEMO-0417",
        at: "2027-03-01",
        forDay,
      },
    ];
    const why = (own: PlanFacts) => drafted(own, TREATED).plan.protect.treatments[0]?.unsigned;
    expect(why(facts({ signOffs: signed() }))).toBeNull();
    const { field } = facts();
    const changes: Partial<PlanFacts>[] = [
      { field: { ...field, areaHa: field.areaHa + 0.01 } },
      { field: { ...field, name: "Another" } },
      { field: { ...field, farm: "Another" } },
      ...[
        product({ name: "Leafguard Two" }),
        product({ active: "another azole" }),
        product({ content: 300 }),
        product({ waterBufferM: 5 }),
        product({ hazards: "harms fish" }),
        product({ useUntil: "2029-12-31" }),
        product({}, { most: 1 }),
        product({}, { harvestWaitDays: 28 }),
        product({}, { toBbch: 59 }),
      ].map((p) => ({ products: [p] })),
    ];
    for (const one of changes)
      expect(why(facts({ signOffs: signed(), ...one })), JSON.stringify(one)).toBe(
        "was signed by Imre Castellan, and has changed since",
      );
    // price and stock are none of the label's
    expect(why(facts({ signOffs: signed(), products: [product({ pricePerUnit: 1, stock: 2 })] }))).toBeNull();
    // this label names stages, which say how far its day may move; of one that names none it is a fortnight
    expect(why(facts({ signOffs: signed(addDays(day, -40)) }))).toBeNull();
    const free = facts({ products: [product({ uses: [{ ...product().uses[0]!, fromBbch: null, toBbch: null }] })] });
    const words = drafted(free, TREATED).plan.protect.treatments[0]?.toSign as string;
    const off = (days: number) => ({ ...free, signOffs: [{ ...signed(addDays(day, days))[0]!, signed: words }] });
    expect([why(off(-14)), why(off(14))]).toEqual([null, null]);
    expect(why(off(-15))).toBe(
      `was signed by Imre Castellan for ${formatDay(addDays(day, -15), true)}, and is planned for ${formatDay(day, true)} now`,
    );
  });

  it("is not carried by who left, lost the licence, or signed elsewhere", () => {
    const signed = drafted(facts(), TREATED).plan.protect.treatments[0]?.toSign as string;
    const own = { treatmentId: "treat-a", signed, person: "Imre", licenceNo: "D-1", at: "" };
    const why = (more: object, today = "2027-03-31") =>
      drafted(facts({ signOffs: [{ ...own, ...more }], today }), TREATED).plan.protect.treatments[0]?.unsigned;
    expect(why({ lapsed: "left" })).toBe("was signed by Imre, who no longer belongs to this practice");
    expect(why({ lapsed: "unlicensed" })).toBe("was signed by Imre under licence D-1, which is no longer theirs");
    expect(why({ lapsed: "elsewhere" })).toMatch(/^was signed by Imre elsewhere/);
    const licence = { issuer: "Office", endsOn: "2027-03-31" };
    expect(why({ licence })).toBeNull();
    // what is done was signed when it was, and the booklet says so
    const log = [{ operationId: "treat-a", doneOn: "2027-03-20", quantityPerHa: null, note: "" }];
    const gone = facts({ signOffs: [{ ...own, lapsed: "left" }], log, today: "2027-04-01" });
    expect(drafted(gone, TREATED).plan.protect.treatments[0]).toMatchObject({
      signed: { person: "Imre" },
      unsigned: null,
    });
    expect(why({ licence }, "2027-04-01")).toBe("was signed by Imre under licence D-1, which expired on 31 Mar 2027");
  });

  it("stops where the label is broken, with what is allowed and a way out", () => {
    const { found } = drafted(facts(), TREATED, change("protect/treatments/treat-a/ratePerHa", 3));
    const rate = found.find((f) => f.id === "protect.rate.treat-a");
    expect(rate?.title).toBe("Leafguard at 3 L/ha is above the label rate of 0.5 L/ha to 1 L/ha.");
    expect(rate?.repairs.map((r) => r.changes[0]?.value)).toEqual([1, undefined]);
    expect(drafted(facts({ products: [] }), TREATED).found.map((f) => f.id)).toEqual(["protect.product.treat-a"]);
    const late = change("protect/treatments/treat-a/stage", "dough");
    expect(drafted(facts(), TREATED, late).found.map((f) => f.id)).toEqual(
      expect.arrayContaining(["protect.stage.treat-a", "protect.harvest.treat-a"]),
    );
  });

  it("counts what was logged, on the day it was done", () => {
    const { plan } = drafted(facts(), TREATED);
    const on = addDays(plan.operations.find((o) => o.id === "treat-a")?.date as string, 1);
    const log = [
      { operationId: "planting", doneOn: plan.plantingDate as string, quantityPerHa: null, note: "" },
      { operationId: "treat-a", doneOn: on, quantityPerHa: 0.9, note: "" },
    ];
    const done = drafted(facts({ log, today: addDays(on, 3) }), TREATED);
    // done is done: not asked to be signed any more, but held to its label
    expect(done.found.filter((f) => f.id.startsWith("protect.unsigned"))).toEqual([]);
    expect(done.plan.operations.find((o) => o.id === "treat-a")?.inputs[0]?.perHa).toBe(0.9);
    // what was done outside of the label is said, and cannot stop what comes after it
    const over = log.map((e) => (e.operationId === "treat-a" ? { ...e, quantityPerHa: 2 } : e));
    const late = drafted(facts({ log: over, today: addDays(on, 3) }), TREATED).found;
    expect(late.map((f) => [f.id, f.severity, f.repairs.length])).toEqual([["protect.rate.treat-a", "advise", 0]]);
  });

  it("that weather or a stage carries past its label is said in the week, and a harvest that has to wait for it", () => {
    const first = drafted(facts(), TREATED).plan;
    const day = (plan: typeof first, id: string) => plan.operations.find((o) => o.id === id)?.date as string;
    const node = first.stages.find((s) => s.id === "first-node")?.date as string;
    const [planned, before] = [day(first, "treat-a"), addDays(day(first, "treat-a"), -14)];
    const EARLIER = change("protect/treatments/treat-b", {
      threat: "septoria",
      productId: "leafguard",
      stage: "first-node",
      days: daysBetween(node, before),
    });
    const both = drafted(facts(), TREATED, EARLIER);
    expect([day(both.plan, "treat-b"), both.found.filter((f) => f.id.includes("interval"))]).toEqual([before, []]);
    const forbidden = (own: PlanFacts) => {
      const { plan } = drafted(own, TREATED, EARLIER);
      return outlinePlan(plan, own).week.flatMap((o) => (o.forbidden ? [[o.id, o.forbidden]] : []));
    };
    expect(forbidden(facts())).toEqual([]);
    // the flag leaf is there three days before it was reckoned with: eleven days after the treatment that is done
    const seen = addDays(planned, -3);
    const log = [
      { operationId: "planting", doneOn: first.plantingDate as string, quantityPerHa: null, note: "" },
      { operationId: "treat-b", doneOn: before, quantityPerHa: null, note: "" },
    ];
    const observations = [{ stageId: "flag-leaf", seenOn: seen }];
    expect(forbidden(facts({ log, observations, today: seen }))).toEqual([
      ["treat-a", expect.stringMatching(/11 days after the previous application; the minimum interval is 14 days\./)],
    ]);
    // what was put on late keeps the harvest waiting
    const late = addDays(first.harvestDate as string, -10);
    const done = [...log, { operationId: "treat-a", doneOn: late, quantityPerHa: null, note: "" }];
    expect(forbidden(facts({ log: done, today: addDays(late, 1) }))).toEqual([
      [first.operations.find((o) => o.role === "harvest")?.id, expect.stringContaining("35")],
    ]);
  });

  it("says until when nothing else is planted, and prints who signed", () => {
    const own = facts({ products: [product({ uses: [{ ...product().uses[0]!, plantBackDays: 30 }] })] });
    const { plan, found } = drafted(own, TREATED);
    const on = plan.operations.find((o) => o.id === "treat-a")?.date as string;
    expect(found.find((f) => f.id === "protect.plantBack.treat-a")?.title).toContain(formatDay(addDays(on, 30), true));
    const _words = {
      number: String,
      quantity: String,
      money: String,
      date: String,
      currency: "cr",
    } as unknown as Words;
    expect(protectPrint.text?.(plan).at(-1)).toContain("not signed");
    const signed = {
      treatmentId: "treat-a",
      signed: plan.protect.treatments[0]?.toSign as string,
      person: "Imre",
      licenceNo: "D-1",
      at: "",
    };
    const after = drafted({ ...own, signOffs: [signed] }, TREATED).plan;
    expect(protectPrint.text?.(after).at(-1)).toContain("harvest interval 35 days; signed by Imre, licence D-1.");
  });

  it("keeps from water and houses, and says what stock is missing", () => {
    const near = facts({ products: [product({ waterBufferM: 20, houseBufferM: 50, stock: 3 })] });
    const field = { ...near.field, openWaterM: 5, housesM: 80 };
    const found = drafted({ ...near, field }, TREATED).found;
    expect(found.find((f) => f.id === "protect.water.treat-a")?.why).toContain("15 m unsprayed");
    expect(found.map((f) => f.id)).not.toContain("protect.houses.treat-a");
    // 1 L/ha on 14.2 ha
    expect(found.find((f) => f.id === "protect.stock.treat-a")?.title).toContain("14.2 L");
  });

  it("waits with the next crop where one is planned", () => {
    const use = { ...product().uses[0]!, plantBackDays: 120 };
    const own = facts({ products: [product({ uses: [use] })] });
    const on = drafted(own, TREATED).plan.operations.find((o) => o.id === "treat-a")?.date as string;
    const next = (planting: string) => ({ next: { crop: "oilseedRape", name: "oilseed rape", planting } });
    const early = drafted({ ...own, ...next(addDays(on, 119)) }, TREATED).found;
    expect(early.find((f) => f.id === "protect.nextCrop.treat-a")).toMatchObject({ severity: "stop" });
    const late = drafted({ ...own, ...next(addDays(on, 120)) }, TREATED).found.map((f) => f.id);
    expect(late).not.toContain("protect.nextCrop.treat-a");
    expect(late).toContain("protect.plantBack.treat-a");
  });

  it("is of use only in the time of its threat, and a permit that ends soon is spoken of", () => {
    const permit = { ...product().uses[0]!, toBbch: 99, harvestWaitDays: 0, permit: "P-7", permitUntil: "2027-06-30" };
    const own = facts({ products: [product({ uses: [permit] })] });
    const ids = (...changes: Change[]) => drafted(own, TREATED, ...changes).found.map((f) => f.id);
    // flag leaf in May: within the time of septoria, 40 to 60 days before the permit ends
    expect(ids()).toContain("protect.permitEnds.treat-a");
    expect(ids()).not.toContain("protect.time.treat-a");
    const dough = change("protect/treatments/treat-a/stage", "dough");
    expect(ids(dough, change("protect/treatments/treat-a/days", 10))).toContain("protect.time.treat-a");
  });

  it("keeps insecticides out of bloom whether the label says so or not", () => {
    const use = { ...product().uses[0]!, target: "cereal-aphids", toBbch: 99, harvestWaitDays: 0 };
    const killer = product({ id: "aphidout", name: "Aphidout", kind: "insecticide", uses: [use] });
    const at = (stage: string) =>
      drafted(
        facts({ products: [killer] }),
        change("protect/treatments/treat-a", { threat: "cereal-aphids", productId: "aphidout", stage }),
      ).found.map((f) => f.id);
    expect(at("flowering")).toContain("protect.bloom.treat-a");
    expect(at("flag-leaf")).not.toContain("protect.bloom.treat-a");
  });

  it("shares a tank only where a label names a partner", () => {
    const other = (partners: string) =>
      product({
        id: "stripeless",
        name: "Stripeless",
        group: "11",
        partners,
        uses: [{ ...product().uses[0]!, target: "yellow-rust" }],
      });
    const both = (partners: string) =>
      drafted(
        facts({ products: [product(), other(partners)] }),
        TREATED,
        change("protect/treatments/treat-b", { threat: "yellow-rust", productId: "stripeless", stage: "flag-leaf" }),
      ).found.find((f) => f.id === "protect.tank.treat-a");
    expect(both("")).toMatchObject({ severity: "advise" });
    expect(both("Leafguard, this one first.")).toMatchObject({ severity: "hint" });
    expect(both("Leafguard, this one first.")?.why).toContain("Stripeless: Leafguard, this one first.");
  });

  it("leaves a strip out against disease, which is read while leaves stand", () => {
    const { plan } = drafted(facts(), TREATED);
    const read = plan.operations.find((o) => o.id === "strip-read");
    expect(METRIC.tell(read?.detail ?? "")).toContain("24 m by 50 m");
    expect(read?.detail).toContain("septoria leaf blotch");
    // septoria has had its time at flowering
    expect(read?.date).toBe(plan.stages.find((s) => s.id === "flowering")?.date);
    expect(drafted(facts()).plan.operations.map((o) => o.id)).not.toContain("strip-read");
  });

  it("is none where the crop is grown without products", () => {
    const found = drafted(facts(), TREATED, change("crop/schools/protection", "organic")).found;
    const none = found.find((f) => f.id === "protect.none");
    expect(none).toMatchObject({ severity: "stop" });
    expect(none?.repairs[0]?.changes).toEqual([change("protect/treatments/treat-a", undefined)]);
  });

  it("bait is spread dry: no water, and none is allowed", () => {
    const use = {
      ...product().uses[0]!,
      target: "slugs",
      fromBbch: 0,
      toBbch: 21,
      rate: 7,
      waterLow: null,
      waterHigh: null,
    };
    const bait = product({ id: "pellets", name: "Pellets", kind: "molluscicide", formulation: "granule", uses: [use] });
    const own = facts({ products: [bait] });
    const spread = change("protect/treatments/treat-a", { threat: "slugs", productId: "pellets", stage: "emergence" });
    const { plan, found } = drafted(own, spread);
    expect(plan.protect.treatments[0]).toMatchObject({ waterLPerHa: null, unit: "kg" });
    expect(plan.operations.find((o) => o.id === "treat-a")?.detail).toContain("Apply dry");
    expect(found.map((f) => f.id)).toEqual(["protect.unsigned.treat-a"]);
    const wet = drafted(own, spread, change("protect/treatments/treat-a/waterLPerHa", 200)).found;
    expect(wet.find((f) => f.id === "protect.water.treat-a")?.title).toContain(
      "is applied dry, but 200 L/ha of water are entered",
    );
  });
});

describe("pollination", () => {
  const wheat = testGuide("wheat");
  const draft = (guide: typeof wheat, own: PlanFacts = EXAMPLE_FACTS) => {
    const decisions = freshDecisions("wheat");
    const plan = unwrap(draftPlan(own, decisions, 2027, guide));
    return { plan, found: checkPlan(plan, own, decisions).map((f) => f.id) };
  };
  it("hives come before the bloom and go after it, as many as the field asks for", () => {
    const hivesPerHa = { low: 1, typical: 2, high: 4, source: "assumption" };
    const guide = {
      ...wheat,
      pollination: {
        ...wheat.pollination,
        by: "insects" as const,
        hivesPerHa,
        bloom: ["flowering", "dough"] as [string, string],
      },
    };
    const { plan } = draft(guide);
    const day = (id: string) => plan.operations.find((o) => o.id === id)?.date as string;
    const stage = (id: string) => plan.stages.find((s) => s.id === id)?.date as string;
    // 2 a hectare on 14.2 ha: 28.4, so 29
    expect(METRIC.tell(plan.operations.find((o) => o.id === "hives-in")?.detail ?? "")).toContain(
      "29 hives (1 to 4 hives/ha)",
    );
    expect(day("hives-in")).toBe(addDays(stage("flowering"), -2));
    expect(day("hives-out") > stage("dough")).toBe(true);
    expect(draft(wheat).plan.operations.map((o) => o.id)).not.toContain("hives-in");
  });
  it("seed stands apart from other fields of its kind", () => {
    const seed = { ...wheat, kinds: wheat.kinds.map((k) => ({ ...k, endUses: ["seed"] })) };
    const near = { ...EXAMPLE_FACTS, nearby: { thisSeason: ["wheat"], lastSeason: [] } };
    expect(draft(seed, near).found).toContain("protect.purity");
    expect(draft(seed).found).not.toContain("protect.purity");
    expect(draft(wheat, near).found).not.toContain("protect.purity");
  });
});

describe("a mixture of crops", () => {
  const guide = testGuide("wholeCrop");
  const WEEDS = "broad-leaved-weeds";
  const herbicide = (uses: Partial<typeof USE>[]): ProtectionProduct => ({
    ...product({ kind: "herbicide" }),
    uses: uses.flatMap((use) => product({}, { target: WEEDS, ...use }).uses),
  });
  const planned = (uses: Partial<typeof USE>[], more: Change[] = []) => {
    const own: PlanFacts = { ...EXAMPLE_FACTS, products: [herbicide(uses)] };
    const decisions = applyChanges(freshDecisions("wholeCrop"), [
      change("protect/treatments/treat-a", { threat: WEEDS, productId: "leafguard", stage: "emergence", days: 20 }),
      ...more,
    ]);
    const plan = unwrap(draftPlan(own, decisions, 2027, guide));
    const said = checkPlan(plan, own, decisions).filter((f) => /^protect\.(crop|target|rate|harvest)\./.test(f.id));
    return { plan, said, treatment: plan.protect.treatments[0] };
  };

  it("is treated with what its label names for every crop in it, within the tightest limits", () => {
    // barley up to 1.0 and 56 days before harvest, pea up to 0.8 and 35 days: 0.8 and 56
    const { plan, said, treatment } = planned([
      { crop: "barley", rate: 1, harvestWaitDays: 56, fromBbch: 10, toBbch: 32 },
      { crop: "pea", rate: 0.8, harvestWaitDays: 35, fromBbch: 12, toBbch: 39 },
    ]);
    expect(plan.protect.crop.components.map((c) => c.id)).toEqual(["barley", "pea"]);
    expect(treatment?.use).toMatchObject({ rate: 0.8, harvestWaitDays: 56, fromBbch: 12, toBbch: 32 });
    expect(treatment?.ratePerHa).toBe(0.8);
    expect(said).toEqual([]);
  });

  it("is not treated with what is safe for one of them only", () => {
    const { said, treatment } = planned([{ crop: "barley" }]);
    expect(treatment?.use).toBeNull();
    expect(said.map((f) => [f.severity, f.title])).toEqual([["stop", "The label of Leafguard does not name pea."]]);
    expect(said[0]?.why).toContain("may kill the other");
  });

  it("asks nothing of a crop that is left out of it", () => {
    const { plan, said } = planned([{ crop: "barley" }], [change("seed/mixture/pea/sharePct", 0)]);
    expect(plan.protect.crop.components.map((c) => c.id)).toEqual(["barley"]);
    expect(said).toEqual([]);
  });

  it("is what a label names by itself, where one does", () => {
    const { said, treatment } = planned([{ crop: "wholeCrop", rate: 0.6, fromBbch: 10 }, { crop: "barley" }]);
    expect(treatment?.use?.rate).toBe(0.6);
    expect(said).toEqual([]);
  });
});
