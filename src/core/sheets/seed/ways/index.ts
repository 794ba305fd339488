import type { PlantingMethod } from "../../../guides/schema";
import { byMass } from "./by-mass";
import { byNursery } from "./by-nursery";
import { byUnit } from "./by-unit";
import type { Way } from "./way";

const WAYS: readonly Way[] = [byNursery, byUnit, byMass];

/** The way in which a planting method establishes a stand. */
export function wayOf(method: PlantingMethod): Way {
  const way = WAYS.find((w) => w.fits(method));
  if (!way) throw new Error(`no way of establishing fits the planting method ${method.id}`);
  return way;
}
