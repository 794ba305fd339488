import type { PlanLot } from "../../plan/facts";
import type { Draft } from "../sheet";

/** The lots of the kind that is grown. */
export const lotsOfKind = ({ context, facts }: Pick<Draft, "context" | "facts">): PlanLot[] =>
  facts.seedLots.filter((l) => l.guideId === context.crop.guide.id && l.kindId === context.crop.kind.id);

/** The lot that is used: the chosen one, else a certified one of the kind, else any of it. */
export function lotOf(draft: Draft): PlanLot | null {
  const lots = lotsOfKind(draft);
  return lots.find((l) => l.id === draft.decisions.seed?.lotId) ?? lots.find((l) => l.certified) ?? lots[0] ?? null;
}
