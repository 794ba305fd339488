/** What a bulb or tuber comes to, by hand. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import { unwrap } from "../../result";
import { applyChanges, type Decisions, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";

const FACTS = { ...EXAMPLE_FACTS, seedLots: [] };
const made = (guideId: string, crop: Record<string, string>, own: Partial<Decisions>) => {
  const decisions = { ...freshDecisions(guideId), crop: { guideId, ...crop }, ...own };
  const plan = unwrap(draftPlan(FACTS, decisions, 2027, testGuide(guideId)));
  return { plan, decisions, findings: checkPlan(plan, FACTS, decisions) };
};
const value = ({ plan }: ReturnType<typeof made>, id: "unitHarvested" | "unitUsual" | "diameter" | "grade") =>
  plan.figures[`seed.${id}`]!.value;

describe("onions from sets", () => {
  const crop = { kindId: "longDay", methodId: "sets" };
  it("weigh what target and stand ask for, and are in grade by their spread", () => {
    const own = { targetTPerHa: 40, seed: { targetPlantsPerM2: 40 }, harvest: { endUse: "stored" } };
    const onions = made("onion", crop, own);
    // 4,000 g / 40 = 100 g; at 0.98 g/cm3: 10 x (600 / (pi x 0.98))^(1/3) = 57.98 mm
    expect(value(onions, "unitHarvested")).toBeCloseTo(100, 9);
    expect(value(onions, "diameter")).toBeCloseTo(57.98, 1);
    // usual stand, usual mass
    expect(value(onions, "unitUsual")).toBeCloseTo(90, 9);
    // 18 % of 57.98 = 10.44 mm; 40 mm is 1.722, 80 mm 2.109 of that away: 1 - 0.0425 - 0.0175
    expect(value(onions, "grade")).toBeCloseTo(94.0, 1);
    expect(onions.findings.map((f) => f.id)).not.toContain("seed.size");
  });
  it("are smaller with less room", () => {
    const close = made("onion", crop, { targetTPerHa: 40, seed: { targetPlantsPerM2: 80 } });
    // 90 g x 2^-0.8
    expect(value(close, "unitUsual")).toBeCloseTo(90 * 2 ** -0.8, 6);
    expect(value(close, "unitHarvested")).toBeCloseTo(50, 9);
  });
  it("are doubted where none grows so heavy, with ways out that mend it", () => {
    // 9,000 g / 30 = 300 g; at 30 plants they weigh up to 180 x (30 / 40)^-0.8 = 226.6 g
    const heavy = made("onion", crop, { targetTPerHa: 90, seed: { targetPlantsPerM2: 30 } });
    const found = heavy.findings.find((f) => f.id === "seed.size")!;
    expect(found.severity).toBe("advise");
    expect(found.title).toContain("needs bulbs of 300 g; 57 to 227 g is usual");
    for (const repair of found.repairs) {
      const decisions = applyChanges(heavy.decisions, repair.changes) as typeof heavy.decisions;
      const plan = unwrap(draftPlan(FACTS, decisions, 2027, testGuide("onion")));
      expect(
        checkPlan(plan, FACTS, decisions).map((f) => f.id),
        repair.label,
      ).not.toContain("seed.size");
    }
  });
});

describe("stock", () => {
  it("of heavier tubers makes more and lighter tubers", () => {
    const of = (unitMassG: number) =>
      made(
        "potato",
        { kindId: "maincrop", methodId: "tubers" },
        { targetTPerHa: 42, seed: { targetPlantsPerM2: 4, unitMassG } },
      );
    expect(value(of(55), "unitHarvested")).toBeCloseTo(105, 9);
    // 10 x (110 / 55)^0.4 = 13.2 tubers a plant
    expect(value(of(110), "unitHarvested")).toBeCloseTo(4200 / (4 * 10 * 2 ** 0.4), 6);
  });
  it("of larger cloves makes larger bulbs", () => {
    const of = (unitMassG: number) =>
      made("garlic", { methodId: "cloves" }, { seed: { targetPlantsPerM2: 24, unitMassG } });
    const usual = testGuide("garlic").methods.find((m) => m.id === "cloves")!.stock;
    const typical = usual.by === "unit" ? usual.unitMassG.typical : 0;
    expect(value(of(typical), "unitUsual")).toBeCloseTo(36, 9);
    expect(value(of(typical * 1.5), "unitUsual")).toBeCloseTo(36 * 1.5 ** 0.35, 6);
  });
  it("has no size to speak of in a crop that is threshed", () => {
    expect(made("wheat", {}, {}).plan.seed.size).toBeNull();
  });
});
