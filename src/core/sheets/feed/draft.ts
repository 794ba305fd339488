import { doseFertilisers, type FertiliserDose } from "../../feed/dose-fertilisers";
import { splitNutrient } from "../../feed/split-nutrient";
import { minus, over, sum, times } from "../../figure/expression";
import { computed, quantity } from "../../figure/figure";
import type { Guide } from "../../guides/schema";
import { NUTRIENTS, type NutrientId, nutrientOf, sumAmounts } from "../../nutrients";
import { OWN } from "../../plan/own-operations";
import type { Fertiliser } from "../../records/inputs/fertiliser";
import { q } from "../../units/told";
import type { Draft } from "../sheet";
import { givenDoses, isLogged } from "./given";
import { type BeforeFeed, capOf, manureGiven, nutrientNeeds, nutrientTable } from "./need";
import { mineralNOf } from "./nitrogen";
import { schoolOf } from "./nitrogen-schools";
import type { FeedPart, PlannedDose } from "./part";

/** Sulphur need from which the first split is sought in a product that holds some [kg/ha]; assumption. */
const SULPHUR_WORTH_A_PRODUCT = 10;

/** The least nitrogen that is spread in a trip of its own, and the least of any product [kg/ha]; assumptions. */
const LEAST_N = { machine: 20, hand: 12 };
const LEAST_PRODUCT = { machine: 40, hand: 12 };
const leastN = ({ facts }: Draft) => LEAST_N[facts.field.handWork ? "hand" : "machine"];
const tooLittle = ({ facts }: Draft, kgPerHa: number, product: Fertiliser, id: NutrientId) =>
  kgPerHa > 0 &&
  (kgPerHa / (product.contents[id] ?? 100)) * 100 < LEAST_PRODUCT[facts.field.handWork ? "hand" : "machine"];

/**
 * Puts splits that are too small for a trip to the one before them, so that the crop waits for none; the first to the one after. Says which.
 */
function mergeSmall(
  splits: { at: string; sharePct: number; kgPerHa: number }[],
  least: number,
  merged: FeedPart["small"]["merged"],
): void {
  for (;;) {
    const given = splits.filter((s) => s.kgPerHa > 0);
    const small = given.reduce<(typeof given)[number] | null>((a, b) => (a && a.kgPerHa <= b.kgPerHa ? a : b), null);
    if (!small || given.length < 2 || small.kgPerHa >= least) return;
    const at = given.indexOf(small);
    const other = given[at - 1] ?? given[at + 1];
    if (!other) return;
    merged.push({ from: small.at, to: other.at, kgPerHa: small.kgPerHa });
    other.kgPerHa += small.kgPerHa;
    other.sharePct += small.sharePct;
    small.kgPerHa = 0;
    small.sharePct = 0;
  }
}

/** Puts what was spread in the place of what was planned, and what is left of the need to the splits that are open, by their shares. */
function settle(
  splits: { at: string; sharePct: number; kgPerHa: number }[],
  total: number,
  given: (at: string) => number | null,
): void {
  const known = splits.map((s) => given(s.at));
  if (known.every((kg) => kg === null)) return;
  const left = Math.max(0, total - known.reduce<number>((sum, kg) => sum + (kg ?? 0), 0));
  const shares = splits.reduce((sum, s, i) => sum + (known[i] === null ? s.sharePct : 0), 0);
  splits.forEach((split, i) => {
    split.kgPerHa = known[i] ?? (shares > 0 ? (left * split.sharePct) / shares : 0);
    split.sharePct = total > 0 ? (100 * split.kgPerHa) / total : 0;
  });
}

/** What is over the limit of the last split goes to the one before it, as far as that is not the seedbed's and full. */
function holdLast(splits: { sharePct: number; kgPerHa: number }[], total: number, { feed }: Guide): void {
  const [limit, seedbed] = [capOf({ feed }, "lastSplit")?.kgNPerHa, capOf({ feed }, "seedbed")?.kgNPerHa];
  const [before, last] = splits.filter((s) => s.kgPerHa > 0).slice(-2);
  if (limit === undefined || !before || !last || last !== splits.at(-1)) return;
  const room = before === splits[0] && seedbed !== undefined ? seedbed - before.kgPerHa : Number.POSITIVE_INFINITY;
  const over = Math.min(last.kgPerHa - limit, room);
  if (over <= 0) return;
  before.kgPerHa += over;
  last.kgPerHa -= over;
  for (const split of [before, last]) split.sharePct = (100 * split.kgPerHa) / total;
}

/** Needs by balance and school, the splits that make up the nitrogen, and what to buy for it. */
export function draftFeed(draft: Draft<BeforeFeed>): FeedPart {
  const { context, decisions, facts } = draft;
  const { feed } = context.crop.guide;
  const manure = manureGiven(draft);
  const mineralN = mineralNOf(draft);
  const need = nutrientNeeds(draft, manure, mineralN);

  const pattern = feed.patterns.find((p) => p.id === decisions.feed?.patternId) ?? feed.patterns[0];
  if (!pattern) throw new Error(`guide ${context.crop.guide.id} has no split pattern`);
  const asked = pattern.splits.map((split) => ({
    at: split.id,
    sharePct: decisions.feed?.shares?.[split.id] ?? split.sharePct,
  }));
  const split = splitNutrient({ totalKgPerHa: need.n, splits: asked });
  if (!split.ok) context.problems.push({ sheet: "feed", errors: split.errors });
  // shares that do not add up are shown as they were typed, so that what is over or missing stays visible
  const shares = split.ok ? split.value.splits : asked.map((a) => ({ ...a, kgPerHa: (need.n * a.sharePct) / 100 }));
  // shares that were typed stay as they were typed
  const merged: FeedPart["small"]["merged"] = [];
  const given = new Map(
    asked.flatMap(({ at }) => {
      const doses = givenDoses(facts, at, false);
      return doses ? [[at, doses] as const] : [];
    }),
  );
  if (!decisions.feed?.shares) {
    // what is spread stands; what is left of the need goes to the rest. The seasons know what is left out and ask for more elsewhere, where
    // it pays; by a balance it is short
    const bySeasons = schoolOf(draft) === "rehearsed";
    settle(shares, need.n, (at) => {
      const doses = given.get(at);
      if (doses) return sumAmounts(doses.map((d) => d.brings)).n ?? 0;
      return bySeasons && at in (decisions.skipped ?? {}) ? 0 : null;
    });
    const open = shares.filter((s) => !isLogged(facts.log, s.at));
    mergeSmall(open, leastN(draft), merged);
    holdLast(open, need.n, context.crop.guide);
  }
  const colour = decisions.feed?.nSchool === "leafColour" ? feed.leafColour : undefined;
  const splits = shares.map((line) => {
    const planned = pattern.splits.find((p) => p.id === line.at);
    const name = planned?.name ?? line.at;
    const nKgPerHa = context.use(
      `feed.split.${line.at}`,
      computed(
        `N, ${name.toLowerCase()}`,
        "kg N/ha",
        times(
          quantity("nitrogen to apply", need.n, "kg/ha", context.known("feed.n")),
          quantity("share", line.sharePct, "%"),
        ),
      ),
    );
    const conditional = colour
      ? `where the youngest full leaf is paler than step ${colour.below} of the chart`
      : (planned?.conditional ?? null);
    return { id: line.at, name, sharePct: line.sharePct, nKgPerHa, conditional };
  });

  const products = chooseProducts(draft, need, splits);
  const leftOut: NutrientId[] = products.base.flatMap(({ nutrient, product }) =>
    product && !nutrientOf(nutrient).trace && tooLittle(draft, need[nutrient], product, nutrient) ? [nutrient] : [],
  );
  const nLeftOut = need.n > 0 && need.n < leastN(draft) / 2 && !decisions.feed?.shares;
  if (nLeftOut) leftOut.push("n");
  const dosed = context.take(
    "feed",
    doseFertilisers({
      base: products.base
        .filter((b) => !leftOut.includes(b.nutrient))
        .map(({ nutrient, product }) => ({ nutrient, kgPerHa: need[nutrient], product })),
      baseAt: OWN.base,
      splits: nLeftOut
        ? []
        : splits
            .filter((s) => !given.has(s.id))
            .map((s) => ({
              at: s.id,
              kgPerHa: s.nKgPerHa,
              product: products.splits.get(s.id)?.product ?? null,
              along: products.splits.get(s.id)?.along ?? null,
            })),
    }),
  );
  const orderOf = (at: string) => pattern.splits.findIndex((p) => p.id === at);
  const nameOf = (at: string) => (pattern.splits.find((p) => p.id === at)?.name ?? feed.base.name).toLowerCase();
  const spread = [...(dosed?.value.doses ?? []), ...[...given.values()].flat()]
    // what is left out is not given
    .filter((dose) => !(dose.at in (decisions.skipped ?? {})))
    .sort((a, b) => orderOf(a.at) - orderOf(b.at));
  const doses = spread.map((dose) => putDose(draft, dose, nameOf(dose.at)));
  const part: FeedPart = {
    need,
    supplied: nutrientTable(sumAmounts(doses.map((d) => d.brings))),
    manure,
    splits: splits.map((s) => ({ ...s, productId: products.splits.get(s.id)?.product?.id ?? null })),
    doses,
    base: products.base.map(({ nutrient, product }) => ({ nutrient, productId: product?.id ?? null })),
    patternId: pattern.id,
    nitrogenBy: schoolOf(draft),
    mineralN,
    small: { merged, leftOut },
  };
  putBalance(draft, part);
  return part;
}

/** A product for each base nutrient with a need and for each split: the chosen one, else the cheapest that suits. */
function chooseProducts(draft: Draft, need: FeedPart["need"], splits: { id: string; nKgPerHa: number }[]) {
  const { facts, decisions, context } = draft;
  const { feed } = context.crop.guide;
  const chosen = decisions.feed ?? {};
  const allowed = facts.fertilisers.filter((f) => !feed.organicOnly || f.organic);
  const of = (id: string | undefined) => facts.fertilisers.find((f) => f.id === id);
  const holds = (f: Fertiliser, id: NutrientId) => f.contents[id] ?? 0;
  const onlyOf = (f: Fertiliser, id: NutrientId) =>
    holds(f, id) > 0 && NUTRIENTS.every((n) => n.id === id || n.given === "along" || holds(f, n.id) === 0);
  const base = NUTRIENTS.filter((n) => n.given === "base" && need[n.id] > 0).map(({ id }) => ({
    nutrient: id,
    product:
      of(chosen.products?.[id]) ??
      cheapest(allowed, (f) => onlyOf(f, id) && !(feed.avoidChloride && f.containsChloride)),
  }));
  const straight = (f: Fertiliser, least: number) => onlyOf(f, "n") && holds(f, "n") > least;
  const usual = cheapest(allowed, (f) => straight(f, feed.organicOnly ? 0 : 20));
  const firstGiven = splits.findIndex((line) => line.nKgPerHa > 0);
  const sulphurous = cheapest(allowed, (f) => straight(f, 15) && holds(f, "s") > 5);
  return {
    base,
    splits: new Map(
      splits.map((line, i) => {
        const own = of(chosen.splitProducts?.[line.id]);
        const along =
          !own && i === firstGiven && sulphurous && need.s >= SULPHUR_WORTH_A_PRODUCT
            ? { nutrient: "s" as const, kgPerHa: need.s, product: sulphurous, worthFrom: SULPHUR_WORTH_A_PRODUCT }
            : null;
        return [line.id, { product: own ?? usual, along }] as const;
      }),
    ),
  };
}

/** The cheapest source per kilogram of what it holds. */
function cheapest(list: Fertiliser[], suits: (f: Fertiliser) => boolean): Fertiliser | null {
  const perKg = (f: Fertiliser) =>
    f.pricePerT / NUTRIENTS.reduce((sum, n) => sum + (n.given === "along" ? 0 : (f.contents[n.id] ?? 0)), 0);
  return list
    .filter(suits)
    .reduce<Fertiliser | null>((best, f) => (best === null || perKg(f) < perKg(best) ? f : best), null);
}

/** A dose with its name, bags and cost, and its working: the rate from what it brings, and bags. */
function putDose({ context, facts }: Draft, dose: FertiliserDose, where: string): PlannedDose {
  const { areaHa } = facts.field;
  const product = facts.fertilisers.find((f) => f.id === dose.id) as Fertiliser;
  const main = nutrientOf(dose.by);
  context.show(
    `feed.dose.${dose.at}.${dose.id}`,
    computed(
      `${product.name}, ${where}`,
      "kg/ha",
      over(
        quantity(`${main.label} to bring`, dose.brings[main.id] ?? 0, "kg/ha"),
        quantity("content", product.contents[main.id] ?? 0, "%"),
      ),
    ),
  );
  if (product.bagKg !== null)
    context.aside(
      `feed.bags.${dose.at}.${dose.id}`,
      computed(
        `Bags, ${product.name}, ${where}`,
        "bags",
        over(
          times(quantity("rate", dose.kgPerHa, "kg/ha"), quantity("area", areaHa, "ha")),
          quantity("bag", product.bagKg, "kg"),
        ),
        "To carry out for this job; the order counts whole bags over all jobs.",
      ),
    );
  return {
    ...dose,
    name: product.name,
    bagKg: product.bagKg,
    cost: (dose.kgPerHa * product.pricePerT) / 1000,
    pricePerKg: product.pricePerT / 1000,
  };
}

const rateOf = (dose: PlannedDose): string => `${dose.name}, ${q(dose.kgPerHa, "kg/ha", 0)}`;

/** What is given of each nutrient, how far over the need, and what fertiliser costs. */
function putBalance({ context }: Draft, { need, supplied, doses }: FeedPart): void {
  for (const { id, label, need: by } of NUTRIENTS) {
    const always = by === "balance" || by === "offtake" || by === "perTonne";
    if (!always && need[id] <= 0 && supplied[id] <= 0) continue;
    context.show(
      `feed.supplied.${id}`,
      computed(
        `${label} given`,
        "kg/ha",
        sum(doses.filter((d) => (d.brings[id] ?? 0) > 0).map((d) => quantity(rateOf(d), d.brings[id] ?? 0, "kg/ha"))),
      ),
    );
    context.aside(
      `feed.over.${id}`,
      computed(
        `${label} over the need`,
        "kg/ha",
        minus(
          quantity("given", supplied[id], "kg/ha"),
          quantity("needed", need[id], "kg/ha", context.known(`feed.${id}`)),
        ),
      ),
    );
  }
  context.show(
    "feed.cost",
    computed("Fertiliser", "money/ha", sum(doses.map((d) => quantity(rateOf(d), d.cost / 100, "money/ha")))),
  );
}

/** Sum of what the base dressing brings of a nutrient. */
export const fromBase = (feed: FeedPart, id: NutrientId): number =>
  sumAmounts(feed.doses.filter((d) => d.base).map((d) => d.brings))[id] ?? 0;
