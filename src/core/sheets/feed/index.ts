import { NUTRIENTS } from "../../nutrients";
import type { Sheet } from "../sheet";
import { draftFeed } from "./draft";
import { feedOperations } from "./operations";

/** Sheet 4: needs, splits, products and the balance of nutrients. */
export const feed: Sheet = {
  id: "feed",
  fallsBack: { crop: ["feed"] },
  draft: draftFeed,
  operations: feedOperations,
  present: {
    // in the user's unit, which the sheet names: there is little room
    result: ({ feed: { need } }, words) =>
      NUTRIENTS.filter((n) => n.need === "balance" || n.need === "offtake" || (n.need === "whenLow" && need[n.id] > 0))
        .map((n) => {
          const said = words.quantity(need[n.id], "massPerArea", n.trace ? 1 : 0);
          return `${said.slice(0, said.lastIndexOf(" "))} ${n.label}`;
        })
        .join(", "),
    ledger: () => [
      {
        label: "Over need",
        of: "N, P₂O₅, K₂O",
        figures: (["n", "p2o5", "k2o"] as const).map((id) => ({ id: `feed.over.${id}` as const, decimals: 0 })),
      },
    ],
  },
};
