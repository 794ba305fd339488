/** Where each plan lies: its field, farm and grower, and its last issued version. */

import type { Client, Scope } from "../storage/db";
import { type Ground, loadGround } from "./ground";

export interface Place {
  field: string;
  areaHa: number;
  farmId: string;
  farm: string;
  grower: string;
  season: number;
  /** whether its field is farmed no more */
  retired: boolean;
  /** last issued version; null where none is */
  version: number | null;
}

/** A field, or the part of it that a planting has. */
export const placeName = (field: string, part: string): string => (part ? `${field}, ${part}` : field);

/** Places of a ground: they follow from it alone. */
const placesOf = new WeakMap<Ground, ReadonlyMap<string, Place>>();

/** Places of chosen drafts by plan, of all seasons. */
export async function loadPlaces(client: Client, scope: Scope): Promise<ReadonlyMap<string, Place>> {
  const ground = await loadGround(client, scope);
  const known = placesOf.get(ground) ?? readPlaces(ground);
  placesOf.set(ground, known);
  return known;
}

function readPlaces({ fields, farms, growers, plantings, plans, versions }: Ground): ReadonlyMap<string, Place> {
  const places = new Map<string, Place>();
  for (const plan of plans.values()) {
    const field = fields.get(plan.fieldId);
    const farm = field && farms.get(field.farmId);
    if (!field || !farm) continue;
    const planting = plantings.get(plan.plantingId);
    places.set(plan.id, {
      // a part is named where the planting has one of the field
      field: placeName(field.name, planting?.areaHa == null ? "" : planting.part),
      areaHa: planting?.areaHa ?? field.areaHa,
      farmId: farm.id,
      farm: farm.name,
      grower: growers.get(farm.growerId) ?? "",
      season: plan.season,
      retired: field.retired,
      version: versions.get(plan.id) ?? null,
    });
  }
  return places;
}
