/** What a label allows, against what is planned: each limit that is broken, with what is given and what is allowed. */

import { addDays, daysBetween, formatDay, type IsoDate } from "../../dates";
import { isSpreadDry, unitOf } from "../../records/inputs/product-forms";
import type { LabelUse, ProductKind, ProtectionProduct } from "../../records/inputs/protection-product";
import { inputMeasure } from "../../units/input-measures";
import { q } from "../../units/told";
import { days as inDays } from "../words";
import { type LabelCrop, labelledUses, unnamedCrops } from "./label-crop";

export interface LabelTreatment {
  id: string;
  /** null where the register has none of that name any more */
  product: ProtectionProduct | null;
  target: { id: string; name: string; organism: string };
  ratePerHa: number;
  waterLPerHa: number | null;
  /** planned, or done on */
  date: IsoDate | null;
  /** growth stage of the crop on that day; null where nobody knows */
  bbch: number | null;
}

/** A treatment of this ground that was logged, and that the plan has no longer, or never had: a label counts it all the same. */
export interface LoggedTreatment {
  id: string;
  product: string;
  /** of the register; absent where it was not kept */
  productId?: string | undefined;
  kind: string;
  group: string;
  date: IsoDate;
  harvestWaitDays: number | null;
}

type LabelRule =
  | "product"
  | "kind"
  | "crop"
  | "target"
  | "rate"
  | "water"
  | "number"
  | "interval"
  | "stage"
  | "harvest"
  | "approval"
  | "permit"
  | "group"
  | "bees"
  | "reentry";

export interface LabelBreak {
  rule: LabelRule;
  treatment: string;
  title: string;
  why: string;
}

/** Applications of one mode-of-action group in a row where the label sets no limit. */
const USUAL_IN_A_ROW = 2;
/** A crop is in bloom between these stages. */
export const BLOOM = { from: 60, to: 69 };

/** What each kind of product works on. */
const WORKS_ON: Record<ProductKind, string[] | null> = {
  herbicide: ["plant"],
  fungicide: ["fungus", "oomycete", "bacterium"],
  // those that carry viruses are treated, the virus is not
  insecticide: ["insect", "virus"],
  acaricide: ["mite"],
  nematicide: ["nematode"],
  molluscicide: ["mollusc"],
  rodenticide: ["rodent"],
  regulator: null,
};

/**
 * Every label limit that treatments of one crop break, in the order of their dates. `harvest` is the first day on which
 * anything is picked or cut, `handWork` the days of work by hand with their names, `logged` what else was put on this ground in the
 * season. Treatments without a date are held to what needs none.
 *
 * Example: a fungicide whose label allows two a season, planned three times: "number" at the third.
 */
export function labelBreaks(
  treatments: LabelTreatment[],
  crop: LabelCrop,
  {
    harvest,
    handWork,
    logged = [],
  }: { harvest: IsoDate | null; handWork: { name: string; date: IsoDate }[]; logged?: LoggedTreatment[] },
): LabelBreak[] {
  const breaks: LabelBreak[] = [];
  const inOrder = [...treatments].sort((a, b) => ((a.date ?? "9") < (b.date ?? "9") ? -1 : 1));
  const before: Counted[] = [];
  for (const t of inOrder) {
    const say = (rule: LabelRule, title: string, why: string) => breaks.push({ rule, treatment: t.id, title, why });
    checkOne(t, crop, harvest, handWork, say);
    if (!t.product) continue;
    const own: Counted = { ...t.product, date: t.date };
    checkOrder(t, t.product, [...before, ...logged.map(countedOf)].sort(byDate), crop, say);
    before.push(own);
  }
  for (const l of logged)
    if (harvest && harvest >= l.date)
      checkWait(l.product, l.date, harvest, l.harvestWaitDays, (rule, title, why) =>
        breaks.push({ rule, treatment: l.id, title, why }),
      );
  return breaks;
}

/** What counts in number, interval and group. */
interface Counted {
  /** of the register; empty where only the name is known */
  id: string;
  name: string;
  kind: string;
  group: string;
  date: IsoDate | null;
}
const countedOf = ({ product, productId = "", kind, group, date }: LoggedTreatment): Counted => ({
  id: productId,
  name: product,
  kind,
  group,
  date,
});
const byDate = (a: Counted, b: Counted) => ((a.date ?? "9") < (b.date ?? "9") ? -1 : 1);

type Say = (rule: LabelRule, title: string, why: string) => void;
const n = (value: number) => String(Math.round(value * 1000) / 1000);
const withArticle = (noun: string) => `${/^[aeiou]/.test(noun) ? "an" : "a"} ${noun}`;

function checkOne(
  treatment: LabelTreatment,
  crop: LabelCrop,
  harvest: IsoDate | null,
  handWork: { name: string; date: IsoDate }[],
  say: Say,
): void {
  const { product, target, date, bbch } = treatment;
  if (!product) {
    say(
      "product",
      `The product for ${target.name} is not in your product list.`,
      "It was archived, or never entered. Choose another.",
    );
    return;
  }
  const { name } = product;
  const works = WORKS_ON[product.kind];
  if (works && !works.includes(target.organism))
    say(
      "kind",
      `${name} is ${withArticle(product.kind)}, but ${target.name} is ${withArticle(target.organism)}.`,
      "It has no effect on it. Choose another product.",
    );
  const uses = labelledUses(product, crop, target.id);
  if (uses.length === 0) {
    const unnamed = unnamedCrops(product, crop);
    say(
      unnamed.length === 0 ? "target" : "crop",
      unnamed.length === 0
        ? `The label of ${name} does not name ${target.name}${crop.components.length > 0 ? " in every crop of the mixture" : ""}.`
        : `The label of ${name} does not name ${unnamed.join(", ")}.`,
      crop.components.length > 0
        ? "A product that is safe for one crop of a mixture may kill the other. The label or authorisation must name the mixture or every crop in it."
        : "Do not use a product on a crop or target that its label or authorisation does not name. Look for an authorisation, or another method.",
    );
    return;
  }
  // a label may name a crop and organism twice, with other limits by stage: the one that fits best counts
  const told = uses.map((use) => {
    const list: Parameters<Say>[] = [];
    checkUse(treatment, product, use, harvest, (...said) => list.push(said));
    return list;
  });
  for (const said of told.reduce((x, y) => (y.length < x.length ? y : x))) say(...said);
  const ends = product.useUntil ?? product.approvedUntil;
  if (date && ends && date > ends)
    say(
      "approval",
      `${name} may be used until ${formatDay(ends, true)}; the treatment is planned for ${formatDay(date, true)}.`,
      "Its authorisation ends. Dispose of remaining stock as the law requires.",
    );
  if (bbch !== null && product.bees === "notInBloom" && bbch >= BLOOM.from && bbch <= BLOOM.to)
    say(
      "bees",
      `${name} is planned while the crop flowers${date ? ` (${formatDay(date)})` : ""}.`,
      "The label forbids it to protect bees. Treat before or after flowering.",
    );
  const wait = product.reEntryHours ?? 0;
  if (date && wait > 0)
    for (const work of handWork) {
      const until = addDays(date, Math.ceil(wait / 24));
      if (work.date < date || work.date >= until) continue;
      say(
        "reentry",
        `${work.name} on ${formatDay(work.date)} is within the re-entry time of ${n(wait)} hours after ${name} (${formatDay(date)}).`,
        "Do not let anybody work in the crop before the re-entry time is over.",
      );
    }
}

/** Rate, water, stage, harvest wait and permit of one use. */
function checkUse(
  { ratePerHa, waterLPerHa, date, bbch }: LabelTreatment,
  product: ProtectionProduct,
  use: LabelUse,
  harvest: IsoDate | null,
  say: Say,
): void {
  const { name } = product;
  const rate = (value: number) => q(value, inputMeasure(unitOf(product)).perArea, 3);
  const water = (value: number) => q(value, "L/ha");
  const low = use.rateLow ?? 0;
  if (ratePerHa > use.rate || ratePerHa < low)
    say(
      "rate",
      `${name} at ${rate(ratePerHa)} is ${ratePerHa > use.rate ? "above" : "below"} the label rate of ${low > 0 ? `${rate(low)} to ` : ""}${rate(use.rate)}.`,
      ratePerHa > 5 * use.rate ? "Check the unit and the decimal point." : "The label rate is a legal limit.",
    );
  if (waterLPerHa !== null && isSpreadDry(product))
    say(
      "water",
      `${name} is applied dry, but ${water(waterLPerHa)} of water are entered.`,
      "Bait and granules block a sprayer and have no effect in water.",
    );
  else if (
    waterLPerHa !== null &&
    (waterLPerHa < (use.waterLow ?? 0) || waterLPerHa > (use.waterHigh ?? Number.POSITIVE_INFINITY))
  )
    say(
      "water",
      `${name} in ${water(waterLPerHa)} of water: the label requires ${[use.waterLow ? `at least ${water(use.waterLow)}` : "", use.waterHigh ? `at most ${water(use.waterHigh)}` : ""].filter(Boolean).join(" and ")}.`,
      "Too little water scorches and covers poorly; too much runs off.",
    );
  if (bbch !== null && ((use.fromBbch !== null && bbch < use.fromBbch) || (use.toBbch !== null && bbch > use.toBbch)))
    say(
      "stage",
      `${name} at growth stage ${Math.round(bbch)}${date ? ` on ${formatDay(date)}` : ""}: the label allows ${use.fromBbch ?? 0} to ${use.toBbch ?? 99}.`,
      use.toBbch !== null && use.toBbch < 10 && bbch >= 10
        ? "It works before emergence; later it harms the crop or has no effect."
        : "Outside these stages it can harm the crop, have no effect, or leave residues.",
    );
  if (date && harvest) checkWait(name, date, harvest, use.harvestWaitDays, say);
  if (date && use.permitUntil && date > use.permitUntil)
    say(
      "permit",
      `Authorisation ${use.permit} for ${name} ends on ${formatDay(use.permitUntil, true)}; the treatment is planned for ${formatDay(date, true)}.`,
      "After that day this use is not authorised.",
    );
}

function checkWait(name: string, date: IsoDate, harvest: IsoDate, waitDays: number | null, say: Say): void {
  if (waitDays === null || daysBetween(date, harvest) >= waitDays) return;
  say(
    "harvest",
    `${name} on ${formatDay(date)} is ${inDays(daysBetween(date, harvest))} before harvest on ${formatDay(harvest)}; the label requires ${waitDays}.`,
    "Residues could exceed the legal limit. Treat earlier, harvest later, or omit the treatment.",
  );
}

/** Number, interval and groups: what goes before counts, and what was logged, whenever it was. */
function checkOrder(
  { target, date }: LabelTreatment,
  product: ProtectionProduct,
  others: Counted[],
  crop: LabelCrop,
  say: Say,
): void {
  const same = others.filter((o) => (o.id ? o.id === product.id : o.name === product.name));
  const uses = labelledUses(product, crop, target.id);
  const most = Math.min(...uses.map((u) => u.most ?? Number.POSITIVE_INFINITY), Number.POSITIVE_INFINITY);
  if (same.length + 1 > most)
    say(
      "number",
      `${product.name} is planned ${same.length + 1} times; the label allows ${most} ${most === 1 ? "application" : "applications"} a season.`,
      "Logged applications count too. Change to another mode-of-action group.",
    );
  const interval = Math.max(0, ...uses.map((u) => u.intervalDays ?? 0));
  for (const other of same) {
    const apart = date && other.date ? daysBetween(other.date, date) : interval;
    if (!date || Math.abs(apart) >= interval) continue;
    say(
      "interval",
      `${product.name} on ${formatDay(date)} is ${inDays(Math.abs(apart))} ${apart < 0 ? "before the next" : "after the previous"} application; the minimum interval is ${interval} days.`,
      "Move one of them.",
    );
    break;
  }
  if (product.group === "") return;
  const allowed = product.groupInARow ?? USUAL_IN_A_ROW;
  let row = 1;
  // of the same kind: a herbicide between two fungicides is no change of group
  const alike = others.filter((o) => o.kind === product.kind);
  const run = (list: Counted[]) => {
    const end = list.findIndex((o) => o.group !== product.group);
    return end < 0 ? list.length : end;
  };
  row += run(alike.filter((o) => !date || !o.date || o.date <= date).reverse());
  if (date) row += run(alike.filter((o) => o.date && o.date > date));
  if (row > allowed)
    say(
      "group",
      `${row} applications of mode-of-action group ${product.group} in a row, the last with ${product.name}; at most ${allowed} ${product.groupInARow === null ? "is usual" : allowed === 1 ? "is allowed" : "are allowed"}.`,
      product.groupInARow === null
        ? "The label sets no limit; two in a row is the usual limit against resistance. Change the group between them."
        : "The label sets this limit. Change the group between them.",
    );
}

/** The growth stage on a day, along a line between the stages round it; 0 before the first. */
export function bbchOn(stages: { bbch: number; date: IsoDate }[], date: IsoDate): number | null {
  const after = stages.findIndex((s) => s.date > date);
  if (stages.length === 0) return null;
  if (after === 0) return 0;
  const from = stages[after === -1 ? stages.length - 1 : after - 1];
  const to = after === -1 ? undefined : stages[after];
  if (!from) return null;
  if (!to) return from.bbch;
  const span = daysBetween(from.date, to.date);
  return from.bbch + ((to.bbch - from.bbch) * daysBetween(from.date, date)) / Math.max(1, span);
}
