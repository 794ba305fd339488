/** Lists that records choose from: crops and their kinds, zones, schemes of soil tests. */

import type { Lists } from "@/core/records/describe";
import { SOIL_TEST_SCHEMES } from "@/core/soil/soil-test-schemes";
import { cropNames, listCrops } from "../guides";

export function recordLists(): Lists {
  const crops = listCrops();
  const zones = [...new Set(crops.flatMap((c) => c.kinds.flatMap((k) => k.zones)))].filter((z) => z !== "any").sort();
  const grown = Object.entries(cropNames()).map(([value, name]) => ({ value, label: sentence(name) }));
  return {
    crops: crops.map((c) => ({ value: c.id, label: c.name })),
    kinds: crops.flatMap((c) => c.kinds.map((k) => ({ value: k.id, label: sentence(k.name), of: c.id }))),
    grown: grown.sort((a, b) => a.label.localeCompare(b.label)),
    zones: ["any", ...zones].map((zone) => ({ value: zone, label: sentence(zone) })),
    schemes: SOIL_TEST_SCHEMES.map((s) => ({ value: s.id, label: s.name })),
  };
}

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
