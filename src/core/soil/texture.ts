/** The twelve USDA texture classes, and the coarser groups that liming and implement draft go by. */

export const TEXTURE_CLASSES = [
  "sand",
  "loamySand",
  "sandyLoam",
  "loam",
  "siltLoam",
  "silt",
  "sandyClayLoam",
  "clayLoam",
  "siltyClayLoam",
  "sandyClay",
  "siltyClay",
  "clay",
] as const;
export type TextureClass = (typeof TEXTURE_CLASSES)[number];

/** Draft groups of ASABE D497. */
export const DRAFT_TEXTURES = ["fine", "medium", "coarse"] as const;
export type DraftTexture = (typeof DRAFT_TEXTURES)[number];

/** Buffering group for liming. Example: limingGroup("sandyLoam") is "medium". */
export function limingGroup(texture: TextureClass): "sand" | "medium" | "clay" {
  if (texture === "sand" || texture === "loamySand") return "sand";
  return ["sandyLoam", "loam", "siltLoam", "silt"].includes(texture) ? "medium" : "clay";
}

/** Draft group. Example: draftTexture("siltLoam") is "medium", draftTexture("fine") is "fine". */
export function draftTexture(texture: TextureClass | DraftTexture): DraftTexture {
  if ((DRAFT_TEXTURES as readonly string[]).includes(texture)) return texture as DraftTexture;
  if (["sand", "loamySand", "sandyLoam"].includes(texture)) return "coarse";
  return ["loam", "siltLoam", "silt", "sandyClayLoam", "clayLoam"].includes(texture) ? "medium" : "fine";
}

/** The class in words: "clay loam". */
export function textureName(texture: TextureClass): string {
  return texture.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
}

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
