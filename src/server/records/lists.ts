/** Lists that records choose from: crops with their kinds and products, zones, schemes of soil tests. */

import type { Lists } from "@/core/records/describe";
import { cropNames, listCrops, threatsOfGuides } from "../plans/guides";
import type { Client, Scope } from "../storage/db";
import { loadSoilSchemes } from "./soil-schemes";

export async function recordLists(client: Client, scope: Scope): Promise<Lists> {
  const crops = listCrops();
  const zones = [...new Set(crops.flatMap((c) => c.kinds.flatMap((k) => k.zones)))].filter((z) => z !== "any").sort();
  const grown = Object.entries(cropNames()).map(([value, name]) => ({ value, label: sentence(name) }));
  const schemes = await loadSoilSchemes(client, scope);
  return {
    crops: crops.map((c) => ({ value: c.id, label: c.name })),
    kinds: crops.flatMap((c) => c.kinds.map((k) => ({ value: k.id, label: sentence(k.name), of: c.id }))),
    products: crops.flatMap((c) => c.products.map((p) => ({ value: p.id, label: sentence(p.name), of: c.id }))),
    grown: grown.sort((a, b) => a.label.localeCompare(b.label)),
    threats: threatNames(),
    zones: ["any", ...zones].map((zone) => ({ value: zone, label: sentence(zone) })),
    // a test that was read by a scheme since retired keeps it
    schemes: schemes.map((s) => ({
      value: s.id,
      label: s.retired ? `${s.name} (retired)` : s.name,
      units: Object.fromEntries(s.nutrients.map((n) => [n.nutrient, n.unit])),
    })),
  };
}

/** Every weed, pest and disease that some guide names. */
const threatNames = (): { value: string; label: string }[] =>
  [...threatsOfGuides().values()]
    .map((t) => ({ value: t.id, label: t.name }))
    .sort((a, b) => a.label.localeCompare(b.label));

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
