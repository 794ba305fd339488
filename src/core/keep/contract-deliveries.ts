/** What of a contract has been delivered: loads that were sold to its buyer. */

import type { IsoDate } from "../dates";

export interface Contract {
  buyer: string;
  crop: string;
  season: number;
  amountT: number | null;
  deliverBy: IsoDate | null;
}
interface SoldLoad {
  to: string;
  buyer: string;
  crop: string;
  season: number;
  massT: number;
}
export interface ContractState extends Contract {
  deliveredT: number;
  /** still to be delivered; null where no amount was agreed, 0 where it is filled */
  leftT: number | null;
  late: boolean;
}

/**
 * Each contract with the loads of its crop and season that went to its buyer (by name, whatever its capitals). Two contracts with one buyer are
 * filled in the order in which they are due, those without a day last; what is more than all of them stands with the last.
 *
 * Example: 60 t due in November and loads of 14 and 20 t to that buyer: 34 t delivered, 26 t left.
 */
export function contractDeliveries(
  contracts: readonly Contract[],
  loads: readonly SoldLoad[],
  today: IsoDate,
): ContractState[] {
  const keyOf = (of: Pick<Contract, "buyer" | "crop" | "season">) =>
    [of.buyer.trim().toLowerCase(), of.crop, of.season].join("|");
  const sold = new Map<string, number>();
  for (const load of loads) if (load.to === "sold") sold.set(keyOf(load), (sold.get(keyOf(load)) ?? 0) + load.massT);
  const due = [...contracts].sort((a, b) => ((a.deliverBy ?? "9") < (b.deliverBy ?? "9") ? -1 : 1));
  return due.map((contract, i) => {
    const key = keyOf(contract);
    const there = sold.get(key) ?? 0;
    const isLast = !due.slice(i + 1).some((other) => keyOf(other) === key);
    const deliveredT = isLast || contract.amountT === null ? there : Math.min(there, contract.amountT);
    sold.set(key, there - deliveredT);
    const leftT = contract.amountT === null ? null : Math.max(0, contract.amountT - deliveredT);
    return {
      ...contract,
      deliveredT,
      leftT,
      late: (leftT ?? 0) > 0 && contract.deliverBy !== null && contract.deliverBy < today,
    };
  });
}
