import type { PlantingMethod } from "../../../guides/schema";
import { byMass } from "./by-mass";
import { byMixture } from "./by-mixture";
import { byNursery } from "./by-nursery";
import { byStation } from "./by-station";
import { byUnit } from "./by-unit";
import { standing } from "./standing";
import type { Way } from "./way";

const WAYS: readonly Way[] = [standing, byMixture, byNursery, byUnit, byStation, byMass];

/** The way in which a planting method establishes a stand. */
export function wayOf(method: PlantingMethod): Way {
  const way = WAYS.find((w) => w.fits(method));
  if (!way) throw new Error(`no way of establishing fits the planting method ${method.id}`);
  return way;
}
