import type { Plan } from "../plan";

/** What is sold besides the product is worth in all [minor units/ha]. */
export const besidesPerHa = ({ besides }: Pick<Plan["harvest"], "besides">): number =>
  besides.reduce((sum, b) => sum + b.worthPerHa, 0);
