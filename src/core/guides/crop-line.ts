import type { Leftover } from "./previous-crops";
import type { Guide } from "./schema";

/** A crop in a line, for lists of all crops: what can be chosen of it, and what rotation asks. */
export interface CropLine {
  id: string;
  name: string;
  otherNames: string[];
  category: Guide["category"];
  family: string;
  productiveYears: number;
  kinds: { id: string; name: string; note: string; zones: string[] }[];
  products: { id: string; name: string }[];
  gapYears: number;
  leaves: Leftover;
}

/** The line of a guide. */
export function cropLine(guide: Guide): CropLine {
  const { rotation } = guide;
  return {
    id: guide.id,
    name: guide.name,
    otherNames: guide.otherNames,
    category: guide.category,
    family: guide.family,
    productiveYears: guide.productiveYears,
    kinds: guide.kinds.map(({ id, name, note, windows }) => ({
      id,
      name,
      note,
      zones: [...new Set(windows.map((w) => w.zone))],
    })),
    products: guide.products.map(({ id, name }) => ({ id, name })),
    gapYears: rotation.gapYears.value,
    leaves: {
      name: guide.name.toLowerCase(),
      family: guide.family,
      nitrogenLeftKgPerHa: rotation.nitrogenLeftKgPerHa.value,
      residueCoverPct: rotation.residueCoverPct.value,
      fragile: rotation.residueFragile,
    },
  };
}
