import { given } from "../figure/figure";
import { fitting, methodForStock } from "../guides/fitting";
import { resolveGuide } from "../guides/resolve-guide";
import type { Guide } from "../guides/schema";
import { PlanContext } from "../plan/context";
import { type SolvedDates, solveDates } from "../plan/dates";
import type { PlanFacts } from "../plan/facts";
import { finishOperations, listInputs, type PlannedOperation } from "../plan/operation";
import { PREVIOUS_OFF } from "../plan/own-operations";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { cropPrice, nitrogenPays } from "./crop-price";
import type { Decisions } from "./decisions";
import { costedPart, datedParts, followingWork, plannedWork, undatedParts } from "./index";
import type { Plan } from "./plan";
import { rehearsedPart } from "./rehearsed/draft";
import { nitrogenAsked } from "./rehearsed/nitrogen";
import type { Dated, Draft, FirstDraft } from "./sheet";

/**
 * A whole plan from the field's facts and the agronomist's decisions: figures, operations with dates, inputs and money.
 *
 * Pure, and quick enough for every keystroke; the browser and the server call the same function. What cannot be used
 * of the input stands under `problems`, and that part of the plan rests on defaults. Errors: another crop's guide, or a
 * kind, method or product that the guide does not know; a date more than two seasons before the harvest year or one after
 * it. Never throws.
 *
 * Example: draftPlan(facts, freshDecisions("wheat"), 2027, wheat) is the default winter wheat plan for harvest 2027.
 */
export function draftPlan(
  facts: PlanFacts,
  decisions: Decisions,
  season: number,
  guide: Guide,
  /** what another drafting found, to be held while something else is moved; null drafts for itself */
  first: FirstDraft | null = null,
): Result<Plan> {
  const far = datesOutOfSeason(decisions, season);
  if (far.length > 0) return failed(far);
  try {
    return whole(drafting(facts, decisions, season, guide, first));
  } catch (error) {
    // a plan that nobody thought of must not take down the page that lists it among hundreds
    return failed([
      {
        field: NOT_DRAFTED,
        given: decisions.crop,
        allowed: "other decisions",
        message: `The plan cannot be drafted: ${error instanceof Error ? error.message : error}`,
      },
    ]);
  }
}

/** The field of an error that no check of the decisions foresaw. */
export const NOT_DRAFTED = "decisions";
/** Nitrogen in a season's water from which it is counted [kg/ha]; less is within what any balance is off by. */
const WORTH_COUNTING_N = 1;
/** Seasons before and after the one of the harvest in which a plan's dates may lie: land is made ready long before. */
const SEASONS_BEFORE = 2;
const SEASONS_AFTER = 1;

/** Dates that no work for this harvest can have. */
function datesOutOfSeason({ dates = {} }: Decisions, season: number): FieldError[] {
  const from = `${season - SEASONS_BEFORE}-01-01`;
  const to = `${season + SEASONS_AFTER}-12-31`;
  return Object.entries(dates).flatMap(([id, { date }]) =>
    date >= from && date <= to ? [] : [fieldError(`dates.${id}`, date, `${from} to ${to}, for harvest ${season}`)],
  );
}

/** Takes all steps of a drafting at once. */
function whole(steps: Generator<undefined, Result<Plan>>): Result<Plan> {
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}

/**
 * The steps of drafting a plan, for whoever must not be kept waiting: the first drafting of a page takes ten times as long as the
 * next, since nothing of it has run yet. Throws what draftPlan says as an error.
 */
export const draftInSteps = (
  facts: PlanFacts,
  decisions: Decisions,
  season: number,
  guide: Guide,
): Generator<undefined, Result<Plan>> => drafting(facts, decisions, season, guide, null);

function* drafting(
  facts: PlanFacts,
  decisions: Decisions,
  season: number,
  guide: Guide,
  first: FirstDraft | null,
): Generator<undefined, Result<Plan>> {
  const { guideId, kindId, methodId, productId, schools } = decisions.crop;
  if (guide.id !== guideId)
    return failed([fieldError("crop.guideId", guideId, `"${guide.id}", the guide that is drafted with`)]);
  // stock that is there decides how it is planted, until somebody does
  const method = methodId ?? methodForStock(guide, kindId, facts.seedLots);
  const crop = resolveGuide(guide, {
    ...fitting(guide, { kind: kindId, method, product: productId, schools }),
    practice: facts.guideFigures,
  });
  if (!crop.ok) return crop;
  const context = new PlanContext(facts, decisions, crop.value, season);
  const draft: Draft = { context, facts, decisions, targetTPerHa: target(context), first, parts: {} };

  const undated = { ...draft, parts: yield* undatedParts(draft) };
  yield;
  let withDates: Draft<Dated> | null = null;
  const dated = (): Draft<Dated> => {
    if (!withDates) throw new Error("asked for what needs dates before there are any");
    return withDates;
  };
  const planned = kept(draft, plannedWork({ ...undated, dated }));
  yield;
  const solved = solveDates(context, planned);
  yield;
  const whole = { ...undated, parts: yield* datedParts(undated, solved) };
  if (first === null) {
    // feed comes before dates, water and season: what they ask of it goes into a second drafting, never into a third
    const found = askedOfFeed(whole, solved, planned);
    yield;
    if (found) return yield* drafting(facts, decisions, season, guide, found);
  }
  withDates = whole;
  const operations = finishOperations(context, [...planned, ...followingWork(whole, solved)], solved);
  const inputs = listInputs(operations, facts.field.areaHa);
  const rehearsal = yield* rehearsedPart(whole, solved, operations);
  yield;
  const money = costedPart(whole, operations, inputs);

  const dateOf = (role: PlannedOperation["role"]) => operations.find((o) => o.role === role)?.date ?? null;
  return ok({
    crop: crop.value,
    season,
    areaHa: facts.field.areaHa,
    targetTPerHa: draft.targetTPerHa,
    figures: context.figures,
    asides: context.asides,
    ...whole.parts,
    money,
    rehearsal,
    stages: stagesOf(solved),
    plantingDate: dateOf("plant"),
    harvestDate: dateOf("harvest"),
    operations,
    inputs,
    waits: solved.waits,
    windows: solved.windows,
    conflicts: solved.conflicts,
    broken: solved.broken,
    problems: context.problems,
  });
}

/** What a first drafting finds that feed has to know; null where it knew all of it. */
function askedOfFeed(draft: Draft<Dated>, solved: SolvedDates, planned: PlannedOperation[]): FirstDraft | null {
  const brought = draft.parts.water.nitrogenKgPerHa;
  const waterN = brought >= WORTH_COUNTING_N ? brought : 0;
  const dates = planned.map(({ id, role }) => ({ id, role, date: solved.dates[id]?.planned ?? null }));
  const price = cropPrice(draft, draft.parts.harvest.straw);
  if (!nitrogenPays(draft) || price === undefined) return waterN > 0 ? { waterN, nitrogen: null } : null;
  return { waterN, nitrogen: nitrogenAsked(draft, solved, dates, price) };
}

function target(context: PlanContext): number {
  const usual = context.crop.product.targetTPerHa;
  const text = `typical; ${context.source(usual.source)}`;
  return context.use("target", given("Target yield", usual.typical, "t/ha", { kind: "source", text }));
}

/** Without what was left out; what hung on that alone goes with it. Planting stays: all dates hang on it. */
function kept({ context, decisions, facts }: Draft, planned: PlannedOperation[]): PlannedOperation[] {
  const skipped = decisions.skipped ?? {};
  const always = new Set([
    "planting",
    ...context.crop.guide.stages.map((s) => s.id),
    ...(facts.previousCrop?.harvest ? [PREVIOUS_OFF] : []),
  ]);
  let left = planned.filter((item) => item.role === "plant" || !(item.id in skipped));
  for (;;) {
    // by its id or its role, and nothing hangs on itself
    const hangs = (item: PlannedOperation, from: string) =>
      always.has(from) || left.some((other) => other !== item && (other.id === from || other.role === from));
    const held = left.filter((item) => item.when.length === 0 || item.when.some((w) => hangs(item, w.from)));
    if (held.length === left.length) return held;
    // what hung on something that is gone goes too
    left = held;
  }
}

function stagesOf(solved: SolvedDates): Plan["stages"] {
  return solved.stages.map(({ stage, date, early, late, basis }) => ({
    id: stage.id,
    name: stage.name,
    bbch: stage.bbch,
    date: solved.dates[stage.id]?.planned ?? date,
    cover: stage.cover,
    rootCm: stage.rootCm,
    look: stage.look,
    early,
    late,
    basis,
  }));
}
