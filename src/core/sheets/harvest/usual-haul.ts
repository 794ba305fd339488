/** Trailers, their speed, and minutes to tip and turn where nobody says; by hand a cart behind a small tractor. Assumptions. */
export const USUAL_HAUL = { trailerT: 12, kmPerH: 25, turnMin: 12 };
export const USUAL_HAUL_BY_HAND = { trailerT: 2, kmPerH: 12, turnMin: 20 };
/** Mass of a bale where nobody says [kg]; assumption. */
export const USUAL_BALE_KG = 250;
