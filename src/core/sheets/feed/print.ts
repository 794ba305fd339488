import { NUTRIENTS } from "../../nutrients";
import type { Print } from "../sheet";

/** What the booklet prints of this sheet: needs and what is given. */
export const feedPrint: Print = {
  figures: ({ feed }) => [
    ...NUTRIENTS.map((n) => `feed.${n.id}` as const),
    ...NUTRIENTS.filter((n) => feed.need[n.id] > 0 || feed.supplied[n.id] > 0).map(
      (n) => `feed.supplied.${n.id}` as const,
    ),
    "feed.cost",
  ],
};
