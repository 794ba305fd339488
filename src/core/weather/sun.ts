/** The sun over a place by day of the year: radiation above the air, day length (FAO-56 equations 21 to 25, 34, 37). */

const SOLAR_CONSTANT = 0.082;
const RADIANS = Math.PI / 180;

/** Declination of the sun [rad]; FAO-56 equation 24. */
function declination(dayOfYear: number): number {
  return 0.409 * Math.sin(((2 * Math.PI) / 365) * dayOfYear - 1.39);
}

/** Sunset hour angle [rad], 0 in polar night and pi in polar day; FAO-56 equation 25. */
function sunsetAngle(latitudeDeg: number, dayOfYear: number): number {
  return Math.acos(clampCosine(-Math.tan(latitudeDeg * RADIANS) * Math.tan(declination(dayOfYear))));
}

/**
 * Radiation on a level place above the air [MJ/m2/day]; FAO-56 equation 21.
 *
 * Example: 20 degrees south on 3 September (day 246) gives 32.2 (FAO-56, example 8).
 */
export function extraterrestrialRadiation(latitudeDeg: number, dayOfYear: number): number {
  const latitude = latitudeDeg * RADIANS;
  const delta = declination(dayOfYear);
  const ws = sunsetAngle(latitudeDeg, dayOfYear);
  const distance = 1 + 0.033 * Math.cos(((2 * Math.PI) / 365) * dayOfYear);
  return (
    ((24 * 60) / Math.PI) *
    SOLAR_CONSTANT *
    distance *
    (ws * Math.sin(latitude) * Math.sin(delta) + Math.cos(latitude) * Math.cos(delta) * Math.sin(ws))
  );
}

/** Geometric hours of daylight N [h]; FAO-56 equation 34. */
export function daylightH(latitudeDeg: number, dayOfYear: number): number {
  return (24 / Math.PI) * sunsetAngle(latitudeDeg, dayOfYear);
}

/** Declination by the series of Spencer (1971) [rad], true to 0.04 degrees where equation 24 is out by up to a degree. */
function exactDeclination(dayOfYear: number): number {
  const g = (2 * Math.PI * (dayOfYear - 0.5)) / 365;
  return (
    0.006918 -
    0.399912 * Math.cos(g) +
    0.070257 * Math.sin(g) -
    0.006758 * Math.cos(2 * g) +
    0.000907 * Math.sin(2 * g) -
    0.002697 * Math.cos(3 * g) +
    0.00148 * Math.sin(3 * g)
  );
}

/**
 * Hours from sunrise to sunset. The sun counts as up while its centre is above `altitudeDeg`: 0 for the geometric day,
 * -0.833 for sunrise as seen (refraction and the sun's disc, the default), -6 for civil twilight,
 * which crops that respond to day length still feel.
 *
 * Example: 47 degrees north at midsummer (day 172) has about 15.9 h.
 */
export function dayLengthH(latitudeDeg: number, dayOfYear: number, altitudeDeg = -0.833): number {
  const latitude = latitudeDeg * RADIANS;
  const delta = exactDeclination(dayOfYear);
  const cosine =
    (Math.sin(altitudeDeg * RADIANS) - Math.sin(latitude) * Math.sin(delta)) / (Math.cos(latitude) * Math.cos(delta));
  return (24 / Math.PI) * Math.acos(clampCosine(cosine));
}

/** Share of radiation above the air that reaches the ground under a clear sky; FAO-56 equation 37. */
export function clearSkyShare(altitudeM: number): number {
  return 0.75 + 2e-5 * altitudeM;
}

function clampCosine(cosine: number): number {
  return Math.max(-1, Math.min(1, cosine));
}
