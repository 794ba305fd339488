/** Which cautions an operation carries by what it uses. */

export type InputKind = "seed" | "fertiliser" | "lime" | "gypsum" | "manure" | "protection" | "material";

/** The topic that every operation with this input carries; straw, string and nets carry none by themselves. */
export const INPUT_CAUTIONS: Partial<Record<InputKind, string>> = {
  seed: "dressed seed",
  fertiliser: "fertiliser",
  lime: "lime dust",
  gypsum: "gypsum dust",
  manure: "manure",
  protection: "spray",
};
/** The topic that every operation with a machine carries. */
export const MACHINE_CAUTION = "machines";
