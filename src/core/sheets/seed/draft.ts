import { daysBetween, type IsoDate } from "../../dates";
import { plus, times } from "../../figure/expression";
import { computed, given, quantity } from "../../figure/figure";
import { type SolvedDates, windowOfPlan } from "../../plan/dates";
import { OWN } from "../../plan/own-operations";
import type { Draft } from "../sheet";
import { lotsOnField } from "./lots";
import type { SeedPart } from "./part";
import { lotOf } from "./pick-lot";
import { sizeOfProduct } from "./size";
import { countedStand } from "./stand";
import { wayOf } from "./ways";

/** Most that lateness moves the target population [per cent]. */
const MOST_BY_LATENESS_PCT = 50;

/** Once the planting date stands: the target population moved by the situation, the stock that gives it, what to order. */
export function datedSeed(draft: Draft, solved: SolvedDates): SeedPart {
  const { context, decisions } = draft;
  const { method } = context.crop;
  const seed = decisions.seed ?? {};
  const way = wayOf(method);
  const lot = way.usedAt === null ? null : lotOf(draft);
  const planting = solved.dates[OWN.plant]?.planned ?? null;
  const target = targetPlants(draft, planting, windowOfPlan(context, OWN.plant).best);
  const reservePct = seed.reservePct ?? way.usualReservePct;
  const { rowSpacingCm } = method.geometry;
  const rowUsed = rowSpacingCm
    ? context.use(
        "seed.rowSpacing",
        given("Row spacing", rowSpacingCm.typical, "cm", { kind: "source", text: context.source(rowSpacingCm.source) }),
      )
    : (seed.rowSpacingCm ?? null);
  if (way.usedAt !== null)
    context.show(
      "seed.depth",
      given("Depth", method.depthCm.typical, "cm", { kind: "source", text: context.source(method.depthCm.source) }),
    );
  const stock = way.stock(draft, { lot, targetPlantsPerM2: target.value, rowSpacingCm: rowUsed, reservePct });
  const shared = lotsOnField(draft, lot, stock);
  const part: SeedPart = {
    ...stock,
    size: sizeOfProduct(draft, target.value),
    ...(shared ? { ...shared, orderKg: shared.lots.reduce((sum, l) => sum + l.orderKg, 0), bags: null } : {}),
    lotId: lot?.id ?? null,
    variety: lot?.variety ?? "",
    targetPlantsPerM2: target.value,
    adjustments: target.adjustments,
    rowSpacingCm: rowUsed,
    reservePct,
    depthCm: method.depthCm.typical,
  };
  const stand = countedStand(draft.facts, part, planting);
  return stand ? { ...part, stand } : part;
}

/** The guide's target, moved by lateness and by the situations that are switched on; each step a line of the working. */
function targetPlants({ context, decisions }: Draft, planting: IsoDate | null, bestDate: IsoDate) {
  const { method } = context.crop;
  const usual = method.targetPlantsPerM2;
  const chosen = decisions.seed?.adjustments ?? {};
  const daysLate = planting ? Math.max(0, daysBetween(bestDate, planting)) : 0;
  const adjustments = method.adjustments.map((a) => {
    const decided = chosen[a.id];
    const byLateness = Math.min(MOST_BY_LATENESS_PCT, Math.round((a.perDaysLate ?? 0) * daysLate * 10) / 10);
    return {
      id: a.id,
      situation: a.situation,
      why: a.why,
      changePct: decided?.changePct ?? (a.perDaysLate === undefined ? a.changePct : byLateness),
      on: decided?.on ?? a.perDaysLate !== undefined,
    };
  });
  const moved = times(
    quantity("guide target", usual.typical, "/m²", {
      basis: { kind: "source", text: [context.source(usual.source), usual.varies].filter(Boolean).join("; ") },
    }),
    ...adjustments.flatMap(({ on, changePct, situation, why }) =>
      on && changePct !== 0
        ? [plus(1, quantity(situation, changePct, "%", { basis: { kind: "assumption", text: why } }))]
        : [],
    ),
  );
  const figure = computed(
    "Target plants",
    "/m²",
    moved,
    `usual range ${usual.low} to ${usual.high}; schools differ on whether poor or dry ground wants more or less`,
  );
  return { value: context.use("seed.targetPlants", figure), adjustments };
}
