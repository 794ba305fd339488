/** Work on a hectare: by a machine, by hand, or both, and what it costs. */

import { IMPLEMENTS, type ImplementId, implementOf, usualWorkRate } from "../ground/implements";
import type { GuideWork } from "../guides/schema";

/** Whose time it takes: the farm's tractors or harvesters, hands, or nobody's but the adviser's. */
export type Power = "tractor" | "harvester" | "hands";

export interface FieldWork {
  /** hours of the machine, or by hand where there is none */
  hoursPerHa: number;
  /** hours of people beside the machine */
  helperHoursPerHa: number;
  fuelLPerHa: number;
  /** the machines of the trip; none for hand work */
  implements: ImplementId[];
  power: Power;
  /** what it costs besides, such as a dryer by the point of moisture; minor money units */
  extraCostPerHa: number;
}

/** Prices of work, in minor units; machines that are not named cost `otherMachinePerH`. */
interface WorkPrices {
  dieselPerL: number;
  labourPerH: number;
  machinePerH: Partial<Record<string, number>>;
  otherMachinePerH: number;
  contractPerHa: Partial<Record<string, number>>;
}

export const NO_WORK: FieldWork = {
  hoursPerHa: 0,
  helperHoursPerHa: 0,
  fuelLPerHa: 0,
  implements: [],
  power: "hands",
  extraCostPerHa: 0,
};

/** Work by hand. */
export const handWork = (hoursPerHa: number): FieldWork => ({ ...NO_WORK, hoursPerHa });

/**
 * Work of one machine over a hectare, at its usual rate and fuel where none are given; `trips` counts how often it goes.
 *
 * Example: a spreader at 15 ha/h and 1.5 L/ha, two trips: 0.133 h and 3 L.
 */
export function machineWork(
  implement: ImplementId,
  {
    haPerHour,
    trips = 1,
    helperHoursPerHa = 0,
  }: { haPerHour?: number | undefined; trips?: number; helperHoursPerHa?: number } = {},
): FieldWork {
  const { tableFuelLPerHa = 0, power } = implementOf(implement);
  return {
    hoursPerHa: trips / (haPerHour ?? usualWorkRate(implement)),
    helperHoursPerHa,
    fuelLPerHa: tableFuelLPerHa * trips,
    implements: [implement],
    power,
    extraCostPerHa: 0,
  };
}

/** How a farm works, and the rates of the machines that it has [ha/h] where it says them. */
interface WorkingFarm {
  handWork: boolean;
  machines?: readonly { implement: string; haPerHour: number | null }[];
}

/** What the farm's own machine of a kind does [ha/h]; undefined where it has none or says no rate. */
export const ownRate = (farm: WorkingFarm, implement: string): number | undefined =>
  farm.machines?.find((m) => m.implement === implement)?.haPerHour ?? undefined;

/**
 * The work that a guide names, as this farm does it: by hand where it works by hand and the guide knows the hours, at the
 * rate of the farm's own machine where it says one.
 *
 * Example: a guide's combine of 2.2 ha/h on a farm whose own does 2.4 takes 1 / 2.4 = 0.417 h/ha.
 */
export function guideWork(work: GuideWork | undefined, farm: WorkingFarm): FieldWork {
  if (!work) return NO_WORK;
  const { implement, haPerHour, handHoursPerHa, helperHoursPerHa = 0 } = work;
  if (implement === undefined || (farm.handWork && handHoursPerHa !== undefined)) return handWork(handHoursPerHa ?? 0);
  return machineWork(implement as ImplementId, { haPerHour: ownRate(farm, implement) ?? haPerHour, helperHoursPerHa });
}

/**
 * Cost of a hectare's work [minor units]: diesel + driver + machine by the hour, or the contractor's price per hectare
 * where the farm has the work done and a price is known; hands by the hour. Of several machines in one trip the dearest
 * counts by the hour.
 *
 * Example: 12 L at 1.50, 0.5 h at 24.00 for the driver and 45.00 for the machine: 18.00 + 12.00 + 22.50 = 52.50.
 */
export function workCost(prices: WorkPrices, work: FieldWork, contractor: boolean): number {
  const helpers = work.helperHoursPerHa * prices.labourPerH;
  if (work.implements.length === 0) return work.hoursPerHa * prices.labourPerH + helpers;
  const contract = contractor ? sumOrNothing(work.implements.map((i) => prices.contractPerHa[i])) : undefined;
  if (contract !== undefined) return contract + helpers;
  const machine = Math.max(...work.implements.map((i) => prices.machinePerH[i] ?? prices.otherMachinePerH));
  return work.fuelLPerHa * prices.dieselPerL + work.hoursPerHa * (prices.labourPerH + machine) + helpers;
}

/**
 * What of some work has no price, in words: it counts as nothing in the cost. A contractor's price stands for all of a trip.
 *
 * Example: without prices a ploughing has none of "diesel", "labour" and "mouldboard plough".
 */
export function unpricedWork(
  prices: WorkPrices,
  works: readonly Pick<FieldWork, "hoursPerHa" | "helperHoursPerHa" | "fuelLPerHa" | "implements">[],
  contractor: boolean,
): string[] {
  const without = works.flatMap(({ implements: ids, hoursPerHa, helperHoursPerHa, fuelLPerHa }) => {
    const own = !contractor || ids.length === 0 || ids.some((id) => prices.contractPerHa[id] === undefined);
    return [
      helperHoursPerHa + (own ? hoursPerHa : 0) > 0 && prices.labourPerH === 0 ? "labour" : "",
      own && fuelLPerHa > 0 && prices.dieselPerL === 0 ? "diesel" : "",
      ...ids.map((id) => (own && (prices.machinePerH[id] ?? prices.otherMachinePerH) === 0 ? implementName(id) : "")),
    ];
  });
  return [...new Set(without)].filter(Boolean);
}

/** The sum, or undefined where one of them is not known. */
function sumOrNothing(list: (number | undefined)[]): number | undefined {
  return list.every((n) => n !== undefined) ? list.reduce<number>((sum, n) => sum + (n as number), 0) : undefined;
}

/** What a machine is called in a sentence. */
const implementName = (id: ImplementId): string => IMPLEMENTS[id].name;
