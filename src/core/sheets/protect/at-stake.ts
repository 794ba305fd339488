import type { Plan } from "../plan";

/** The yield that a threat takes its part of: what the plan lets expect, before what was found takes its own [t/ha]. */
export const yieldAtStake = ({ rehearsal }: Pick<Plan, "rehearsal">): number => {
  const left = rehearsal.asked?.plan.threatShare ?? 1;
  return left > 0 ? rehearsal.expectedTPerHa / left : rehearsal.expectedTPerHa;
};
