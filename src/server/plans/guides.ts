/** Crop guides on the server, as they were compiled: whole ones by id, and the short list of all crops. */

import { createHash } from "node:crypto";
import fs from "node:fs";
import path from "node:path";
import type { CompiledGuide } from "@/core/guides/compile";
import type { CropLine } from "@/core/guides/crop-line";
import { fitting } from "@/core/guides/fitting";
import { LEFTOVERS, type Leftover } from "@/core/guides/previous-crops";
import { type ResolvedGuide, resolveGuide } from "@/core/guides/resolve-guide";
import type { Guide, Threat } from "@/core/guides/schema";
import type { Decisions } from "@/core/sheets/decisions";

/** Where compiled guides lie; another folder for measuring with more of them. */
const folder = () => process.env.GUIDES_FOLDER ?? path.join(process.cwd(), "data", "guides", "compiled");
const read = <T>(name: string): T => JSON.parse(fs.readFileSync(path.join(folder(), name), "utf8")) as T;

let crops: readonly CropLine[] | undefined;
/** All crops that can be planned, in short. */
export function listCrops(): readonly CropLine[] {
  crops ??= read<CropLine[]>("crops.json");
  return crops;
}

const guides = new Map<string, Guide>();
/** A guide by its id; undefined when there is none. Read once. */
export function guideOf(id: string): Guide | undefined {
  const known = guides.get(id);
  if (known || !listCrops().some((c) => c.id === id)) return known;
  const { guide } = read<CompiledGuide>(`${id}.json`);
  guides.set(id, guide);
  return guide;
}

/**
 * The guide of what a plan grows, as its kind, method, product and schools change it: silage is cut by another machine than
 * the grain of the same crop. Null where no guide knows the crop.
 */
export function grownBy({ guideId, kindId, methodId, productId, schools }: Decisions["crop"]): ResolvedGuide | null {
  const guide = guideOf(guideId);
  const chosen = { kind: kindId, method: methodId, product: productId, schools };
  const crop = guide && resolveGuide(guide, fitting(guide, chosen));
  return crop?.ok ? crop.value : null;
}

/** Guides of crops that know a sowing window in a zone: what can be fallen back on. */
export function guidesOfZone(zone: string): Guide[] {
  return listCrops()
    .filter((crop) => crop.kinds.some((kind) => kind.zones.includes(zone)))
    .flatMap((crop) => guideOf(crop.id) ?? []);
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

/** The name and family of any crop, and what it leaves for the next; null where nothing is known. */
export function cropBefore(id: string): { name: string; family: string | null; leaves: Leftover | null } {
  const leaves = listCrops().find((c) => c.id === id)?.leaves ?? LEFTOVERS[id] ?? null;
  return { name: leaves?.name ?? id, family: leaves?.family || null, leaves };
}

let threats: ReadonlyMap<string, Threat> | undefined;
/** Every threat that some guide names, by its id. */
export function threatsOfGuides(): ReadonlyMap<string, Threat> {
  threats ??= new Map(listCrops().flatMap((c) => (guideOf(c.id)?.threats ?? []).map((t) => [t.id, t] as const)));
  return threats;
}

/** Names of all crops that can be planned or have been grown, by id. */
export function cropNames(): Record<string, string> {
  return Object.fromEntries([
    ...Object.entries(LEFTOVERS).map(([id, l]) => [id, l.name]),
    ...listCrops().map((c) => [c.id, c.name.toLowerCase()]),
  ]);
}
