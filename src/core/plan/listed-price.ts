import type { Guide } from "../guides/schema";
import type { Prices } from "./facts";

/**
 * The practice's price of a tonne of a crop [minor units]; undefined where it has none. A product that is sold by the tonne of another has
 * that one's price, unless it has one of its own.
 *
 * Example: grain with its straw sold costs what grain costs.
 */
export function listedPrice(
  prices: Pick<Prices, "cropPerT">,
  guide: Pick<Guide, "id">,
  product: { id: string; soldAs?: string | undefined } | undefined,
): number | undefined {
  const own = [product?.id, product?.soldAs].map((id) => prices.cropPerT[`${guide.id}.${id}`]);
  return own.find((price) => price !== undefined);
}
