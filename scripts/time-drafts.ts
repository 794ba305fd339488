/** Times drafting and checking in this process; bundled and run by bench-drafts.ts: "warm" or "first". */

import { EXAMPLE_FACTS } from "../src/core/plan/example-facts";
import { protectionProductRecord } from "../src/core/records/inputs/protection-product";
import { unwrap } from "../src/core/result";
import { checkPlan } from "../src/core/sheets/check-plan";
import { freshDecisions } from "../src/core/sheets/decisions";
import { draftPlan } from "../src/core/sheets/draft-plan";
import { everyPlan } from "../tests/support/every-plan";
import { testGuide } from "../tests/support/guides";
import type { DraftTime } from "./bench-drafts";

/** The compiler takes some hundred drafts to settle: what a screen or the worker meets after its first seconds. */
const ROUNDS = 300;

function median(rounds: number, work: () => void): number {
  for (let i = 0; i < rounds; i++) work();
  const took = Array.from({ length: rounds }, () => {
    const began = performance.now();
    work();
    return performance.now() - began;
  });
  return took.sort((a, b) => a - b)[Math.floor(rounds / 2)] as number;
}

/** A plan with so many treatments in a row, each within its label but for their number, of made-up products by turns. */
function treatedPlan(count: number) {
  const products = ["a", "b", "c"].map((id) =>
    protectionProductRecord.parse({
      id,
      name: `Product ${id}`,
      kind: "fungicide",
      active: "made up",
      group: id,
      pricePerUnit: 4000,
      uses: [
        {
          crop: "wheat",
          target: "septoria",
          rate: 1,
          most: 4,
          intervalDays: 7,
          fromBbch: 25,
          toBbch: 69,
          harvestWaitDays: 35,
        },
      ],
    }),
  );
  const facts = { ...EXAMPLE_FACTS, products };
  const decisions = {
    ...freshDecisions("wheat"),
    protect: {
      treatments: Object.fromEntries(
        Array.from({ length: count }, (_, i) => [
          `treat-${i}`,
          { threat: "septoria", productId: products[i % 3]!.id, stage: "first-node", days: 4 * i },
        ]),
      ),
    },
  };
  return { facts, decisions, plan: unwrap(draftPlan(facts, decisions, 2027, testGuide("wheat"))) };
}

const guide = testGuide("wheat");
const wheat = freshDecisions("wheat");
const draftAndCheck = () => {
  const plan = draftPlan(EXAMPLE_FACTS, wheat, 2027, guide);
  if (plan.ok) checkPlan(plan.value, EXAMPLE_FACTS, wheat);
};

function first(): DraftTime[] {
  const began = performance.now();
  draftAndCheck();
  return [{ name: "the first draftPlan + checkPlan of a process", ms: performance.now() - began, goal: 40 }];
}

function warm(): DraftTime[] {
  const one = { name: "draftPlan + checkPlan, one field", ms: median(ROUNDS, draftAndCheck), goal: 4 };
  const wetField = { ...EXAMPLE_FACTS.field, irrigated: true, waterSystem: "sprinkler" as const };
  const wetFacts = { ...EXAMPLE_FACTS, field: wetField };
  const potato = testGuide("potato");
  let target = 40;
  const wet = median(ROUNDS, () => {
    target = target > 45 ? 40 : target + 0.1;
    const own = { ...freshDecisions("potato"), targetTPerHa: target };
    const drafted = draftPlan(wetFacts, own, 2027, potato);
    if (drafted.ok) checkPlan(drafted.value, wetFacts, own);
  });
  const sprayed = treatedPlan(12);
  const checks = median(ROUNDS, () => void checkPlan(sprayed.plan, sprayed.facts, sprayed.decisions));
  // every kind, planting method and product of every guide, on a field of its climate
  const slowest = everyPlan()
    .filter((_, i) => i % 2 === 0)
    .map(({ title, facts, decisions }) => {
      const own = testGuide(decisions.crop.guideId);
      return { title, ms: median(15, () => void draftPlan(facts, decisions, 2027, own)) };
    })
    .reduce((a, b) => (b.ms > a.ms ? b : a));
  return [
    one,
    { name: "the same, irrigated potatoes with their water", ms: wet, goal: 4 },
    { name: "checks of a plan with 12 treatments", ms: checks, goal: 2 },
    { name: `slowest draft of all guides: ${slowest.title.slice(0, 28)}`, ms: slowest.ms, goal: 6 },
  ];
}

console.log(JSON.stringify(process.argv[2] === "first" ? first() : warm()));
