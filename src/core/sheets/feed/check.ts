import { daysBetween, formatDay } from "../../dates";
import { MANURES, type ManureId } from "../../feed/manure";
import { leachedNitrogen } from "../../feed/soil-nitrogen";
import { NUTRIENTS, nutrientOf } from "../../nutrients";
import { heldAtCapacityMmPerM } from "../../soil/available-water";
import { change } from "../decisions";
import { broughtByMaterials } from "../materials";
import type { Check } from "../sheet";
import { pastLimit, round, sentence } from "../words";
import { fromBase } from "./draft";
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

/** Days after a dose in which the crop has not yet taken it up; assumption. */
const TAKEN_UP_DAYS = 30;
/** Nitrogen under the roots from which it is said [kg/ha]; assumption. */
const LOST_WORTH_SAYING = 10;

/** Doses that the water of the median season washes under the roots before they are taken up. */
function checkDrained({ plan, facts, add }: Check): void {
  const { season } = plan.water;
  if (!season) return;
  const heldPerM = heldAtCapacityMmPerM(facts.field.textureClass);
  for (const at of new Set(plan.feed.doses.map((d) => d.at))) {
    const date = plan.operations.find((o) => o.id === at)?.date;
    const n = plan.feed.doses.reduce((sum, d) => sum + (d.at === at ? (d.brings.n ?? 0) : 0), 0);
    const from = date ? daysBetween(season.from, date) : -1;
    if (n <= 0 || from < 0) continue;
    const drained = season.drainageMm.slice(from, from + TAKEN_UP_DAYS).reduce((a, b) => a + b, 0);
    const rootCm = plan.stages.filter((s) => s.date <= (date ?? "")).at(-1)?.rootCm ?? 30;
    const left = leachedNitrogen({
      measuredKgPerHa: n,
      drainageMm: drained,
      heldMm: (heldPerM * Math.max(30, rootCm)) / 100,
    });
    const lost = left.ok ? n - left.value.leftKgPerHa : 0;
    if (lost < LOST_WORTH_SAYING) continue;
    add(
      "advise",
      `feed.drained.${at}`,
      `Of ${round(n)} kg N on ${formatDay(date as string)} about ${round(lost)} drain under the roots.`,
      `${round(drained)} mm drain in the ${TAKEN_UP_DAYS} days after it in the season planned on: give it later or in smaller parts${plan.water.irrigations.length > 0 ? ", and water so that less drains" : ""}.`,
    );
  }
}

/** A sample counts only for the crop after it, and only as deep as it went. */
function checkMineralN({ plan, decisions, add }: Check): void {
  const { mineralN } = plan.feed;
  if (decisions.feed?.soilMineralNKgPerHa !== undefined) return;
  const value = round(plan.figures["feed.mineralN"]?.value ?? 0);
  if (mineralN.use === "not measured") {
    // nobody measures what flooding takes away
    if (plan.crop.method.waterAtPlanting === "standing") return;
    add(
      "hint",
      "feed.mineralNAssumed",
      `Soil mineral N was not measured; ${value} kg/ha are assumed.`,
      "A sample to 60 or 90 cm before the first nitrogen settles it; 20 kg/ha either way are usual.",
    );
  } else if (mineralN.use !== "measured")
    add(
      "advise",
      "feed.mineralNUnused",
      `The ${round(mineralN.measured)} kg/ha of soil mineral N from ${formatDay(mineralN.takenOn, true)} are not used.`,
      mineralN.use === "before another crop"
        ? `Another crop has grown since, or more than a year has passed: ${value} kg/ha are assumed. Sample again before the first nitrogen.`
        : "Nitrate is lost within days where the ground is flooded.",
    );
  else {
    if (mineralN.depthCm < DEEP_ENOUGH_CM)
      add(
        "advise",
        "feed.mineralNShallow",
        `Soil mineral N was sampled to ${round(mineralN.depthCm)} cm only.`,
        `Roots find what lies below: the ${round(mineralN.measured)} kg/ha are used as they are and are likely too few. Sample to 60 or 90 cm.`,
      );
    if (mineralN.measured - value >= 5)
      add(
        "hint",
        "feed.mineralNLeached",
        `Of ${round(mineralN.measured)} kg/ha of soil mineral N, ${value} are left by ${formatDay(mineralN.until)}.`,
        `About ${round(mineralN.drainageMm)} mm drain through soil that holds ${round(mineralN.heldMm)} mm in the rooted depth; a wet winter leaves less.`,
      );
  }
}

/** Organic nitrogen in total, not only what acts this season, against the usual limit of law. */
function checkOrganicN({ decisions, add }: Check): void {
  const manure = decisions.feed?.manure;
  const kind = manure && MANURES[manure.kind as ManureId];
  if (!manure || !kind) return;
  const over = pastLimit(manure.tPerHa * (kind.contentsKgPerT.n ?? 0), MOST_ORGANIC_N);
  if (over !== null)
    add(
      "advise",
      "feed.organicN",
      `Manure brings ${over} kg N/ha in all, over ${MOST_ORGANIC_N}.`,
      "The usual limit of law for nitrogen from livestock manure in a year; yours may be lower. What does not act this season is lost to water or carried into the next.",
      [
        {
          label: `${round(MOST_ORGANIC_N / (kind.contentsKgPerT.n ?? 1), 1)} t/ha`,
          changes: [change("feed/manure/tPerHa", round(MOST_ORGANIC_N / (kind.contentsKgPerT.n ?? 1), 1))],
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
      `${sentence(nameOf(from)).slice(0, -1)} of ${round(kgPerHa)} kg N/ha goes on with ${nameOf(to)}.`,
      "Too little for a trip of its own, and too little for a spreader to spread evenly.",
    );
  for (const id of small.leftOut) {
    const { label, name } = nutrientOf(id);
    add(
      "hint",
      `feed.leftOut.${id}`,
      `${round(need[id])} kg/ha of ${id === "n" ? name : label} are left out.`,
      "Too little to be spread evenly; what the soil holds carries one season.",
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
    `${names} on pH ${ph}: ammonia is lost.`,
    "On alkaline ground a tenth to a third of it can go within days where it lies on top. Work it in, spread before rain or water, or use a nitrate.",
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
  const { caps } = plan.crop.guide.feed;
  const cap = (id: (typeof caps)[number]["id"]) => caps.find((c) => c.id === id);
  const total = cap("total");
  const inAll = total ? pastLimit(feed.supplied.n, total.kgNPerHa) : null;
  if (total && inAll !== null)
    add(
      "advise",
      "feed.totalCap",
      `${inAll} kg N/ha is over ${total.kgNPerHa}.`,
      `${sentence(total.why)} Local law may set a lower limit.`,
      feed.need.n > total.kgNPerHa
        ? [
            {
              label: `Give ${total.kgNPerHa} and expect less`,
              changes: [change("overrides/feed.n", { value: total.kgNPerHa, reason: "the crop's cap" })],
            },
          ]
        : [],
    );
  const last = cap("lastSplit");
  const lastLine = feed.splits.at(-1);
  const inLast = last && lastLine && feed.splits.length > 1 ? pastLimit(lastLine.nKgPerHa, last.kgNPerHa) : null;
  if (last && inLast !== null)
    add("advise", "feed.lastCap", `The last split of ${inLast} kg N/ha is over ${last.kgNPerHa}.`, sentence(last.why));
  const seedbed = cap("seedbed");
  const inSeedbed = seedbed ? pastLimit(fromBase(feed, "n"), seedbed.kgNPerHa) : null;
  if (seedbed && inSeedbed !== null)
    add(
      "advise",
      "feed.seedbedCap",
      `${inSeedbed} kg N/ha in the seedbed is over ${seedbed.kgNPerHa}.`,
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
    const shown = (value: number) => (trace ? Number(value.toPrecision(2)) : round(value, 0));
    const long =
      given === "split" || given === "base" ? (name === "nitrogen" ? "Nitrogen" : label) : sentence(name).slice(0, -1);
    if (given === "along") {
      if (gap < -SHORT_ALONG_KG)
        add(
          "hint",
          `feed.short.${id}`,
          `${long} is ${shown(-gap)} kg/ha short.`,
          feed.need.n > 0
            ? "Light ground far from industry shows it first; a sulphur-holding nitrogen product in the first split covers it."
            : "No nitrogen is given that could bring it: potash as sulphate, or gypsum, where the crop has shown the lack.",
        );
      continue;
    }
    if (gap < -Math.max(trace ? 0 : SHORT_KG, need * SHORT_SHARE))
      add(
        "advise",
        `feed.short.${id}`,
        `${long} is ${shown(-gap)} kg/ha short.`,
        `Needed ${shown(need)}, given ${shown(feed.supplied[id])}. ${shortage(plan, id)}`,
      );
    if (gap > Math.max(trace ? 1 : 8, need * 0.15))
      add(
        "advise",
        `feed.over.${id}`,
        `${long} is ${shown(gap)} kg/ha over the need.`,
        `Needed ${shown(need)}, given ${shown(feed.supplied[id])}. ${given === "split" ? sentence(guide.feed.excess) : "Money that this crop does not return."}`,
      );
  }
}

/** What lacking it does; or that the catalogue has nothing that brings it. */
function shortage(plan: Check["plan"], id: (typeof NUTRIENTS)[number]["id"]): string {
  const { feed, organicOnly } = { feed: plan.feed, organicOnly: plan.crop.guide.feed.organicOnly };
  const without =
    feed.base.some((b) => b.nutrient === id && b.productId === null) ||
    (id === "n" && feed.splits.some((s) => s.productId === null));
  if (without)
    return organicOnly
      ? "No organic product in the catalogue brings it: plan manure, or add a product in Records."
      : "No product in the catalogue brings it alone: add one in Records, or choose another.";
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
        `${product.name} is not allowed in organic growing.`,
        "The crop would lose its certificate.",
        [
          {
            label: "Take it out",
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
      `${product.name} brings chloride.`,
      "This crop loses dry matter and quality to chloride.",
      other && main ? [{ label: other.name, changes: [change(`feed/products/${main}`, other.id)] }] : [],
    );
  }
}
