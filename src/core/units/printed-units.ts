/** How a unit is printed, where it is typed otherwise. A short ton is never a bare ton: that is heard as a tonne. */
const PRINTED: Record<string, string> = {
  "g/m2": "g/m²",
  "g/m": "g per m of row",
  "oz/100 ft": "oz/100 ft of row",
  "mL/100 m2": "mL/100 m²",
  "lb/1000 ft2": "lb/1000 ft²",
  "fl oz/1000 ft2": "fl oz/1000 ft²",
  "m2/ha": "m²/ha",
  "m2/ac": "m²/ac",
  "ft2/ac": "ft²/ac",
  m2: "m²",
  ft2: "ft²",
  "/m2": "/m²",
  C: "°C",
  F: "°F",
  m3: "m³",
  ft3: "ft³",
  ton: "short tons",
  "m3/h": "m³/h",
  "ton/ac": "short ton/ac",
};
export const printedUnit = (unit: string): string => PRINTED[unit] ?? unit;
