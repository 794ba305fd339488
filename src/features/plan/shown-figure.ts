import type { Figure } from "@/core/figure/figure";
import type { AsideId, FigureId } from "@/core/plan/figure-ids";
import type { Plan } from "@/core/sheets/plan";

/** A figure of a plan, or one that is shown beside it. */
export function shownFigure(plan: Pick<Plan, "figures" | "asides">, id: string): Figure | undefined {
  return plan.figures[id as FigureId] ?? plan.asides[id as AsideId];
}
