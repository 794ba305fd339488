/**
 * What crops leave behind for the next one: nitrogen in fertiliser equivalents, residue cover right after harvest and
 * whether that residue is fragile. For crops that have no guide of their own yet. Typical values of agronomic
 * handbooks; they vary with yield and with what is taken off.
 */

export interface Leftover {
  name: string;
  family: string;
  nitrogenLeftKgPerHa: number;
  residueCoverPct: number;
  fragile: boolean;
}

export const LEFTOVERS: Record<string, Leftover> = {
  oats: { name: "oats", family: "Poaceae", nitrogenLeftKgPerHa: 5, residueCoverPct: 85, fragile: false },
  oilseedRape: {
    name: "oilseed rape",
    family: "Brassicaceae",
    nitrogenLeftKgPerHa: 20,
    residueCoverPct: 70,
    fragile: true,
  },
  lentil: { name: "lentil", family: "Fabaceae", nitrogenLeftKgPerHa: 25, residueCoverPct: 45, fragile: true },
  pea: { name: "pea", family: "Fabaceae", nitrogenLeftKgPerHa: 30, residueCoverPct: 50, fragile: true },
  fabaBean: { name: "faba bean", family: "Fabaceae", nitrogenLeftKgPerHa: 35, residueCoverPct: 60, fragile: true },
  lupin: { name: "lupin", family: "Fabaceae", nitrogenLeftKgPerHa: 40, residueCoverPct: 55, fragile: true },
  vetch: { name: "vetch", family: "Fabaceae", nitrogenLeftKgPerHa: 35, residueCoverPct: 45, fragile: true },
  clover: { name: "clover", family: "Fabaceae", nitrogenLeftKgPerHa: 60, residueCoverPct: 75, fragile: false },
  cowpea: { name: "cowpea", family: "Fabaceae", nitrogenLeftKgPerHa: 25, residueCoverPct: 40, fragile: true },
  sugarBeet: {
    name: "sugar beet",
    family: "Amaranthaceae",
    nitrogenLeftKgPerHa: 20,
    residueCoverPct: 20,
    fragile: true,
  },
  sesame: { name: "sesame", family: "Pedaliaceae", nitrogenLeftKgPerHa: 0, residueCoverPct: 30, fragile: true },
  tomato: { name: "tomato", family: "Solanaceae", nitrogenLeftKgPerHa: 10, residueCoverPct: 15, fragile: true },
  grassLey: { name: "grass ley", family: "Poaceae", nitrogenLeftKgPerHa: 40, residueCoverPct: 80, fragile: false },
  fallow: { name: "fallow", family: "", nitrogenLeftKgPerHa: 10, residueCoverPct: 30, fragile: true },
};
