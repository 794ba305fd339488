/**
 * The ways to find the lime that a soil needs. Which one a plan uses is decided; no number that was typed decides it. Another one is a
 * line here, with the key of the decision that it asks for.
 */

import type { KnownOf } from "../figure/figure";
import { failed, fieldError, type Result } from "../result";
import { type LimeInput, type LimeRequirement, limeByBuffer, limeRequirement } from "./lime";

/** What every method may ask for; of the laboratory's figure [t CaCO3/ha for 20 cm] it is not known whether there is one. */
type LimeQuestion = LimeInput & { laboratoryTPerHa: number | undefined };

interface LimeMethod {
  id: "table" | "buffer";
  name: string;
  why: string;
  /** what is typed for it besides the soil test */
  asks: "laboratoryTPerHa" | null;
  need: (question: LimeQuestion, known: KnownOf<LimeQuestion>) => Result<LimeRequirement>;
}

/** The first is the default: it serves any soil test. */
export const LIME_METHODS: readonly [LimeMethod, ...LimeMethod[]] = [
  {
    id: "table",
    name: "Table",
    why: "default: pH, texture and organic matter, for any soil test",
    asks: null,
    need: limeRequirement,
  },
  {
    id: "buffer",
    name: "Laboratory, buffer pH",
    why: "the laboratory's own figure for this soil: better where there is one",
    asks: "laboratoryTPerHa",
    need: ({ laboratoryTPerHa, ...question }, known) =>
      laboratoryTPerHa === undefined
        ? failed([fieldError("CaCO3 by the laboratory", undefined, "0 to 60 t/ha for 20 cm")])
        : limeByBuffer({ ...question, caco3TPerHa: laboratoryTPerHa }, known),
  },
];
export const LIME_METHOD_IDS = LIME_METHODS.map((m) => m.id) as [LimeMethod["id"], ...LimeMethod["id"][]];

/** The method of an id; the default where none was chosen. Example: limeMethod(undefined).id is "table". */
export const limeMethod = (id: LimeMethod["id"] | undefined): LimeMethod =>
  LIME_METHODS.find((m) => m.id === id) ?? LIME_METHODS[0];
