/** Orders fields for one machine away from the page. */

import { harvestQueue, type QueueInput } from "@/core/harvest/harvest-queue";
import { answering } from "./answering";

export type QueueAsked = QueueInput;
export interface QueueAnswer {
  ids: string[];
  loss: number;
  exact: boolean;
}

answering<QueueAsked, QueueAnswer>((question) => {
  const answer = harvestQueue(question);
  if (!answer.ok) throw new Error(answer.errors.map((e) => e.message).join("; "));
  const { order, loss, exact } = answer.value;
  return { ids: order.map((o) => o.id), loss, exact };
});
