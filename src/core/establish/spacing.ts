/** Between rows, and in them: more than any crop is set apart. */
export const SPACING_CM = { above: 0, max: 1000, unit: "cm" } as const;
