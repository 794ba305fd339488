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

/** Clay at the middle of each class of the triangle [g/kg]. */
const CLAY_G_PER_KG: Record<TextureClass, number> = {
  sand: 30,
  loamySand: 60,
  silt: 80,
  sandyLoam: 100,
  siltLoam: 150,
  loam: 180,
  sandyClayLoam: 270,
  clayLoam: 340,
  siltyClayLoam: 340,
  sandyClay: 420,
  siltyClay: 470,
  clay: 580,
};
/** Clay of a texture class [g/kg]. Example: clayGPerKg("loam") is 180. */
export const clayGPerKg = (texture: TextureClass): number => CLAY_G_PER_KG[texture];

/** Bulk density of topsoil where none was measured [t/m3], by draft group; assumption. */
const DENSITY_T_PER_M3: Record<DraftTexture, number> = { coarse: 1.55, medium: 1.42, fine: 1.35 };
/** Bulk density of a texture class [t/m3]. Example: bulkDensityTPerM3("loam") is 1.42. */
export const bulkDensityTPerM3 = (texture: TextureClass): number => DENSITY_T_PER_M3[draftTexture(texture)];

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
