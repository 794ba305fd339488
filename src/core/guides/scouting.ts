/** What is counted at a look, in words and by the square metre where each place is of a known size. */

interface Counting {
  /** places, or what is looked at */
  number: number;
  unit: string;
  /** ground of one place [m2], where it is measured off */
  placeM2?: number | undefined;
}

/** Example: "20 places of 0.25 m², the plants at each", or "100 plants". */
export const lookInWords = ({ number, unit, placeM2 }: Counting): string =>
  placeM2 ? `${number} places of ${placeM2} m², the ${unit} at each` : `${number} ${unit}`;

/** What a count is of. Example: "plants in 0.25 m²", "hills". */
export const countedIn = ({ unit, placeM2 }: Pick<Counting, "unit" | "placeM2">): string =>
  placeM2 ? `${unit} in ${placeM2} m²` : unit;

/** A mean of places by the square metre, as thresholds are; as it is where places have no measured size. */
export const byGround = (mean: number, placeM2?: number): number => (placeM2 ? mean / placeM2 : mean);
