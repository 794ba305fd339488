import type { Guide } from "../guides/schema";
import type { Prices } from "./facts";

interface Sold {
  guide: Pick<Guide, "id">;
  kind: { id: string };
  product: { id: string; soldAs?: string | undefined } | undefined;
}

/** Where a list keeps the price of a crop's product, or of that product of one kind. Example: "barley.grain.springMalting". */
export const priceKey = (guideId: string, productId: string, kindId?: string): string =>
  [guideId, productId, ...(kindId === undefined ? [] : [kindId])].join(".");

/**
 * The practice's price of a tonne of a crop [minor units]; undefined where it has none. A kind's own price goes before the crop's; a product
 * that is sold by the tonne of another has that one's price, unless it has one of its own.
 *
 * Example: grain with its straw sold costs what grain costs, of malting barley what malting barley costs.
 */
export function listedPrice(prices: Pick<Prices, "cropPerT">, { guide, kind, product }: Sold): number | undefined {
  const keys = [product?.id, product?.soldAs].flatMap((id) =>
    id === undefined ? [] : [priceKey(guide.id, id, kind.id), priceKey(guide.id, id)],
  );
  return keys.map((key) => prices.cropPerT[key]).find((price) => price !== undefined);
}
