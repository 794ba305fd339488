import { readNumber } from "../args";
import { addDays, dayNumber, type IsoDate } from "../dates";
import type { Guide, PlantingMethod } from "../guides/schema";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { thermalUnits } from "./development";

/**
 * Share of the warmth to emergence that goes into the way up, at the usual depth; the rest goes into swelling and germinating, whatever
 * the depth. Recalled of wheat and maize: 40 degree days, then 15 for each centimetre (40 + 60 at 4 cm); 15, then 6 (15 + 30 at 5 cm).
 */
const SHARE_BY_DEPTH = 0.6;
/** A day colder or hotter than the crop stands: this many of them, and seed rots or dies; assumption. */
const HARMFUL_DAYS = 5;

type GuideLike = Pick<Guide, "climate" | "stages" | "methods"> & { method?: PlantingMethod };

/**
 * When a sowing comes up, by thermal time of the soil at sowing depth: the warmth that the guide's first stage needs, moved by the
 * depth (six tenths of it go with the depth, over the method's usual one). `dailySoilTemp` is the mean temperature of the soil at that
 * depth [C] of each day from sowing on. Date and days are null where the days given are not warm enough. `findings` says where soil is
 * colder or hotter than the planting method stands.
 *
 * Errors: no date, a depth or temperature out of range by its place.
 *
 * Example: sown on 1 October at 4 cm, 12.5 C every day, base 0, 125 degree days: 10 days, up on 11 October; at 8 cm 125 x (0.4 + 0.6 x
 * 2) = 200: 16 days.
 */
export function emergenceDate(
  sowingDate: IsoDate,
  depth: number,
  dailySoilTemp: readonly number[],
  guide: GuideLike,
): Result<{ date: IsoDate | null; days: number | null; needCd: number; reachedCd: number; findings: string[] }> {
  const errors: FieldError[] = [];
  if (dayNumber(sowingDate) === null) errors.push(fieldError("sowingDate", sowingDate, 'a date like "2027-03-04"'));
  const depthCm = readNumber(errors, "depth", depth, { min: 0, max: 50, unit: "cm" });
  const given = Array.isArray(dailySoilTemp) ? dailySoilTemp : [];
  if (given.length === 0)
    errors.push(fieldError("dailySoilTemp", dailySoilTemp, "a temperature of each day from sowing on"));
  const temps = given.map((t, i) => readNumber(errors, `dailySoilTemp.${i}`, t, { min: -40, max: 70, unit: "C" }));
  const stage = guide?.stages?.[0];
  const method = guide?.method ?? guide?.methods?.[0];
  if (!stage || !method) errors.push(fieldError("guide", guide, "a crop guide with a stage and a planting method"));
  if (errors.length > 0 || !stage || !method) return failed(errors);

  const usual = method.depthCm.typical;
  const byDepth = usual > 0 ? SHARE_BY_DEPTH * (depthCm / usual) : 0;
  const needCd = stage.thermalTimeCd * (usual > 0 ? 1 - SHARE_BY_DEPTH + byDepth : 1);
  let reachedCd = 0;
  let days: number | null = null;
  const { lowest, highest } = method.soilTemperatureC;
  let cold = 0;
  let hot = 0;
  for (const [i, t] of temps.entries()) {
    if (t < lowest) cold++;
    if (t > highest) hot++;
    reachedCd += thermalUnits(t, guide.climate);
    if (reachedCd >= needCd - 1e-9) {
      days = i + 1;
      break;
    }
  }
  const findings: string[] = [];
  const harm = (count: number, word: string, limit: number, what: string) => {
    if (count >= Math.min(HARMFUL_DAYS, temps.length))
      findings.push(`the soil is ${word} than ${limit} C on ${count} of the days until emergence: ${what}`);
  };
  harm(cold, "colder", lowest, "seed lies long and rots");
  harm(hot, "hotter", highest, "seed dries out or dies");
  if (days === null)
    findings.push(`not up in ${temps.length} days: ${Math.round(reachedCd)} of ${Math.round(needCd)} degree days`);
  return ok({ date: days === null ? null : addDays(sowingDate, days), days, needCd, reachedCd, findings });
}
