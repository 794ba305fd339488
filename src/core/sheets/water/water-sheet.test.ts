import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { testGuide } from "../../../../tests/support/guides";
import { wetFacts, wetFindings, wetPlan } from "../../../../tests/support/wet-plan";
import { addDays, daysBetween } from "../../dates";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { PlanFacts } from "../../plan/facts";
import { unwrap } from "../../result";
import { type Change, change, freshDecisions } from "../decisions";
import { checkPlan } from "../example-findings";
import { alongCurve, dryStages, waterCurve, waterResponse } from "./response";
import { irrigationId } from "./settled";

const [facts, draft] = [wetFacts, wetPlan];
const findings = (...args: Parameters<typeof wetFindings>) => wetFindings(...args).filter((f) => f.sheet === "water");
const ids = (...args: Parameters<typeof findings>) => findings(...args).map((f) => f.id);

const PLANTED = { operationId: "planting", doneOn: "2027-04-10", quantityPerHa: null, note: "" };

describe("the water of a plan", () => {
  const potato = draft("potato");

  it("keeps its balance: rain and irrigations are use, drainage and what is missing more or less at the end", () => {
    for (const crop of ["wheat", "potato", "garlic"]) {
      const { season } = draft(crop).water;
      if (!season) throw new Error("no season");
      for (let d = 1; d < season.etcMm.length; d++) {
        const came = (season.rainMm[d] ?? 0) + (season.irrigationMm[d] ?? 0);
        const used = (season.etcMm[d] ?? 0) * (season.ks[d] ?? 1);
        const change = (season.depletionMm[d] ?? 0) - (season.depletionMm[d - 1] ?? 0);
        const short = used + (season.drainageMm[d] ?? 0) - came - change;
        // rain that leaves catch is lost: under a fifth of the day's reference; the rest is the rounding to a tenth
        expect(short, `${crop} ${d}`).toBeGreaterThan(-2.6);
        expect(short, `${crop} ${d}`).toBeLessThan(0.36);
      }
    }
  });

  it("gives when the readily available water is used up, within what the system can, and stops in time", () => {
    const { season, irrigations, system, stopOn } = potato.water;
    if (!season) throw new Error("no season");
    expect(irrigations.length).toBeGreaterThan(3);
    for (const irrigation of irrigations) {
      const d = daysBetween(season.from, irrigation.date);
      // before the irrigation of that day: as much as the day before, less its rain
      const before = (season.depletionMm[d - 1] ?? 0) - (season.rainMm[d] ?? 0);
      // four weeks from tuber set the ridge is kept moister: at 60 % of it
      const set = daysBetween(season.from, potato.stages.find((s) => s.id === "tuber-set")?.date as string);
      const share = d >= set && d < set + 28 ? 0.6 : 1;
      expect(before, irrigation.date).toBeGreaterThan(share * (season.rawMm[d] ?? 0) - 0.3);
      expect(irrigation.netMm).toBeGreaterThanOrEqual(system.leastMm);
      expect(irrigation.netMm).toBeLessThanOrEqual(system.mostMm);
      expect(irrigation.date <= (stopOn as string)).toBe(true);
    }
    const emerged = potato.stages[0]?.date as string;
    expect((irrigations[0]?.date as string) >= emerged).toBe(true);
  });

  it("takes what its figures say", () => {
    const [first] = potato.water.irrigations;
    if (!first) throw new Error("no irrigation");
    // 75 % arrives; 14.2 ha; 60 m3/h; head 10 + 35 m: 9.81 x 60 x 45 / 3600 / 0.65 / 0.88 = 12.863 kW
    expect(first.grossMm).toBeCloseTo(first.netMm / 0.75, 9);
    expect(first.volumeM3).toBeCloseTo(first.grossMm * 10 * EXAMPLE_FACTS.field.areaHa, 6);
    expect(first.hours).toBeCloseTo(first.volumeM3 / 60, 9);
    expect(potato.water.pumpKw).toBeCloseTo(12.863, 2);
    expect(first.kwh).toBeCloseTo(first.hours * potato.water.pumpKw, 6);
    const priced = draft("potato", facts({}, { prices: { ...EXAMPLE_FACTS.prices, energyPerKwh: 20, waterPerM3: 5 } }));
    const operation = priced.operations.find((o) => o.id === irrigationId(1));
    const hands = 1 * EXAMPLE_FACTS.prices.labourPerH;
    // a kilowatt-hour at 0.20 and a cubic metre at 0.05, on a hectare
    const water = (first.kwh * 20 + first.volumeM3 * 5) / EXAMPLE_FACTS.field.areaHa;
    expect(operation?.costPerHa).toBeCloseTo(hands + water, 4);
  });

  it("holds irrigations that were moved, typed, left out or logged, and goes on from there", () => {
    const [a, b] = potato.water.irrigations;
    if (!a || !b) throw new Error("no irrigations");
    const later = addDays(a.date, 4);
    const moved = draft("potato", facts(), change(`dates/${a.id}`, { date: later, held: true }));
    expect(moved.water.irrigations[0]).toMatchObject({ id: a.id, date: later });
    expect(moved.operations.find((o) => o.id === a.id)).toMatchObject({ date: later, held: true });
    expect((moved.water.irrigations[1]?.date as string) > later).toBe(true);
    const typed = draft("potato", facts(), change(`water/irrigations/${a.id}`, 12));
    expect(typed.water.irrigations[0]).toMatchObject({ date: a.date, netMm: 12 });
    // less was given, so the next one comes no later
    expect((typed.water.irrigations[1]?.date as string) <= b.date).toBe(true);
    const left = draft("potato", facts(), change(`skipped/${a.id}`, { reason: "pump in repair" }));
    expect(left.water.irrigations[0]?.id).toBe(irrigationId(2));
    expect(left.water.stressDays).toBeGreaterThanOrEqual(potato.water.stressDays);
    // 300 m3/ha are 30 mm, 22.5 at the roots; from then on only what is logged counts before today
    const entry = { operationId: a.id, doneOn: a.date, quantityPerHa: 300, note: "" };
    const today = addDays(b.date, 10);
    const logged = draft("potato", facts({}, { log: [PLANTED, entry], today }));
    expect(logged.water.irrigations[0]).toMatchObject({ date: a.date, netMm: 22.5 });
    expect((logged.water.irrigations[1]?.date as string) >= addDays(b.date, 10)).toBe(true);
    expect(logged.operations.find((o) => o.id === a.id)?.doneOn).toBe(a.date);
  });

  it("waters by the other schools as they say", () => {
    const by = (school: "interval" | "weekly" | "stages" | "none", ...more: Change[]) =>
      draft("potato", facts(), change("water/school", school), ...more).water;
    const turns = by("interval", change("water/everyDays", 12), change("water/irrigationMm", 20));
    expect(turns.irrigations.every((g) => daysBetween(potato.plantingDate as string, g.date) % 12 === 0)).toBe(true);
    expect(turns.irrigations.every((g) => g.netMm === 20)).toBe(true);
    const weekly = by("weekly");
    expect(weekly.irrigations.length).toBeGreaterThan(4);
    expect(weekly.irrigations.every((g) => daysBetween(potato.plantingDate as string, g.date) % 7 === 0)).toBe(true);
    const critical = by("stages");
    const days = testGuide("potato").water.criticalStages.map((id) => potato.stages.find((s) => s.id === id)?.date);
    expect(critical.irrigations.map((g) => g.date)).toEqual(days);
    const none = by("none");
    expect(none.irrigations).toEqual([]);
    expect(none.stressDays).toBeGreaterThan(potato.water.stressDays);
    expect(none.relativeYieldPct).toBeLessThan(potato.water.relativeYieldPct);
  });

  it("says what dry stages cost by both schools: the product of the stages, and the season's sums", () => {
    const { responses, relativeYieldPct, seasonYieldPct, etaMm, etcMm } = draft(
      "potato",
      facts(),
      change("water/school", "none"),
    ).water;
    // FAO-33: 0.8 while tubers set, 0.7 while they grow, 1.1 over the season
    expect(responses.map((r) => r.ky)).toEqual([0.8, 0.7]);
    const share = responses.map((r) => 1 - r.ky * (1 - r.etaMm / r.etcMm));
    expect(relativeYieldPct).toBeCloseTo(100 * (share[0] as number) * (share[1] as number), 9);
    expect(seasonYieldPct).toBeCloseTo(100 * (1 - 1.1 * (1 - etaMm / etcMm)), 9);
    // none is published for flooded rice
    expect(draft("rice", facts({ waterSystem: "basin" })).water.seasonYieldPct).toBeNull();
  });

  it("says what drought costs where that is more than a bad season does, with FAO-33 as its check", () => {
    const dry = facts({ irrigated: false });
    const plan = draft("maize", dry);
    const said = (lostToWaterTPerHa: number) =>
      checkPlan(
        {
          ...plan,
          rehearsal: {
            ...plan.rehearsal,
            expectedTPerHa: 8,
            rehearsed: { ...plan.rehearsal.rehearsed!, badTPerHa: 6.5, lostToWaterTPerHa, waterPct: 80, usedPct: 88 },
          },
        },
        dry,
        freshDecisions("maize"),
      ).find((f) => f.id === "water.rain");
    expect(said(2)?.title).toBe("Lack of water is likely to cost about 2 t/ha, 20 % of the yield with enough water.");
    // ky of maize's season 1.25: 1.25 x 12 %
    expect(said(2)?.why).toContain("as a check by the sums of the same seasons, would take 15 %");
    // a bad season is 1.5 under the middle
    expect(said(1.4)).toBeUndefined();
  });

  it("stops water after the irrigation of the same day", () => {
    const { operations } = potato;
    const irrigation = operations.filter((o) => o.irrigation).at(-1)!;
    const held = draft(
      "potato",
      facts(),
      change("dates/last-water", { date: irrigation.date as string, held: true }),
    ).operations;
    const at = (id: string) => held.findIndex((o) => o.id === id);
    expect(held[at("last-water")]?.date).toBe(irrigation.date);
    expect(at(irrigation.id)).toBeGreaterThan(0);
    expect(at("last-water")).toBeGreaterThan(at(irrigation.id));
  });

  it("never lets a crop yield less for more water at the roots", () => {
    fc.assert(
      fc.property(fc.constantFrom("wheat", "potato", "garlic"), fc.integer({ min: 40, max: 160 }), (crop, atRawPct) => {
        const dry = draft(crop, facts(), change("water/school", "none")).water;
        const wet = draft(crop, facts(), change("water/atRawPct", atRawPct)).water;
        expect(wet.relativeYieldPct).toBeGreaterThanOrEqual(dry.relativeYieldPct - 1e-9);
      }),
      { numRuns: 12 },
    );
  });

  it("is the same in every run, and nothing where there is no climate", () => {
    expect(draft("potato").water).toEqual(potato.water);
    const blind = draft("potato", facts({}, { climate: null }));
    expect([blind.water.season, blind.water.irrigations]).toEqual([null, []]);
  });
});

describe("standing water", () => {
  it("is kept by the guide's depths, drained in time and filled no more before that", () => {
    const { pond, irrigations, stopOn } = draft(
      "rice",
      facts({ waterSystem: "basin", waterSource: "canal", waterLiftM: null }),
    ).water;
    if (!pond) throw new Error("no pond");
    const depths = testGuide("rice").water.standing.map((s) => s.depthCm * 10);
    const highest = Math.max(...depths);
    expect(irrigations.length).toBeGreaterThan(0);
    for (const irrigation of irrigations) {
      const d = daysBetween(pond.from, irrigation.date);
      expect(pond.depthMm[d]).toBeLessThanOrEqual(highest + 0.05);
      expect(daysBetween(irrigation.date, stopOn as string)).toBeGreaterThan(0);
    }
    // canal water comes by its own fall
    expect(draft("rice", facts({ waterSystem: "basin", waterSource: "canal", waterLiftM: null })).water.pumpKw).toBe(0);
  });

  it("never fills what nobody waters, ends with the source, and is not put on fertiliser or weeding", () => {
    const rain = draft("rice", facts({ irrigated: false, waterSystem: null }));
    expect(rain.water.irrigations).toEqual([]);
    expect(Math.max(...(rain.water.pond?.irrigationMm ?? [0]))).toBe(0);
    // 14.2 ha x 20 mm are 2840 m3
    const short = draft("rice", facts({ waterSystem: "basin", waterM3PerYear: 2840 })).water;
    expect(short.volumeM3).toBeLessThanOrEqual(2840 + 1);
    expect(short.relativeYieldPct).toBeLessThanOrEqual(
      draft("rice", facts({ waterSystem: "basin" })).water.relativeYieldPct,
    );
    const plan = draft("rice", facts({ waterSystem: "basin" }));
    const busy = plan.operations.filter((o) => o.role === "feed" && o.date);
    for (const { date } of busy) expect(plan.water.irrigations.map((g) => g.date)).not.toContain(date);
  });

  it("keeps its balance, and uses no more than the crop needs", () => {
    const { pond } = draft("rice", facts({ waterSystem: "basin" })).water;
    if (!pond) throw new Error("no pond");
    for (const ks of pond.ks) expect(ks >= 0 && ks <= 1).toBe(true);
    expect(Math.max(...pond.depthMm)).toBeLessThanOrEqual(100.05);
  });

  it("is saved by letting it sink under the surface", () => {
    const own = facts({ waterSystem: "basin" });
    const flooded = draft("rice", own).water;
    const turns = draft("rice", own, change("crop/schools", { water: "wetAndDry" })).water;
    expect(turns.volumeM3).toBeLessThan(flooded.volumeM3);
    expect(turns.irrigations.length).toBeLessThan(flooded.irrigations.length);
    expect(Math.min(...(turns.pond?.depthMm ?? []))).toBeLessThan(0);
    // 1.2 mm for a cm: filled again when it stands 15 cm under the surface, so within a day's use of it until it is drained
    const stop = daysBetween(turns.pond?.from as string, turns.stopOn as string);
    expect(Math.min(...(turns.pond?.depthMm ?? []).slice(0, stop))).toBeGreaterThanOrEqual(-18 - 12);
  });
});

describe("what the plan finds of its water", () => {
  it("is nothing of irrigations where rain alone waters it", () => {
    // only that rain alone is little for potatoes here
    expect(ids("potato", facts({ irrigated: false }))).toEqual(["water.rain"]);
    expect(draft("potato", facts({ irrigated: false })).water.irrigations).toEqual([]);
  });

  it("says when the source is short, and offers the critical stages", () => {
    const short = facts({ waterM3PerYear: 5000 });
    const found = findings("potato", short).find((f) => f.id === "water.short");
    // 5000 m3 x 75 % over 14.2 ha are 26 mm
    expect(found?.title).toContain("(26 mm net)");
    expect(found?.repairs[0]?.changes).toEqual([change("water/school", "stages")]);
    expect(draft("potato", short).water.netMm).toBeLessThanOrEqual(26.5);
    expect(ids("potato", facts({ waterM3PerYear: 500_000 }))).not.toContain("water.short");
  });

  it("says what was assumed, what wets leaves, what runs off, and what has no price", () => {
    expect(ids("potato", facts({ waterSystem: null }))).toContain("water.system");
    expect(ids("potato")).toEqual(expect.arrayContaining(["water.leaves", "water.unpriced"]));
    expect(ids("potato", facts({ waterSystem: "drip" }))).not.toContain("water.leaves");
    expect(ids("potato", facts({ waterSystem: "furrow", slopePct: 5 }))).not.toContain("water.runoff");
    expect(ids("potato", facts({ waterSystem: "furrow", slopePct: 5.1 }))).toContain("water.runoff");
    const priced = facts({}, { prices: { ...EXAMPLE_FACTS.prices, energyPerKwh: 20 } });
    expect(ids("potato", priced)).not.toContain("water.unpriced");
  });

  it("says when the flow does not keep up, when water comes too late, and when none was logged", () => {
    expect(ids("potato", facts({ waterFlowM3PerH: 8 }))).toContain("water.flow");
    const last = draft("potato").water;
    const late = change(`dates/${irrigationId(last.irrigations.length)}`, {
      date: addDays(last.stopOn as string, 3),
      held: true,
    });
    const found = findings("potato", facts(), late).find((f) => f.id === "water.late");
    expect(found?.repairs).toHaveLength(1);
    const [first] = last.irrigations;
    const after = facts({}, { log: [PLANTED], today: addDays(first?.date as string, 20) });
    expect(ids("potato", after)).toContain("water.unlogged");
  });
});

describe("less water than a plan asks for", () => {
  const own = facts({}, { prices: { ...EXAMPLE_FACTS.prices, waterPerM3: 2, energyPerKwh: 15 } });
  const { points, full } = unwrap(waterResponse(own, freshDecisions("potato"), 2027, testGuide("potato")));

  it("begins at none, ends at all, and yields no less for more", () => {
    expect(points[0]?.netMm).toBe(0);
    expect(points.at(-1)?.netMm).toBeCloseTo(full.water.netMm, 6);
    for (let i = 1; i < points.length; i++)
      expect(points[i]?.relativeYieldPct).toBeGreaterThanOrEqual((points[i - 1]?.relativeYieldPct ?? 0) - 1e-9);
  });

  it("is worth the yield at its price, less what the water costs", () => {
    const price = own.prices.cropPerT["potato.tubers"] as number;
    const given = new Set(full.water.irrigations.map((g) => g.id));
    const cost = full.operations.filter((o) => given.has(o.id)).reduce((sum, o) => sum + o.costPerHa, 0);
    expect(points.at(-1)?.valuePerHa).toBeCloseTo(full.rehearsal.expectedTPerHa * price - cost, 4);
    const dry = draft("potato", { ...own, field: { ...own.field, waterM3PerYear: 0 } });
    expect(points[0]?.valuePerHa).toBeCloseTo(dry.rehearsal.expectedTPerHa * price, 4);
    expect(dry.rehearsal.expectedTPerHa).toBeLessThan(0.9 * full.rehearsal.expectedTPerHa);
  });

  it("leaves stages dry that are named, and is refused where nothing is watered", () => {
    const dry = draft("potato", facts({ waterM3PerYear: 4000 }));
    const days = dryStages(dry).reduce((sum, s) => sum + s.days, 0);
    // days of before emergence belong to no stage
    expect(days).toBeGreaterThan(0);
    expect(days).toBeLessThanOrEqual(dry.water.stressDays);
    const rain = waterResponse(facts({ irrigated: false }), freshDecisions("potato"), 2027, testGuide("potato"));
    expect(rain.ok ? [] : rain.errors.map((e) => e.field)).toEqual(["field"]);
  });
});

describe("the curve that is kept with an outline", () => {
  it("says what lies between its points", () => {
    const points = [
      { netMm: 0, valuePerHa: 0, relativeYieldPct: 80, dry: [{ name: "flower", days: 9 }] },
      { netMm: 100, valuePerHa: 10, relativeYieldPct: 100, dry: [] },
    ];
    expect(alongCurve(points, 50)).toEqual({ yieldPct: 90, dry: [{ name: "flower", days: 9 }] });
    expect(alongCurve(points, 100)).toEqual({ yieldPct: 100, dry: [] });
    expect(alongCurve(points, 400)).toEqual({ yieldPct: 100, dry: [] });
    expect(alongCurve(points, 0)).toEqual({ yieldPct: 80, dry: [{ name: "flower", days: 9 }] });
  });
  it("is of watered fields only, and of ponds too", () => {
    const curve = (crop: string, field: PlanFacts["field"]) =>
      waterCurve({ ...EXAMPLE_FACTS, field }, freshDecisions(crop), 2027, testGuide(crop));
    expect(curve("potato", EXAMPLE_FACTS.field)).toBeNull();
    const rice = curve("rice", facts({ waterSystem: "basin" }).field);
    expect(rice?.efficiencyPct).toBe(100);
    expect(rice?.points.length).toBeGreaterThan(3);
    const yields = rice?.points.map((p) => p.relativeYieldPct) ?? [];
    expect(yields.at(-1)).toBeGreaterThan((yields[0] ?? 0) + 5);
  });
});

describe("a field's own gauge", () => {
  it("goes before the station's rain, and the irrigations follow", () => {
    const plain = draft("potato");
    const [first] = plain.water.irrigations;
    if (!first) throw new Error("no irrigation");
    // ten wet days from the eve of the first irrigation on: the ground is full, whichever course is the median
    const wetDays = Array.from({ length: 10 }, (_, i) => addDays(first.date, i - 1));
    const after = draft("potato", facts({}, { rain: wetDays.map((day) => ({ day, rainMm: 20 })) }));
    const d = daysBetween(after.water.season?.from as string, wetDays[0] as string);
    expect(after.water.season?.rainMm.slice(d, d + 10)).toEqual(new Array(10).fill(20));
    expect(after.water.irrigations.filter((g) => wetDays.includes(g.date))).toEqual([]);
    expect(after.water.season?.depletionMm[d + 9]).toBeLessThan(8);
    // the station's own days are as they were
    expect(draft("potato").water).toEqual(plain.water);
  });
});
