import { describe, expect, it } from "vitest";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import { machineCost } from "./machine-cost";

describe("machineCost", () => {
  const { prices } = EXAMPLE_FACTS;
  it("adds diesel, driver and machine", () => {
    // 12 L x 1.50 + 0.5 h x (24.00 + 45.00) = 18.00 + 34.50 = 52.50
    expect(machineCost(prices, "chisel", { fuelLPerHa: 12, hoursPerHa: 0.5 }, false)).toBe(5250);
    // the planter's own hour is 70.00: 18.00 + 0.5 x 94.00 = 65.00
    expect(machineCost(prices, "planter", { fuelLPerHa: 12, hoursPerHa: 0.5 }, false)).toBe(6500);
  });
  it("takes the contractor's price where one is known and the farm has the work done", () => {
    expect(machineCost(prices, "mouldboard", { fuelLPerHa: 20, hoursPerHa: 1 }, true)).toBe(8500);
    expect(machineCost(prices, "chisel", { fuelLPerHa: 12, hoursPerHa: 0.5 }, true)).toBe(5250);
  });
});
