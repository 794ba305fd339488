import type { Draft } from "../sheet";

/** The one that was chosen; else where the farm works by hand the one with the most hours by hand; else the guide's first. */
export function harvestWay({ context, decisions, facts }: Pick<Draft, "context" | "decisions" | "facts">) {
  const { methods } = context.crop.guide.harvest;
  const chosen = methods.find((m) => m.id === decisions.harvest?.methodId);
  if (chosen) return chosen;
  const byHand = (m: (typeof methods)[number]) => (m.work.handHoursPerHa ?? 0) + (m.work.helperHoursPerHa ?? 0);
  const ordered = facts.field.handWork ? [...methods].sort((a, b) => byHand(b) - byHand(a)) : methods;
  return ordered[0] as (typeof methods)[number];
}
