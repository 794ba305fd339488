/** The money sheet by hand, on top of whole plans: whose price counts, and what is doubted. */

import { describe, expect, it } from "vitest";
import { byBalance } from "../../../../tests/support/by-balance";
import { testGuide } from "../../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import { unwrap } from "../../result";
import { type Decisions, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";

const LISTED = EXAMPLE_FACTS.prices.cropPerT["wheat.grain"]!;
function counted(
  money: Decisions["money"] = {},
  cropPerT: Record<string, number> = EXAMPLE_FACTS.prices.cropPerT as Record<string, number>,
) {
  const facts = { ...EXAMPLE_FACTS, prices: { ...EXAMPLE_FACTS.prices, cropPerT } };
  const decisions = { ...byBalance("wheat"), targetTPerHa: 8, money };
  const plan = unwrap(draftPlan(facts, decisions, 2027, testGuide("wheat")));
  const findings = checkPlan(plan, facts, decisions);
  return { plan, money: plan.money, findings, ids: findings.map((f) => f.id) };
}

describe("money", () => {
  it("is counted at the list's price, or at the one that was entered", () => {
    const listed = counted();
    expect(listed.money.outputPerHa).toBe(8 * LISTED);
    expect(listed.plan.figures["money.margin"]!.inputs.find((i) => i.label === "price")!.basis?.kind).toBe("source");
    const entered = counted({ pricePerT: 30_000 });
    expect(entered.money.outputPerHa).toBe(240_000);
    expect(entered.money.marginPerHa).toBeCloseTo(240_000 - entered.money.costPerHa, 6);
    expect(entered.plan.figures["money.margin"]!.inputs.find((i) => i.label === "price")!.basis?.kind).toBe("decided");
    // what it must yield, and what a tonne must bring, to pay for itself
    expect(entered.money.breakEvenTPerHa! * 30_000).toBeCloseTo(entered.money.costPerHa, 6);
    expect(entered.money.breakEvenPricePerT! * 8).toBeCloseTo(entered.money.costPerHa, 6);
  });

  it("adds what else was entered, as a cost of its own", () => {
    const plain = counted();
    const more = counted({ otherCostPerHa: 12_345 });
    expect(more.money.costPerHa - plain.money.costPerHa).toBeCloseTo(12_345, 6);
    expect(more.money.costBySheet.money).toBe(12_345);
    expect(plain.money.costBySheet.money).toBeUndefined();
  });

  it("brings payments besides, which the crop then need not earn", () => {
    const plain = counted({ pricePerT: 20_000 }).money;
    const paid = counted({ pricePerT: 20_000, paymentPerHa: 18_000 });
    expect(paid.money.marginPerHa! - plain.marginPerHa!).toBeCloseTo(18_000, 6);
    expect(paid.money.marginExpectedPerHa! - plain.marginExpectedPerHa!).toBeCloseTo(18_000, 6);
    // (cost - 180.00) / 200.00 a tonne, and / 8 t
    expect(paid.money.breakEvenTPerHa! * 20_000).toBeCloseTo(plain.costPerHa - 18_000, 6);
    expect(paid.money.breakEvenPricePerT! * 8).toBeCloseTo(plain.costPerHa - 18_000, 6);
    expect(paid.plan.figures["money.breakEvenYield"]?.formula).toBe("(cost - payments, at least 0) / price");
    expect(counted({ pricePerT: 20_000, paymentPerHa: 10_000_000 }).money.breakEvenTPerHa).toBe(0);
  });

  it("has no margin without a price, but a price that would pay, and asks for one", () => {
    const { money, ids, plan } = counted({}, {});
    expect([money.outputPerHa, money.marginPerHa, money.breakEvenTPerHa]).toEqual([null, null, null]);
    expect(money.breakEvenPricePerT! * 8).toBeCloseTo(money.costPerHa, 6);
    expect(plan.figures["money.margin"]).toBeUndefined();
    expect(ids).toContain("money.noPrice");
    expect(counted().ids).not.toContain("money.noPrice");
    // nothing is earned at no price, which is no margin either
    expect(counted({ pricePerT: 0 }).money.marginPerHa).toBeNull();
  });

  it("doubts a price more than five times off the list", () => {
    expect(counted({ pricePerT: LISTED * 5 }).ids).not.toContain("money.powerOfTen");
    expect(counted({ pricePerT: LISTED * 5 + 1 }).ids).toContain("money.powerOfTen");
    expect(counted({ pricePerT: LISTED / 5 }).ids).not.toContain("money.powerOfTen");
    expect(counted({ pricePerT: LISTED / 5 - 1 }).ids).toContain("money.powerOfTen");
    // without a list there is nothing to be off
    expect(counted({ pricePerT: 1_000_000 }, {}).ids).not.toContain("money.powerOfTen");
  });

  it("says what a plan loses, and at what yield it would not", () => {
    const plain = counted();
    const cost = plain.money.costPerHa;
    const { expectedTPerHa } = plain.plan.rehearsal;
    // at the break-even price nothing is lost; a crown under it the loss is said
    expect(counted({ pricePerT: Math.ceil(cost / expectedTPerHa) }).ids).not.toContain("money.lossExpected");
    expect(counted({ pricePerT: Math.floor(cost / expectedTPerHa) - 100 }).ids).toContain("money.lossExpected");
    const loss = counted({ pricePerT: 10_000 });
    // the loss is the expected yield x 100.00 less the cost; it breaks even at cost / 100.00, to a tenth
    const said = loss.findings.find((f) => f.id === "money.lossExpected")!;
    expect(said.title).toContain(`the plan loses ${Math.round(cost / 100 - 100 * expectedTPerHa)} cr/ha.`);
    expect(loss.ids).not.toContain("money.loss");
    expect(said.why).toContain(`Break-even is ${Number((cost / 10_000).toFixed(1))} t/ha.`);
  });
});

describe("work without a price", () => {
  const withPrices = (over: Partial<typeof EXAMPLE_FACTS.prices>) => {
    const facts = { ...EXAMPLE_FACTS, prices: { ...EXAMPLE_FACTS.prices, ...over } };
    const decisions = freshDecisions("wheat");
    const plan = unwrap(draftPlan(facts, decisions, 2027, testGuide("wheat")));
    return checkPlan(plan, facts, decisions).find((f) => f.id === "money.unpriced");
  };
  it("is doubted by name; with prices nothing is said", () => {
    expect(withPrices({})).toBeUndefined();
    expect(withPrices({ dieselPerL: 0 })?.title).toBe("No price for diesel.");
    expect(withPrices({ dieselPerL: 0, labourPerH: 0, machinePerH: {}, otherMachinePerH: 0 })?.title).toMatch(
      /^No price for labour, diesel, .* and .*\.$/,
    );
  });
});
