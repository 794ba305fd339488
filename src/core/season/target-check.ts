/** A target against what the field's light, water and history allow, and against what yield is made of. */

import { rule } from "../figure/expression";
import { computed, type Figure, quantity } from "../figure/figure";
import type { Guide, Product } from "../guides/schema";
import type { WindowAnswer } from "./sowing-window";

export interface Component {
  name: string;
  unit: string;
  typical: number;
  /** what this plan and place let expect, and what the target asks for */
  expected: number;
  needed: number;
  expectedOfNeededPct: number;
}

interface TargetCheck {
  targetTPerHa: number;
  potentialTPerHa: number;
  waterLimitedTPerHa: number;
  historyLimitedTPerHa: number;
  chancePct: number;
  seasons: number;
  verdict: "within reach" | "ambitious" | "out of reach of the water" | "out of reach of the light" | "low";
  components: Component[];
  weakest: string | null;
  figures: Record<string, Figure>;
}

/** How far a thin stand fills up: shoots follow the plants by this power (1 would be not at all); assumption. */
const FILLING_UP = 0.35;

/**
 * Checks a target: potential yield (light and warmth), water-limited, and what the field's history lets expect, all in
 * the mean of the simulated seasons; the chance of reaching it; the yield components with the weakest named.
 *
 * Components: the target's share over the guide's typical yield is asked of each component alike (its root by their
 * number); expected are the guide's typical ones times the growth that water allowed while each was formed, the first also
 * by the stand. A planning index, not a forecast.
 */
export function targetCheck(
  guide: Pick<Guide, "growth">,
  product: Pick<Product, "targetTPerHa">,
  answer: WindowAnswer,
  stand: { plantsPerM2: number; typicalPlantsPerM2: number },
  expectedTPerHa: number,
): TargetCheck {
  const { targetTPerHa } = answer;
  const here = answer.dates[0];
  const chancePct = here?.chancePct ?? 0;
  const typical = product.targetTPerHa.typical;
  const parts = guide.growth.components;
  const growthNeeded = (targetTPerHa / typical) ** (1 / Math.max(1, parts.length));
  const components = parts.map((part, i): Component => {
    const phase = Math.round((2 * i) / Math.max(1, parts.length - 1));
    const water = answer.stress[phase] ?? 1;
    // the guide's typical figure holds for the field's usual water: only what differs from the mean of all three counts
    const mean = (answer.stress[0] + answer.stress[1] + answer.stress[2]) / 3 || 1;
    const own = expectedTPerHa / typical;
    const filled = i === 0 ? (stand.plantsPerM2 / stand.typicalPlantsPerM2) ** FILLING_UP : 1;
    const expected = part.typical * filled * (water / mean) * own ** (1 / Math.max(1, parts.length));
    const needed = part.typical * growthNeeded;
    return { ...part, expected, needed, expectedOfNeededPct: (100 * expected) / needed };
  });
  const weakest = components.reduce<Component | null>(
    (a, b) => (a === null || b.expectedOfNeededPct < a.expectedOfNeededPct ? b : a),
    null,
  );
  const { potentialTPerHa, waterLimitedTPerHa } = answer;
  const verdict =
    targetTPerHa > potentialTPerHa
      ? "out of reach of the light"
      : targetTPerHa > waterLimitedTPerHa
        ? "out of reach of the water"
        : chancePct < 35
          ? "ambitious"
          : chancePct > 85
            ? "low"
            : "within reach";
  const ofSeasons = (label: string, name: string, of: string, value: number) =>
    computed(
      label,
      "t/ha",
      rule(name, [{ label: of, value: `mean of ${answer.seasons} simulated seasons` }], value, "t/ha"),
    );
  return {
    targetTPerHa,
    potentialTPerHa,
    waterLimitedTPerHa,
    historyLimitedTPerHa: expectedTPerHa,
    chancePct,
    seasons: answer.seasons,
    verdict,
    components,
    weakest: weakest && weakest.expectedOfNeededPct < 99.5 ? weakest.name : null,
    figures: {
      chance: computed(
        "Chance of reaching the target",
        "%",
        rule(
          "mean over the seasons of the chance that yield, give or take 8 % from other causes, is the target or more",
          [
            quantity("target", targetTPerHa, "t/ha"),
            quantity("simulated seasons", answer.seasons, ""),
            quantity("mean yield at this date", here?.meanTPerHa ?? 0, "t/ha"),
          ],
          chancePct,
          "%",
        ),
        "A planning index from simulated weather. The 8 % is an assumption: pests, people and patches that the simulation does not see.",
      ),
      potential: ofSeasons(
        "Potential yield",
        "radiation use efficiency x light taken up x temperature factor, summed, x harvest index / (1 - moisture), not fitted to what crops of the kind usually make of it",
        "light and warmth",
        potentialTPerHa,
      ),
      waterLimited: ofSeasons(
        "Water-limited yield",
        "as the potential, each day times the share of water need that the root zone can meet",
        "rain, evaporation, root zone",
        waterLimitedTPerHa,
      ),
    },
  };
}
