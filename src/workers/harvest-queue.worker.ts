/** Orders fields for one machine away from the page. */

import { harvestQueue, type QueueInput } from "@/core/harvest/harvest-queue";
import { answering, given } from "./answering";

export type QueueAsked = QueueInput;
export interface QueueAnswer {
  ids: string[];
  loss: number;
  exact: boolean;
}

answering<QueueAsked, QueueAnswer>((question) => {
  const { order, loss, exact } = given(harvestQueue(question));
  return { ids: order.map((o) => o.id), loss, exact };
});
