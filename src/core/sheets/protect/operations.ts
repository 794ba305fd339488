import { implementOf } from "../../ground/implements";
import { guideWork, handWork } from "../../money/field-work";
import type { PlannedOperation } from "../../plan/operation";
import { OWN } from "../../plan/own-operations";
import { settings } from "../../plan/settings";
import { isSpreadDry } from "../../records/inputs/product-forms";
import type { ProtectionProduct } from "../../records/inputs/protection-product";
import { q, span } from "../../units/told";
import { materialsOf } from "../materials";
import type { Planning } from "../sheet";
import { taskOperations } from "../task-operations";
import { sentence } from "../words";

/** How much the usual date of a measure counts when dates compete: as that of a task. */
const MEASURE_WEIGHT = 10;
/** A treatment may come so many days earlier or later than planned: the sight of the field decides. */
const PLAY_DAYS = 5;
/** Hands on a hectare with a knapsack [h]; usual figure. */
const KNAPSACK_H_PER_HA = 8;
/** Bait or granules on a hectare from a bucket or hand spreader [h]; usual figure. */
const BUCKET_H_PER_HA = 2;
/** The work of one treatment, sprayed or spread dry. */
const SPRAYING = { implement: "sprayer", handHoursPerHa: KNAPSACK_H_PER_HA };
const SPREADING = { implement: "spreader", handHoursPerHa: BUCKET_H_PER_HA };
/** The work of one treatment with a product. */
export const workOfTreatment = (product: Pick<ProtectionProduct, "formulation"> | null) =>
  product && isSpreadDry(product) ? SPREADING : SPRAYING;

/** The guide's looks and work, and the treatments that were decided. */
export function protectOperations(draft: Planning): PlannedOperation[] {
  return [
    ...taskOperations(draft, "protect"),
    ...hives(draft),
    ...measures(draft),
    ...treatments(draft),
    ...strip(draft),
  ];
}

/** Along the tramline, and as wide as a boom: what one can weigh apart at harvest; by knapsack a bed's width [m]. */
const STRIP_LONG_M = 50;
const KNAPSACK_STRIP_M = 3;
/** Where diseases are treated, a strip is left out and read while leaves are still there: it says what the treatments brought. */
function strip({ context, facts, parts }: Planning): PlannedOperation[] {
  const { guide } = context.crop;
  const treated = parts.protect.treatments.flatMap((t) => {
    const threat = guide.threats.find((x) => x.id === t.threatId);
    return threat && (threat.organism === "fungus" || threat.organism === "oomycete") ? [threat] : [];
  });
  const place = (stage: string) => guide.stages.findIndex((s) => s.id === stage);
  // read when the last of them has had its time
  const end = treated.map((t) => t.stages[1]).sort((a, b) => place(b) - place(a))[0];
  if (end === undefined) return [];
  const diseases = treated.map((t) => t.name.toLowerCase());
  const wide = facts.field.handWork ? KNAPSACK_STRIP_M : implementOf("sprayer").usual.widthM;
  return [
    {
      id: "strip-read",
      role: "look",
      sheet: "protect",
      name: "Assess the untreated strip",
      mark: "strip",
      detail: `The strip is ${q(wide, "m")} by ${q(STRIP_LONG_M, "m")}, untreated, along a tramline away from headland, trees and water. Count ${[...new Set(diseases)].join(" and ")} in the strip and beside it. Harvest and weigh both separately.`,
      reason: "it shows whether the sprays paid on this field",
      when: [{ from: end, min: -7, usual: 0, max: 21 }],
      weight: MEASURE_WEIGHT,
      cautions: [],
      byDaysAndStage: true,
      work: () => handWork(0),
    },
  ];
}

/** Days before the first flowers on which hives come: earlier, bees learn other flowers. */
const HIVES_BEFORE_DAYS = 2;
/** Setting out or fetching hives on a hectare [h]; assumption. */
const HIVES_H_PER_HA = 0.3;

/** Hives in as bloom begins, and out before anything is sprayed after it. */
function hives({ context, facts }: Planning): PlannedOperation[] {
  const { pollination } = context.crop.guide;
  const { hivesPerHa, bloom } = pollination;
  if (!hivesPerHa || !bloom) return [];
  const count = Math.max(1, Math.ceil(hivesPerHa.typical * facts.field.areaHa));
  const job = (
    id: string,
    name: string,
    mark: string,
    from: string,
    days: number,
    reason: string,
  ): PlannedOperation => ({
    id,
    role: "tend",
    sheet: "protect",
    name,
    mark,
    detail: `${count} hives (${span(hivesPerHa.low, hivesPerHa.high, "hives/ha")}), in groups over the field, with water nearby. The beekeeper places them.`,
    reason,
    when: [{ from, min: days - 2, usual: days, max: days + 4 }],
    weight: MEASURE_WEIGHT,
    cautions: [],
    byDaysAndStage: true,
    work: () => handWork(HIVES_H_PER_HA),
  });
  return [
    job(
      OWN.hivesIn,
      "Place hives",
      "hives in",
      bloom[0],
      -HIVES_BEFORE_DAYS,
      "the crop is pollinated by bees; placed earlier, they learn other flowers",
    ),
    job(
      OWN.hivesOut,
      "Remove hives",
      "hives out",
      bloom[1],
      2,
      "flowering is over, and sprays after flowering would reach them",
    ),
  ];
}

/** What was chosen of the options without a product. */
function measures(draft: Planning): PlannedOperation[] {
  const { context, facts, parts } = draft;
  const { guide } = context.crop;
  return parts.protect.measures.flatMap(({ id, threatId, option }): PlannedOperation[] => {
    const threat = guide.threats.find((t) => t.id === threatId);
    if (!threat || !option.when) return [];
    const against = threat.name.toLowerCase();
    const mark = option.mark ?? atWord(option.what, 18);
    return [
      {
        id,
        role: threat.organism === "plant" ? "weed" : "tend",
        sheet: "protect",
        name: sentence(mark.includes(against) ? mark : `${mark} against ${against}`).slice(0, -1),
        mark,
        detail: `${sentence(option.what)}${option.uses ? ` Materials: ${option.uses}.` : ""}`,
        reason: `chosen for ${against}${option.harms ? `; side effects: ${option.harms}` : ""}`,
        when: [option.when],
        weight: MEASURE_WEIGHT,
        cautions: option.cautions ?? [],
        byDaysAndStage: true,
        ...materialsOf(draft, id, option.materials),
        work: () => guideWork(option.work, facts.field),
      },
    ];
  });
}

/** As much of a text as fits, cut between words. */
const atWord = (text: string, most: number) =>
  text.length <= most ? text : text.slice(0, Math.max(text.lastIndexOf(" ", most), 1)).trim();

function treatments({ context, facts, parts }: Planning): PlannedOperation[] {
  const { guide } = context.crop;
  const stages = new Set(guide.stages.map((s) => s.id));
  return parts.protect.treatments.map((t): PlannedOperation => {
    const threat = guide.threats.find((x) => x.id === t.threatId);
    const against = (threat?.name ?? t.threatId).toLowerCase();
    const name = t.product?.name ?? "a product that is not in your list";
    const from = stages.has(t.stageId) ? t.stageId : "planting";
    return {
      id: t.id,
      role: "treat",
      sheet: "protect",
      name: `${t.waterLPerHa === null ? "Apply" : "Spray"} ${name} for ${against}`,
      mark: atWord(`treat ${against}`, 18),
      detail: t.waterLPerHa === null ? "Apply dry, evenly over the area." : "",
      reason: "chosen within the label; scouting on the day decides",
      condition: {
        by: "adviser",
        only: `if scouting reaches the threshold${threat ? ` (${threat.threshold.replace(/\.$/, "")})` : ""}`,
      },
      settings: () =>
        settings({
          sprayVolume: t.waterLPerHa,
          harvestInterval: t.use?.harvestWaitDays,
          reEntry: t.product?.reEntryHours,
          waterBuffer: t.product?.waterBufferM,
        }),
      when: [{ from, min: t.days - PLAY_DAYS, usual: t.days, max: t.days + PLAY_DAYS }],
      weight: 15,
      cautions: ["spray"],
      byDaysAndStage: false,
      inputs: (logged) => [
        {
          kind: "protection",
          id: t.product?.id ?? t.id,
          name,
          unit: t.unit,
          perHa: logged ?? t.ratePerHa,
          quantity: (logged ?? t.ratePerHa) * facts.field.areaHa,
          bags: null,
          bagKg: null,
          pricePerUnit: t.product?.pricePerUnit ?? 0,
        },
      ],
      work: () => guideWork(workOfTreatment(t.product), facts.field),
    };
  });
}
