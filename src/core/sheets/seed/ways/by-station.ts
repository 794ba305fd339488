import { stationSowing } from "../../../establish/station-sowing";
import { given } from "../../../figure/figure";
import type { Draft } from "../../sheet";
import type { StockPlan } from "../part";
import { emergenceFigure, knownOfSeed, lotFigures, orderWithReserve, type StandWanted, type Way } from "./way";

/** Seed set in stations, by hand or by a planter that counts: so many to one, the best of them left when they are thinned. */
export const byStation: Way = {
  fits: (method) => method.stock.by === "seed" && method.how === "stations",
  usualReservePct: 5,
  usedAt: "plant",
  stock: stationStock,
};

function stationStock(draft: Draft, { lot, targetPlantsPerM2, rowSpacingCm, reservePct }: StandWanted): StockPlan {
  const { context, decisions } = draft;
  const seed = decisions.seed ?? {};
  const { geometry } = context.crop.method;
  const seedsPerStation = seed.unitsPerStation ?? geometry.unitsPerStation ?? 1;
  const figures = { ...lotFigures(draft, lot), fieldEmergencePct: emergenceFigure(draft) };
  const leftPerStation = seed.leftPerStation ?? Math.min(geometry.leftPerStation ?? seedsPerStation, seedsPerStation);
  const inputs = {
    targetPlantsPerM2,
    seedsPerStation,
    leftPerStation,
    rowSpacingCm: rowSpacingCm ?? 0,
    ...figures,
  };
  const known = knownOfSeed(draft);
  const wanted = context.take("seed", stationSowing(inputs, known));
  const inRow = wanted?.figures.inRowSpacingCm
    ? context.use("seed.inRowSpacing", wanted.figures.inRowSpacingCm)
    : undefined;
  // with another spacing put in its place the stations follow that one
  const sown =
    inRow === undefined
      ? wanted
      : context.take(
          "seed",
          stationSowing(
            { ...inputs, inRowSpacingCm: inRow },
            { ...known, inRowSpacingCm: context.known("seed.inRowSpacing") },
          ),
        );
  const of = sown?.figures;
  if (of?.plantsPerStation) context.show("seed.plantsPerStation", of.plantsPerStation);
  if (of?.stationsPerHa) context.show("seed.stations", of.stationsPerHa);
  if (of?.gapsPct) context.show("seed.gaps", of.gapsPct);
  if (of?.seedsPerM2) context.show("seed.seedsPerM2", of.seedsPerM2);
  const kgPerHa = context.use("seed.rate", of?.kgPerHa ?? given("Seed rate", 0, "kg/ha", { kind: "computed" }));
  return {
    by: "seed",
    plantedKgPerHa: kgPerHa,
    sownKgPerHa: kgPerHa,
    unitsPerM2: sown?.value.seedsPerM2 ?? null,
    plantsFromHandbook: null,
    ...orderWithReserve(draft, reservePct, lot),
    inRowSpacingCm: sown?.value.inRowSpacingCm ?? null,
    stations: sown
      ? {
          seedsPerStation,
          leftPerStation,
          plantsPerM2: sown.value.plantsPerM2,
          thinnedPerHa: sown.value.thinnedPerHa,
        }
      : null,
    drillCheck: null,
    reconciliation: null,
    nurseryM2PerHa: null,
  };
}
