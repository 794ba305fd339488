import { daysBetween, type IsoDate } from "../dates";
import { drillCheck } from "../establish/drill-check";
import { nurserySeed, plantingStock } from "../establish/planting-stock";
import { reconcilePlanting } from "../establish/reconcile-planting";
import { populationFromRate, sowingRate } from "../establish/sowing-rate";
import { wholeBags } from "../feed/straight-fertilisers";
import { type Basis, computed, given, type Input, withBases } from "../figure";
import type { DraftContext } from "./draft-context";
import type { SeedLot } from "./facts";
import type { SeedSheet } from "./plan";

/**
 * Sheet 3: target population moved by the situation, the stock that gives it and what to order. Three ways, by the
 * planting method's parts: seed drilled or broadcast by mass, units planted one by one, seedlings from a nursery.
 */
export function draftSeed(context: DraftContext, planting: IsoDate | null, bestDate: IsoDate | null): SeedSheet {
  const { facts, decisions, resolved } = context;
  const { method } = resolved;
  const seed = decisions.seed ?? {};
  const lot = chooseLot(context);
  const target = targetPlants(context, planting, bestDate);
  const reserve = seed.reservePct ?? (method.stock.by === "unit" ? 3 : 5);
  const row = seed.rowSpacingCm ?? method.geometry.rowSpacingCm?.typical ?? null;
  const base = {
    lotId: lot?.id ?? null,
    variety: lot?.variety ?? "",
    targetPlantsPerM2: target.value,
    adjustments: target.adjustments,
    rowSpacingCm: row,
    depthCm: method.depthCm.typical,
  };
  if (row !== null)
    context.put(
      "seed.rowSpacing",
      given(
        "Row spacing",
        row,
        "cm",
        seed.rowSpacingCm === undefined
          ? { kind: "source", text: context.source(method.geometry.rowSpacingCm?.source ?? "assume") }
          : { kind: "decided", text: "your drill or planter" },
      ),
    );
  context.put(
    "seed.depth",
    given("Depth", method.depthCm.typical, "cm", { kind: "source", text: context.source(method.depthCm.source) }),
  );
  if (method.stock.by === "unit") return { ...base, ...unitStock(context, lot, target.value, row, reserve) };
  return method.nursery
    ? { ...base, ...nurseryStock(context, lot, target.value, row, reserve) }
    : { ...base, ...drilledSeed(context, lot, target.value, row, reserve) };

  function chooseLot(c: DraftContext): SeedLot | null {
    const lots = facts.seedLots.filter((l) => l.guideId === resolved.guide.id && l.kindId === resolved.kind.id);
    return lots.find((l) => l.id === c.decisions.seed?.lotId) ?? lots.find((l) => l.certified) ?? lots[0] ?? null;
  }
}

/** The guide's target, moved by lateness and by the situations that are switched on; each step a line of the working. */
function targetPlants(context: DraftContext, planting: IsoDate | null, bestDate: IsoDate | null) {
  const { decisions, resolved } = context;
  const { method } = resolved;
  const chosen = decisions.seed?.adjustments ?? {};
  const daysLate = planting && bestDate ? Math.max(0, daysBetween(bestDate, planting)) : 0;
  const adjustments = method.adjustments.map((a) => {
    const decided = chosen[a.id];
    const usual =
      a.perDaysLate === undefined ? a.changePct : Math.min(50, Math.round(a.perDaysLate * daysLate * 10) / 10);
    return {
      id: a.id,
      situation: a.situation,
      why: a.why,
      changePct: decided?.changePct ?? usual,
      on: decided?.on ?? a.perDaysLate !== undefined,
    };
  });
  const inputs: Input[] = [
    {
      label: "usual target",
      value: method.targetPlantsPerM2.typical,
      unit: "/m²",
      basis: { kind: "source", text: context.source(method.targetPlantsPerM2.source) },
    },
  ];
  let value = method.targetPlantsPerM2.typical;
  for (const a of adjustments) {
    if (!a.on || a.changePct === 0) continue;
    value *= 1 + a.changePct / 100;
    inputs.push({ label: a.situation, value: a.changePct, unit: "%", basis: { kind: "assumption", text: a.why } });
  }
  const figure =
    decisions.seed?.targetPlantsPerM2 !== undefined
      ? given("Target plants", decisions.seed.targetPlantsPerM2, "/m²", {
          kind: "decided",
          text: `your target; the guide's would be ${Math.round(value)}`,
        })
      : computed(
          "Target plants",
          value,
          "/m²",
          "usual target x (1 + each change)",
          inputs,
          `usual range ${method.targetPlantsPerM2.low} to ${method.targetPlantsPerM2.high}; schools differ on whether poor or dry ground wants more or less`,
        );
  return { value: context.put("seed.targetPlants", figure), adjustments };
}

/** Thousand-grain weight, germination and emergence: decided, from the lot, or typical of the guide. */
function lotFigures(context: DraftContext, lot: SeedLot | null) {
  const { decisions, resolved } = context;
  const { stock, fieldEmergencePct } = resolved.method;
  const typical = stock.by === "seed" ? { tgw: stock.thousandGrainWeightG, germination: stock.germinationPct } : null;
  const pick = (
    id: string,
    label: string,
    unit: string,
    decided: number | undefined,
    fromLot: number | null | undefined,
    usual: { typical: number; source: string } | undefined,
  ) => {
    const basis: Basis =
      decided !== undefined
        ? { kind: "decided", text: "entered" }
        : fromLot
          ? { kind: "measured", text: `seed lot ${lot?.variety}` }
          : { kind: "assumption", text: `typical; ${context.source(usual?.source ?? "assume")}` };
    return context.put(id, given(label, decided ?? fromLot ?? usual?.typical ?? 0, unit, basis));
  };
  return {
    thousandGrainWeightG: pick(
      "seed.tgw",
      "Thousand-grain weight",
      "g",
      decisions.seed?.thousandGrainWeightG,
      lot?.thousandGrainWeightG,
      typical?.tgw,
    ),
    germinationPct: pick(
      "seed.germination",
      "Germination",
      "%",
      decisions.seed?.germinationPct,
      lot?.germinationPct,
      typical?.germination,
    ),
    fieldEmergencePct: pick(
      "seed.emergence",
      "Field emergence",
      "%",
      decisions.seed?.fieldEmergencePct,
      null,
      fieldEmergencePct,
    ),
  };
}

type Stock = Omit<SeedSheet, "lotId" | "variety" | "targetPlantsPerM2" | "adjustments" | "rowSpacingCm" | "depthCm">;

function order(context: DraftContext, kgPerHa: number, reservePct: number, lot: SeedLot | null) {
  const { areaHa } = context.facts.field;
  const figure = computed(
    "Seed to order",
    kgPerHa * areaHa * (1 + reservePct / 100),
    "kg",
    "rate x area x (1 + reserve)",
    [
      { label: "rate", value: kgPerHa, unit: "kg/ha" },
      { label: "area", value: areaHa, unit: "ha" },
      { label: "reserve", value: reservePct, unit: "%" },
    ],
  );
  const orderKg = context.put("seed.order", figure);
  return { orderKg, bags: lot ? wholeBags(orderKg, lot.bagKg) : null };
}

function drilledSeed(
  context: DraftContext,
  lot: SeedLot | null,
  target: number,
  row: number | null,
  reserve: number,
): Stock {
  const { decisions, resolved } = context;
  const seed = decisions.seed ?? {};
  const figures = lotFigures(context, lot);
  const stock = resolved.method.stock;
  const usualRate = stock.by === "seed" ? stock.handbookRateKgPerHa.typical : 0;
  const handbookRate = seed.handbookRateKgPerHa ?? usualRate;
  const rate = context.take("seed", sowingRate({ targetPlantsPerM2: target, ...figures }));
  const bases = {
    germination: context.figures["seed.germination"]?.basis,
    "field emergence": context.figures["seed.emergence"]?.basis,
    "thousand-grain weight": context.figures["seed.tgw"]?.basis,
  };
  if (rate?.figures.seedsPerM2) context.put("seed.seedsPerM2", withBases(rate.figures.seedsPerM2, bases));
  const byHandbook = seed.school === "handbook";
  const rateFigure = byHandbook
    ? given(
        "Seed rate",
        handbookRate,
        "kg/ha",
        seed.handbookRateKgPerHa === undefined && stock.by === "seed"
          ? { kind: "source", text: context.source(stock.handbookRateKgPerHa.source) }
          : { kind: "decided", text: "your handbook's rate" },
      )
    : rate?.figures.kgPerHa;
  const kgPerHa = rateFigure ? context.put("seed.rate", withBases(rateFigure, bases)) : handbookRate;
  const population = context.take(
    "seed",
    populationFromRate({ kgPerHa: byHandbook ? kgPerHa : handbookRate, ...figures }),
  );
  if (population?.figures.plantsPerM2) context.put("seed.handbookPlants", population.figures.plantsPerM2);
  const coulters = seed.coulters ?? 24;
  const runM = seed.checkRunM ?? 20;
  const check = row === null ? null : context.take("seed", drillCheck({ kgPerHa, rowSpacingCm: row, runM, coulters }));
  if (check)
    for (const key of ["gPerCoulter", "gInAll"] as const)
      context.put(`seed.${key}`, check.figures[key] ?? given(key, check.value[key], "g", { kind: "computed" }));
  return {
    by: "seed",
    seedsPerM2: rate?.value.seedsPerM2 ?? null,
    kgPerHa,
    plantsFromHandbook: population?.value.plantsPerM2 ?? null,
    ...order(context, kgPerHa, reserve, lot),
    inRowSpacingCm: null,
    drillCheck: check ? { ...check.value, coulters, runM } : null,
    reconciliation: null,
    nurseryM2PerHa: null,
  };
}

function unitStock(
  context: DraftContext,
  lot: SeedLot | null,
  target: number,
  row: number | null,
  reserve: number,
): Stock {
  const { decisions, resolved } = context;
  const seed = decisions.seed ?? {};
  const { stock, geometry, fieldEmergencePct } = resolved.method;
  if (stock.by !== "unit") throw new Error("unitStock needs stock that is planted unit by unit");
  const unitMassG = context.put(
    "seed.unitMass",
    given(
      `Mass of a ${stock.unit}`,
      seed.unitMassG ?? lot?.unitMassG ?? stock.unitMassG.typical,
      "g",
      seed.unitMassG !== undefined
        ? { kind: "decided", text: "entered" }
        : lot?.unitMassG
          ? { kind: "measured", text: `stock lot ${lot.variety}` }
          : { kind: "assumption", text: "typical" },
    ),
  );
  const perStation = seed.unitsPerStation ?? geometry.unitsPerStation ?? 1;
  const sprouting = (lot?.germinationPct ?? stock.sproutingPct.typical) / 100;
  const emergence =
    context.put(
      "seed.emergence",
      given("Field emergence", seed.fieldEmergencePct ?? fieldEmergencePct.typical, "%", {
        kind: "source",
        text: context.source(fieldEmergencePct.source),
      }),
    ) / 100;
  // the spacing that gives the target, unless a spacing was decided
  const unitsWanted = (target * 10_000) / sprouting / emergence;
  const wantedSpacing = row === null ? null : (perStation * 1e8) / (unitsWanted * row);
  const inRow = seed.inRowSpacingCm ?? wantedSpacing;
  if (inRow !== null)
    context.put(
      "seed.inRowSpacing",
      seed.inRowSpacingCm !== undefined
        ? given("In the row", inRow, "cm", { kind: "decided", text: "entered" })
        : computed("In the row", inRow, "cm", "units per station / (units per m² x row spacing)", [
            { label: "target plants", value: target, unit: "/m²" },
            { label: "sprouting", value: sprouting * 100, unit: "%" },
            { label: "field emergence", value: emergence * 100, unit: "%" },
            { label: "row spacing", value: row ?? 0, unit: "cm" },
          ]),
    );
  const reconciled = context.take(
    "seed",
    reconcilePlanting({
      rowSpacingCm: row ?? undefined,
      inRowSpacingCm: inRow ?? undefined,
      unitsPerStation: perStation,
      unitMassG,
      massKgPerHa: seed.stockKgPerHa,
    }),
  );
  const units =
    typeof reconciled?.value.unitsPerHaFromSpacing === "number" ? reconciled.value.unitsPerHaFromSpacing : unitsWanted;
  const stockNeed = context.take(
    "seed",
    plantingStock({
      plantsPerHa: units,
      unitMassG,
      usablePct: stock.usablePct.typical,
      reservePct: reserve,
      ...(stock.unitsPerSource > 1 ? { unitsPerSource: stock.unitsPerSource } : {}),
    }),
  );
  const kgPerHa = context.put(
    "seed.rate",
    seed.stockKgPerHa !== undefined
      ? given("Stock", seed.stockKgPerHa, "kg/ha", { kind: "decided", text: "entered" })
      : computed("Stock", stockNeed?.value.massKg ?? 0, "kg/ha", "units x (1 + reserve) / usable share x unit mass", [
          { label: "units planted", value: units, unit: "/ha" },
          { label: "reserve", value: reserve, unit: "%" },
          { label: "usable", value: stock.usablePct.typical, unit: "%" },
          { label: "unit mass", value: unitMassG, unit: "g" },
        ]),
  );
  context.put(
    "seed.units",
    computed("Units planted", units, "/ha", "10,000 / (row x in-row) x units per station", [
      { label: "row", value: row ?? 0, unit: "cm" },
      { label: "in the row", value: inRow ?? 0, unit: "cm" },
      { label: "units per station", value: perStation },
    ]),
  );
  return {
    by: "unit",
    seedsPerM2: units / 10_000,
    kgPerHa,
    plantsFromHandbook: (stock.handbookRateKgPerHa.typical / unitMassG / 10) * sprouting * emergence,
    ...order(context, kgPerHa, 0, lot),
    inRowSpacingCm: inRow,
    drillCheck: null,
    reconciliation: reconciled
      ? { consistent: reconciled.value.consistent, messages: reconciled.value.disagreements.map((d) => d.message) }
      : null,
    nurseryM2PerHa: null,
  };
}

function nurseryStock(
  context: DraftContext,
  lot: SeedLot | null,
  target: number,
  row: number | null,
  reserve: number,
): Stock {
  const { decisions, resolved } = context;
  const seed = decisions.seed ?? {};
  const { method } = resolved;
  const nursery = method.nursery;
  if (!nursery) throw new Error("nurseryStock needs a nursery");
  const figures = lotFigures(context, lot);
  const perStation = seed.unitsPerStation ?? method.geometry.unitsPerStation ?? 1;
  const wantedSpacing = row === null ? null : (perStation * 10_000) / (target * row);
  const inRow = seed.inRowSpacingCm ?? wantedSpacing;
  if (inRow !== null)
    context.put(
      "seed.inRowSpacing",
      seed.inRowSpacingCm !== undefined
        ? given("In the row", inRow, "cm", { kind: "decided", text: "entered" })
        : computed("In the row", inRow, "cm", "seedlings per hill / (seedlings per m² x row spacing)", [
            { label: "seedlings per hill", value: perStation },
            { label: "seedlings", value: target, unit: "/m²" },
            { label: "row spacing", value: row ?? 0, unit: "cm" },
          ]),
    );
  const plantsPerHa = row !== null && inRow !== null ? (1e8 / (row * inRow)) * perStation : target * 10_000;
  const need = context.take(
    "seed",
    nurserySeed({
      plantsPerHa,
      fieldSurvivalPct: nursery.fieldSurvivalPct.typical,
      nurserySurvivalPct: nursery.survivalPct.typical,
      germinationPct: figures.germinationPct,
      thousandGrainWeightG: figures.thousandGrainWeightG,
    }),
  );
  const seedG = need?.value.seedG ?? 0;
  const kgPerHa = context.put(
    "seed.rate",
    computed(
      "Nursery seed",
      seedG / 1000,
      "kg/ha",
      "seedlings / field survival / nursery survival / germination x thousand-grain weight",
      [
        { label: "seedlings set", value: plantsPerHa, unit: "/ha" },
        { label: "field survival", value: nursery.fieldSurvivalPct.typical, unit: "%" },
        { label: "nursery survival", value: nursery.survivalPct.typical, unit: "%" },
        { label: "germination", value: figures.germinationPct, unit: "%" },
        { label: "thousand-grain weight", value: figures.thousandGrainWeightG, unit: "g" },
      ],
    ),
  );
  const nurseryM2 = context.put(
    "seed.nurseryArea",
    computed("Nursery", (kgPerHa * 1000) / nursery.seedGPerM2, "m² per ha", "nursery seed / seed per m² of bed", [
      { label: "nursery seed", value: kgPerHa, unit: "kg/ha" },
      {
        label: "seed on the bed",
        value: nursery.seedGPerM2,
        unit: "g/m²",
        basis: { kind: "source", text: context.source(nursery.source) },
      },
    ]),
  );
  const reconciled = context.take(
    "seed",
    reconcilePlanting({
      rowSpacingCm: row ?? undefined,
      inRowSpacingCm: inRow ?? undefined,
      unitsPerStation: perStation,
      unitsPerHa: target * 10_000,
    }),
  );
  return {
    by: "seed",
    seedsPerM2: plantsPerHa / 10_000,
    kgPerHa,
    plantsFromHandbook: null,
    ...order(context, kgPerHa, reserve, lot),
    inRowSpacingCm: inRow,
    drillCheck: null,
    reconciliation: reconciled
      ? { consistent: reconciled.value.consistent, messages: reconciled.value.disagreements.map((d) => d.message) }
      : null,
    nurseryM2PerHa: nurseryM2,
  };
}
