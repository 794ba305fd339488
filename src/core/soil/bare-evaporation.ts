import type { TextureClass } from "./texture";

/**
 * Water that bare ground gives off from its top 10 cm [mm]: freely, and in all, from wet to dry. Middles of the ranges of FAO-56 table 19
 * (recalled); for classes that the table leaves out, between their neighbours (assumption).
 */
const BARE_MM: Record<TextureClass, { rewMm: number; tewMm: number }> = {
  sand: { rewMm: 4.5, tewMm: 9 },
  loamySand: { rewMm: 6, tewMm: 11.5 },
  sandyLoam: { rewMm: 8, tewMm: 17.5 },
  loam: { rewMm: 9, tewMm: 19 },
  siltLoam: { rewMm: 9.5, tewMm: 21.5 },
  silt: { rewMm: 9.5, tewMm: 24 },
  sandyClayLoam: { rewMm: 9, tewMm: 21 },
  clayLoam: { rewMm: 9.5, tewMm: 23 },
  siltyClayLoam: { rewMm: 9.5, tewMm: 24.5 },
  sandyClay: { rewMm: 10, tewMm: 24 },
  siltyClay: { rewMm: 10, tewMm: 25 },
  clay: { rewMm: 10, tewMm: 25.5 },
};

/** Readily and totally evaporable water of a texture class [mm]. Example: bareEvaporation("loam") is { rewMm: 9, tewMm: 19 }. */
export const bareEvaporation = (texture: TextureClass) => BARE_MM[texture];
