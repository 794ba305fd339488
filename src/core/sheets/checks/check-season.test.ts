/** Dates against the ground and the year: what is doubted, and what is better. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { PlanFacts } from "../../plan/facts";
import { unwrap } from "../../result";
import { DELTA } from "../../weather/example-climates";
import { applyChanges, type Decisions, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";

const check = (decisions: Decisions, facts: PlanFacts) => {
  const plan = unwrap(draftPlan(facts, decisions, 2027, testGuide(decisions.crop.guideId)));
  return { plan, findings: checkPlan(plan, facts, decisions) };
};
const wheat = (kindId: string, own: Partial<Decisions> = {}): Decisions => ({
  ...freshDecisions("wheat"),
  crop: { guideId: "wheat", kindId },
  ...own,
});
const wetClay: PlanFacts = {
  ...EXAMPLE_FACTS,
  field: { ...EXAMPLE_FACTS.field, textureClass: "clay", drainage: "poor" },
};

describe("days on which the ground can hardly be worked", () => {
  it("are doubted, with the better date as a repair that takes the doubt away", () => {
    // a pass that was put into January, on clay that drains badly, was never flagged
    const january = wheat("spring", { dates: { chisel: { date: "2027-01-10", held: false } } });
    const { findings } = check(january, wetClay);
    const doubt = findings.find((f) => f.id === "workable.chisel")!;
    expect(doubt.title).toMatch(
      /^Chisel from 10 Jan: expect (no working day|only 1 working day) in the 14 days from then\.$/,
    );
    const mended = applyChanges(january, doubt.repairs[0]!.changes);
    expect(check(mended, wetClay).findings.some((f) => f.id === "workable.chisel")).toBe(false);
  });
  it("are one finding where no date is better", () => {
    const late = { ...EXAMPLE_FACTS.previousCrop!, harvest: "2026-11-20" };
    const { findings } = check(wheat("winter"), { ...wetClay, previousCrop: late });
    const stuck = findings.filter((f) => f.id === "workable");
    expect(stuck).toHaveLength(1);
    expect(stuck[0]!.title.toLowerCase()).toContain("drill");
  });
  it("are not doubted in a dry autumn on ground that drains", () => {
    expect(check(wheat("winter"), EXAMPLE_FACTS).findings.filter((f) => f.id.startsWith("workable"))).toEqual([]);
  });
});

describe("jobs after the crop is off", () => {
  it("are doubted, and can be left out", () => {
    const tooLate = wheat("winter");
    const { plan } = check(tooLate, EXAMPLE_FACTS);
    const off = {
      ...plan,
      operations: plan.operations.map((o) => (o.role === "harvest" ? { ...o, date: "2027-05-01" } : o)),
    };
    const findings = checkPlan(off, EXAMPLE_FACTS, tooLate);
    expect(findings.filter((f) => f.id.startsWith("afterCrop.")).map((f) => f.id)).toEqual(["afterCrop.n3"]);
  });
});

const warmerBy = (degrees: number): PlanFacts => ({
  ...EXAMPLE_FACTS,
  climate: {
    ...EXAMPLE_FACTS.climate!,
    months: EXAMPLE_FACTS.climate!.months.map((m) => ({
      ...m,
      meanC: m.meanC + degrees,
      tminC: (m.tminC ?? 0) + degrees,
      tmaxC: (m.tmaxC ?? 0) + degrees,
    })),
  },
});

describe("a harvest that misses the customary one", () => {
  // only the length of the season was asked about: 260 days of 270 to 310 passed in silence
  const doubt = (findings: { id: string }[]) => findings.filter((f) => f.id === "season.customaryHarvest");
  it("is doubted where the planting was customary, and said once", () => {
    const { plan, findings } = check(wheat("winter"), warmerBy(4));
    expect(plan.plantingDate! >= "2026-09-20" && plan.plantingDate! <= "2026-10-20").toBe(true);
    // customary from 15 July to 20 August; with 4 C more the 1790 degree days from October are together in June
    expect(plan.harvestDate! < "2027-07-08").toBe(true);
    const [found] = doubt(findings);
    expect(found).toMatchObject({
      title: expect.stringContaining('15 Jul to 20 Aug is customary in the zone "temperate upland plain"'),
      why: expect.stringMatching(/^This is \d+ days before the first customary day; 28 Jul is usual/),
    });
    expect(findings.some((f) => f.id === "season.length")).toBe(false);
  });
  it("is not doubted where it is kept, where the planting was not customary, or where no custom is known", () => {
    expect(doubt(check(wheat("winter"), EXAMPLE_FACTS).findings)).toEqual([]);
    const late = wheat("winter", { dates: { planting: { date: "2026-11-20", held: true } } });
    expect(doubt(check(late, warmerBy(4)).findings)).toEqual([]);
    const elsewhere = { ...warmerBy(4), field: { ...EXAMPLE_FACTS.field, zone: "high moor" } };
    expect(doubt(check(wheat("winter"), elsewhere).findings)).toEqual([]);
  });
  it("is not doubted once the harvest stands by hand", () => {
    const held = wheat("winter", { dates: { harvest: { date: "2027-06-20", held: true } } });
    expect(doubt(check(held, warmerBy(4)).findings)).toEqual([]);
  });
});

describe("a place that does not suit the kind", () => {
  const delta: PlanFacts = { ...EXAMPLE_FACTS, climate: DELTA, previousCrop: null };
  it("says that winter wheat never gets its cold: nothing was said", () => {
    const { findings } = check(wheat("winter"), delta);
    expect(findings.find((f) => f.id === "season.notReached")?.title).toContain("will not vernalise");
  });
  it("says that dates are the north's, half a year apart", () => {
    const south = { ...EXAMPLE_FACTS, climate: { ...EXAMPLE_FACTS.climate!, latitudeDeg: -35 }, previousCrop: null };
    expect(check(wheat("spring"), south).findings.some((f) => f.id === "season.south")).toBe(true);
    expect(check(wheat("spring"), EXAMPLE_FACTS).findings.some((f) => f.id === "season.south")).toBe(false);
  });
  it("keeps stages in order where some are simulated and some are the guide's days", () => {
    for (const facts of [delta, EXAMPLE_FACTS])
      for (const kind of ["winter", "facultative", "spring"]) {
        const { plan } = check(wheat(kind), facts);
        const dates = plan.stages.map((s) => s.date);
        expect([...dates].sort(), kind).toEqual(dates);
      }
  });
  it("doubts a season that is far longer or shorter than the kind's", () => {
    const july = wheat("spring", { dates: { planting: { date: "2027-04-15", held: true } } });
    expect(
      check(july, warmerBy(-6)).findings.some((f) => f.id === "season.length" || f.id === "season.notReached"),
    ).toBe(true);
    expect(check(wheat("spring"), EXAMPLE_FACTS).findings.some((f) => f.id === "season.length")).toBe(false);
  });
});
