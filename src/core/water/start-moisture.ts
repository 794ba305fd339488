/** What is missing to capacity in the rooted soil, from what was felt or measured in it. */

import { readChoice, readNumber } from "../args";
import { type FieldError, failed, ok, type Result } from "../result";
import { availableWaterMmPerM, heldAtCapacityMmPerM } from "../soil/available-water";
import { TEXTURE_CLASSES, type TextureClass } from "../soil/texture";

export const MOISTURE_WAYS = ["feel", "volume", "mass", "tension"] as const;
export type MoistureWay = (typeof MOISTURE_WAYS)[number];

/** Suction at field capacity and at wilting [kPa]; 33 and 1500 are the usual pair, 10 is taken for sands. */
const CAPACITY_KPA = 33;
const SAND_CAPACITY_KPA = 10;
const WILTING_KPA = 1500;
const SANDS: TextureClass[] = ["sand", "loamySand", "sandyLoam"];
/** Where nobody weighed a core [t/m3]; assumption. */
export const USUAL_DENSITY = 1.35;

/**
 * Water missing to capacity [mm] in so much rooted soil.
 *
 * `feel`: the share of the available water that is left [%], by how a squeezed handful looks (see SQUEEZED); `volume`: water in
 * the soil [% by volume]; `mass`: by weight of dry soil [%], times bulk density [t/m3]; `tension`: a tensiometer's reading [kPa],
 * by a straight line of water over the logarithm of suction from capacity (33 kPa, 10 in sands) to wilting (1500 kPa):
 * assumption, the usual first guess where nobody measured the curve. What is wetter than capacity misses nothing; what is drier
 * than wilting misses all. Capacity by texture: heldAtCapacityMmPerM. Errors name the field.
 *
 * Example: loam (155 mm/m available, 280 held) rooted 0.4 m deep, 20 % by volume: 280 - 200 = 80 mm/m, 32 mm missing.
 */
export function missingWater(input: {
  how: MoistureWay;
  value: number;
  bulkDensity?: number | undefined;
  texture: TextureClass;
  rootDepthM: number;
  stonesPct?: number;
}): Result<{ missingMm: number }> {
  const errors: FieldError[] = [];
  const how = readChoice(errors, "how", input?.how, MOISTURE_WAYS);
  const texture = readChoice(errors, "texture", input?.texture, TEXTURE_CLASSES);
  const most = how === "tension" ? 10_000 : 100;
  const value = readNumber(errors, "value", input?.value, { min: 0, max: most, unit: how === "tension" ? "kPa" : "%" });
  const density = readNumber(errors, "bulkDensity", input?.bulkDensity, {
    min: 0.2,
    max: 2.2,
    unit: "t/m3",
    fallback: USUAL_DENSITY,
  });
  const root = readNumber(errors, "rootDepthM", input?.rootDepthM, { above: 0, max: 5, unit: "m" });
  const stones = readNumber(errors, "stonesPct", input?.stonesPct, { min: 0, max: 95, unit: "%", fallback: 0 });
  if (errors.length > 0) return failed(errors);
  const available = availableWaterMmPerM(texture);
  const missing = () => {
    switch (how) {
      case "feel":
        return available * (1 - value / 100);
      case "tension": {
        const wet = SANDS.includes(texture) ? SAND_CAPACITY_KPA : CAPACITY_KPA;
        return value <= wet ? 0 : (available * Math.log(value / wet)) / Math.log(WILTING_KPA / wet);
      }
      default:
        return heldAtCapacityMmPerM(texture) - 10 * value * (how === "mass" ? density : 1);
    }
  };
  const perM = Math.min(available, Math.max(0, missing()));
  return ok({ missingMm: perM * root * (1 - stones / 100) });
}

/**
 * How a handful looks that is squeezed, by the share of available water left [%]; in words of our own after the usual
 * feel-and-appearance tables of extension services (recalled).
 */
export const SQUEEZED: Record<"light" | "heavy", { leftPct: number; looks: string }[]> = {
  light: [
    { leftPct: 100, looks: "leaves a wet outline on the hand" },
    { leftPct: 75, looks: "makes a weak ball that breaks at a touch" },
    { leftPct: 50, looks: "looks dark, hardly holds as a ball" },
    { leftPct: 25, looks: "looks dry, makes no ball" },
    { leftPct: 0, looks: "dry and loose, runs through the fingers" },
  ],
  heavy: [
    { leftPct: 100, looks: "leaves a wet outline on the hand, ribbons out easily" },
    { leftPct: 75, looks: "makes a smooth ball, ribbons out between thumb and finger" },
    { leftPct: 50, looks: "makes a ball under pressure, slick when rubbed" },
    { leftPct: 25, looks: "crumbles, holds together when pressed hard" },
    { leftPct: 0, looks: "hard, baked or powdery" },
  ],
};
/** Which of the two tables a texture is felt by. */
export const feltAs = (texture: TextureClass): keyof typeof SQUEEZED => (SANDS.includes(texture) ? "light" : "heavy");
