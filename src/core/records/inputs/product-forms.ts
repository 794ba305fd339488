/** How products come and are put on; for pages that need no schema of them. */
export const FORMULATIONS = {
  liquid: "Liquid",
  solid: "Solid, sprayed in water",
  granule: "Bait or granules, spread dry",
} as const;
type Formed = { formulation: keyof typeof FORMULATIONS };

/** The unit that a product is dosed in. */
export const unitOf = ({ formulation }: Formed): "L" | "kg" => (formulation === "liquid" ? "L" : "kg");

/** Whether it is spread as it is, without water. */
export const isSpreadDry = ({ formulation }: Formed): boolean => formulation === "granule";
