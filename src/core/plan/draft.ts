import { given } from "../figure";
import { resolveGuide } from "../guides/resolve-guide";
import type { Guide } from "../guides/schema";
import { failed, fieldError, ok, type Result } from "../result";
import type { Decisions } from "./decisions";
import { DraftContext } from "./draft-context";
import { draftDates, PLANTING, windowOfPlan } from "./draft-dates";
import { draftFeed } from "./draft-feed";
import { draftGround } from "./draft-ground";
import { draftMoney } from "./draft-money";
import { draftSeed } from "./draft-seed";
import { draftSoil } from "./draft-soil";
import type { PlanFacts } from "./facts";
import { datables, finishOperations, listInputs } from "./operations";
import type { Plan } from "./plan";

/**
 * A whole plan from the field's facts and the agronomist's decisions: figures, operations with dates, inputs and money.
 *
 * Pure, and quick enough for every keystroke; the browser and the server call the same function. What cannot be used
 * of the input stands under `problems`, and that part of the plan rests on defaults. Errors: another crop's guide, or a
 * kind, method or product that the guide does not know.
 *
 * Example: draftPlan(facts, freshDecisions("wheat"), 2027, wheat) is the default winter wheat plan for harvest 2027.
 */
export function draftPlan(facts: PlanFacts, decisions: Decisions, season: number, guide: Guide): Result<Plan> {
  if (guide.id !== decisions.crop.guideId)
    return failed([
      fieldError("crop.guideId", decisions.crop.guideId, `"${guide.id}", the guide that is drafted with`),
    ]);
  const resolvedResult = resolveGuide(guide, {
    kind: decisions.crop.kindId,
    method: decisions.crop.methodId,
    product: decisions.crop.productId,
  });
  if (!resolvedResult.ok) return resolvedResult;
  const resolved = resolvedResult.value;
  const context = new DraftContext(facts, decisions, resolved, season);

  const usualTarget = resolved.product.targetTPerHa;
  const targetTPerHa = context.put(
    "target",
    given(
      "Target yield",
      decisions.targetTPerHa ?? usualTarget.typical,
      "t/ha",
      decisions.targetTPerHa !== undefined
        ? { kind: "decided", text: "your target" }
        : { kind: "source", text: `typical; ${context.source(usualTarget.source)}` },
    ),
  );
  const soil = draftSoil(context);
  const ground = draftGround(context);
  const feed = draftFeed(context, soil.readings, targetTPerHa);
  const items = datables(context, { soil, ground, feed });
  const solved = draftDates(context, items);
  const window = windowOfPlan(context);
  const plantingDate = solved.dates[PLANTING]?.planned ?? null;
  const seed = draftSeed(context, plantingDate, window.best);
  const operations = finishOperations(context, items, solved, { soil, ground, feed, seed, targetTPerHa });
  const inputs = listInputs(context, operations);
  const money = draftMoney(context, operations, inputs, targetTPerHa);

  return ok({
    crop: resolved,
    season,
    areaHa: facts.field.areaHa,
    targetTPerHa,
    figures: context.figures,
    asides: context.asides,
    ground,
    soil,
    seed,
    feed,
    money,
    stages: solved.stages.map(({ stage, date, early, late, basis }) => ({
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
    })),
    plantingDate,
    harvestDate: solved.dates.harvest?.planned ?? null,
    operations,
    inputs,
    waits: solved.waits,
    windows: solved.windows,
    conflicts: solved.conflicts,
    broken: solved.broken,
    problems: context.problems,
  });
}
