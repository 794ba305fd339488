/** Figures of harvest where nobody says: all assumptions, typed on the sheet where one knows better. */

/** Trailers, their speed, and minutes to tip and turn where nobody says; where a farm works by hand, a trolley behind a hired tractor. */
export const USUAL_HAUL = { trailerT: 12, kmPerH: 25, turnMin: 12 };
export const USUAL_HAUL_BY_HAND = { trailerT: 4, kmPerH: 15, turnMin: 20 };
/** Mass of a bale where nobody says [kg]. */
export const USUAL_BALE_KG = 250;
