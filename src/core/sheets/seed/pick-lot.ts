import { stockFits } from "../../guides/fitting";
import type { PlanLot } from "../../plan/facts";
import type { Draft } from "../sheet";

/** The lots of the kind that is grown. */
export const lotsOfKind = ({ context, facts }: Pick<Draft, "context" | "facts">): PlanLot[] =>
  facts.seedLots.filter((l) => l.guideId === context.crop.guide.id && l.kindId === context.crop.kind.id);

/** The lot that is used: the chosen one, else of those that can be planted so a certified one, else any. */
export function lotOf(draft: Draft): PlanLot | null {
  const lots = lotsOfKind(draft);
  const fitting = lots.filter((l) => stockFits(draft.context.crop.method, l));
  return (
    lots.find((l) => l.id === draft.decisions.seed?.lotId) ?? fitting.find((l) => l.certified) ?? fitting[0] ?? null
  );
}
