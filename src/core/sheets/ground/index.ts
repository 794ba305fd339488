import type { Sheet } from "../sheet";
import { draftGround } from "./draft";
import { groundOperations } from "./operations";

/** Sheet 1: how the ground is worked, two systems side by side. */
export const ground: Sheet = {
  id: "ground",
  fallsBack: { crop: ["ground"], method: ["ground/systemId", "ground/compareWith"] },
  draft: draftGround,
  operations: groundOperations,
  present: {
    result: (plan) => plan.ground.chosen.name.toLowerCase(),
    figures: () => ["ground.fuel", "ground.hours", "ground.cost", "ground.cover"],
    text: ({ ground: { chosen, compared } }, words) => [
      `${chosen.name}: ${chosen.why}.`,
      `Beside it, ${compared.name.toLowerCase()}: ${words.number(compared.fuelLPerHa, 1)} L/ha diesel, ${words.number(compared.hoursPerHa, 1)} h/ha, ${words.money(compared.costPerHa)} ${words.currency}/ha, residue cover after sowing ${words.number(compared.coverPct, 0)} %.`,
    ],
  },
};
