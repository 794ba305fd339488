/** What a field's own yields say of a kind: all of their own kind and use, half of another's by its typical yield. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { resolveGuide } from "../guides/resolve-guide";
import { ownFit, summedYields } from "../rehearsal/fit";
import { unwrap } from "../result";
import { ownYields } from "./own-yields";

const crop = (guide: string, kind?: string, product?: string) =>
  unwrap(resolveGuide(testGuide(guide), { kind, product }));
const grown = (
  name: string,
  yieldTPerHa: number | null,
  kindId: string | null = null,
  productId: string | null = null,
) => ({
  season: 2025,
  crop: name,
  kindId,
  productId,
  yieldTPerHa,
});

describe("own yields", () => {
  it("of the kind and use count as they are; straw that goes along makes no other use", () => {
    const history = [grown("wheat", 6, "spring"), grown("wheat", 5, "spring", "grainAndStraw"), grown("barley", 7)];
    expect(ownYields(history, crop("wheat", "spring"))).toEqual([
      { tPerHa: 6, weight: 1 },
      { tPerHa: 5, weight: 1 },
    ]);
  });
  it("of another kind count half, by their share of that one's typical yield", () => {
    // organic barley expected 4.53 t/ha from 6.8 of a conventional one: 6.8 of typical 6.8 is 3.4 of typical 3.4
    const organic = crop("barley", "organicFood");
    const typical = organic.product.targetTPerHa.typical;
    expect(ownYields([grown("barley", 6.8, "winterMalting")], organic)).toEqual([{ tPerHa: typical, weight: 0.5 }]);
    // by half the share where half was got
    expect(ownYields([grown("barley", 3.4, "winterMalting")], organic)[0]?.tPerHa).toBeCloseTo(typical / 2, 9);
  });
  it("of another use of the same kind count half too: 40 t cut whole are no grain", () => {
    const grain = crop("maize", "grain", "grain");
    const whole = crop("maize", "grain", "wholeCrop").product.targetTPerHa.typical;
    expect(ownYields([grown("maize", 40, "grain", "wholeCrop")], grain)).toEqual([
      { tPerHa: (40 / whole) * grain.product.targetTPerHa.typical, weight: 0.5 },
    ]);
  });
  it("of a record that does not say are of the kind and use that yields most nearly so much", () => {
    // an early potato of 24 t/ha, lifted in July, is no poor maincrop
    expect(ownYields([grown("potato", 24)], crop("potato", "early"))).toEqual([{ tPerHa: 24, weight: 1 }]);
    expect(ownYields([grown("maize", 40)], crop("maize", "grain", "wholeCrop"))).toEqual([{ tPerHa: 40, weight: 1 }]);
    expect(ownYields([grown("wheat", 8.1)], crop("wheat"))).toEqual([{ tPerHa: 8.1, weight: 1 }]);
    // 8.1 of typical 7.5 is 5.94 of typical 5.5
    expect(ownYields([grown("wheat", 8.1)], crop("wheat", "spring"))).toEqual([
      { tPerHa: expect.closeTo(5.94, 9), weight: 0.5 },
    ]);
  });
  it("that nobody knows, or of a kind that is not known any more, do no harm", () => {
    expect(ownYields([grown("wheat", null, "winter")], crop("wheat"))).toEqual([]);
    expect(ownYields([grown("wheat", 7, "purple")], crop("wheat"))).toEqual([{ tPerHa: 7, weight: 0.5 }]);
  });
});

describe("the fit of a field", () => {
  it("counts half a season half", () => {
    // (2 + 0.5 x 8 / 5) / 2.5 = 1.12
    expect(ownFit([{ tPerHa: 8, weight: 0.5 }], 5)).toBeCloseTo(1.12, 9);
    expect(summedYields([8, { tPerHa: 4, weight: 0.5 }])).toEqual({ seasons: 1.5, tPerHa: 10 });
  });
});
