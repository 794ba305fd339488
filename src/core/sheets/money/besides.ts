import type { Plan } from "../plan";

/** What a hectare brings besides the product: what is sold of it, and payments; at the target, whatever the product yields [minor units/ha]. */
export const broughtBesides = (
  { besides }: Pick<Plan["harvest"], "besides">,
  paymentPerHa: number,
): Plan["harvest"]["besides"] => [
  ...besides,
  ...(paymentPerHa > 0 ? [{ name: "payments", worthPerHa: paymentPerHa }] : []),
];

/** The sum of it for a drafted plan. */
export const besidesPerHa = ({ harvest, money }: Pick<Plan, "harvest" | "money">): number =>
  broughtBesides(harvest, money.paymentPerHa).reduce((sum, b) => sum + b.worthPerHa, 0);
