/**
 * A rate as one measures it by hand: 1 kg/ha is 0.1 g/m2; a row metre covers the row spacing; a bag covers
 * bag mass / rate. Plain arithmetic on figures that were checked before.
 *
 * Example: 207 kg/ha in rows 75 cm apart: 20.7 g/m2, 15.5 g per row metre; a 50 kg bag covers 0.2415 ha.
 */
export function fieldMeasures(kgPerHa: number, rowSpacingCm: number | null, bagKg: number | null) {
  return {
    gPerM2: kgPerHa * 0.1,
    gPerRowMetre: rowSpacingCm === null ? null : (kgPerHa * 0.1 * rowSpacingCm) / 100,
    haPerBag: bagKg === null || kgPerHa === 0 ? null : bagKg / kgPerHa,
  };
}
