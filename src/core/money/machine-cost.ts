import type { ImplementId } from "../ground/implements";
import type { Prices } from "../plan/facts";

/**
 * Cost of one machine pass [minor units per ha]: diesel + driver + machine by the hour, or the contractor's price per
 * hectare where the farm has the work done and a price is known.
 *
 * Example: 12 L at 1.50, 0.5 h at 24.00 for the driver and 45.00 for the machine: 18.00 + 12.00 + 22.50 = 52.50.
 */
export function machineCost(
  prices: Prices,
  implement: ImplementId | "harvester",
  work: { fuelLPerHa: number; hoursPerHa: number },
  contractor: boolean,
): number {
  const contract = contractor ? prices.contractPerHa[implement] : undefined;
  if (contract !== undefined) return contract;
  const machine = prices.machinePerH[implement] ?? prices.machinePerH.default ?? 0;
  return work.fuelLPerHa * prices.dieselPerL + work.hoursPerHa * (prices.labourPerH + machine);
}
