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
