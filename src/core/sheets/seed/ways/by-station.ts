import { stationSowing } from "../../../establish/station-sowing";
import { given, withBases } from "../../../figure";
import type { Draft } from "../../sheet";
import type { StockPlan } from "../part";
import { emergenceFigure, lotFigures, orderWithReserve, type StandWanted, type Way } from "./way";

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
  const wanted = context.take("seed", stationSowing({ ...inputs, inRowSpacingCm: seed.inRowSpacingCm }));
  const inRow = wanted?.figures.inRowSpacingCm
    ? context.use(
        "seed.inRowSpacing",
        seed.inRowSpacingCm === undefined
          ? wanted.figures.inRowSpacingCm
          : given("In the row", seed.inRowSpacingCm, "cm", { kind: "decided", text: "entered" }),
      )
    : undefined;
  // with another spacing put in its place the stations follow that one
  const sown =
    inRow === undefined || inRow === wanted?.value.inRowSpacingCm
      ? wanted
      : context.take("seed", stationSowing({ ...inputs, inRowSpacingCm: inRow }));
  const bases = {
    germination: context.figures["seed.germination"]?.basis,
    "field emergence": context.figures["seed.emergence"]?.basis,
    "thousand-grain weight": context.figures["seed.tgw"]?.basis,
  };
  const of = sown?.figures;
  if (of?.plantsPerStation) context.show("seed.plantsPerStation", withBases(of.plantsPerStation, bases));
  if (of?.stationsPerHa) context.show("seed.stations", of.stationsPerHa);
  if (of?.gapsPct) context.show("seed.gaps", withBases(of.gapsPct, bases));
  if (of?.seedsPerM2) context.show("seed.seedsPerM2", of.seedsPerM2);
  const kgPerHa = of?.kgPerHa ? context.use("seed.rate", withBases(of.kgPerHa, bases)) : 0;
  return {
    by: "seed",
    plantedKgPerHa: kgPerHa,
    sownKgPerHa: kgPerHa,
    unitsPerM2: sown?.value.seedsPerM2 ?? null,
    plantsFromHandbook: null,
    ...orderWithReserve(draft, kgPerHa, reservePct, lot),
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
