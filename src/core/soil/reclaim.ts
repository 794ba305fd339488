/** Taking salt and sodium out of a soil: exchangeable sodium from the extract, water to leach, the share to keep leaching. */

import { readChoice, readNumber } from "../args";
import { minus, over, times } from "../figure/expression";
import { computed, given, type KnownOf, quantity } from "../figure/figure";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { draftTexture, TEXTURE_CLASSES, type TextureClass } from "./texture";

/**
 * Exchangeable sodium [% of the exchange capacity] from the sodium adsorption ratio of the saturation extract (USDA
 * Handbook 60): 100 (0.01475 SAR - 0.0126) / (1 + 0.01475 SAR - 0.0126), not under 0.
 *
 * Example: SAR 13 gives 15.2 %.
 */
export function espFromSar(sar: number): number {
  const ratio = 0.01475 * sar - 0.0126;
  return Math.max(0, (100 * ratio) / (1 + ratio));
}

/** Depth of water to a depth of soil, for ECe now over ECe wanted (Hoffman 1980): sprinkled or in turns, or ponded by texture. */
const HOFFMAN_K = { sprinkled: 0.1, ponded: { coarse: 0.1, medium: 0.2, fine: 0.3 }, peat: 0.45 };
const PEAT_OM_PCT = 25;

/**
 * Water that has to pass through a depth of soil to bring its salt down [mm]: k x depth x ECe now / ECe wanted (Hoffman
 * 1980); k 0.1 sprinkled or given in turns; ponded 0.1 on coarse soil, 0.3 on fine (0.2 between, assumption), 0.45 on peat.
 * None where the salt is no more than wanted.
 *
 * Example: 60 cm of silty clay from 8 to 4 dS/m, ponded: 0.3 x 600 x 2 = 360 mm.
 */
export function leachingWater(
  input: {
    ecE: number;
    wantedEcE: number;
    depthCm: number;
    textureClass: TextureClass;
    organicMatterPct?: number;
    way?: "ponded" | "sprinkled";
  },
  known: KnownOf<typeof input> = {},
): Result<{ mm: number }> {
  const errors: FieldError[] = [];
  const now = readNumber(errors, "ecE", input.ecE, { min: 0, max: 100, unit: "dS/m" });
  const wanted = readNumber(errors, "wantedEcE", input.wantedEcE, { above: 0, max: 100, unit: "dS/m" });
  const depth = readNumber(errors, "depthCm", input.depthCm, { above: 0, max: 300, unit: "cm" });
  const texture = readChoice(errors, "textureClass", input.textureClass, TEXTURE_CLASSES);
  const organic = readNumber(errors, "organicMatterPct", input.organicMatterPct, { min: 0, max: 100, fallback: 0 });
  const way = readChoice(errors, "way", input.way, ["ponded", "sprinkled"] as const, "ponded");
  if (errors.length > 0) return failed(errors);
  const k =
    way === "sprinkled"
      ? HOFFMAN_K.sprinkled
      : organic > PEAT_OM_PCT
        ? HOFFMAN_K.peat
        : HOFFMAN_K.ponded[draftTexture(texture)];
  const needed = computed(
    "Water to leach salt",
    "mm",
    over(
      times(
        quantity("k", k, "", { basis: { kind: "source", text: "Hoffman 1980" } }),
        quantity("depth", depth, "cm", known.depthCm),
        quantity("salt now", now, "dS/m", known.ecE ?? { basis: { kind: "measured", text: "soil test" } }),
      ),
      quantity("salt wanted", wanted, "dS/m", known.wantedEcE),
    ),
  );
  const mm = now <= wanted ? given("Water to leach salt", 0, "mm", { kind: "computed" }) : needed;
  return ok({ mm: mm.value }, { mm });
}

/**
 * Share of irrigation water that has to pass the roots to keep the salt at a level: ECw / (5 ECe - ECw) (Rhoades 1974). Water
 * as salty as five times what is wanted in the soil cannot keep it.
 *
 * Example: water of 1.2 dS/m, 3 dS/m in the soil: 1.2 / 13.8 = 8.7 %.
 */
export function leachingShare(
  input: { ecW: number; ecE: number },
  known: KnownOf<typeof input> = {},
): Result<{ sharePct: number }> {
  const errors: FieldError[] = [];
  const water = readNumber(errors, "ecW", input.ecW, { min: 0, max: 100, unit: "dS/m" });
  const soil = readNumber(errors, "ecE", input.ecE, { above: 0, max: 100, unit: "dS/m" });
  if (errors.length === 0 && water >= 5 * soil)
    errors.push(fieldError("ecW", water, `under five times the soil's ${soil} dS/m`));
  if (errors.length > 0) return failed(errors);
  const ecW = quantity("salt of the water", water, "dS/m", known.ecW);
  const sharePct = computed(
    "Leaching requirement",
    "%",
    over(ecW, minus(times(5, quantity("salt that the crop bears", soil, "dS/m", known.ecE)), ecW)),
    "Ayers and Westcot 1985 (FAO-29). Winter rain that drains does the same work; a soil test says how much gathers.",
  );
  return ok({ sharePct: sharePct.value }, { sharePct });
}
