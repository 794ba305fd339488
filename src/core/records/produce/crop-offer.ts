import { z } from "zod";
import { QUALITY_MEASURE_IDS, QUALITY_MEASURES } from "../../guides/quality-measures";
import { chosenFrom, type RecordKind } from "../describe";
import { isoDate, minor, name, season, slug } from "../parts";

const OFFER_BASES = { contract: "Contract", offer: "Offer", sold: "Sold at" } as const;
const BASES = Object.keys(OFFER_BASES) as [keyof typeof OFFER_BASES, ...(keyof typeof OFFER_BASES)[]];

/** One limit of a contract: what a unit beyond it costs a tonne, and from where on nobody takes it. */
const offerLimit = z.strictObject({
  what: z.enum(QUALITY_MEASURE_IDS),
  atLeast: z.number().min(0).max(100_000).nullable().default(null),
  atMost: z.number().min(0).max(100_000).nullable().default(null),
  deductionPerUnit: minor.nullable().default(null),
  refuseBeyond: z.number().min(0).max(100_000).nullable().default(null),
});
export type OfferLimit = z.infer<typeof offerLimit>;

/** What a crop fetches or fetched: a contract, an offer, or a sale. Priced in minor units a tonne. */
export const cropOfferRecord = z.strictObject({
  id: slug,
  guideId: z.string().min(1).max(80),
  productId: z.string().min(1).max(80),
  buyer: name,
  basis: z.enum(BASES).default("offer"),
  /** of the harvest that it is for */
  season,
  saidOn: isoDate,
  pricePerT: minor,
  amountT: z.number().positive().max(10_000_000).nullable().default(null),
  deliverBy: isoDate.nullable().default(null),
  terms: z.string().trim().max(2000).default(""),
  limits: z.array(offerLimit).max(20).default([]),
});
export type CropOffer = z.infer<typeof cropOfferRecord>;

export const cropOfferKind: RecordKind = {
  id: "crop-offers",
  one: "contract or price of a crop",
  many: "Contracts and crop prices",
  purpose: "Plans take the newest of these for a crop that has no price of its own in Settings.",
  schema: cropOfferRecord,
  unique: ["guideId", "productId", "season", "buyer", "saidOn"],
  slugFrom: "buyer",
  fields: [
    { key: "guideId", label: "Crop", input: "listed", list: "crops", listed: true },
    { key: "productId", label: "Product", input: "listed", list: "products", by: "guideId", first: true, listed: true },
    { key: "buyer", label: "Buyer or market", input: "text", listed: true, also: ["buyer", "market"] },
    {
      key: "basis",
      label: "What it is",
      input: "choice",
      options: chosenFrom(OFFER_BASES),
      empty: "default",
      listed: true,
      also: ["basis", "type"],
    },
    {
      key: "season",
      label: "Harvest year",
      input: "number",
      dimension: "count",
      listed: true,
      also: ["season", "year"],
    },
    { key: "saidOn", label: "Quoted on", input: "date", listed: true, also: ["said on", "date", "signed"] },
    { key: "pricePerT", label: "Price", input: "money", per: "t", listed: true },
    { key: "amountT", label: "Amount", input: "number", dimension: "count", unit: "t", empty: "null", listed: true },
    { key: "deliverBy", label: "Deliver by", input: "date", empty: "null", listed: true },
    { key: "terms", label: "Terms", input: "long", empty: "default", help: "moisture, quality, deductions, penalties" },
    {
      key: "limits",
      label: "Limits of quality",
      input: "lines",
      empty: "default",
      help: "what is measured, its bounds, what each unit beyond takes off a tonne, and where it is refused",
      columns: [
        {
          key: "what",
          label: "Measured",
          input: "choice",
          options: QUALITY_MEASURE_IDS.map((id) => ({
            value: id,
            label: `${QUALITY_MEASURES[id].label}, ${QUALITY_MEASURES[id].unit}`,
          })),
        },
        { key: "atLeast", label: "At least", input: "number", dimension: "count", empty: "null" },
        { key: "atMost", label: "At most", input: "number", dimension: "count", empty: "null" },
        {
          key: "deductionPerUnit",
          label: "Deduction per unit outside",
          also: ["off for each unit beyond"],
          input: "money",
          per: "t",
          empty: "null",
        },
        {
          key: "refuseBeyond",
          label: "Rejected beyond",
          also: ["refused beyond"],
          input: "number",
          dimension: "count",
          empty: "null",
        },
      ],
    },
  ],
  rises: [
    ["limits.atLeast", "limits.atMost"],
    ["saidOn", "deliverBy"],
  ],
  check: ({ basis, amountT, limits }) => [
    ...(basis === "contract" && amountT === null
      ? [{ key: "amountT", message: "a contract names an amount; an offer need not" }]
      : []),
    ...(Array.isArray(limits) ? (limits as OfferLimit[]) : []).flatMap(({ atLeast, atMost }, i) =>
      atLeast === null && atMost === null
        ? [{ key: `limits.${i}.atLeast`, message: "nothing given, allowed is at least, at most, or both" }]
        : [],
    ),
  ],
};
