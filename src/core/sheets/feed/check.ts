import { NUTRIENTS } from "../../nutrients";
import { change } from "../decisions";
import type { Check } from "../sheet";
import { round, sentence } from "../words";
import { fromBase } from "./draft";

export function checkFeed(check: Check): void {
  checkCaps(check);
  checkBalance(check);
  checkProducts(check);
}

function checkCaps({ plan, add }: Check): void {
  const { feed } = plan;
  const { caps } = plan.crop.guide.feed;
  const cap = (id: (typeof caps)[number]["id"]) => caps.find((c) => c.id === id);
  const total = cap("total");
  if (total && feed.supplied.n > total.kgNPerHa)
    add(
      "advise",
      "feed.totalCap",
      `${round(feed.supplied.n)} kg N/ha is over ${total.kgNPerHa}.`,
      `${sentence(total.why)} Local law may set a lower limit.`,
    );
  const last = cap("lastSplit");
  const lastLine = feed.splits.at(-1);
  if (last && lastLine && feed.splits.length > 1 && lastLine.nKgPerHa > last.kgNPerHa)
    add(
      "advise",
      "feed.lastCap",
      `The last split of ${round(lastLine.nKgPerHa)} kg N/ha is over ${last.kgNPerHa}.`,
      sentence(last.why),
    );
  const seedbed = cap("seedbed");
  const seedbedN = fromBase(feed, "n");
  if (seedbed && seedbedN > seedbed.kgNPerHa)
    add(
      "advise",
      "feed.seedbedCap",
      `${round(seedbedN)} kg N/ha in the seedbed is over ${seedbed.kgNPerHa}.`,
      sentence(seedbed.why),
    );
}

/** Each nutrient short of its need, or over it; what comes along with others is only ever short. */
function checkBalance({ plan, add }: Check): void {
  const { feed } = plan;
  const { guide } = plan.crop;
  for (const { id, label, name, given, trace } of NUTRIENTS) {
    const need = feed.need[id];
    const gap = feed.supplied[id] - need;
    const shown = (value: number) => round(value, trace ? 1 : 0);
    const long =
      given === "split" || given === "base" ? (name === "nitrogen" ? "Nitrogen" : label) : sentence(name).slice(0, -1);
    if (given === "along") {
      if (gap < -5)
        add(
          "hint",
          `feed.short.${id}`,
          `${long} is ${shown(-gap)} kg/ha short.`,
          "Light ground far from industry shows it first; a sulphur-holding nitrogen product in the first split covers it.",
        );
      continue;
    }
    if (gap < -Math.max(trace ? 0.05 : 3, need * 0.05))
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
      ? "No organic product in the catalogue brings it: plan manure, or add a product in Settings."
      : "No product in the catalogue brings it alone: add one in Settings, or choose another.";
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
