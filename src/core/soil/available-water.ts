import type { TextureClass } from "./texture";

/**
 * Water that a metre of soil holds between field capacity and wilting [mm/m]: middles of the ranges of FAO-56 table 19;
 * for sandy clay loam, clay loam and sandy clay, which the table leaves out, between their neighbours (assumption).
 */
const AVAILABLE_MM_PER_M: Record<TextureClass, number> = {
  sand: 80,
  loamySand: 90,
  sandyLoam: 130,
  loam: 155,
  siltLoam: 160,
  silt: 180,
  sandyClayLoam: 140,
  clayLoam: 155,
  siltyClayLoam: 155,
  sandyClay: 130,
  siltyClay: 160,
  clay: 160,
};

/** Available water of a texture class [mm per m of depth]. Example: availableWaterMmPerM("loam") is 155. */
export function availableWaterMmPerM(texture: TextureClass): number {
  return AVAILABLE_MM_PER_M[texture];
}
