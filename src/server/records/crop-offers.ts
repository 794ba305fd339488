import { cropOfferRecord } from "@/core/records/produce/crop-offer";
import { type Client, rows, type Scope } from "../storage/db";
import { recordTable } from "./record-table";

export const cropOfferTable = recordTable("crop_offer", cropOfferRecord, {
  id: "id",
  guideId: "guide_id",
  productId: "product_id",
  buyer: "buyer",
  basis: "basis",
  season: "season",
  saidOn: "said_on",
  pricePerT: "price_per_t",
  amountT: "amount_t",
  deliverBy: "deliver_by",
  terms: "terms",
  limits: "limits",
});

/** The newest price of each crop's product, by "guide.product". */
export async function newestOffers(client: Client, scope: Scope): Promise<Record<string, number>> {
  const found = await rows<{ key: string; price: number }>(
    client,
    `select distinct on (guide_id, product_id) guide_id || '.' || product_id as key, price_per_t as price from crop_offer
     where practice_id = $1 and retired_at is null order by guide_id, product_id, said_on desc, season desc, id`,
    [scope.practiceId],
  );
  return Object.fromEntries(found.map((f) => [f.key, f.price]));
}
