/**
 * Every figure's working gives the figure: the formula that is shown, done with the values that are shown beside it, for
 * every crop. A formula that is not listed here fails, so that none is shown unchecked.
 */

import { describe, expect, it } from "vitest";
import { ALL_GUIDES } from "../../../tests/support/guides";
import type { Figure } from "../figure";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import { unwrap } from "../result";
import { applyChanges, type Change, freshDecisions } from "./decisions";
import { draftPlan } from "./draft-plan";

const sum = (v: number[]) => v.reduce((a, b) => a + b, 0);
const product = (v: number[]) => v.reduce((a, b) => a * b, 1);
/** the n-th value; a working that shows fewer fails */
const at = (v: number[], n: number): number => {
  const value = v[n];
  if (value === undefined) throw new Error(`no value ${n}`);
  return value;
};

const FORMULAS: Record<string, (v: number[]) => number> = {
  "sum of the passes, planting included": sum,
  "sum over the lots of rate x area, each as far as it goes": (v) =>
    sum(v.flatMap((rate, i) => (i % 2 === 0 ? [rate * at(v, i + 1)] : []))),
  "seeds x area x (1 + reserve) / cells of a tray, whole ones": (v) =>
    Math.ceil((at(v, 0) * at(v, 1) * (1 + at(v, 2) / 100)) / at(v, 3) - 1e-9),
  "trays x cells x what fills one": (v) => product(v) / 1000,
  "target yield / (plants x usual units a plant x (stock / usual stock)^c)": (v) =>
    (at(v, 0) * 100) / (at(v, 1) * at(v, 2) * at(v, 3) ** at(v, 4)),
  "target yield / (plants x units a plant)": (v) => (at(v, 0) * 100) / (at(v, 1) * at(v, 2)),
  "usual mass x (usual plants / plants)^a x (stock / usual stock)^b": (v) =>
    at(v, 0) * at(v, 1) ** -at(v, 2) * (v.length > 3 ? at(v, 3) ** at(v, 4) : 1),
  "10 x (6 x mass / (pi x mass over the ball))^(1/3)": (v) => 10 * Math.cbrt((6 * at(v, 0)) / (Math.PI * at(v, 1))),
  "share of a normal spread within the buyer's limits, by number": (v) => {
    // by Simpson over the density, from the least to the most that is taken
    const [mean, sd] = [at(v, 0), (at(v, 0) * at(v, 1)) / 100];
    const [from, to] = [v[2] ?? mean - 8 * sd, v[3] ?? mean + 8 * sd];
    const density = (d: number) => Math.exp(-(((d - mean) / sd) ** 2) / 2) / (sd * Math.sqrt(2 * Math.PI));
    const steps = 2000;
    const h = (to - from) / steps;
    return (
      ((100 * h) / 3) *
      sum(
        Array.from(
          { length: steps + 1 },
          (_, i) => density(from + i * h) * (i === 0 || i === steps ? 1 : i % 2 ? 4 : 2),
        ),
      )
    );
  },
  "mass as cut x dry matter as cut / dry matter as it goes in": (v) => (at(v, 0) * at(v, 1)) / at(v, 2),
  // tonnes of dry matter in kilograms, by those of a cubic metre
  "mass x dry matter / dry matter of a cubic metre": (v) => (10 * at(v, 0) * at(v, 1)) / at(v, 2),
  "mass x dry matter / dry matter of a bale, whole ones": (v) =>
    Math.ceil((10 * at(v, 0) * at(v, 1)) / at(v, 2) - 1e-9),
  "room / (width x height)": (v) => at(v, 0) / (at(v, 1) * at(v, 2)),
  "mass / brought in an hour": (v) => at(v, 0) / at(v, 1),
  "400 kg for each tonne brought in an hour": (v) => 0.4 * at(v, 0),
  "mass x (767 - 5.34 D + 0.00936 D²) L/t, D the dry matter in g/kg; none from 300 on": (v) => {
    const d = 10 * at(v, 1);
    return d >= 300 ? 0 : (at(v, 0) * (767 - 5.34 * d + 0.00936 * d * d)) / 1000;
  },
  "45 - 8 x sugar over buffering": (v) => 45 - 8 * at(v, 0),
  "mass x (1 - loss)": (v) => at(v, 0) * (1 - at(v, 1) / 100),
  "sum of 1 / work rate": sum,
  "sum of diesel, driver and machine (or contractor, or hands) over the passes": sum,
  "cover at the start x share left by each pass": product,
  "(target pH - pH) x t CaCO3 per pH unit in 20 cm x depth / 20 / neutralising value / fineness": (v) =>
    // none where the pH is there already
    (Math.max(0, at(v, 1) - at(v, 0)) * at(v, 2) * at(v, 3)) / 20 / (at(v, 4) / 100) / (at(v, 5) / 100),
  "this season's dressing x price spread": product,
  "rate x content x acting share": product,
  "(target x uptake - soil mineral N - mineralisation - residue N in the soil) / recovery - manure N - previous crop N":
    (v) => Math.max(0, (at(v, 0) * at(v, 1) - at(v, 2) - at(v, 3) - at(v, 4)) / at(v, 5) - at(v, 6) - at(v, 7)),
  "20 x organic matter x mean temperature / 15, within 10 and 120": (v) =>
    Math.min(120, Math.max(10, (20 * at(v, 0) * at(v, 1)) / 15)),
  "in fertiliser equivalents x share that is still there": product,
  "usual rate - left by the previous crop - from manure": (v) => Math.max(0, at(v, 0) - at(v, 1) - at(v, 2)),
  "dose x doses of a usual season": product,
  "S to bring / content": (v) => at(v, 0) / (at(v, 1) / 100),
  "target x offtake x class factor + build-up": (v) => at(v, 0) * at(v, 1) * at(v, 2) + at(v, 3),
  "target x offtake x class factor + build-up - from manure": (v) =>
    Math.max(0, at(v, 0) * at(v, 1) * at(v, 2) + at(v, 3) - at(v, 4)),
  "(2 x typical x share that the site allows + own yields) / (2 + number of own yields)": (v) =>
    (2 * at(v, 0) * at(v, 1) + at(v, 2)) / (2 + at(v, 3)),
  "expected yield x price - cost": (v) => at(v, 0) * at(v, 1) - at(v, 2),
  "target x sulphur per tonne": product,
  "nitrogen to apply x share": (v) => (at(v, 0) * at(v, 1)) / 100,
  "N to bring / content": (v) => at(v, 0) / (at(v, 1) / 100),
  "P₂O₅ to bring / content": (v) => at(v, 0) / (at(v, 1) / 100),
  "K₂O to bring / content": (v) => at(v, 0) / (at(v, 1) / 100),
  "sum over the products of rate x content": sum,
  "sum over the products of rate x price": sum,
  "mass as cut x points of moisture x price of a point": product,
  "target x (100 - its moisture) / (100 - moisture at cutting)": (v) =>
    (at(v, 0) * (100 - at(v, 1))) / (100 - at(v, 2)),
  "dry matter of the loads / (100 - standard moisture) / area": (v) => at(v, 0) / (1 - at(v, 1) / 100) / at(v, 2),
  "hours on the road x (driver + tractor)": (v) => at(v, 0) * (at(v, 1) + at(v, 2)),
  "dry matter of the target x (1 - harvest index) / harvest index x share taken / (100 - 15)": (v) =>
    (at(v, 0) * ((1 - at(v, 1)) / at(v, 1)) * at(v, 2)) / 100 / 0.85,
  "straw x its price": product,
  "target x price + straw": (v) => at(v, 0) * at(v, 1) + at(v, 2),
  "target x price + straw - cost": (v) => at(v, 0) * at(v, 1) + at(v, 2) - at(v, 3),
  "mass of the loads / area": (v) => at(v, 0) / at(v, 1),
  "yield by its loads x price - cost": (v) => at(v, 0) * at(v, 1) - at(v, 2),
  "mass as cut - mass in store": (v) => at(v, 0) - at(v, 1),
  "mass in store x area x 1000 / mass of a cubic metre": (v) => (at(v, 0) * at(v, 1) * 1000) / at(v, 2),
  "mass in store x area x 1000 / mass of a cubic metre / pickings": (v) =>
    (at(v, 0) * at(v, 1) * 1000) / at(v, 2) / at(v, 3),
  "(moisture of the guide - moisture entered) / points a day": (v) => Math.round((at(v, 0) - at(v, 1)) / at(v, 2)),
  "guide target x (1 + each change)": (v) => at(v, 0) * product(v.slice(1).map((pct) => 1 + pct / 100)),
  "plants / germination / field emergence": (v) => at(v, 0) / (at(v, 1) / 100) / (at(v, 2) / 100),
  "seeds per m² x thousand-grain weight / 100": (v) => (at(v, 0) * at(v, 1)) / 100,
  "rate x 100 / thousand-grain weight x germination x field emergence": (v) =>
    ((at(v, 0) * 100) / at(v, 1)) * (at(v, 2) / 100) * (at(v, 3) / 100),
  "rate x 0.1 x row spacing x run": (v) => at(v, 0) * 0.1 * (at(v, 1) / 100) * at(v, 2),
  "catch under one coulter x coulters": product,
  "rate x (1 + reserve)": (v) => at(v, 0) * (1 + at(v, 1) / 100),
  "nursery seed x (1 + reserve)": (v) => at(v, 0) * (1 + at(v, 1) / 100),
  "bought for a hectare x area": product,
  "work (diesel, driver, machine or contractor; hand work) + what is bought": sum,
  "sum of the sheets": sum,
  "width x speed x field efficiency / 10": (v) => (at(v, 0) * at(v, 1) * (at(v, 2) / 100)) / 10,
  // kN/m over 10 km of a metre's width are 10 MJ, by 3.6 kWh
  "draft x 10 km / 3.6 / tractive efficiency x L per kWh": (v) => ((at(v, 0) * 10) / 3.6 / at(v, 1)) * at(v, 2),
  "rate x area / bag": (v) => (at(v, 0) * at(v, 1)) / at(v, 2),
  "rate x area / bag, rounded up": (v) => Math.ceil((at(v, 0) * at(v, 1)) / at(v, 2) - 1e-9),
  "given - needed": (v) => at(v, 0) - at(v, 1),
  "units per station / (units per m² x row spacing)": (v) =>
    1e4 / ((at(v, 0) / (at(v, 1) / 100) / (at(v, 2) / 100)) * at(v, 3)),
  "10,000 / (row x in-row) x units per station": (v) => (10_000 / ((at(v, 0) / 100) * (at(v, 1) / 100))) * at(v, 2),
  "units x unit mass": (v) => (at(v, 0) * at(v, 1)) / 1000,
  "planted x (1 + reserve) / usable share": (v) => (at(v, 0) * (1 + at(v, 1) / 100)) / (at(v, 2) / 100),
  "target x price": product,
  "target x price - cost": (v) => at(v, 0) * at(v, 1) - at(v, 2),
  "cost / price": (v) => at(v, 0) / at(v, 1),
  "cost / target": (v) => at(v, 0) / at(v, 1),
  "seedlings per hill / (seedlings per m² x row spacing)": (v) => (at(v, 0) / (at(v, 1) * at(v, 2))) * 1e4,
  "seedlings / field survival / nursery survival / germination x thousand-grain weight": (v) =>
    (at(v, 0) / (at(v, 1) / 100) / (at(v, 2) / 100) / (at(v, 3) / 100)) * (at(v, 4) / 1e6),
  "net water / share that arrives x 100": (v) => (at(v, 0) / at(v, 1)) * 100,
  "gross water x 10 x area": (v) => at(v, 0) * 10 * at(v, 1),
  "product over the stages of 1 - ky x (1 - use / need)": (v) =>
    100 * product(v.flatMap((ky, i) => (i % 3 === 0 ? [Math.max(0, 1 - ky * (1 - at(v, i + 1) / at(v, i + 2)))] : []))),
  "1 - ky of the season x (1 - use / need)": (v) => 100 * Math.max(0, 1 - at(v, 0) * (1 - at(v, 1) / at(v, 2))),
  "volume / flow": (v) => at(v, 0) / at(v, 1),
  "hours x power": product,
  "9.81 x flow x head / 3600 / pump / motor": (v) =>
    (9.81 * at(v, 0) * at(v, 1)) / 3600 / (at(v, 2) / 100) / (at(v, 3) / 100),
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
  "plants left a station / (target plants x row spacing)": (v) => (at(v, 0) / (at(v, 1) * at(v, 2))) * 1e4,
  "10,000 / (row x in-row)": (v) => 1e8 / (at(v, 0) * at(v, 1)),
  "(1 - chance of a seed)^seeds per station": (v) => 100 * (1 - (at(v, 1) / 100) * (at(v, 2) / 100)) ** at(v, 0),
  "stations x seeds per station": (v) => (at(v, 0) * at(v, 1)) / 1e4,
  "seeds x thousand-grain weight / 100": (v) => (at(v, 0) * at(v, 1)) / 100,
  "units planted x (1 + reserve) / usable share / units from one": (v) =>
    (at(v, 0) * (1 + at(v, 1) / 100)) / (at(v, 2) / 100) / at(v, 3),
  "straight rate x share": (v) => (at(v, 0) * at(v, 1)) / 100,
  "sum of the components": sum,
  "nursery seed / seed per m² of bed": (v) => (at(v, 0) * 1000) / at(v, 1),
};
/** Given by a table rather than computed. */
const TABLES = [
  "by soil class, where the crop answers; none in target",
  // the daily balance: its days stand in a table of their own, worked by hand beside the functions
  "sum over the days of kc x reference evapotranspiration",
  "days on which the crop takes up less than it needs",
  "sum of the irrigations on the simulated season that is planned on",
];

const manure = { kind: "cattleFarmyard", tPerHa: 5, hoursToIncorporation: 6 };
const CASES = ALL_GUIDES.flatMap((guide) =>
  [
    ["as it comes", []],
    ["with manure", [["feed/manure", manure]]],
    [
      "baled, on a low soil",
      [
        ["ground/residue", "baled"],
        ["feed/soilMineralNKgPerHa", 5],
      ],
    ],
  ].map(([name, changes]) => [guide.id, name as string, guide, changes as [string, unknown][]] as const),
);

describe.each(CASES)("workings of %s, %s", (_, __, guide, changes) => {
  const decisions = applyChanges(
    freshDecisions(guide.id),
    changes.map(([path, value]) => ({ path, value }) as Change),
  );
  const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, guide));
  const figures = [...Object.entries(plan.figures), ...Object.entries(plan.asides)] as [string, Figure][];
  const computed = figures.filter(([, f]) => f.formula);
  it("are all of a formula that is known here", () => {
    expect(computed.length).toBeGreaterThan(30);
    expect(
      [...new Set(computed.map(([, f]) => f.formula!))].filter((f) => !FORMULAS[f] && !TABLES.includes(f)),
    ).toEqual([]);
  });
  it("give the figures", () => {
    for (const [id, figure] of computed) {
      const formula = FORMULAS[figure.formula!];
      if (!formula) continue;
      const values = figure.inputs.map((i) => Number(i.value));
      const worked = formula(values);
      expect(Math.abs(worked - figure.value), `${id}: ${worked} worked, ${figure.value} shown`).toBeLessThan(
        1e-6 * Math.max(1, Math.abs(figure.value)),
      );
    }
  });
  it("name a unit, a label, and for each value where it comes from or its unit", () => {
    for (const [id, figure] of figures) {
      expect(figure.label, id).not.toBe("");
      expect(figure.unit, id).toBeDefined();
      for (const input of figure.inputs ?? []) expect(input.label, id).not.toBe("");
    }
  });
});
