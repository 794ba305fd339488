import { type ManureId, manureCredit } from "../feed/manure";
import { nitrogenNeed } from "../feed/nitrogen-need";
import { phosphatePotashNeed } from "../feed/phosphate-potash-need";
import { splitNutrient } from "../feed/split-nutrient";
import { type Fertiliser, type FertiliserDose, straightFertilisers, wholeBags } from "../feed/straight-fertilisers";
import { computed, given, withBases } from "../figure";
import type { NutrientClass, NutrientReading } from "../soil/interpret-soil-test";
import type { DraftContext } from "./draft-context";
import type { FeedSheet, SplitLine } from "./plan";

/**
 * Soil mineral N assumed where none was measured [kg/ha]; assumption. Ground that is flooded for planting counts as
 * none: its nitrate is lost within days.
 */
const ASSUMED_MINERAL_N = { drained: 35, flooded: 0 };

/** Sheet 4: needs by the balance and the chosen school, the splits that make up the nitrogen, and what to buy for it. */
export function draftFeed(context: DraftContext, readings: NutrientReading[], targetTPerHa: number): FeedSheet {
  const { facts, decisions, resolved } = context;
  const { feed } = resolved.guide;
  const chosen = decisions.feed ?? {};
  const manure = chosen.manure
    ? context.take(
        "feed",
        manureCredit({
          kind: chosen.manure.kind as ManureId,
          tPerHa: chosen.manure.tPerHa,
          hoursToIncorporation: chosen.manure.hoursToIncorporation,
        }),
      )
    : null;
  const fromManure = {
    n: manure?.value.nKgPerHa ?? 0,
    p2o5: manure?.value.p2o5KgPerHa ?? 0,
    k2o: manure?.value.k2oKgPerHa ?? 0,
  };
  for (const key of ["n", "p2o5", "k2o"] as const) {
    const figure = manure?.figures[`${key}KgPerHa`];
    if (figure) context.put(`feed.manure.${key}`, figure);
  }

  const flooded = resolved.method.waterAtPlanting === "standing";
  const assumed = flooded ? ASSUMED_MINERAL_N.flooded : ASSUMED_MINERAL_N.drained;
  const mineral = context.put(
    "feed.mineralN",
    given(
      "Soil mineral N",
      chosen.soilMineralNKgPerHa ?? facts.soilTest?.soilMineralNKgPerHa ?? assumed,
      "kg/ha",
      chosen.soilMineralNKgPerHa !== undefined
        ? { kind: "decided", text: "entered" }
        : facts.soilTest?.soilMineralNKgPerHa != null
          ? { kind: "measured", text: "soil test" }
          : { kind: "assumption", text: flooded ? "nitrate is lost when the ground is flooded" : "not measured" },
    ),
  );
  const mineralisation = context.put(
    "feed.mineralisation",
    given(
      "Mineralised in season",
      chosen.mineralisationKgPerHa ?? feed.mineralisationKgPerHa.typical,
      "kg/ha",
      chosen.mineralisationKgPerHa !== undefined
        ? { kind: "decided", text: "entered" }
        : { kind: "source", text: context.source(feed.mineralisationKgPerHa.source) },
    ),
  );
  const recovery = context.put(
    "feed.recovery",
    given(
      "Recovery of fertiliser N",
      chosen.recovery ?? feed.recovery.typical,
      "share",
      chosen.recovery !== undefined
        ? { kind: "decided", text: "entered" }
        : { kind: "source", text: context.source(feed.recovery.source) },
    ),
  );
  const residue = facts.previousCrop?.leaves?.nitrogenLeftKgPerHa ?? 0;
  context.put(
    "feed.residueN",
    given(
      "Left by the previous crop",
      residue,
      "kg/ha",
      facts.previousCrop?.leaves
        ? { kind: "source", text: `typical after ${facts.previousCrop.name}` }
        : {
            kind: "assumption",
            text: facts.previousCrop ? `not known what ${facts.previousCrop.name} leaves` : "no previous crop known",
          },
    ),
  );

  const nNeed = context.take(
    "feed",
    nitrogenNeed({
      targetYieldTPerHa: targetTPerHa,
      uptakeKgPerT: resolved.product.nUptakeKgPerT.typical * (1 - feed.fixedFromAirPct / 100),
      soilMineralNKgPerHa: mineral,
      mineralisationKgPerHa: mineralisation,
      residueCreditKgPerHa: residue,
      recovery,
      manureNKgPerHa: fromManure.n,
    }),
  );
  const basisOf = (id: string) => context.figures[id]?.basis;
  const n = nNeed?.figures.nKgPerHa
    ? context.put(
        "feed.n",
        withBases(nNeed.figures.nKgPerHa, {
          target: basisOf("target"),
          uptake: { kind: "source", text: context.source(resolved.product.nUptakeKgPerT.source) },
          "soil mineral N": basisOf("feed.mineralN"),
          mineralisation: basisOf("feed.mineralisation"),
          "residue credit": basisOf("feed.residueN"),
          recovery: basisOf("feed.recovery"),
        }),
      )
    : 0;
  const p2o5 = pkNeed(context, "p2o5", classOf(readings, "p"), targetTPerHa, fromManure.p2o5);
  const k2o = pkNeed(context, "k2o", classOf(readings, "k"), targetTPerHa, fromManure.k2o);
  const s = context.put(
    "feed.s",
    computed("Sulphur to apply", targetTPerHa * feed.sulphurKgPerT.value, "kg S/ha", "target x sulphur per tonne", [
      { label: "target", value: targetTPerHa, unit: "t/ha" },
      {
        label: "sulphur",
        value: feed.sulphurKgPerT.value,
        unit: "kg/t",
        basis: { kind: "source", text: context.source(feed.sulphurKgPerT.source) },
      },
    ]),
  );

  const pattern = feed.patterns.find((p) => p.id === chosen.patternId) ?? feed.patterns[0];
  if (!pattern) throw new Error(`guide ${resolved.guide.id} has no split pattern`);
  const asked = pattern.splits.map((split) => ({
    at: split.id,
    sharePct: chosen.shares?.[split.id] ?? split.sharePct,
  }));
  const split = splitNutrient({ totalKgPerHa: n, splits: asked });
  if (!split.ok) context.problems.push({ sheet: "feed", errors: split.errors });
  // shares that do not add up are shown as they were typed, so that what is over or missing stays visible
  const splits = split.ok ? split.value.splits : asked.map((a) => ({ ...a, kgPerHa: (n * a.sharePct) / 100 }));

  const product = (id: string | undefined, usable: (f: Fertiliser) => boolean): Fertiliser | null =>
    facts.fertilisers.find((f) => f.id === id) ?? cheapest(facts.fertilisers.filter(usable), usable);
  const chlorideOk = (f: Fertiliser) => !(feed.avoidChloride && f.containsChloride);
  const phosphate = product(chosen.phosphateId, (f) => f.p2o5Pct > 0 && f.nPct === 0 && f.k2oPct === 0);
  const potash = product(chosen.potashId, (f) => f.k2oPct > 0 && f.nPct === 0 && f.p2o5Pct === 0 && chlorideOk(f));
  const usual = product(undefined, (f) => f.nPct > 20 && f.p2o5Pct === 0 && f.k2oPct === 0);
  const sulphurous = product(undefined, (f) => f.nPct > 15 && f.sPct > 5 && f.p2o5Pct === 0 && f.k2oPct === 0);
  const nitrogen = splits.map(
    (line, i) =>
      facts.fertilisers.find((f) => f.id === chosen.nitrogenIds?.[line.at]) ??
      (i === 0 && s > 10 ? (sulphurous ?? usual) : usual),
  );
  const bought = context.take(
    "feed",
    straightFertilisers({
      p2o5KgPerHa: p2o5,
      k2oKgPerHa: k2o,
      nSplits: splits,
      choice: { phosphate, potash, nitrogen: nitrogen.filter((f): f is Fertiliser => f !== null) },
      baseAt: "base-feed",
    }),
  );
  const doses = (bought?.value.doses ?? []).map((dose) => {
    const f = facts.fertilisers.find((item) => item.id === dose.id) as Fertiliser;
    putDose(context, dose, f, (pattern.splits.find((p) => p.id === dose.at)?.name ?? feed.base.name).toLowerCase());
    return {
      ...dose,
      name: f.name,
      bags: wholeBags(dose.kgPerHa * facts.field.areaHa, f.bagKg),
      cost: (dose.kgPerHa * f.pricePerT) / 1000,
    };
  });
  const supplied = {
    n: bought?.value.supplied.nKgPerHa ?? 0,
    p2o5: bought?.value.supplied.p2o5KgPerHa ?? 0,
    k2o: bought?.value.supplied.k2oKgPerHa ?? 0,
    s: bought?.value.supplied.sKgPerHa ?? 0,
  };
  const name = { n: "N", p2o5: "P₂O₅", k2o: "K₂O", s: "S" };
  for (const key of ["n", "p2o5", "k2o", "s"] as const)
    context.put(
      `feed.supplied.${key}`,
      computed(
        `${name[key]} given`,
        supplied[key],
        "kg/ha",
        "sum over the products of rate x content",
        doses
          .filter((d) => d[`${key}KgPerHa`] > 0)
          .map((d) => ({
            label: `${d.name}, ${d.kgPerHa.toFixed(0)} kg/ha`,
            value: d[`${key}KgPerHa`],
            unit: "kg/ha",
          })),
      ),
    );
  for (const [key, need] of [
    ["n", n],
    ["p2o5", p2o5],
    ["k2o", k2o],
  ] as const)
    context.aside(
      `feed.over.${key}`,
      computed(`${name[key]} over the need`, supplied[key] - need, "kg/ha", "given - needed", [
        { label: "given", value: supplied[key], unit: "kg/ha" },
        { label: "needed", value: need, unit: "kg/ha" },
      ]),
    );
  context.put(
    "feed.cost",
    computed(
      "Fertiliser",
      doses.reduce((sum, d) => sum + d.cost, 0) / 100,
      `${facts.prices.currency}/ha`,
      "sum over the products of rate x price",
      doses.map((d) => ({
        label: `${d.name}, ${d.kgPerHa.toFixed(0)} kg/ha`,
        value: d.cost / 100,
        unit: `${facts.prices.currency}/ha`,
      })),
    ),
  );

  const lines: SplitLine[] = splits.map((line, i) => {
    const planned = pattern.splits.find((p) => p.id === line.at);
    context.put(
      `feed.split.${line.at}`,
      computed(`N, ${(planned?.name ?? line.at).toLowerCase()}`, line.kgPerHa, "kg N/ha", "nitrogen to apply x share", [
        { label: "nitrogen to apply", value: n, unit: "kg/ha" },
        { label: "share", value: line.sharePct, unit: "%" },
      ]),
    );
    return {
      id: line.at,
      name: planned?.name ?? line.at,
      sharePct: line.sharePct,
      nKgPerHa: line.kgPerHa,
      productId: nitrogen[i]?.id ?? null,
      conditional: planned?.conditional ?? null,
    };
  });
  return { need: { n, p2o5, k2o, s }, supplied, manure: fromManure, splits: lines, doses, patternId: pattern.id };
}

/** The working of one dose: its rate from what it brings, and its whole bags. */
function putDose(context: DraftContext, dose: FertiliserDose, product: Fertiliser, where: string): void {
  const { areaHa } = context.facts.field;
  const [nutrient, brought, pct] =
    dose.at === "base-feed"
      ? product.p2o5Pct > 0
        ? ["P₂O₅", dose.p2o5KgPerHa, product.p2o5Pct]
        : ["K₂O", dose.k2oKgPerHa, product.k2oPct]
      : ["N", dose.nKgPerHa, product.nPct];
  context.put(
    `feed.dose.${dose.at}.${dose.id}`,
    computed(`${product.name}, ${where}`, dose.kgPerHa, "kg/ha", `${nutrient} to bring / content`, [
      { label: `${nutrient} to bring`, value: brought as number, unit: "kg/ha" },
      { label: "content", value: pct as number, unit: "%" },
    ]),
  );
  context.aside(
    `feed.bags.${dose.at}.${dose.id}`,
    computed(
      `Bags, ${product.name}, ${where}`,
      wholeBags(dose.kgPerHa * areaHa, product.bagKg),
      "bags",
      "rate x area / bag, rounded up",
      [
        { label: "rate", value: dose.kgPerHa, unit: "kg/ha" },
        { label: "area", value: areaHa, unit: "ha" },
        { label: "bag", value: product.bagKg, unit: "kg" },
      ],
    ),
  );
}

function pkNeed(
  context: DraftContext,
  nutrient: "p2o5" | "k2o",
  soilClass: NutrientClass,
  target: number,
  fromManure: number,
): number {
  const { decisions, resolved } = context;
  const removal = resolved.product.removalPerT;
  const school = decisions.feed?.pkSchool ?? "replaceAndBuildUp";
  const need = context.take(
    "feed",
    phosphatePotashNeed({
      nutrient,
      school,
      targetYieldTPerHa: target,
      offtakeKgPerT: nutrient === "p2o5" ? removal.p2o5Kg : removal.k2oKg,
      soilClass,
    }),
  );
  if (!need?.figures.kgPerHa) return 0;
  const figure = withBases(need.figures.kgPerHa, {
    target: context.figures.target?.basis,
    offtake: { kind: "source", text: context.source(removal.source) },
  });
  const net = Math.max(0, figure.value - fromManure);
  const withManure =
    fromManure > 0
      ? {
          ...figure,
          value: net,
          formula: `${figure.formula} - from manure`,
          inputs: [...figure.inputs, { label: "from manure", value: fromManure, unit: "kg/ha" }],
        }
      : figure;
  return context.put(`feed.${nutrient}`, withManure);
}

/** A nutrient that was not tested counts as in target: offtake is replaced; a finding says so. */
function classOf(readings: NutrientReading[], nutrient: "p" | "k"): NutrientClass {
  return readings.find((r) => r.nutrient === nutrient)?.class ?? "target";
}

/** The cheapest source per kilogram of what it holds. */
function cheapest(list: Fertiliser[], usable: (f: Fertiliser) => boolean): Fertiliser | null {
  const perKg = (f: Fertiliser) => f.pricePerT / (f.nPct + f.p2o5Pct + f.k2oPct);
  return list
    .filter(usable)
    .reduce<Fertiliser | null>((best, f) => (best === null || perKg(f) < perKg(best) ? f : best), null);
}
