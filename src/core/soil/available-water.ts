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

/**
 * Water that a metre of soil holds at field capacity, bound water and all [mm/m]: Saxton and Rawls (2006), table 3, at
 * 2.5 % organic matter.
 */
const HELD_MM_PER_M: Record<TextureClass, number> = {
  sand: 100,
  loamySand: 120,
  sandyLoam: 180,
  loam: 280,
  siltLoam: 310,
  silt: 300,
  sandyClayLoam: 270,
  clayLoam: 360,
  siltyClayLoam: 380,
  sandyClay: 360,
  siltyClay: 410,
  clay: 420,
};

/** Water held at field capacity of a texture class [mm per m of depth]. Example: heldAtCapacityMmPerM("loam") is 280. */
export function heldAtCapacityMmPerM(texture: TextureClass): number {
  return HELD_MM_PER_M[texture];
}
