/** Decisions whose nitrogen is by the balance of the target: what can be worked out by hand. */

import { applyChanges, type Decisions, freshDecisions } from "../../src/core/sheets/decisions";

export const byBalance = (guideId: string): Decisions =>
  applyChanges(freshDecisions(guideId), [{ path: "feed/nSchool", value: "balance" }]);
