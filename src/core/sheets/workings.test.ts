/**
 * Every figure's working gives the figure: the formula as it is printed, read again and done with the values that are shown beside it,
 * for every crop. What the formula comes to is of the figure's dimension too: a factor that is missing, or a sum of unlike things, fails.
 */

import { describe, expect, it } from "vitest";
import { ALL_GUIDES } from "../../../tests/support/guides";
import { evaluate } from "../../../tests/support/printed-formula";
import type { Figure } from "../figure/figure";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import type { PlanFacts } from "../plan/facts";
import { unwrap } from "../result";
import { applyChanges, type Change, freshDecisions } from "./decisions";
import { draftPlan } from "./draft-plan";

const sum = (v: number[]) => v.reduce((a, b) => a + b, 0);

/** What a rule with a name gives, worked out in another way than the program does; null where a walk through days or a table gives it. */
const RULES: Record<string, ((v: number[]) => number) | null> = {
  "middle of the simulated seasons, each rehearsed day by day": null,
  "rank 20 of a hundred of the same seasons": null,
  "the dose, split as planned, at which the mean of the simulated seasons no longer gains its price": null,
  "share of a normal spread within the buyer's limits, by number": (v) => {
    // by Simpson over the density, from the least to the most that is taken
    const [mean = 0, spread = 0] = v;
    const sd = (mean * spread) / 100;
    const [from, to] = [v[2] ?? mean - 8 * sd, v[3] ?? mean + 8 * sd];
    const density = (d: number) => Math.exp(-(((d - mean) / sd) ** 2) / 2) / (sd * Math.sqrt(2 * Math.PI));
    const steps = 2000;
    const h = (to - from) / steps;
    const weight = (i: number) => (i === 0 || i === steps ? 1 : i % 2 ? 4 : 2);
    return ((100 * h) / 3) * sum(Array.from({ length: steps + 1 }, (_, i) => density(from + i * h) * weight(i)));
  },
  "mass x (767 - 5.34 D + 0.00936 D²) L/t, D the dry matter in g/kg; none from 300 on": ([mass = 0, dry = 0]) => {
    const d = 10 * dry;
    return d >= 300 ? 0 : (mass * (767 - 5.34 * d + 0.00936 * d * d)) / 1000;
  },
  "product over the stages of 1 - ky x (1 - use / need)": (v) =>
    100 *
    Array.from({ length: v.length / 3 }, (_, i) => v.slice(3 * i, 3 * i + 3) as [number, number, number])
      .map(([ky, use, need]) => Math.max(0, 1 - ky * (1 - use / need)))
      .reduce((a, b) => a * b, 1),
  // of n seeds x come up, no more than so many are left
  "sum of chance x plants left, over 0 to all seeds that come up": ([
    n = 0,
    left = 0,
    germination = 0,
    emergence = 0,
  ]) => {
    const p = (germination / 100) * (emergence / 100);
    const choose = (x: number) => Array.from({ length: x }, (_, i) => (n - i) / (i + 1)).reduce((a, b) => a * b, 1);
    return sum(Array.from({ length: n + 1 }, (_, x) => choose(x) * p ** x * (1 - p) ** (n - x) * Math.min(x, left)));
  },
  "by soil class, where the crop answers; none in target": null,
  "rate by soil class and crop group, none above the critical level": null,
  // the daily balance: its days stand in a table of their own, worked by hand beside the functions
  "sum over the days of kc x reference evapotranspiration": null,
  "days on which the crop takes up less than it needs": null,
  "sum of the irrigations on the simulated season that is planned on": null,
};

const SALTY: PlanFacts = {
  ...EXAMPLE_FACTS,
  field: { ...EXAMPLE_FACTS.field, irrigated: true, waterEcDsM: 1.4, waterNitrateMgL: 40, outletKm: 6 },
  soilTest: { ...EXAMPLE_FACTS.soilTest!, ecE: 14, espPct: 22, cecCmolPerKg: 18, ph: 5.2 },
};
const manure = { kind: "cattleFarmyard", tPerHa: 5, hoursToIncorporation: 6 };
const CASES: [name: string, facts: PlanFacts, changes: [string, unknown][]][] = [
  ["as it comes", EXAMPLE_FACTS, []],
  ["with manure", EXAMPLE_FACTS, [["feed/manure", manure]]],
  [
    "baled, on a low soil",
    EXAMPLE_FACTS,
    [
      ["ground/residue", "baled"],
      ["feed/soilMineralNKgPerHa", 5],
    ],
  ],
  [
    "by other schools",
    EXAMPLE_FACTS,
    [
      ["feed/nSchool", "fixedRate"],
      ["feed/pkSchool", "criticalLevel"],
      ["feed/manure", manure],
      ["seed/school", "handbook"],
      ["seed/soakedPct", 40],
    ],
  ],
  [
    "by coefficients",
    EXAMPLE_FACTS,
    [
      ["feed/nSchool", "targetYieldEquation"],
      ["feed/nEquation", { a: 30, b: 0.5, soilTest: 40 }],
      ["feed/pkSchool", "targetYieldEquation"],
      ["feed/pkEquation", { p2o5: { a: 12, b: 1 }, k2o: { a: 14, b: 0.2 } }],
    ],
  ],
  [
    "salt, sodium and nitrate, with a pump",
    SALTY,
    [
      ["water/leach", true],
      ["water/pump", { pipeInsideMm: 90, pipeLengthM: 200, liftM: 12 }],
      ["money/paymentPerHa", 20000],
      ["harvest/strawPerT", 6000],
    ],
  ],
];

describe.each(
  ALL_GUIDES.flatMap((guide) =>
    CASES.map(([name, facts, changes]) => [guide.id, name, guide, facts, changes] as const),
  ),
)("workings of %s, %s", (_, __, guide, facts, changes) => {
  const decisions = applyChanges(
    freshDecisions(guide.id),
    changes.map(([path, value]) => ({ path, value }) as Change),
  );
  const plan = unwrap(draftPlan(facts, decisions, 2027, guide));
  const figures = [...Object.entries(plan.figures), ...Object.entries(plan.asides)] as [string, Figure][];
  const computed = figures.filter(([, f]) => f.formula);
  it("give the figures, in the figures' dimensions", () => {
    expect(computed.length).toBeGreaterThan(30);
    for (const [id, figure] of computed) {
      const shown = figure.override?.computed ?? figure.value;
      const worked = evaluate(figure, RULES);
      if (worked === null) continue;
      expect(Math.abs(worked - shown), `${id} = ${figure.formula}: ${worked} worked, ${shown} shown`).toBeLessThan(
        1e-6 * Math.max(1, Math.abs(shown)),
      );
    }
  });
  it("name a label, and open only figures that the plan has, with their values", () => {
    for (const [id, figure] of figures) {
      expect(figure.label, id).not.toBe("");
      for (const input of figure.inputs) {
        expect(input.label, id).not.toBe("");
        if (input.from === undefined) continue;
        const opens = plan.figures[input.from as keyof typeof plan.figures];
        expect(opens?.value, `${id}: ${input.label} opens ${input.from}`).toBe(input.value);
      }
    }
  });
});
