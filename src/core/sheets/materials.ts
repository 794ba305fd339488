/** Material that jobs take: straw, string, nets, inoculant; how much for this stand and this field. */

import type { Guide } from "../guides/schema";
import type { Material } from "../guides/schema-parts";
import type { NutrientId } from "../nutrients";
import type { OperationInput, PlannedOperation } from "../plan/operation";
import { formatNumber } from "../units/format-quantity";
import type { Plan } from "./plan";
import type { Dated, Draft, Planning } from "./sheet";
import { mulchOf } from "./water/coefficients";

/** What a hectare of this plan has of what an amount is counted by, and how that reads. */
const COUNTED_BY: Record<Material["per"], { of: (draft: Draft<Dated>) => number; each: string; unit: string }> = {
  ha: { of: () => 1, each: "a hectare", unit: "" },
  kgSeed: { of: ({ parts }) => sownKg(parts.seed), each: "1 kg of seed", unit: "kg/ha" },
  kgLegumeSeed: {
    of: ({ parts }) =>
      parts.seed.mixture
        ? parts.seed.mixture.components.reduce((sum, c) => sum + (c.legume ? c.kgPerHa : 0), 0)
        : sownKg(parts.seed),
    each: "1 kg of legume seed",
    unit: "kg/ha",
  },
  plant: { of: ({ parts }) => parts.seed.targetPlantsPerM2 * 10_000, each: "a plant", unit: "plants/ha" },
  rowM: {
    of: ({ parts }) => (parts.seed.rowSpacingCm ? 1_000_000 / parts.seed.rowSpacingCm : 0),
    each: "1 m of row",
    unit: "m/ha",
  },
  tStored: { of: ({ parts }) => parts.keep.storedTPerHa, each: "1 t in store", unit: "t/ha" },
  cmMulch: { of: (draft) => mulchOf(draft).depthCm ?? 0, each: "1 cm of mulch", unit: "cm" },
};

const sownKg = (seed: Dated["seed"]): number => seed.sownKgPerHa ?? seed.plantedKgPerHa ?? 0;

/**
 * The materials of a job as inputs, as the guide counts them or as decided; what comes to nothing here is left out.
 *
 * Example: 5 g of inoculant for 1 kg of seed, 80 kg/ha of seed, 2.4 ha: 0.4 kg/ha, 0.96 kg for the field.
 */
export function materialsOf(
  draft: Planning,
  at: string,
  materials: Record<string, Material> | undefined,
): Pick<PlannedOperation, "inputs"> {
  if (!materials) return {};
  return {
    inputs: (logged) =>
      Object.entries(materials).flatMap(([id, material], _, all) => {
        const input = materialInput(draft.dated(), at, id, material, all.length === 1 ? logged : null);
        return input.perHa > 0 ? [input] : [];
      }),
  };
}

function materialInput(
  draft: Draft<Dated>,
  at: string,
  id: string,
  { name, unit, amount, per }: Material,
  logged: number | null,
): OperationInput {
  const by = COUNTED_BY[per];
  const count = by.of(draft);
  const usual = `${number(amount.typical)} ${unit} (${number(amount.low)} to ${number(amount.high)}) for ${by.each}`;
  return materialAt(
    draft,
    at,
    {
      id,
      name,
      unit,
      perHa: count * amount.typical,
      how: `${usual}${by.unit ? ` x ${number(count)} ${by.unit}` : ""}; ${draft.context.source(amount.source)}`,
    },
    logged,
  );
}

/**
 * What the materials of the guide's tasks bring of a nutrient [kg/ha]: no fertiliser, and yet not nothing.
 *
 * Example: 300 kg/ha of gypsum of 16.8 % sulphur bring 50.4 kg S/ha.
 */
export function broughtByMaterials(
  { crop, operations }: Pick<Plan, "crop" | "operations">,
  nutrient: NutrientId,
): number {
  const tasks = new Map(crop.guide.tasks.map((t) => [t.id, t]));
  return operations
    .flatMap((o) =>
      o.inputs.map((i) => (i.perHa * (tasks.get(o.id)?.materials?.[i.id]?.contents?.[nutrient] ?? 0)) / 100),
    )
    .reduce((sum, kg) => sum + kg, 0);
}

/** A material of guides that a practice can have a price for. */
export interface PricedMaterial {
  /** as prices are kept by: id and unit */
  key: string;
  name: string;
  unit: Material["unit"];
}

/** What jobs of plans take besides what guides name: seedlings in trays. */
const OF_TRAYS: PricedMaterial[] = [
  { key: "trays.units", name: "trays for seedlings", unit: "units" },
  { key: "substrate.L", name: "substrate for trays", unit: "L" },
];

/**
 * Every material that a job or a way of keeping of some guide takes, once for each unit, by its name.
 *
 * Example: straw by the tonne stands once, though garlic, onion and tuberose are mulched with it.
 */
export function materialsOfGuides(guides: readonly Guide[]): PricedMaterial[] {
  const found = new Map(OF_TRAYS.map((m) => [m.key, m]));
  const take = (id: string, name: string, unit: Material["unit"]) => {
    const key = `${id}.${unit}`;
    if (!found.has(key)) found.set(key, { key, name, unit });
  };
  const walk = (node: unknown, at: string): void => {
    if (typeof node !== "object" || node === null) return;
    if (at === "materials")
      for (const [id, m] of Object.entries(node as Record<string, Partial<Material> | null>))
        if (m?.name && m.unit) take(id, m.name, m.unit);
    for (const [key, inner] of Object.entries(node)) walk(inner, key);
  };
  for (const guide of guides) {
    walk(guide, "");
    for (const { id, moist } of guide.keep.ways) if (moist?.dose) take(id, moist.dose.name, moist.dose.unit);
  }
  return [...found.values()].sort((a, b) => a.name.localeCompare(b.name));
}

/** Material of a job as an input: as logged, else as decided for that job, else as it was worked out (`how`); priced where somebody did. */
export function materialAt(
  { decisions, facts }: Draft,
  at: string,
  { id, name, unit, perHa: usual, how }: Pick<OperationInput, "id" | "name" | "unit" | "perHa"> & { how: string },
  logged: number | null,
): OperationInput {
  const own = decisions.materials?.perHa?.[`${at}.${id}`];
  const perHa = logged ?? own ?? usual;
  return {
    kind: "material",
    id,
    name,
    unit,
    perHa,
    quantity: perHa * facts.field.areaHa,
    bags: null,
    bagKg: null,
    pricePerUnit: decisions.materials?.price?.[id] ?? facts.prices.materialPerUnit?.[`${id}.${unit}`] ?? 0,
    how: logged !== null ? "as logged" : own !== undefined ? `decided; usual is ${how}` : how,
  };
}

const number = (value: number): string => formatNumber(value);
