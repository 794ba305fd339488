import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import { unwrap } from "../result";
import { applyChanges, freshDecisions } from "../sheets/decisions";
import { draftPlan } from "../sheets/draft-plan";
import { checkPlan } from "../sheets/example-findings";
import { comparePlans, summariseIssued, summarisePlan } from "./compare";
import versionOne from "./issued-examples/version-1.json";
import versionTwo from "./issued-examples/version-2.json";
import versionThree from "./issued-examples/version-3.json";
import { ISSUED_VERSION, issuedPlan, upgradeIssued } from "./issued-plan";

const issuer = {
  name: "Imre Castellan",
  licenceNo: null,
  practice: { name: "Castellan Field Advice", currency: "cr" },
  grower: { name: "Pennick", unitSet: null },
};
const decisions = applyChanges(freshDecisions("wheat"), [{ path: "targetTPerHa", value: 8.5 }]);
const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide("wheat")));
const issued = issuedPlan(plan, EXAMPLE_FACTS, decisions, checkPlan(plan, EXAMPLE_FACTS, decisions), issuer, "abc");

describe("an issued version", () => {
  it("comes back from storage as it was", () => {
    expect(upgradeIssued(JSON.parse(JSON.stringify(issued)))).toEqual(issued);
  });

  it("names the guide's revision, and keeps no figure of a system that was not chosen", () => {
    expect(issued.guide).toEqual({ id: "wheat", name: "Wheat", revision: "abc" });
    const ids = Object.keys(issued.figures);
    expect(ids).toContain("ground.fuel");
    expect(ids.filter((id) => /^(pass\.|ground\.\w+\.)/.test(id))).toEqual([]);
    expect(JSON.stringify(issued).length).toBeLessThan(60_000);
  });

  it("differs in nothing from the draft that it was made of", () => {
    expect(comparePlans(summariseIssued(issued), summarisePlan(plan))).toEqual([]);
  });

  it("is refused when it is of no known shape", () => {
    expect(() => upgradeIssued({ version: 99 })).toThrow();
    expect(() => upgradeIssued(null)).toThrow();
  });
});

describe("the stored example of version 1", () => {
  const old = upgradeIssued(versionOne);

  it("is read as a version of today", () => {
    expect(old.version).toBe(ISSUED_VERSION);
    expect(old.guide).toEqual({ id: "wheat", name: "Wheat", revision: null });
    expect(old.crop).toMatchObject({ kindId: "winter", kindName: "Winter wheat", methodName: "Drilled" });
    expect(old.field).toEqual({ name: "Coney Bank", farm: "Pennick Farm", areaHa: 14.2 });
    expect(old.issuedBy).toEqual({ name: "Imre Castellan", licenceNo: "DEMO-0417" });
    // what was overridden then is still seen beside what was computed: 113.85 less 6 from manure
    expect(old.figures["feed.n"]?.override).toMatchObject({ value: 120, reason: "contract" });
    expect(old.figures["feed.n"]?.override?.computed).toBeCloseTo(107.846, 2);
    expect(old.chapters.map((c) => c.sheet)).toEqual([
      "ground",
      "soil",
      "seed",
      "feed",
      "water",
      "protect",
      "harvest",
      "keep",
      "money",
    ]);
  });

  it("keeps every operation with its date, inputs and cautions, and what was to be bought", () => {
    const sowing = old.operations.find((o) => o.name === "Drill");
    expect(sowing).toMatchObject({ date: "2026-10-06", inputs: [{ name: "Haldane Gold", unit: "kg" }] });
    expect(sowing?.cautions[0]?.text).toContain("Dressed seed");
    expect(old.operations).toHaveLength(versionOne.plan.operations.length);
    expect(old.inputs.find((i) => i.kind === "manure")?.quantity).toBeCloseTo(142, 9);
  });

  it("leaves out the systems that were only compared", () => {
    expect(Object.keys(versionOne.plan.figures)).toContain("ground.plough.fuel");
    expect(Object.keys(old.figures).filter((id) => id.startsWith("ground."))).toEqual([
      "ground.fuel",
      "ground.hours",
      "ground.cost",
      "ground.cover",
    ]);
  });
});

describe("the stored example of version 2", () => {
  const kept = upgradeIssued(versionTwo);

  it("is read as it was written, whatever the program has become", () => {
    expect(kept.version).toBe(ISSUED_VERSION);
    expect(kept.guide).toEqual({ id: "barley", name: "Barley", revision: "0123456789abcdef" });
    expect(kept.crop).toMatchObject({ kindId: "springMalting", kindName: "Spring malting barley" });
    expect(kept.field).toMatchObject({ name: "Rook Hanger, upper part", areaHa: 4.4 });
    expect(kept.figures["feed.n"]?.override).toMatchObject({ value: 90, reason: "contract" });
    expect(kept.operations).toHaveLength(versionTwo.operations.length);
    expect(kept.operations.find((o) => o.role === "plant")).toMatchObject({ name: "Drill", sheet: "seed" });
    expect(kept.inputs.map((i) => i.id)).toEqual(versionTwo.inputs.map((i) => i.id));
  });
});

describe("the stored example of version 3", () => {
  const kept = upgradeIssued(versionThree);

  it("keeps the grower's units, what each job waits for and how it is set, as it was written", () => {
    expect(kept).toEqual(versionThree);
    expect(kept.grower).toEqual({ name: "Pennick", unitSet: "southAsian" });
    expect(kept.operations).toHaveLength(27);
    const treatment = kept.operations.find((o) => o.role === "treat");
    expect(treatment?.condition).toEqual({
      by: "adviser",
      only: "if scouting reaches the threshold (two snails per m² in the first two weeks)",
    });
    // 5 kg/ha on 6.2 ha
    expect(treatment?.inputs).toMatchObject([{ kind: "protection", perHa: 5, quantity: 31, unit: "kg" }]);
    expect(treatment?.settings.length).toBeGreaterThan(0);
  });
});
