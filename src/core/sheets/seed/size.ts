import { gradeShare, productSize } from "../../establish/product-size";
import { over, power, rule, times } from "../../figure/expression";
import { computed, quantity, resultOf } from "../../figure/figure";
import type { Draft } from "../sheet";
import type { SizePart } from "./part";

/** What one bulb or tuber must weigh for the target, and what it usually does at this spacing and from stock of this size. */
export function sizeOfProduct(draft: Draft, plantsPerM2: number): SizePart | null {
  const { context, decisions, targetTPerHa } = draft;
  const { product, method, kind } = context.crop;
  const { size } = product;
  if (!size) return null;
  const { stock } = method;
  const stockG = context.figures["seed.unitMass"]?.value ?? null;
  const heavier = stock.by === "unit" && stockG !== null ? stockG / stock.unitMassG.typical : 1;
  const closer = plantsPerM2 / method.targetPlantsPerM2.typical;
  const source = (id: string) => ({ kind: "source" as const, text: context.source(id) });
  const unitsPerPlant = size.unitsPerPlant.typical * heavier ** (size.numberByStock ?? 0);
  const made = context.take(
    "seed",
    productSize({ yieldTPerHa: targetTPerHa, plantsPerM2, unitsPerPlant, gPerCm3: size.gPerCm3 }),
  );
  if (!made) return null;
  const { diameterMm } = made.value;
  const spread = closer ** -size.massBySpacing * heavier ** (size.massByStock ?? 0);
  const stockOf = quantity("stock, against the usual", heavier, "");
  const units = quantity("units a plant", size.unitsPerPlant.typical, "", { basis: source(size.unitsPerPlant.source) });
  const exponent = (label: string, value: number) => quantity(label, value, "", { basis: source(size.source) });
  const harvested = computed(
    `Mass per ${size.unit}, for the target`,
    "g",
    over(
      context.input("target", "target yield"),
      times(
        context.input("seed.targetPlants", "plants"),
        units,
        ...(size.numberByStock ? [power(stockOf, exponent("c", size.numberByStock))] : []),
      ),
    ),
  );
  context.show("seed.unitHarvested", harvested);
  context.show(
    "seed.unitUsual",
    computed(
      `Usual mass of one ${size.unit} here`,
      "g",
      times(
        over(
          quantity("usual mass", size.unitG.typical, "g", { basis: source(size.unitG.source) }),
          power(quantity("plants, against the usual", closer, ""), exponent("a", size.massBySpacing)),
        ),
        ...(size.massByStock ? [power(stockOf, exponent("b", size.massByStock))] : []),
      ),
    ),
  );
  // a ball of its volume: mass / density = pi / 6 x diameter^3
  context.show(
    "seed.diameter",
    computed(
      `Diameter of one ${size.unit}`,
      "mm across",
      power(
        over(
          times(6, resultOf("mass", harvested)),
          times(
            quantity("pi", Math.PI, ""),
            quantity("mass over the ball", size.gPerCm3, "g/cm³", { basis: source(size.source) }),
          ),
        ),
        over(1, 3),
      ),
    ),
  );
  const endUse = kind.endUses.find((use) => use === decisions.harvest?.endUse) ?? kind.endUses[0];
  const grade = product.quality.find((q) => q.endUse === endUse && (q.what === "diameter" || q.what === "size"));
  const share = grade
    ? context.take(
        "seed",
        gradeShare({ meanMm: diameterMm, spreadPct: size.spreadPct, atLeastMm: grade.atLeast, atMostMm: grade.atMost }),
      )
    : null;
  if (grade && share)
    context.show(
      "seed.grade",
      computed(
        `In grade for ${grade.endUse}`,
        "%",
        rule(
          "share of a normal spread within the buyer's limits, by number",
          [
            quantity("mean diameter", diameterMm, "mm across"),
            quantity("spread", size.spreadPct, "%", { basis: source(size.source) }),
            ...(grade.atLeast === undefined ? [] : [quantity("at least", grade.atLeast, "mm across")]),
            ...(grade.atMost === undefined ? [] : [quantity("at most", grade.atMost, "mm across")]),
          ],
          share.value.sharePct,
          "%",
        ),
      ),
    );
  return {
    unit: size.unit,
    unitG: harvested.value,
    usualG: [size.unitG.low * spread, size.unitG.high * spread],
    gradePct: share?.value.sharePct ?? null,
  };
}
