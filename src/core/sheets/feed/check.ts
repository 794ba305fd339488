import { addDays, daysBetween, formatDay, type IsoDate } from "../../dates";
import { MANURES, type ManureId } from "../../feed/manure";
import { NUTRIENTS, nutrientOf } from "../../nutrients";
import { askedOf } from "../../plan/asked-of";
import { fateOfDoses } from "../../season/nitrogen-of-doses";
import { q } from "../../units/told";
import { change } from "../decisions";
import { broughtByMaterials } from "../materials";
import type { Check } from "../sheet";
import { pastLimit, round, sentence } from "../words";
import { fromBase } from "./draft";
import { capOf } from "./need";
import { DEEP_ENOUGH_CM } from "./nitrogen";

/** From this pH on ammonia is lost from urea and ammonium that lie on the ground; usual figure. */
const AMMONIA_PH = 7.5;
/** Most organic nitrogen in a year where no other limit is entered [kg N/ha]; usual legal limit, local law goes first. */
const MOST_ORGANIC_N = 170;

export function checkFeed(check: Check): void {
  checkMineralN(check);
  checkCaps(check);
  checkOrganicN(check);
  checkBalance(check);
  checkSmall(check);
  checkProducts(check);
  checkAmmonia(check);
  checkDrained(check);
}

/** Depths to sample for mineral nitrogen. */
const DEEP = `to ${q(60, "cm")} or ${q(90, "cm")}`;

/** Nitrogen leached below the roots from which it is said [kg/ha]; assumption. */
const LOST_WORTH_SAYING = 10;
/** A dressing of which the crop takes up a smaller part than this is useless; irrigation within so many days washes it down. Assumptions. */
const USELESS_SHARE = 0.1;
const WET_DAYS = 30;

/** Dressings of which the plan's seasons wash much under the roots. */
function checkDrained({ plan, facts, add }: Check): void {
  const { asked, rehearsed } = plan.rehearsal;
  const { climate } = facts;
  if (!asked || !climate || !rehearsed || rehearsed.leachedUnderKgPerHa < LOST_WORTH_SAYING) return;
  for (const fate of fateOfDoses(askedOf(facts, climate, plan.crop, plan.season, asked))) {
    const date = plan.operations.find((o) => o.id === fate.dose)?.date;
    if (!date || fate.leachedKgPerHa < LOST_WORTH_SAYING) continue;
    const n = plan.feed.doses.reduce((sum, d) => sum + (d.at === fate.dose ? (d.brings.n ?? 0) : 0), 0);
    const useless = fate.takenUpKgPerHa < USELESS_SHARE * fate.givenKgPerHa;
    const wet = plan.water.irrigations.some((g) => g.date >= date && daysBetween(date, g.date) <= WET_DAYS);
    add(
      "advise",
      `feed.drained.${fate.dose}`,
      `About ${q(fate.leachedKgPerHa, "kg N/ha", 0)} of the ${q(n, "kg N/ha", 0)} due on ${formatDay(date)} are likely to leach.`,
      `Mean of the simulated seasons; ${q(fate.takenUpKgPerHa, "kg N/ha", 0)} of it end up in the crop. ${useless ? "Omit it, or apply it later." : `Apply later or in two dressings${wet ? ", and irrigate less at a time" : ""}.`}`,
      useless
        ? [
            {
              label: "Omit it",
              changes: [change(`skipped/${fate.dose}`, { reason: "the crop takes up almost none of it" })],
            },
          ]
        : [],
    );
  }
}

/** Mineral nitrogen is best sampled so many days before the first nitrogen; much earlier or later says less. Assumptions. */
const BEFORE_NITROGEN_DAYS = 14;
const EARLY_DAYS = 45;
const LATE_DAYS = 30;

/** The day on which a sample of mineral nitrogen says most; null where no nitrogen has a date. */
function bestSampling({ operations, feed }: Check["plan"]): IsoDate | null {
  const dates = operations.flatMap((o) => (feed.splits.some((s) => s.id === o.id) && o.date ? [o.date] : [])).sort();
  return dates[0] ? addDays(dates[0], -BEFORE_NITROGEN_DAYS) : null;
}

function whenToSample(plan: Check["plan"]): string {
  const best = bestSampling(plan);
  return best ? `about ${formatDay(best)}, before the first nitrogen` : "before the first nitrogen";
}

/** A sample counts only for the crop after it, and only as deep as it went. */
function checkMineralN({ plan, facts, add }: Check): void {
  const { mineralN } = plan.feed;
  if (plan.figures["feed.mineralN"]?.override) return;
  const assumed = plan.figures["feed.mineralN"]?.value ?? 0;
  const value = q(assumed, "kg/ha");
  if (mineralN.use === "not measured") {
    // nobody measures what flooding takes away
    if (plan.crop.method.waterAtPlanting === "standing") return;
    add(
      "hint",
      "feed.mineralNAssumed",
      `Soil mineral N was not measured: ${value} assumed.`,
      `The true value is usually within ${q(20, "kg/ha")} of this. Sample ${DEEP} ${whenToSample(plan)}.`,
    );
  } else if (mineralN.use !== "measured")
    add(
      "advise",
      "feed.mineralNUnused",
      `The soil mineral N result of ${formatDay(mineralN.takenOn, true)} (${q(mineralN.measured, "kg/ha")}) is not used.`,
      mineralN.use === "before another crop"
        ? `It was taken before another crop, or more than a year ago. The plan assumes ${value}. Resample ${whenToSample(plan)}.`
        : "Nitrate is lost within days where the field is flooded.",
    );
  else {
    if (mineralN.depthCm < DEEP_ENOUGH_CM)
      add(
        "advise",
        "feed.mineralNShallow",
        `Soil mineral N was sampled to ${q(mineralN.depthCm, "cm")} only.`,
        `The ${q(mineralN.measured, "kg/ha")} are used as measured, but roots go deeper: the true value is likely to be higher. Sample ${DEEP}.`,
      );
    const { leachedKgPerHa, setFreeKgPerHa, until, drainedMm } = mineralN.since;
    const best = bestSampling(plan);
    const again =
      best && best > mineralN.takenOn && daysBetween(mineralN.takenOn, best) > EARLY_DAYS && best >= facts.today
        ? ` A sample about ${formatDay(best)}, before the first nitrogen, says more.`
        : "";
    if (best && mineralN.takenOn > addDays(best, LATE_DAYS))
      add(
        "hint",
        "feed.mineralNLate",
        `The mineral N was sampled on ${formatDay(mineralN.takenOn, true)}, when the crop was taking it up.`,
        `What it holds by then is missing from the sample. The best date was about ${formatDay(best)}.`,
      );
    if (leachedKgPerHa >= 5)
      add(
        "hint",
        "feed.mineralNLeached",
        `Of the mineral N sampled and set free since, ${q(leachedKgPerHa, "kg/ha")} are expected to leach before ${formatDay(until)}.`,
        `${q(mineralN.measured, "kg/ha")} were sampled and ${q(setFreeKgPerHa, "kg/ha")} are set free; about ${q(drainedMm, "mm")} drain through the root zone. ${value} can be used. A wet winter leaves less.${again}`,
      );
  }
}

/** Organic nitrogen in total, not only what acts this season, against the usual limit of law. */
function checkOrganicN({ decisions, add }: Check): void {
  const manure = decisions.feed?.manure;
  const kind = manure && MANURES[manure.kind as ManureId];
  if (!manure || !kind) return;
  const over = pastLimit(manure.tPerHa * (kind.contentsKgPerT.n ?? 0), MOST_ORGANIC_N);
  const most = round(MOST_ORGANIC_N / (kind.contentsKgPerT.n ?? 1), 1);
  if (over !== null)
    add(
      "advise",
      "feed.organicN",
      `The manure supplies ${q(over, "kg N/ha", 1)} in total, more than ${q(MOST_ORGANIC_N, "kg N/ha")}.`,
      "This is the usual legal limit for nitrogen from livestock manure in a year; yours may be lower. Nitrogen that is not available this season is leached or carried into the next.",
      [
        {
          label: `Apply ${q(most, "t/ha of mass", 1)}`,
          changes: [change("feed/manure/tPerHa", most)],
        },
      ],
    );
}

/** What was too little for a trip of its own. */
function checkSmall({ plan, add }: Check): void {
  const { small, splits, need } = plan.feed;
  const nameOf = (id: string) => (splits.find((s) => s.id === id)?.name ?? id).toLowerCase();
  for (const { from, to, kgPerHa } of small.merged)
    add(
      "hint",
      `feed.merged.${from}`,
      `${sentence(nameOf(from)).slice(0, -1)} (${q(kgPerHa, "kg N/ha")}) is added to ${nameOf(to)}.`,
      "It is too little for a separate pass and for even spreading.",
    );
  for (const id of small.leftOut) {
    const { label, name } = nutrientOf(id);
    add(
      "hint",
      `feed.leftOut.${id}`,
      `${q(need[id], "kg/ha")} of ${id === "n" ? name : label} are not applied.`,
      "It is too little for even spreading, and the soil can supply it for one season.",
    );
  }
}

/** Urea and ammonium on alkaline ground lose ammonia where they lie on top. */
function checkAmmonia({ plan, facts, add }: Check): void {
  const ph = facts.soilTest?.ph;
  if (ph === undefined || ph < AMMONIA_PH) return;
  const given = plan.feed.doses.flatMap((dose) => {
    const product = facts.fertilisers.find((f) => f.id === dose.id);
    return product?.nForm === "urea" || product?.nForm === "ammonium" ? [product] : [];
  });
  const first = given[0];
  if (!first) return;
  const other = facts.fertilisers.find((f) => f.nForm === "ammonium nitrate" || f.nForm === "nitrate");
  const names = [...new Set(given.map((p) => p.name))].join(" and ");
  add(
    "advise",
    "feed.ammonia",
    `${names} on soil of pH ${ph}: ammonia losses are likely.`,
    "A tenth to a third of the N can be lost within days if it lies on the surface. Incorporate it, apply before rain or irrigation, or use a nitrate.",
    other
      ? [
          {
            label: other.name,
            changes: [change("feed/splitProducts", Object.fromEntries(plan.feed.splits.map((s) => [s.id, other.id])))],
          },
        ]
      : [],
  );
}

function checkCaps({ plan, add }: Check): void {
  const { feed } = plan;
  const { guide } = plan.crop;
  const total = capOf(guide, "total");
  const bySeasons = feed.nitrogenBy === "rehearsed";
  const asked = plan.figures["feed.n"]?.override ? undefined : plan.asides["feed.asked"]?.value;
  if (total && asked !== undefined)
    add(
      "advise",
      "feed.heldAtLimit",
      `Nitrogen is held at the crop's limit of ${q(total.kgNPerHa, "kg N/ha")}; ${bySeasons ? "the simulated seasons would pay for" : "the target would need"} ${q(asked, "kg N/ha")}.`,
      `${sentence(total.why)} Local law may set a lower limit. ${bySeasons ? "Expect a lower yield." : "Lower the target, or expect a lower yield."}`,
      [
        {
          label: `Apply ${q(asked, "kg N/ha")}`,
          changes: [change("overrides/feed.n", { value: Math.round(asked), reason: "over the crop's limit" })],
        },
      ],
    );
  const inAll = total ? pastLimit(feed.supplied.n, total.kgNPerHa) : null;
  if (total && inAll !== null)
    add(
      "advise",
      "feed.totalCap",
      `Total nitrogen of ${q(inAll, "kg N/ha", 1)} is above the crop's limit of ${q(total.kgNPerHa, "kg N/ha")}.`,
      `${sentence(total.why)} Local law may set a lower limit.`,
      feed.need.n > total.kgNPerHa
        ? [
            {
              label: `Apply ${q(total.kgNPerHa, "kg N/ha")} and expect a lower yield`,
              changes: [change("overrides/feed.n", { value: total.kgNPerHa, reason: "the crop's cap" })],
            },
          ]
        : [],
    );
  const last = capOf(guide, "lastSplit");
  const lastLine = feed.splits.at(-1);
  const inLast = last && lastLine && feed.splits.length > 1 ? pastLimit(lastLine.nKgPerHa, last.kgNPerHa) : null;
  if (last && inLast !== null)
    add(
      "advise",
      "feed.lastCap",
      `The last dressing of ${q(inLast, "kg N/ha", 1)} is above its limit of ${q(last.kgNPerHa, "kg N/ha")}.`,
      sentence(last.why),
    );
  const seedbed = capOf(guide, "seedbed");
  const inSeedbed = seedbed ? pastLimit(fromBase(feed, "n"), seedbed.kgNPerHa) : null;
  if (seedbed && inSeedbed !== null)
    add(
      "advise",
      "feed.seedbedCap",
      `Seedbed nitrogen of ${q(inSeedbed, "kg N/ha", 1)} is above its limit of ${q(seedbed.kgNPerHa, "kg N/ha")}.`,
      sentence(seedbed.why),
    );
}

/** What is short by less is within what any need is off by [kg/ha, share]; of trace elements the share alone. Assumptions. */
const SHORT_KG = 3;
const SHORT_SHARE = 0.05;
/** Of what only comes along with others [kg/ha]. */
const SHORT_ALONG_KG = 5;

/** Each nutrient short of its need, or over it; what comes along with others is only ever short. */
function checkBalance({ plan, add }: Check): void {
  const { feed } = plan;
  const { guide } = plan.crop;
  for (const { id, label, name, given, trace } of NUTRIENTS) {
    const need = feed.small.leftOut.includes(id) ? 0 : feed.need[id];
    const gap = feed.supplied[id] + broughtByMaterials(plan, id) - need;
    const shown = (value: number) => q(trace ? Number(value.toPrecision(2)) : round(value), "kg/ha");
    const long =
      given === "split" || given === "base" ? (name === "nitrogen" ? "Nitrogen" : label) : sentence(name).slice(0, -1);
    if (given === "along") {
      if (gap < -SHORT_ALONG_KG)
        add(
          "hint",
          `feed.short.${id}`,
          `${long} is ${shown(-gap)} short.`,
          feed.need.n > 0
            ? "Deficiency shows first on light soils. Use a sulphur-containing product in the first nitrogen dressing."
            : "No nitrogen product is applied that could supply it. Use sulphate of potash or gypsum where the crop has shown deficiency.",
        );
      continue;
    }
    if (gap < -Math.max(trace ? 0 : SHORT_KG, need * SHORT_SHARE))
      add(
        "advise",
        `feed.short.${id}`,
        `${long} is ${shown(-gap)} short.`,
        `The requirement is ${shown(need)}, ${shown(feed.supplied[id])} are applied. ${shortage(plan, id)}`,
      );
    if (gap > Math.max(trace ? 1 : 8, need * 0.15))
      add(
        "advise",
        `feed.over.${id}`,
        `${long}: ${shown(gap)} more than required.`,
        `The requirement is ${shown(need)}, ${shown(feed.supplied[id])} are applied. ${given === "split" ? sentence(guide.feed.excess) : "This crop will not repay it."}`,
      );
  }
}

/** What a shortage does; or that no product supplies it. */
function shortage(plan: Check["plan"], id: (typeof NUTRIENTS)[number]["id"]): string {
  const { feed, organicOnly } = { feed: plan.feed, organicOnly: plan.crop.guide.feed.organicOnly };
  const without =
    feed.base.some((b) => b.nutrient === id && b.productId === null) ||
    (id === "n" && feed.splits.some((s) => s.productId === null));
  if (without)
    return organicOnly
      ? "No organic product in your list supplies it. Plan manure, or add a product under Records."
      : "No product in your list supplies it alone. Add one under Records, or choose another.";
  return sentence(plan.crop.guide.feed.lack);
}

function checkProducts({ plan, facts, add }: Check): void {
  const { guide } = plan.crop;
  for (const dose of plan.feed.doses) {
    const product = facts.fertilisers.find((f) => f.id === dose.id);
    if (guide.feed.organicOnly && product && !product.organic)
      add(
        "stop",
        `feed.notOrganic.${dose.id}`,
        `${product.name} is not permitted in organic farming.`,
        "The crop would lose its organic status.",
        [
          {
            label: "Remove it",
            changes: [change("feed/products", undefined), change("feed/splitProducts", undefined)],
          },
        ],
      );
    if (!guide.feed.avoidChloride || !product?.containsChloride) continue;
    const main = plan.feed.base.find((b) => b.productId === dose.id)?.nutrient;
    const other =
      main &&
      facts.fertilisers.find((f) => (f.contents[main] ?? 0) > 0 && (f.contents.n ?? 0) === 0 && !f.containsChloride);
    add(
      "advise",
      `feed.chloride.${dose.id}`,
      `${product.name} contains chloride.`,
      "Chloride lowers the dry matter and quality of this crop.",
      other && main ? [{ label: other.name, changes: [change(`feed/products/${main}`, other.id)] }] : [],
    );
  }
}
