/** Varieties for a field: what their ratings are worth there, and what speaks for and against each. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import { unwrap } from "../../result";
import { freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { ratingWeights, shortlistOf } from "./shortlist";

const plan = unwrap(draftPlan(EXAMPLE_FACTS, freshDecisions("wheat"), 2027, testGuide("wheat")));
const variety = (name: string, own: Partial<{ days: number; endUse: string; ratings: [string, number][] }> = {}) => ({
  name,
  days: own.days ?? null,
  endUse: own.endUse ?? "",
  ratings: (own.ratings ?? []).map(([what, rating]) => ({ what, rating })),
});

describe("what ratings are worth", () => {
  const weights = ratingWeights(plan, EXAMPLE_FACTS);
  it("follows the likelihood of what they are for", () => {
    const by = { unlikely: 0, possible: 0.4, likely: 1, expected: 1.5 };
    for (const what of ["rust", "leaf disease"]) {
      const worth = plan.protect.threats
        .filter((t) =>
          testGuide("wheat")
            .threats.find((x) => x.id === t.id)
            ?.raised.some((r) => r.rated === what),
        )
        .map((t) => by[t.likelihood]);
      expect(weights.find((w) => w.what === what)?.pctAPoint ?? 0, what).toBe(Math.max(...worth));
    }
  });
  it("leaves out what no crop here needs", () => {
    // nobody stores blight in wheat
    expect(weights.map((w) => w.what)).not.toContain("blight");
    expect(weights.every((w) => w.pctAPoint > 0 && w.why !== "")).toBe(true);
    const watered = { ...EXAMPLE_FACTS, climate: null };
    const dry = unwrap(draftPlan(watered, freshDecisions("wheat"), 2027, testGuide("wheat")));
    expect(ratingWeights(dry, watered).map((w) => w.what)).not.toContain("winter");
  });
});

describe("a shortlist of a plan", () => {
  const usual = testGuide("wheat").kinds.find((k) => k.id === "winter")!.maturityDays.typical;
  it("takes off for ripening late and for another use, with the reason", () => {
    const lines = shortlistOf(plan, EXAMPLE_FACTS, {
      varieties: [
        variety("Late", { days: usual + 12 }),
        variety("Soft", { endUse: "biscuit" }),
        variety("Fit", { days: usual + 9, endUse: `${plan.harvest.endUse} and more` }),
      ],
      groups: [],
    });
    expect(lines.map((l) => [l.name, l.score])).toEqual([
      ["Fit", 0],
      ["Late", -3],
      ["Soft", -4],
    ]);
    expect(lines[1]!.points[0]!.why).toMatch(/^ripe about \d+ \w+, 12 days after what is usual$/);
    expect(lines[2]!.points[0]!.why).toBe(`listed for biscuit, not for ${plan.harvest.endUse}`);
  });
  it("finds the lots of a variety that are at hand", () => {
    const [line] = shortlistOf(plan, EXAMPLE_FACTS, { varieties: [variety("haldane gold")], groups: [] });
    expect(line!.lotIds).toEqual(["lot1"]);
  });
});
