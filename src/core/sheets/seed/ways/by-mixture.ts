import { mixtureRates } from "../../../establish/mixture-rates";
import { populationFromRate, sowingRate } from "../../../establish/sowing-rate";
import { sum, times } from "../../../figure/expression";
import { computed, quantity } from "../../../figure/figure";
import type { MixtureComponent } from "../../../guides/schema";
import type { Draft } from "../../sheet";
import type { MixturePart, StockPlan } from "../part";
import { orderWithReserve, type StandWanted, type Way } from "./way";

/** Seeds so unlike in mass part in one hopper on the way over the field; assumption. */
const SEEDS_APART = 5;

/** Crops sown together: each by its own straight rate and its share of it. */
export const byMixture: Way = {
  fits: (method) => method.stock.by === "mixture",
  usualReservePct: 5,
  usedAt: "plant",
  stock: mixtureStock,
};

function mixtureStock(draft: Draft, { reservePct }: StandWanted): StockPlan {
  const { context, decisions, facts } = draft;
  const { stock } = context.crop.method;
  if (stock.by !== "mixture") throw new Error("a mixture needs components");
  const own = decisions.seed?.mixture ?? {};
  const components = stock.components.flatMap((c) => {
    const sharePct = own[c.id]?.sharePct ?? c.sharePct.typical;
    const straight = straightRate(draft, c, own[c.id]?.straightKgPerHa);
    return straight === null || sharePct <= 0 ? [] : [{ ...c, sharePct, straight }];
  });
  const rates = context.take(
    "seed",
    mixtureRates(components.map((c) => ({ crop: c.id, straightRateKgPerHa: c.straight, sharePct: c.sharePct }))),
  );
  const lines = components.map((c): MixturePart["components"][number] => {
    const kgPerHa = context.use(
      `seed.mix.${c.id}`,
      computed(
        c.name,
        "kg/ha",
        times(quantity("straight rate", c.straight, "kg/ha"), quantity("share", c.sharePct, "%")),
      ),
    );
    const stand = populationFromRate({
      kgPerHa,
      thousandGrainWeightG: c.thousandGrainWeightG.typical,
      germinationPct: c.germinationPct.typical,
      fieldEmergencePct: c.fieldEmergencePct.typical,
    });
    return {
      id: c.id,
      name: c.name,
      legume: c.legume,
      sharePct: c.sharePct,
      straightKgPerHa: c.straight,
      kgPerHa,
      orderKg: kgPerHa * (1 + reservePct / 100) * facts.field.areaHa,
      plantsPerM2: stand.ok ? stand.value.plantsPerM2 : 0,
      depthCm: [c.depthCm.low, c.depthCm.high],
      seedMg: c.thousandGrainWeightG.typical,
    };
  });
  const rate = computed("Seed rate", "kg/ha", sum(lines.map((l) => context.input(`seed.mix.${l.id}`, l.name))));
  context.show("seed.rate", rate);
  const kgPerHa = rate.value;
  return {
    by: "seed",
    plantedKgPerHa: kgPerHa,
    sownKgPerHa: kgPerHa,
    unitsPerM2: null,
    plantsFromHandbook: null,
    ...orderWithReserve(draft, reservePct, null),
    inRowSpacingCm: null,
    mixture: {
      components: lines,
      shareSumPct: rates?.value.shareSumPct ?? 0,
      ...passesOf(lines),
      ...feedOf(components),
    },
    drillCheck: null,
    reconciliation: null,
    nurseryM2PerHa: null,
  };
}

/** A component's rate where it stands alone: entered, or from its plants, weight, germination and emergence. */
function straightRate({ context }: Draft, c: MixtureComponent, entered: number | undefined): number | null {
  if (entered !== undefined) return entered;
  const found = context.take(
    "seed",
    sowingRate({
      targetPlantsPerM2: c.plantsPerM2.typical,
      thousandGrainWeightG: c.thousandGrainWeightG.typical,
      germinationPct: c.germinationPct.typical,
      fieldEmergencePct: c.fieldEmergencePct.typical,
    }),
  );
  return found?.value.kgPerHa ?? null;
}

/** Whether all go in at one depth from one hopper, and what stands against it. */
function passesOf(lines: MixturePart["components"]): Pick<MixturePart, "depthCm" | "apart"> {
  const low = Math.max(...lines.map((l) => l.depthCm[0]));
  const high = Math.min(...lines.map((l) => l.depthCm[1]));
  const masses = lines.map((l) => l.seedMg);
  const apart = [
    ...(low > high ? ["no depth suits all of them"] : []),
    ...(Math.max(...masses) > SEEDS_APART * Math.min(...masses) ? ["small seed sinks under large in one hopper"] : []),
  ];
  return { depthCm: low <= high ? (low + high) / 2 : null, apart };
}

/** What is to be had by the shares that each takes of the ground: protein of the dry matter, and the legumes' part. */
function feedOf(
  components: (Pick<MixtureComponent, "legume" | "proteinPct"> & { sharePct: number })[],
): Pick<MixturePart, "proteinPct" | "legumePct"> {
  const total = components.reduce((sum, c) => sum + c.sharePct, 0) || 1;
  const part = (of: (c: (typeof components)[number]) => number) =>
    components.reduce((sum, c) => sum + (c.sharePct / total) * of(c), 0);
  return { proteinPct: part((c) => c.proteinPct), legumePct: 100 * part((c) => (c.legume ? 1 : 0)) };
}
