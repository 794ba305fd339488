import { describe, expect, it } from "vitest";
import { type ImplementId, implementOf } from "../ground/implements";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import { guideWork, handWork, machineWork, unpricedWork, workCost } from "./field-work";

const { prices } = EXAMPLE_FACTS;

describe("workCost", () => {
  const chisel = { ...machineWork("chisel"), fuelLPerHa: 12, hoursPerHa: 0.5 };
  it("adds diesel, driver and machine", () => {
    // 12 L x 1.50 + 0.5 h x (24.00 + 45.00) = 18.00 + 34.50 = 52.50
    expect(workCost(prices, chisel, false)).toBe(5250);
    // the planter's own hour is 70.00: 18.00 + 0.5 x 94.00 = 65.00
    expect(workCost(prices, { ...chisel, implements: ["planter"] }, false)).toBe(6500);
  });
  it("takes the contractor's price where one is known and the farm has the work done", () => {
    expect(workCost(prices, { ...chisel, implements: ["mouldboard"] }, true)).toBe(8500);
    expect(workCost(prices, chisel, true)).toBe(5250);
    // of two tools in one trip one has no contract price: by the hour
    expect(workCost(prices, { ...chisel, implements: ["mouldboard", "roller"] }, true)).toBe(5250);
  });
  it("pays several tools of one trip once, by the dearest, and helpers by the hour", () => {
    expect(workCost(prices, { ...chisel, implements: ["roller", "planter"] }, false)).toBe(6500);
    // and two hours of a helper at 24.00
    expect(workCost(prices, { ...chisel, helperHoursPerHa: 2 }, false)).toBe(5250 + 4800);
    expect(workCost(prices, { ...chisel, implements: ["mouldboard"], helperHoursPerHa: 2 }, true)).toBe(8500 + 4800);
  });
  it("pays hands by the hour, contractor or not", () => {
    expect(workCost(prices, handWork(10), false)).toBe(24_000);
    expect(workCost(prices, handWork(10), true)).toBe(24_000);
  });
});

describe("machineWork", () => {
  it("goes at the implement's usual rate, or the rate given, once or several times", () => {
    // 24 m x 10 km/h x 62.5 % / 10 = 15 ha/h; two trips 0.1333 h and 2 x 1.5 L
    const spreading = machineWork("spreader", { trips: 2 });
    expect(spreading.hoursPerHa).toBeCloseTo(2 / 15, 12);
    expect(spreading.fuelLPerHa).toBe(3);
    expect(machineWork("combine", { haPerHour: 2.2 }).hoursPerHa).toBeCloseTo(1 / 2.2, 12);
    expect(machineWork("combine").power).toBe("harvester");
  });
});

describe("guideWork", () => {
  const planting = { implement: "planter", handHoursPerHa: 220 };
  it("takes the hours by hand where the farm works by hand and the guide knows them", () => {
    expect(guideWork(planting, { handWork: true })).toMatchObject({
      hoursPerHa: 220,
      fuelLPerHa: 0,
      implements: [],
      power: "hands",
    });
    expect(guideWork(planting, { handWork: false })).toMatchObject({
      fuelLPerHa: 11,
      implements: ["planter"],
      power: "tractor",
    });
    // a machine without hours by hand stays one, on any farm
    expect(guideWork({ implement: "combine" }, { handWork: true }).implements).toEqual(["combine"]);
    expect(guideWork(undefined, { handWork: true }).hoursPerHa).toBe(0);
  });
  it("goes at the rate of the farm's own machine where it says one", () => {
    const farm = (haPerHour: number | null) => ({ handWork: false, machines: [{ implement: "combine", haPerHour }] });
    expect(guideWork({ implement: "combine", haPerHour: 2.2 }, farm(2.4)).hoursPerHa).toBeCloseTo(1 / 2.4, 12);
    expect(guideWork({ implement: "combine", haPerHour: 2.2 }, farm(null)).hoursPerHa).toBeCloseTo(1 / 2.2, 12);
  });
});

describe("unpricedWork", () => {
  const none = { dieselPerL: 0, labourPerH: 0, machinePerH: {}, otherMachinePerH: 0, contractPerHa: {} };
  const works = [machineWork("mouldboard"), machineWork("combine"), handWork(12)];
  it("names what counts as nothing, once", () => {
    // in the order of the work: a plough's diesel comes with its draft, a combine's from the table
    const machines = ["mouldboard", "combine"].map((id) => implementOf(id as ImplementId).name);
    expect(unpricedWork(none, works, false)).toEqual(["labour", machines[0], "diesel", machines[1]]);
    expect(unpricedWork({ ...none, labourPerH: 2400, dieselPerL: 150 }, works, false)).toEqual(machines);
    expect(unpricedWork({ ...none, labourPerH: 1, dieselPerL: 1, otherMachinePerH: 1 }, works, false)).toEqual([]);
  });
  it("a contractor's price stands for the whole trip, but not for hands", () => {
    const contracted = { ...none, contractPerHa: { mouldboard: 8500, combine: 13_500 } };
    expect(unpricedWork(contracted, works, true)).toEqual(["labour"]);
    expect(unpricedWork(contracted, works.slice(0, 2), true)).toEqual([]);
    expect(unpricedWork(contracted, works.slice(0, 2), false)).toHaveLength(4);
  });
});
