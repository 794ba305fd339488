import { drillCheck } from "../../../establish/drill-check";
import { populationFromRate, sowingRate } from "../../../establish/sowing-rate";
import { plus, times } from "../../../figure/expression";
import { computed, given, quantity } from "../../../figure/figure";
import type { Draft } from "../../sheet";
import type { StockPlan } from "../part";
import { emergenceFigure, knownOfSeed, lotFigures, orderWithReserve, type StandWanted, type Way } from "./way";

const USUAL_COULTERS = 24;
const USUAL_RUN_M = 20;

/** Seed drilled or broadcast by mass: what is sown is what is planted, and the reserve is bought on top. */
export const byMass: Way = {
  fits: (method) => method.stock.by === "seed" && !method.nursery,
  usualReservePct: 5,
  usedAt: "plant",
  stock: drilledSeed,
};

function drilledSeed(draft: Draft, { lot, targetPlantsPerM2, rowSpacingCm, reservePct }: StandWanted): StockPlan {
  const { context, decisions } = draft;
  const seed = decisions.seed ?? {};
  const figures = { ...lotFigures(draft, lot), fieldEmergencePct: emergenceFigure(draft) };
  const { stock } = context.crop.method;
  if (stock.by !== "seed") throw new Error("drilling by mass needs counted seed");
  const usual = stock.handbookRateKgPerHa;
  const handbookRate = seed.handbookRateKgPerHa ?? usual.typical;
  const rate = context.take("seed", sowingRate({ targetPlantsPerM2, ...figures }, knownOfSeed(draft)));
  if (rate?.figures.seedsPerM2) context.show("seed.seedsPerM2", rate.figures.seedsPerM2);
  const byHandbook = seed.school === "handbook";
  const byPopulation = byHandbook ? undefined : rate?.figures.kgPerHa;
  const kgPerHa = context.use(
    "seed.rate",
    byPopulation ??
      given(
        "Seed rate",
        handbookRate,
        "kg/ha",
        seed.handbookRateKgPerHa === undefined
          ? { kind: "source", text: context.source(usual.source) }
          : { kind: "decided", text: "your handbook's rate" },
      ),
  );
  const population = context.take(
    "seed",
    populationFromRate(
      { kgPerHa: byHandbook ? kgPerHa : handbookRate, ...figures },
      { ...knownOfSeed(draft), kgPerHa: byHandbook ? context.known("seed.rate") : {} },
    ),
  );
  if (population?.figures.plantsPerM2) context.show("seed.handbookPlants", population.figures.plantsPerM2);
  const coulters = seed.coulters ?? USUAL_COULTERS;
  const runM = seed.checkRunM ?? USUAL_RUN_M;
  // what falls is weighed as it is: soaked seed carries water
  const falls = seed.soakedPct ? "seed.soakedRate" : "seed.rate";
  const fallsKgPerHa = seed.soakedPct
    ? context.use(
        falls,
        computed(
          "Rate as soaked",
          "kg/ha",
          times(
            context.input("seed.rate", "seed rate, dry"),
            plus(1, quantity("water taken up", seed.soakedPct, "%", { basis: { kind: "decided", text: "weighed" } })),
          ),
        ),
      )
    : kgPerHa;
  const check =
    rowSpacingCm === null
      ? null
      : context.take(
          "seed",
          drillCheck(
            { kgPerHa: fallsKgPerHa, rowSpacingCm, runM, coulters },
            { kgPerHa: context.known(falls), rowSpacingCm: context.known("seed.rowSpacing") },
          ),
        );
  if (check?.figures.gPerCoulter) context.show("seed.gPerCoulter", check.figures.gPerCoulter);
  if (check?.figures.gInAll) context.show("seed.gInAll", check.figures.gInAll);
  return {
    by: "seed",
    plantedKgPerHa: kgPerHa,
    sownKgPerHa: kgPerHa,
    unitsPerM2: rate?.value.seedsPerM2 ?? null,
    plantsFromHandbook: population?.value.plantsPerM2 ?? null,
    ...orderWithReserve(draft, reservePct, lot),
    inRowSpacingCm: null,
    drillCheck: check ? { ...check.value, coulters, runM } : null,
    reconciliation: null,
    nurseryM2PerHa: null,
  };
}
