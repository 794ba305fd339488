import { readNumber } from "../args";
import { type FieldError, failed, ok, type Result } from "../result";
import { weedLoss } from "./weed-loss";

interface WeedYear {
  /** that come up, and that are left after control [plants/m2] */
  cameUp: number;
  left: number;
  lossPct: number;
  /** seed in the ground after the year [/m2] */
  seedBank: number;
}

/**
 * Weeds of one ground over years, by what is done to them each year. Of the seed in the ground a share comes up, of the rest a share lives
 * on; those that are left shed seed, the less each the more they crowd one another, as they crowd the crop (Cousens' hyperbola; an
 * assumption). The seed in the ground is reckoned back from what came up in the first year. Errors name the field.
 *
 * Example: 10 plants/m2 of 10 %: 100 seeds; nothing done at 0.4 % a plant, at most 60 %: loss 4 / (1 + 4 / 60) = 3.75 %.
 */
export function weedYears(input: {
  plantsPerM2: number;
  lossPctPerPlant: number;
  greatestLossPct: number;
  seedsPerPlant: number;
  emergePct: number;
  survivePct: number;
  /** of those that come up, killed before they shed [%] */
  efficacyPct: number;
  years: number;
}): Result<{ years: WeedYear[] }> {
  const errors: FieldError[] = [];
  const plants = readNumber(errors, "plantsPerM2", input?.plantsPerM2, { min: 0, max: 100_000, unit: "/m2" });
  const each = readNumber(errors, "lossPctPerPlant", input?.lossPctPerPlant, { min: 0, max: 100, unit: "%" });
  const most = readNumber(errors, "greatestLossPct", input?.greatestLossPct, { above: 0, max: 100, unit: "%" });
  const seeds = readNumber(errors, "seedsPerPlant", input?.seedsPerPlant, { min: 0, max: 1_000_000 });
  const emerge = readNumber(errors, "emergePct", input?.emergePct, { above: 0, max: 100, unit: "%" }) / 100;
  const survive = readNumber(errors, "survivePct", input?.survivePct, { min: 0, max: 100, unit: "%" }) / 100;
  const efficacy = readNumber(errors, "efficacyPct", input?.efficacyPct, { min: 0, max: 100, unit: "%" }) / 100;
  const years = readNumber(errors, "years", input?.years, { min: 1, max: 50, integer: true });
  if (errors.length > 0) return failed(errors);
  const list: WeedYear[] = [];
  let bank = plants / emerge;
  for (let year = 0; year < years; year++) {
    const cameUp = bank * emerge;
    const left = cameUp * (1 - efficacy);
    const loss = weedLoss({ plantsPerM2: Math.min(left, 100_000), lossPctPerPlant: each, greatestLossPct: most });
    const lossPct = loss.ok ? loss.value.lossPct : most;
    const shed = (left * seeds) / (1 + (each * left) / most);
    bank = (bank - cameUp + shed) * survive;
    list.push({ cameUp, left, lossPct, seedBank: bank });
  }
  return ok({ years: list });
}
