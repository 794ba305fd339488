import { NUTRIENTS } from "../../nutrients";
import type { Face } from "../sheet";

/** What pages need of this sheet without drafting it. */
export const feedFace: Face = {
  id: "feed",
  fallsBack: { crop: ["feed"] },
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
        label: "Surplus",
        of: "N, P₂O₅, K₂O",
        figures: (["n", "p2o5", "k2o"] as const).map((id) => ({ id: `feed.over.${id}` as const, decimals: 0 })),
      },
    ],
  },
};
