import type { Print } from "../sheet";

/** What the booklet prints of this sheet: how the ground is worked. */
export const groundPrint: Print = {
  figures: () => ["ground.fuel", "ground.hours", "ground.cost", "ground.cover"],
  text: ({ ground: { chosen, compared } }, words) => [
    `${chosen.name}: ${chosen.why}.`,
    // where the planting stands there is nothing to set beside it
    ...(compared.id === chosen.id
      ? []
      : [
          `Beside it, ${compared.name.toLowerCase()}: ${words.number(compared.fuelLPerHa, 1)} L/ha diesel, ${words.number(compared.hoursPerHa, 1)} h/ha, ${words.money(compared.costPerHa)} ${words.currency}/ha, residue cover after sowing ${words.number(compared.coverPct, 0)} %.`,
        ]),
  ],
};
