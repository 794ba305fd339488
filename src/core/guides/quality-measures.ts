/** What buyers measure of a lot: the words of guides, contracts and loads, once. */
export const QUALITY_MEASURES = {
  protein: { label: "protein", unit: "% of dry matter" },
  germination: { label: "germination", unit: "%" },
  grainOver25: { label: "grain over 2.5 mm", unit: "%" },
  testWeight: { label: "test weight", unit: "kg/hl" },
  fallingNumber: { label: "falling number", unit: "s" },
  headRice: { label: "head rice", unit: "%" },
  moisture: { label: "moisture", unit: "%" },
  impurities: { label: "impurities", unit: "%" },
  broken: { label: "broken kernels", unit: "%" },
  skinned: { label: "skinned kernels", unit: "%" },
  sprouted: { label: "sprouted kernels", unit: "%" },
  glassy: { label: "glassy kernels", unit: "%" },
  mouldToxin: { label: "mould toxin (DON)", unit: "µg/kg" },
  aflatoxin: { label: "aflatoxin", unit: "µg/kg" },
  diameter: { label: "diameter", unit: "mm" },
  spikeLength: { label: "length of the spike", unit: "cm" },
  size: { label: "size", unit: "mm" },
  dryMatter: { label: "dry matter", unit: "%" },
  oil: { label: "oil", unit: "%" },
} as const;
export type QualityMeasure = keyof typeof QUALITY_MEASURES;
/** A limit in words. Example: limitInWords({ what: "protein", atLeast: 13 }) is "protein at least 13 % of dry matter". */
export function limitInWords({ what, atLeast, atMost }: QualityLimit): string {
  const { label, unit } = QUALITY_MEASURES[what];
  const bounds = [
    atLeast === undefined ? "" : `at least ${atLeast}`,
    atMost === undefined ? "" : `at most ${atMost}`,
  ].filter(Boolean);
  return `${label} ${bounds.join(", ")} ${unit}`;
}

interface QualityLimit {
  what: QualityMeasure;
  atLeast?: number | undefined;
  atMost?: number | undefined;
}
export const QUALITY_MEASURE_IDS = Object.keys(QUALITY_MEASURES) as [QualityMeasure, ...QualityMeasure[]];
