import type { TextureClass } from "./texture";

/**
 * The USDA class of a topsoil by its sand and clay, by mass [%]; silt is the rest. Null where the two are over 100.
 * Source: Soil Survey Division Staff, Soil Survey Manual, Handbook 18, chapter 3 (limits of the texture triangle).
 *
 * Example: textureOf(40, 20) is "loam", textureOf(60, 25) is "sandyClayLoam", textureOf(10, 60) is "clay".
 */
export function textureOf(sandPct: number, clayPct: number): TextureClass | null {
  const silt = 100 - sandPct - clayPct;
  if (!(sandPct >= 0 && clayPct >= 0 && silt >= 0)) return null;
  if (silt + 1.5 * clayPct < 15) return "sand";
  if (silt + 2 * clayPct < 30) return "loamySand";
  if (clayPct >= 40) return sandPct > 45 ? "sandyClay" : silt >= 40 ? "siltyClay" : "clay";
  if (clayPct >= 35 && sandPct > 45) return "sandyClay";
  if (clayPct >= 27) return sandPct > 45 ? "sandyClayLoam" : sandPct > 20 ? "clayLoam" : "siltyClayLoam";
  if (clayPct >= 20 && silt < 28 && sandPct > 45) return "sandyClayLoam";
  if (silt >= 80 && clayPct < 12) return "silt";
  if (silt >= 50) return "siltLoam";
  if (clayPct >= 7 && silt >= 28 && sandPct <= 52) return "loam";
  return "sandyLoam";
}
