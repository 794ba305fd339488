import { EXAMPLE_CLIMATE } from "../../src/core/plan/example-facts";

/** Mean of the example station's normals over a list of months (1 to 12) and days in them, as a hand would add them up. */
export function warmth(...stretch: [month: number, days: number][]): number {
  const sum = stretch.reduce(
    (total, [month, days]) => total + (EXAMPLE_CLIMATE.months[month - 1]?.meanC ?? 0) * days,
    0,
  );
  return sum / stretch.reduce((total, [, days]) => total + days, 0);
}

/** N that the example's 3.1 % of organic matter sets free [kg/ha]: 20 x 3.1 x mean temperature / 15, by crop. */
export const MINERALISED = {
  // 2 October, 290 days: to 18 July
  wheat:
    (20 * 3.1 * warmth([10, 30], [11, 30], [12, 31], [1, 31], [2, 28], [3, 31], [4, 30], [5, 31], [6, 30], [7, 18])) /
    15,
  // 25 September, 285 days: to 6 July
  barley:
    (20 *
      3.1 *
      warmth([9, 6], [10, 31], [11, 30], [12, 31], [1, 31], [2, 28], [3, 31], [4, 30], [5, 31], [6, 30], [7, 6])) /
    15,
  // 20 April, 140 days: to 6 September
  potato: (20 * 3.1 * warmth([4, 11], [5, 31], [6, 30], [7, 31], [8, 31], [9, 6])) / 15,
  // 10 October, 275 days: to 11 July
  garlic:
    (20 * 3.1 * warmth([10, 22], [11, 30], [12, 31], [1, 31], [2, 28], [3, 31], [4, 30], [5, 31], [6, 30], [7, 11])) /
    15,
};
