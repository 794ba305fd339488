/** Tillage systems worked by hand: what each takes in diesel, hours and money on the example's farm, and leaves in cover. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import type { PlanFacts } from "../plan/facts";
import { unwrap } from "../result";
import { type Decisions, freshDecisions } from "../sheets/decisions";
import { draftPlan } from "../sheets/draft-plan";
import { combinedPass } from "./combined-pass";
import { tillagePass } from "./tillage-pass";

const trip = { speedKmH: 9, widthM: 4, texture: "clayLoam", fieldEfficiencyPct: 80 } as const;

describe("a pass with several tools", () => {
  const disc = { implement: "tandemDisc", depthCm: 8 } as const;
  const roller = { implement: "roller", depthCm: 0 } as const;

  it("is the pass of its tool where it has one", () => {
    expect(unwrap(combinedPass({ ...trip, tools: [disc] }))).toEqual(unwrap(tillagePass({ ...trip, ...disc })));
  });
  it("goes once, adding the draft and diesel of its tools", () => {
    const single = unwrap(tillagePass({ ...trip, ...disc }));
    const both = unwrap(combinedPass({ ...trip, tools: [disc, roller] }));
    // disc: 0.88 x (309 + 16 x 9) x 8 = 3,189 N/m; / 0.36 of 10 km over 0.72 by 0.36 L = 4.429 L; the roller's table 2.5 L
    expect(single.draftKnPerM).toBeCloseTo(3.18912, 5);
    expect(both.draftKnPerM).toBeCloseTo(3.18912, 5);
    expect(both.fuelLPerHa).toBeCloseTo(4.4293 + 2.5, 3);
    // 4 m x 9 km/h x 0.8 / 10
    expect(both.workRateHaPerH).toBeCloseTo(2.88, 9);
  });
  it("adds two drafts, and has none where no tool has", () => {
    const chisel = { implement: "chisel", depthCm: 20 } as const;
    const two = unwrap(combinedPass({ ...trip, tools: [chisel, disc] }));
    // chisel: 0.85 x (91 + 5.4 x 9) x 20 / 0.3 m = 7.9107 kN/m
    expect(two.draftKnPerM).toBeCloseTo(7.91067 + 3.18912, 4);
    expect(
      unwrap(combinedPass({ ...trip, tools: [roller, { ...roller, implement: "harrow" }] })).draftKnPerM,
    ).toBeNull();
  });
  it("names what is wrong with any of its tools, and wants one", () => {
    const wrong = combinedPass({ ...trip, tools: [disc, { ...roller, depthCm: 200 }] });
    expect(wrong.ok ? [] : wrong.errors.map((e) => e.field)).toEqual(["depthCm"]);
    const none = combinedPass({ ...trip, tools: [] });
    expect(none.ok ? [] : none.errors.map((e) => e.field)).toEqual(["tools"]);
  });
});

describe("tillage systems side by side, for wheat after beans", () => {
  const draft = (decisions: Partial<Decisions> = {}, facts: PlanFacts = EXAMPLE_FACTS) =>
    unwrap(draftPlan(facts, { ...freshDecisions("wheat"), ...decisions }, 2027, testGuide("wheat")));
  const plan = draft();
  const system = (id: string, of = plan) => of.ground.all.find((s) => s.id === id)!;

  // medium soil: plough 22 cm at 7 km/h 19.29 L, 2.1 m: 1.176 ha/h; chisel 12.14 L; disc 4.43 L at 8 cm, 3.32 L at 6 cm;
  // shred 6, harrow 5, roll 2.5, drill 4 and direct drill 7 L by the table
  it("turns under with the most diesel and the least cover", () => {
    const turned = system("plough");
    expect(turned.fuelLPerHa).toBeCloseTo(6 + 19.2906 + 5 + 2.5 + 4, 2);
    // hours: 4 x 9 x 0.8, 2.1 x 7 x 0.8, 5 x 8 x 0.8, 6 x 8 x 0.85, 3 x 8 x 0.7, each / 10
    expect(turned.hoursPerHa).toBeCloseTo(1 / 2.88 + 1 / 1.176 + 1 / 3.2 + 1 / 4.08 + 1 / 1.68, 4);
    // 24 + 45 an hour and 1.50 a litre
    expect(turned.costPerHa / 100).toBeCloseTo(turned.hoursPerHa * 69 + turned.fuelLPerHa * 1.5, 2);
    expect(turned.deepestCm).toBe(22);
  });
  it("loosens with a third less", () => {
    const loosened = system("loosen");
    expect(loosened.fuelLPerHa).toBeCloseTo(6 + 12.14 + 4.4293 + 5 + 2.5 + 4, 2);
    expect(loosened.deepestCm).toBe(25);
    expect(loosened.passes.map((p) => p.id)).toEqual(["shred", "chisel", "disc", "harrow", "roll"]);
  });
  it("discs twice at 6 and 8 cm", () => {
    // 3.3220 + 4.4293 + 2.5 + 4
    expect(system("reduced").fuelLPerHa).toBeCloseTo(3.322 + 4.4293 + 2.5 + 4, 2);
  });
  it("drills into unworked ground with the drill that can", () => {
    const none = system("noTill");
    expect(none.plantsUnworked).toBe(true);
    expect(none.deepestCm).toBe(0);
    expect(none.fuelLPerHa).toBeCloseTo(6 + 7, 9);
    // beans leave fragile residue, off on 14 September and wheat's best day 2 October: 18 days of 240 that leave 0.75;
    // what the shredder and the direct drill leave of it is 0.9 x 0.7
    const start = EXAMPLE_FACTS.previousCrop!.leaves!.residueCoverPct * 0.75 ** (18 / 240);
    expect(EXAMPLE_FACTS.previousCrop!.leaves!.fragile).toBe(true);
    expect(none.coverPct).toBeCloseTo(start * 0.9 * 0.7, 6);
    // and the plough, the harrow and the drill of the same residue 0.9 x 0.03 x 0.6 x 0.75: rolling comes after
    expect(system("plough").coverPct).toBeCloseTo(start * 0.9 * 0.03 * 0.6 * 0.75, 6);
  });
  it("leaves less than half of the cover where the straw was baled", () => {
    const baled = draft({ ground: { residue: "baled" } });
    // there is nothing left to chop, which took a tenth
    expect(system("noTill", baled).coverPct).toBeCloseTo((system("noTill").coverPct * 0.45) / 0.9, 6);
  });
  it("takes a pass as it was changed: deeper, slower, with a roller in the same trip", () => {
    const changed = draft({
      ground: { systemId: "loosen", passes: { chisel: { depthCm: 30, speedKmH: 5, with: "roller" } } },
    });
    const pass = changed.ground.chosen.passes.find((p) => p.id === "chisel")!;
    // 0.85 x (91 + 5.4 x 5) x 30 / 0.3 = 10.03 kN/m: 13.93 L; the roller 2.5 L; 3 m x 5 km/h x 0.8 / 10 = 1.2 ha/h
    expect(pass.fuelLPerHa).toBeCloseTo(13.9306 + 2.5, 3);
    expect(1 / pass.hoursPerHa).toBeCloseTo(1.2, 9);
    expect(changed.operations.find((o) => o.id === "chisel")!.implements).toEqual(["chisel", "roller"]);
    // the same trip: no operation more
    expect(changed.operations.length).toBe(draft({ ground: { systemId: "loosen" } }).operations.length);
  });
  it("works heavier ground with more diesel and lighter with less", () => {
    const on = (textureClass: "clay" | "sand") =>
      system("plough", draft({}, { ...EXAMPLE_FACTS, field: { ...EXAMPLE_FACTS.field, textureClass } })).fuelLPerHa;
    // the plough's share by F: 1 and 0.45 in place of 0.7
    expect(on("clay")).toBeCloseTo(17.5 + 19.2906 / 0.7, 2);
    expect(on("sand")).toBeCloseTo(17.5 + (19.2906 / 0.7) * 0.45, 2);
  });
  it("says of a system that there is none for this crop, and goes on with the default", () => {
    const odd = draft({ ground: { systemId: "puddled" } });
    expect(odd.ground.chosen.id).toBe("loosen");
    expect(odd.problems[0]?.errors[0]).toMatchObject({ field: "ground.systemId", given: "puddled" });
    expect(odd.problems[0]?.errors[0]?.allowed).toContain("plough");
  });
  it("sets another beside it to compare, the one that was asked for where there is one", () => {
    expect(draft({ ground: { systemId: "plough", compareWith: "noTill" } }).ground.compared.id).toBe("noTill");
    expect(draft({ ground: { systemId: "plough", compareWith: "plough" } }).ground.compared.id).not.toBe("plough");
  });
});
