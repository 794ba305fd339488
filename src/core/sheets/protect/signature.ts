/** What a licensed adviser signs, word for word, and whether a signature still stands. */

import { daysBetween, formatDay, type IsoDate } from "../../dates";
import type { SignOff } from "../../plan/facts";
import type { LabelUse, ProtectionProduct } from "../../records/inputs/protection-product";
import { licenceHolds } from "../../records/licence";

/** What a treatment is, and where. */
interface Signable {
  crop: string;
  kind: string;
  farm: string;
  field: string;
  areaHa: number;
  product: ProtectionProduct | null;
  use: LabelUse | null;
  /** as it is decided, where the register has the product no more */
  productId: string;
  target: string;
  ratePerHa: number;
  unit: string;
  waterLPerHa: number | null;
  stage: { name: string; bbch: number };
  days: number;
}

/**
 * Weather carries a treatment with its stage. Where the label names stages, it says how far; where it names none, a signature is for
 * so many days before and after the day that it was given for (assumption: what a usual season differs by).
 */
const PLAY_DAYS = 14;

/** What of a product is the practice's and not the label's. */
const NOT_OF_LABEL: ReadonlySet<string> = new Set<keyof ProtectionProduct>([
  "id",
  "pricePerUnit",
  "packSize",
  "stock",
  "batch",
  "stockUntil",
  "uses",
]);

/** Parts of the words that are the label, at their end: for the record, and long. */
export const LABEL_PARTS = 2;

/** Whatever is not empty, by key: the same words whatever order it was stored in. */
const entries = (of: object, without: ReadonlySet<string> = new Set()): string =>
  Object.entries(of)
    .filter(([key, value]) => !without.has(key) && value !== null && value !== undefined && value !== "")
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([key, value]) => `${key} ${value}`)
    .join(", ");

/**
 * A treatment word for word: crop and kind, field and area, product, organism, rate, water, stage, and the label as it is. Whatever
 * of it changes is not signed any more. Its day is kept beside the words.
 *
 * Example: "winter wheat, Early feed | Home Farm, Long Acre, 12 ha | Leafguard | against septoria | 1 L/ha in 200 L/ha | …".
 */
export function wordsToSign(s: Signable): string {
  const { product, use } = s;
  return [
    `${s.crop}, ${s.kind}`,
    `${s.farm}, ${s.field}, ${s.areaHa} ha`,
    product?.name ?? s.productId,
    `against ${s.target}`,
    `${s.ratePerHa} ${s.unit}/ha ${s.waterLPerHa === null ? "dry" : `in ${s.waterLPerHa} L/ha`}`,
    `${s.stage.name}, BBCH ${s.stage.bbch}, ${s.days} days after`,
    `label: ${product ? entries(product, NOT_OF_LABEL) : "none"}`,
    `use: ${use ? entries(use) : "none"}`,
  ].join(" | ");
}

/**
 * Why a signature does not stand for a treatment; null where it does. `day` is the treatment's now, `today` when it is asked.
 *
 * Example: signed for 3 May, put to 9 July by another stage: "was signed by Imre for 3 May, and is planned for 9 July now".
 */
export function whyUnsigned(
  own: SignOff | undefined,
  { toSign, use, day, today }: { toSign: string; use: LabelUse | null; day: IsoDate | null; today: IsoDate },
): string | null {
  if (!own) return "is not signed by a licensed adviser";
  const by = `was signed by ${own.person}`;
  switch (own.lapsed) {
    case "elsewhere":
      return `${by} elsewhere: the signature came with a file and does not count here`;
    case "left":
      return `${by}, who no longer belongs to this practice`;
    case "unlicensed":
      return `${by} under licence ${own.licenceNo}, which is no longer theirs`;
  }
  if (own.licence && !licenceHolds(own.licence, today))
    return `${by} under licence ${own.licenceNo}, which expired on ${formatDay(own.licence.endsOn as IsoDate, true)}`;
  if (own.signed !== toSign) return `${by}, and has changed since`;
  const namesStages = use !== null && (use.fromBbch !== null || use.toBbch !== null);
  if (own.forDay && day && !namesStages && Math.abs(daysBetween(own.forDay, day)) > PLAY_DAYS)
    return `${by} for ${formatDay(own.forDay, true)}, and is planned for ${formatDay(day, true)} now`;
  return null;
}
