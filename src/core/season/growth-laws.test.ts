/** Laws that the growth of any crop must keep, whatever the weather. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ALL_GUIDES } from "../../../tests/support/guides";
import { toDay } from "../dates";
import { waysOfKind } from "../guides/fitting";
import { resolveGuide } from "../guides/resolve-guide";
import { unwrap } from "../result";
import { DELTA, UPLAND_PLAIN } from "../weather/example-climates";
import { type DailyWeather, generateWeather } from "../weather/generator";
import { CAUSES, growSeason, growthCrop, growthOf, OUT } from "./growth";

const kinds = ALL_GUIDES.flatMap((g) =>
  g.kinds.flatMap((k) => waysOfKind(g, k.id).methods.map((m) => unwrap(resolveGuide(g, { kind: k.id, method: m.id })))),
);
const FIRST = toDay("2026-08-01");
const TEXTURES = ["sand", "loam", "clay"] as const;

const situation = fc.record({
  crop: fc.integer({ min: 0, max: kinds.length - 1 }),
  warm: fc.boolean(),
  seed: fc.integer({ min: 1, max: 10_000 }),
  day: fc.integer({ min: 0, max: 250 }),
  texture: fc.integer({ min: 0, max: 2 }),
});

function grow(
  s: { crop: number; warm: boolean; seed: number; day: number; texture: number },
  change: (w: DailyWeather) => void = () => {},
  irrigated = false,
  nitrogen = 1,
) {
  const resolved = kinds[s.crop]!;
  const climate = s.warm ? DELTA : UPLAND_PLAIN;
  const weather = generateWeather(climate, { firstDay: FIRST, days: 560, seasons: 1, seed: s.seed });
  change(weather);
  const crop = growthCrop(resolved, { textureClass: TEXTURES[s.texture]!, irrigated }, { nitrogenFactor: nitrogen });
  const out = new Float64Array(OUT.size);
  growSeason(growthOf(resolved, climate.latitudeDeg, weather, crop), 0, s.day, out);
  return out;
}

describe("growth", () => {
  it("never carries home more than water lets grow, nor that more than light does", () => {
    fc.assert(
      fc.property(situation, (s) => {
        const out = grow(s);
        expect(out[OUT.yield]).toBeLessThanOrEqual(out[OUT.waterLimited]! + 1e-9);
        expect(out[OUT.waterLimited]).toBeLessThanOrEqual(out[OUT.potential]! + 1e-9);
        expect(out[OUT.yield]).toBeGreaterThanOrEqual(0);
        CAUSES.forEach((_, k) => {
          expect(out[OUT.losses + k]).toBeGreaterThanOrEqual(0);
          expect(out[OUT.losses + k]).toBeLessThanOrEqual(1);
        });
        for (let k = 0; k < 3; k++) expect(out[OUT.stress + k]).toBeLessThanOrEqual(1 + 1e-9);
        if (out[OUT.ripeDay]! >= 0) {
          expect(out[OUT.ripeDay]).toBeGreaterThan(s.day);
          expect(out[OUT.harvestDay]).toBeGreaterThanOrEqual(Math.min(559, out[OUT.ripeDay]!));
        }
      }),
      { numRuns: 150 },
    );
  });
  it("takes no harm from more rain but at harvest: the water-limited yield does not fall", () => {
    fc.assert(
      fc.property(situation, fc.double({ min: 1, max: 3, noNaN: true }), (s, times) => {
        const dry = grow(s);
        const wet = grow(s, (w) => {
          for (let i = 0; i < w.rainMm.length; i++) w.rainMm[i] = w.rainMm[i]! * times;
        });
        expect(wet[OUT.waterLimited]).toBeGreaterThanOrEqual(dry[OUT.waterLimited]! - 1e-6);
      }),
      { numRuns: 60 },
    );
  });
  it("loses nothing to drought under irrigation", () => {
    fc.assert(
      fc.property(situation, (s) => {
        const out = grow(s, undefined, true);
        expect(out[OUT.losses + CAUSES.indexOf("drought")]).toBe(0);
      }),
      { numRuns: 60 },
    );
  });
  it("grows in proportion to the nitrogen factor where water is not short", () => {
    fc.assert(
      fc.property(situation, (s) => {
        const full = grow(s, undefined, true, 1);
        const half = grow(s, undefined, true, 0.5);
        expect(half[OUT.potential]).toBeCloseTo(full[OUT.potential]! / 2, 4);
      }),
      { numRuns: 40 },
    );
  });
});
