import { EXAMPLE_CLIMATE } from "../../src/core/plan/example-facts";

/** Days of the example station as of 10 C over a list of months (1 to 12) and days in them, as a hand would add them up: twice as fast at 20 C. */
const as10C = (...stretch: [month: number, days: number][]): number =>
  stretch.reduce(
    (total, [month, days]) => total + days * 2 ** (((EXAMPLE_CLIMATE.months[month - 1]?.meanC ?? 0) - 10) / 10),
    0,
  );

/**
 * N that the example's 3.1 % of organic matter sets free [kg/ha], by crop, from spring or planting until the crop needs no more (by the
 * median of the simulated seasons). Clay loam: 0.25 m x 10,000 x 1.42 t x 3.1 % x 0.58 / 12 = 5,319 kg of organic N; 1.5 % x 400 / (200 + 340)
 * = 1.111 % in a year of 10 C.
 */
const ORGANIC_N = (2500 * 1.42 * 1000 * 0.031 * 0.58) / 12;
const setFree = (days: number) => (ORGANIC_N * ((1.5 * 400) / 540 / 100) * days) / 365;
export const MINERALISED = {
  // 1 March to flowering, 29 May
  wheat: setFree(as10C([3, 31], [4, 30], [5, 28])),
  // 1 March to flowering, 17 May
  barley: setFree(as10C([3, 31], [4, 30], [5, 16])),
  // 20 April to the last stage, 24 September
  potato: setFree(as10C([4, 11], [5, 31], [6, 30], [7, 31], [8, 31], [9, 23])),
  // 1 March to the last stage, 12 July
  garlic: setFree(as10C([3, 31], [4, 30], [5, 31], [6, 30], [7, 11])),
};
