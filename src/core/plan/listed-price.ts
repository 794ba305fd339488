import type { Guide } from "../guides/schema";
import type { Prices } from "./facts";

/**
 * The practice's price of a tonne of a crop [minor units]; undefined where it has none. The tonne that is sold is of the guide's first product,
 * whatever else leaves the field with it, unless the product has a price of its own.
 *
 * Example: grain with its straw sold costs what grain costs.
 */
export function listedPrice(
  prices: Pick<Prices, "cropPerT">,
  guide: Pick<Guide, "id" | "products">,
  product: { id: string } | undefined,
): number | undefined {
  const own = [product?.id, guide.products[0]?.id].map((id) => prices.cropPerT[`${guide.id}.${id}`]);
  return own.find((price) => price !== undefined);
}
