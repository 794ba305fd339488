import { cash, q } from "../../units/told";
import type { Print } from "../sheet";

/** What the booklet prints of this sheet: how the ground is worked. */
export const groundPrint: Print = {
  figures: () => ["ground.fuel", "ground.hours", "ground.cost", "ground.cover"],
  text: ({ ground: { chosen, compared } }) => [
    `${chosen.name}: ${chosen.why}.`,
    // where the planting stands there is nothing to set beside it
    ...(compared.id === chosen.id
      ? []
      : [
          `For comparison, ${compared.name.toLowerCase()}: ${q(compared.fuelLPerHa, "L/ha")} of diesel, ${q(compared.hoursPerHa, "h/ha")}, ${cash(compared.costPerHa, "money/ha")}, residue cover after sowing ${q(compared.coverPct, "%", 0)}.`,
        ]),
  ],
};
