/** The soil that covers the most of each farm: what its workable days are reckoned on. */

import type { Drainage } from "@/core/soil/drainage";
import type { TextureClass } from "@/core/soil/texture";
import { groupBy } from "../storage/group-by";
import type { Ground } from "./ground";

interface FarmSoil {
  texture: TextureClass;
  drainage: Drainage;
}

/** Texture and drainage of the largest part of each farm by the farm's id; a farm without fields has none. */
export function commonestSoils({ fields }: Pick<Ground, "fields">): Map<string, FarmSoil> {
  const soils = new Map<string, FarmSoil>();
  for (const [farmId, own] of groupBy([...fields.values()], (f) => f.farmId)) {
    const parts = [...groupBy(own, (f) => `${f.textureClass} ${f.drainage}`).values()];
    const area = (part: typeof own) => part.reduce((sum, f) => sum + f.areaHa, 0);
    const [largest] = parts.reduce((a, b) => (area(b) > area(a) ? b : a));
    if (largest) soils.set(farmId, { texture: largest.textureClass, drainage: largest.drainage });
  }
  return soils;
}
