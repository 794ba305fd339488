/** Crop guides on the server: whole ones by id, and the short list of all crops. */

import { createHash } from "node:crypto";
import { GUIDES } from "@/core/guides";
import { LEFTOVERS, type Leftover } from "@/core/guides/previous-crops";
import type { Guide } from "@/core/guides/schema";

/** A guide by its id; undefined when there is none. */
export function guideOf(id: string): Guide | undefined {
  return GUIDES.find((guide) => guide.id === id);
}

/** Guides of other crops that know a sowing window in a zone: what can be fallen back on. */
export function guidesOfZone(zone: string): Guide[] {
  return GUIDES.filter((guide) => guide.kinds.some((kind) => kind.windows.some((w) => w.zone === zone)));
}

const revisions = new WeakMap<Guide, string>();
/** What tells two revisions of a guide apart. */
export function revisionOf(guide: Guide): string {
  const known = revisions.get(guide);
  if (known) return known;
  const revision = createHash("sha256").update(JSON.stringify(guide)).digest("hex").slice(0, 16);
  revisions.set(guide, revision);
  return revision;
}

export interface CropLine {
  id: string;
  name: string;
  kinds: { id: string; name: string }[];
  products: { id: string; name: string }[];
}

/** All crops that can be planned, in short. */
export function listCrops(): CropLine[] {
  return GUIDES.map((g) => ({
    id: g.id,
    name: g.name,
    kinds: g.kinds.map(({ id, name }) => ({ id, name })),
    products: g.products.map(({ id, name }) => ({ id, name })),
  }));
}

/** The name of any crop, and what it leaves for the next; null where nothing is known. */
export function cropBefore(id: string): { name: string; leaves: Leftover | null } {
  const leaves = LEFTOVERS[id] ?? null;
  return { name: leaves?.name ?? guideOf(id)?.name.toLowerCase() ?? id, leaves };
}

/** Names of all crops that can be planned or have been grown, by id. */
export function cropNames(): Record<string, string> {
  return Object.fromEntries([
    ...Object.entries(LEFTOVERS).map(([id, l]) => [id, l.name]),
    ...GUIDES.map((g) => [g.id, g.name.toLowerCase()]),
  ]);
}
