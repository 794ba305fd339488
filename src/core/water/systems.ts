/** Ways of bringing water to a crop: how much of it arrives, what one irrigation can be, what it takes and what it wets. */

export const WATER_SYSTEM_IDS = ["furrow", "border", "basin", "sprinkler", "reel", "pivot", "drip", "can"] as const;
export type WaterSystemId = (typeof WATER_SYSTEM_IDS)[number];

export interface WaterSystem {
  id: WaterSystemId;
  name: string;
  /** share of what is taken that is stored where roots are [%] */
  efficiencyPct: number;
  /** of one irrigation, net [mm] */
  leastMm: number;
  mostMm: number;
  /** from one irrigation to the next at least [days] */
  restDays: number;
  /** hands for one irrigation [h/ha] */
  handHoursPerHa: number;
  /** head that it works with, over the lift [m] */
  headM: number;
  /** usual flow [m3/h]; an assumption to be replaced by one's own */
  flowM3PerH: number;
  wetsLeaves: boolean;
  /** nothing lifts it but hands */
  carried: boolean;
}

export const EFFICIENCY_SOURCE =
  "FAO Irrigation Scheduling, training manual 4, annex I: surface 60, sprinkler 75, drip 90 %";

const line = (
  id: WaterSystemId,
  name: string,
  [efficiencyPct, leastMm, mostMm, restDays]: [number, number, number, number],
  [handHoursPerHa, headM, flowM3PerH]: [number, number, number],
  { wetsLeaves = false, carried = false } = {},
): WaterSystem => ({
  id,
  name,
  efficiencyPct,
  leastMm,
  mostMm,
  restDays,
  handHoursPerHa,
  headM,
  flowM3PerH,
  wetsLeaves,
  carried,
});

/** Efficiencies as published, pivot and can between (assumption); irrigations, hours and flows are assumptions from usual practice. */
export const WATER_SYSTEMS: Record<WaterSystemId, WaterSystem> = {
  furrow: line("furrow", "furrows", [60, 30, 100, 5], [1.5, 0, 60]),
  border: line("border", "border strips", [60, 40, 120, 7], [1, 0, 100]),
  basin: line("basin", "level basins", [60, 30, 120, 5], [1, 0, 100]),
  sprinkler: line("sprinkler", "sprinklers", [75, 10, 50, 4], [1, 35, 40], { wetsLeaves: true }),
  reel: line("reel", "hose reel and gun", [75, 15, 35, 6], [0.4, 65, 45], { wetsLeaves: true }),
  pivot: line("pivot", "centre pivot", [80, 5, 25, 2], [0.05, 30, 150], { wetsLeaves: true }),
  drip: line("drip", "drip lines", [90, 5, 25, 3], [0.1, 15, 30]),
  can: line("can", "watering can", [85, 3, 10, 1], [60, 0, 1.5], { carried: true }),
};

/** Water that comes by its own fall. */
export const FALLS_BY_ITSELF = ["canal"];
