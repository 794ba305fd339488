/** Silage of a plan: what it takes of pit and roller, and what is said where it cannot keep. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import { unwrap } from "../../result";
import { applyChanges, type Change, change, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";

const kept = (guideId: string, ...changes: Change[]) => {
  const decisions = applyChanges(freshDecisions(guideId), changes);
  const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide(guideId)));
  const findings = checkPlan(plan, EXAMPLE_FACTS, decisions).filter((f) => f.id.startsWith("keep.silage"));
  return { plan, decisions, findings, ids: findings.map((f) => f.id) };
};
const maize = (...changes: Change[]) =>
  kept("maize", change("crop/productId", "wholeCrop"), change("targetTPerHa", 40), ...changes);

describe("silage of a plan", () => {
  it("is the whole field's, at the product's dry matter, in a pit", () => {
    const { silage } = maize(change("keep/silage", { widthM: 8, heightM: 2 })).plan.keep;
    // 40 t/ha x 14.2 ha = 568 t at 34 % dry matter, 193.12 t; x 1000 / 230 = 839.7 m3; / 16 m2
    expect(silage?.massT).toBeCloseTo(568, 6);
    expect(silage?.volumeM3).toBeCloseTo(839.65, 1);
    expect(silage?.lengthM).toBeCloseTo(52.48, 2);
    // one room is said of it, not another as it lies
    expect(maize().plan.figures["keep.room"]?.value).toBeCloseTo(839.65, 1);
    // maize has sugar enough: 45 - 8 x 5.5 = 1
    expect(silage?.fermentsFromPct).toBeCloseTo(1, 9);
    expect(maize().ids).toEqual([]);
  });
  it("has a roller for what is brought, and a face that is fed away fast enough", () => {
    const heavy = maize(change("keep/silage", { tPerHour: 50, rollerT: 12 }));
    expect(heavy.plan.figures["silage.roller"]?.value).toBeCloseTo(20, 9);
    expect(heavy.ids).toEqual(["keep.silage.roller"]);
    // 12 / 20 x 50
    expect(heavy.findings[0]?.title).toBe(
      "A packing weight of 12 t compacts 30 t an hour; 50 t an hour are delivered.",
    );
    const slow = maize(change("keep/silage", { widthM: 8, heightM: 2, usePerDayT: 1 }));
    // 568 x 0.9 = 511.2 t; 7 x 1 x 839.65 / 511.2 / 16 = 0.72 m
    expect(slow.plan.keep.silage?.faceMPerWeek).toBeCloseTo(0.7186, 3);
    expect(slow.ids).toEqual(["keep.silage.face"]);
    for (const { findings, decisions } of [heavy, slow]) {
      const mended = applyChanges(decisions, findings[0]!.repairs[0]!.changes);
      const plan = unwrap(draftPlan(EXAMPLE_FACTS, mended, 2027, testGuide("maize")));
      expect(checkPlan(plan, EXAMPLE_FACTS, mended).map((f) => f.id)).not.toContain(findings[0]!.id);
    }
  });
  it("with many legumes is wilted before it keeps, and takes its additive by the tonne", () => {
    const { plan, ids } = kept("wholeCrop");
    const legumes = (plan.seed.mixture?.legumePct ?? 0) / 100;
    expect(legumes).toBeGreaterThan(0.2);
    const from = 45 - 8 * (3.5 * (1 - legumes) + 1.2 * legumes);
    expect(plan.keep.silage?.fermentsFromPct).toBeCloseTo(from, 6);
    expect(ids.includes("keep.silage.wet")).toBe((plan.keep.silage?.dryMatterPct ?? 0) < from);
    const pea = kept("wholeCrop", change("seed/mixture", { barley: { sharePct: 10 }, pea: { sharePct: 110 } }));
    const wet = pea.findings.find((f) => f.id === "keep.silage.wet")!;
    const mended = applyChanges(pea.decisions, wet.repairs[0]!.changes);
    const after = unwrap(draftPlan(EXAMPLE_FACTS, mended, 2027, testGuide("wholeCrop")));
    expect(checkPlan(after, EXAMPLE_FACTS, mended).map((f) => f.id)).not.toContain("keep.silage.wet");
    expect(after.keep.silage?.massT).toBeLessThan(pea.plan.keep.silage?.massT as number);
    const acid = kept("wholeCrop", change("crop/schools", { additive: "acid" })).plan;
    const input = acid.inputs.find((i) => i.name === "organic acid for silage");
    // 4.5 L a tonne that is stored
    expect(input?.quantity).toBeCloseTo(4.5 * acid.keep.storedTPerHa * 14.2, 4);
    expect(acid.inputs.some((i) => i.name === "lactic bacteria")).toBe(false);
  });
  it("says how much sap runs where it is cut wet", () => {
    // at 33 and 34 % none runs; a guide cut at 22 %: 767 - 5.34 x 220 + 0.00936 x 48,400 = 45.2 L a tonne
    expect(kept("wholeCrop").plan.keep.silage?.sapM3).toBe(0);
    const guide = testGuide("wholeCrop");
    const wetter = { ...guide, products: guide.products.map((p) => ({ ...p, moisturePct: 78 })) };
    const decisions = applyChanges(freshDecisions("wholeCrop"), [change("targetTPerHa", 30)]);
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, wetter));
    expect(plan.keep.silage?.sapM3).toBeCloseTo((45.224 * 30 * 14.2) / 1000, 2);
    expect(checkPlan(plan, EXAMPLE_FACTS, decisions).map((f) => f.id)).toContain("keep.silage.sap");
  });
  it("refuses to be wetter after wilting, by its name", () => {
    const { plan } = maize(change("keep/silage", { wiltToPct: 20 }));
    expect(plan.problems.flatMap((p) => p.errors.map((e) => e.field))).toContain("wiltToPct");
    expect(plan.keep.silage).toBeNull();
  });
  it("is none of grain", () => {
    expect(kept("maize").plan.keep.silage).toBeNull();
    expect(kept("wheat").plan.figures["silage.volume"]).toBeUndefined();
  });
});
