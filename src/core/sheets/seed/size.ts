import { gradeShare, productSize } from "../../establish/product-size";
import { computed, type Input } from "../../figure";
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
  const { unitG, diameterMm } = made.value;
  const times = closer ** -size.massBySpacing * heavier ** (size.massByStock ?? 0);
  const stockInput: Input = { label: "stock, against the usual", value: heavier, unit: "" };
  context.show(
    "seed.unitHarvested",
    computed(
      `Mass per ${size.unit}, for the target`,
      unitG,
      "g",
      size.numberByStock
        ? "target yield / (plants x usual units a plant x (stock / usual stock)^c)"
        : "target yield / (plants x units a plant)",
      [
        { label: "target yield", value: targetTPerHa, unit: "t/ha" },
        { label: "plants", value: plantsPerM2, unit: "/m²" },
        { label: "units a plant", value: size.unitsPerPlant.typical, basis: source(size.unitsPerPlant.source) },
        ...(size.numberByStock
          ? [stockInput, { label: "c", value: size.numberByStock, basis: source(size.source) }]
          : []),
      ],
    ),
  );
  context.show(
    "seed.unitUsual",
    computed(
      `Usual mass of one ${size.unit} here`,
      size.unitG.typical * times,
      "g",
      "usual mass x (usual plants / plants)^a x (stock / usual stock)^b",
      [
        { label: "usual mass", value: size.unitG.typical, unit: "g", basis: source(size.unitG.source) },
        { label: "plants, against the usual", value: closer },
        { label: "a", value: size.massBySpacing, basis: source(size.source) },
        ...(size.massByStock ? [stockInput, { label: "b", value: size.massByStock, basis: source(size.source) }] : []),
      ],
    ),
  );
  context.show(
    "seed.diameter",
    computed(
      `Diameter of one ${size.unit}`,
      diameterMm,
      "mm across",
      "10 x (6 x mass / (pi x mass over the ball))^(1/3)",
      [
        { label: "mass", value: unitG, unit: "g" },
        { label: "mass over the ball", value: size.gPerCm3, unit: "g/cm³", basis: source(size.source) },
      ],
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
        share.value.sharePct,
        "%",
        "share of a normal spread within the buyer's limits, by number",
        [
          { label: "mean diameter", value: diameterMm, unit: "mm across" },
          { label: "spread", value: size.spreadPct, unit: "%", basis: source(size.source) },
          ...(grade.atLeast === undefined
            ? []
            : [{ label: "at least", value: grade.atLeast, unit: "mm across" } as const]),
          ...(grade.atMost === undefined
            ? []
            : [{ label: "at most", value: grade.atMost, unit: "mm across" } as const]),
        ],
      ),
    );
  return {
    unit: size.unit,
    unitG,
    usualG: [size.unitG.low * times, size.unitG.high * times],
    gradePct: share?.value.sharePct ?? null,
  };
}
