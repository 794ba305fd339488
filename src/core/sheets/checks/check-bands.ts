/** The main figures of a plan against what is usual of its crop: outside of it the plan says what makes it so. */

import type { Figure } from "../../figure/figure";
import type { Ranged } from "../../guides/schema";
import { NUTRIENTS } from "../../nutrients";
import { decidedAt } from "../../plan/decided-at";
import type { PlanFacts } from "../../plan/facts";
import type { FigureId } from "../../plan/figure-ids";
import { SHEETS, type SheetId } from "../../sheet-ids";
import { cash, q, span } from "../../units/told";
import { change, type DecisionPath, type Decisions } from "../decisions";
import type { Plan } from "../plan";
import type { Finding, Repair } from "../sheet";
import { nitrogenDoubt } from "./nitrogen-doubt";

interface Band {
  id: FigureId;
  sheet: SheetId;
  usual: Pick<Ranged, "low" | "high">;
  decimals?: number;
  /** the terms that may make it so, with what each adds to the figure against its usual value */
  terms?: Term[];
  /** what makes it so where no sum of terms does, and another way to it */
  otherwise?: { why: string; repair: Repair } | null;
}
interface Term {
  name: string;
  /** added to the figure against what is usual, in its unit */
  effect: number;
  /** another source for the term, to be taken with one press */
  repair?: Repair;
}

/** Lime that arable land usually needs [t/ha], for want of a figure by crop; assumption. */
const USUAL_LIME = { low: 0, high: 10 };
/** Output over cost beyond which a price or cost is doubted; assumption: a slip by ten goes past either. */
const USUAL_OUTPUT_OVER_COST = { low: 0.25, high: 6 };

/** Every main figure outside of its usual band, named with the main cause. */
export function checkBands(plan: Plan, facts: PlanFacts, decisions: Decisions): Finding[] {
  const findings: Finding[] = [];
  for (const band of bandsOf(plan, facts)) {
    const figure = plan.figures[band.id];
    if (!figure || (figure.value >= band.usual.low - 1e-9 && figure.value <= band.usual.high + 1e-9)) continue;
    const below = figure.value < band.usual.low;
    const strongest = strongestTerm(figure, below, band.terms ?? []);
    findings.push({
      id: `usual.${band.id}`,
      sheet: band.sheet,
      severity: "advise",
      title: `${figure.label} of ${q(figure.value, figure.unit, band.decimals)} is ${below ? "below" : "above"} the usual ${span(band.usual.low, band.usual.high, figure.unit, band.decimals)}.`,
      why: (own(figure) ? null : band.otherwise?.why) ?? whatMakesIt(figure, strongest),
      repairs: [strongest?.repair ?? band.otherwise?.repair ?? []].flat(),
    });
  }
  findings.push(
    ...modelsApart(plan),
    ...workOutsideUsual(plan, facts),
    ...moneyOutsideUsual(plan),
    ...pastSense(plan),
    ...unused(plan, decisions),
  );
  return findings;
}

/** So many times what was computed nobody means; assumption: two slips of the point go past it. */
const SENSELESS_TIMES = 20;

/** What was put in the place of a figure and is no other judgement but a slip: so many times as much, or below nothing. */
function pastSense({ figures }: Plan): Finding[] {
  return Object.entries(figures).flatMap(([id, figure]): Finding[] => {
    const own = figure?.override;
    if (!own || own.computed <= 0 || (own.value >= 0 && own.value <= SENSELESS_TIMES * own.computed)) return [];
    const shown = (value: number) => q(Number(value.toPrecision(4)), figure.unit, 4);
    return [
      {
        id: `sense.${id}`,
        sheet: sheetOf(id),
        severity: "stop",
        title: `${figure.label} was set to ${shown(own.value)}: ${own.value < 0 ? "below zero" : `more than ${SENSELESS_TIMES} times the calculated ${shown(own.computed)}`}.`,
        why: "Check the unit and the decimal point. If it is intended, change the figures that it follows from.",
        repairs: [
          {
            label: "Use the calculated value",
            changes: [change(decidedAt(id as FigureId) as DecisionPath, undefined)],
          },
        ],
      },
    ];
  });
}

const sheetOf = (figure: string): SheetId => SHEETS.find((sheet) => figure.startsWith(`${sheet}.`)) ?? "money";

/** What was put in the place of a sum or a balance, which could be set before: it is computed again, and that is said. */
function unused({ figures }: Plan, { overrides = {} }: Decisions): Finding[] {
  return Object.entries(overrides).flatMap(([id, own]): Finding[] => {
    const figure = figures[id as FigureId];
    if (!figure || figure.open) return [];
    return [
      {
        id: `unused.${id}`,
        sheet: sheetOf(id),
        severity: "advise",
        title: `${figure.label} was set to ${q(own.value, figure.unit)}, but follows from other values: ${q(figure.value, figure.unit)} is used.`,
        why: `It was set because: ${own.reason}. Change one of the values that it is calculated from.`,
        repairs: [{ label: "Remove the value", changes: [change(`overrides/${id}`, undefined)] }],
      },
    ];
  });
}

/** Whether somebody decided it. */
const own = ({ override, basis }: Figure): boolean => override !== undefined || basis.kind === "decided";

/** The term that moves a computed figure most in the way that it is off; null where none is known to. */
function strongestTerm(figure: Figure, below: boolean, terms: Term[]): Term | null {
  if (own(figure)) return null;
  const strongest = terms
    .filter((t) => (below ? t.effect < 0 : t.effect > 0))
    .reduce<Term | null>((a, b) => (a && Math.abs(a.effect) >= Math.abs(b.effect) ? a : b), null);
  return strongest && Math.abs(strongest.effect) >= 0.05 ? strongest : null;
}

/** That term in words; what the figure is computed from where there is none. */
function whatMakesIt(figure: Figure, strongest: Term | null): string {
  if (figure.override) return `You set this value; ${q(figure.override.computed, figure.unit)} was calculated.`;
  if (figure.basis.kind === "decided") return "You set this value.";
  if (strongest)
    return `Main cause: ${strongest.name} (${q(Math.abs(strongest.effect), figure.unit)} ${strongest.effect < 0 ? "less" : "more"} than at the usual value). Check that it is right for this field.`;
  const from = figure.inputs
    .filter((i) => typeof i.value === "number")
    .map((i) => `${i.label} ${q(i.value as number, i.unit ?? "")}`);
  return from.length > 0 ? `It is calculated from ${from.join(", ")}.` : "It is the guide's figure.";
}

function bandsOf(plan: Plan, facts: PlanFacts): Band[] {
  const { guide, method } = plan.crop;
  const bands: Band[] = NUTRIENTS.flatMap(({ id }): Band[] => {
    const usual = (guide.usual as Record<string, unknown>)[id] as Ranged | undefined;
    return usual
      ? [
          {
            id: `feed.${id}`,
            sheet: "feed",
            usual,
            ...(id === "n" ? nitrogenCause(plan, facts) : { terms: offtakeTerms(plan, id) }),
          },
        ]
      : [];
  });
  bands.push({ id: "soil.lime", sheet: "soil", usual: USUAL_LIME, decimals: 1 });
  const { stock } = method;
  if (stock.by !== "standing" && plan.seed.by !== "standing")
    bands.push({
      id: plan.figures["seed.planted"] ? "seed.planted" : "seed.rate",
      sheet: "seed",
      usual: stock.handbookRateKgPerHa,
      terms: seedTerms(plan),
    });
  const { rowSpacingCm, inRowSpacingCm } = method.geometry;
  if (rowSpacingCm) bands.push({ id: "seed.rowSpacing", sheet: "seed", usual: rowSpacingCm, decimals: 1 });
  if (inRowSpacingCm) bands.push({ id: "seed.inRowSpacing", sheet: "seed", usual: inRowSpacingCm, decimals: 1 });
  bands.push({ id: "seed.depth", sheet: "seed", usual: method.depthCm, decimals: 1 });
  return bands;
}

/** What makes a nitrogen rate what it is: the seasons that ask for it, or the terms of the balance. */
function nitrogenCause(plan: Plan, facts: PlanFacts): Pick<Band, "terms" | "otherwise"> {
  const doubt = nitrogenDoubt(plan);
  return doubt ? { otherwise: doubt } : { terms: nitrogenTerms(plan, facts) };
}

/** Seasons and balance further apart than this are said [kg N/ha]; assumption, about what a sample of mineral nitrogen moves a rate by. */
const MODELS_APART = 50;

/** Where the seasons and the balance disagree on a rate that is usual, for the same yield, both are named. */
function modelsApart(plan: Plan): Finding[] {
  const { usual } = plan.crop.guide;
  const rate = plan.figures["feed.n"];
  const doubt = nitrogenDoubt(plan);
  if (!doubt || !rate || rate.override || rate.value < usual.n.low || rate.value > usual.n.high) return [];
  if (Math.abs(doubt.sameYieldKgPerHa - rate.value) < MODELS_APART) return [];
  return [
    {
      id: "feed.modelsApart",
      sheet: "feed",
      severity: "hint",
      title: `The simulated seasons pay for ${q(rate.value, "kg N/ha", 0)}; the balance for the same yield asks for ${q(doubt.sameYieldKgPerHa, "kg N/ha", 0)}.`,
      why: doubt.why,
      repairs: [doubt.repair],
    },
  ];
}

/** What each term of the nitrogen balance adds to the rate, against its usual value. */
function nitrogenTerms(plan: Plan, facts: PlanFacts): Term[] {
  const { guide, product } = plan.crop;
  const value = (id: FigureId) => plan.figures[id]?.value ?? 0;
  const recovery = value("feed.recovery") || 1;
  const { feed } = guide;
  const before = facts.previousCrop?.name;
  return [
    {
      name: `the target of ${q(plan.targetTPerHa, "t/ha", 1)}`,
      effect:
        ((plan.targetTPerHa - product.targetTPerHa.typical) *
          product.nUptakeKgPerT.typical *
          (1 - feed.fixedFromAirPct / 100)) /
        recovery,
    },
    {
      name: `soil mineral N of ${q(value("feed.mineralN"), "kg/ha")}`,
      effect: (feed.soilMineralNKgPerHa.typical - value("feed.mineralN")) / recovery,
    },
    {
      name: `mineralisation of ${q(value("feed.mineralisation"), "kg/ha")}`,
      effect: (feed.mineralisationKgPerHa.typical - value("feed.mineralisation")) / recovery,
      // worked out by organic matter it takes no account of how long the season is: the guide's figure is the other school
      ...(plan.figures["feed.mineralisation"]?.inputs.length
        ? {
            repair: {
              label: `Use the guide's ${q(feed.mineralisationKgPerHa.typical, "kg/ha")}`,
              changes: [change("feed/mineralisationBy", "guide")],
            },
          }
        : {}),
    },
    {
      name: `N from ${before ? `the ${before.toLowerCase()} residue` : "the previous crop"}, ${q(value("feed.residueN"), "kg/ha")}`,
      effect: -value("feed.residueN"),
    },
    { name: `manure, ${q(plan.feed.manure.n, "kg/ha")}`, effect: -plan.feed.manure.n },
    {
      name: `fertiliser N recovery of ${q(100 * recovery, "%")}`,
      effect: recovery === feed.recovery.typical ? 0 : value("feed.n") * (1 - recovery / feed.recovery.typical),
    },
  ];
}

/** What target, soil class and manure add to a nutrient's rate. */
function offtakeTerms(plan: Plan, id: string): Term[] {
  const { product } = plan.crop;
  const removal = (product.removalKgPerT as Record<string, number | string | undefined>)[id];
  const perT = typeof removal === "number" ? removal : 0;
  const figure = plan.figures[`feed.${id}` as FigureId];
  const input = (id: string) => figure?.inputs.find((i) => i.id === id);
  const factor = input("classFactor");
  const buildUp = input("buildUp");
  const manure = plan.feed.manure[id as keyof Plan["feed"]["manure"]];
  return [
    {
      name: `the target of ${q(plan.targetTPerHa, "t/ha", 1)}`,
      effect: (plan.targetTPerHa - product.targetTPerHa.typical) * perT,
    },
    ...(factor && buildUp
      ? [
          {
            name: `the soil's ${factor.label}`,
            effect: (Number(factor.value) - 1) * plan.targetTPerHa * perT + Number(buildUp.value),
          },
        ]
      : []),
    { name: `manure, ${q(manure, "kg/ha")}`, effect: -manure },
  ];
}

/** What the target plants, the lot's weight and its germination and emergence add to a seed rate. */
function seedTerms(plan: Plan): Term[] {
  const { method } = plan.crop;
  const { stock } = method;
  const value = (id: FigureId) => plan.figures[id]?.value;
  const rate = value("seed.planted") ?? value("seed.rate") ?? 0;
  const term = (name: string, now: number | undefined, usual: number, inverse = false): Term[] =>
    now === undefined || now <= 0 ? [] : [{ name, effect: rate * (1 - (inverse ? now / usual : usual / now)) }];
  const stand = term(
    `the target of ${q(plan.seed.targetPlantsPerM2, "plants/m²")}`,
    plan.seed.targetPlantsPerM2,
    method.targetPlantsPerM2.typical,
  );
  switch (stock.by) {
    case "seed":
      return [
        ...stand,
        ...term(
          `a thousand-grain weight of ${q(value("seed.tgw") ?? 0, "g", 1)}`,
          value("seed.tgw"),
          stock.thousandGrainWeightG.typical,
        ),
        ...term(
          `germination of ${q(value("seed.germination") ?? 0, "%")}`,
          value("seed.germination"),
          stock.germinationPct.typical,
          true,
        ),
        ...term(
          `field emergence of ${q(value("seed.emergence") ?? 0, "%")}`,
          value("seed.emergence"),
          method.fieldEmergencePct.typical,
          true,
        ),
      ];
    case "unit":
      return [
        ...stand,
        ...term(
          `a mass per ${stock.unit} of ${q(value("seed.unitMass") ?? 0, "g", 1)}`,
          value("seed.unitMass"),
          stock.unitMassG.typical,
        ),
      ];
    case "standing":
      return [];
    case "mixture":
      return (plan.seed.mixture?.components ?? []).flatMap((c) => {
        const usual = stock.components.find((u) => u.id === c.id)?.sharePct.typical ?? c.sharePct;
        return [
          { name: `${q(c.sharePct, "%")} of ${c.name.toLowerCase()}`, effect: c.kgPerHa * (1 - usual / c.sharePct) },
        ];
      });
  }
}

/** All hours of a hectare, against what the crop usually takes by machine or by hand. */
function workOutsideUsual(plan: Plan, facts: PlanFacts): Finding[] {
  const { hours: usual } = plan.crop.guide.usual;
  const band = facts.field.handWork ? usual.hands : usual.machines;
  const worked = plan.operations.filter((o) => o.hoursPerHa + o.helperHoursPerHa > 0);
  const hours = worked.reduce((sum, o) => sum + o.hoursPerHa + o.helperHoursPerHa, 0);
  if (hours >= band.low && hours <= band.high) return [];
  const most = [...worked].sort((a, b) => b.hoursPerHa + b.helperHoursPerHa - a.hoursPerHa - a.helperHoursPerHa)[0];
  return [
    {
      id: "usual.hours",
      sheet: "money",
      severity: "advise",
      title: `Labour and machine hours of ${q(hours, "h/ha")} are ${hours < band.low ? "below" : "above"} the usual ${span(band.low, band.high, "h/ha")}.`,
      why: most
        ? `The main job is ${most.name.toLowerCase()}, ${q(most.hoursPerHa + most.helperHoursPerHa, "h/ha")}. ${hours < band.low ? "Check whether a job is missing." : "Check whether a machine could do what is planned by hand."}`
        : "No job of this plan has hours.",
      repairs: [],
    },
  ];
}

/** Prices in an unknown currency are judged by what they do: output far off cost is a slip more often than a fortune. */
function moneyOutsideUsual(plan: Plan): Finding[] {
  const { outputPerHa, costPerHa, pricePerT } = plan.money;
  if (outputPerHa === null || pricePerT === null || costPerHa <= 0) return [];
  const ratio = outputPerHa / costPerHa;
  if (ratio >= USUAL_OUTPUT_OVER_COST.low && ratio <= USUAL_OUTPUT_OVER_COST.high) return [];
  const dearest = [...plan.inputs].sort((a, b) => b.cost - a.cost)[0];
  return [
    {
      id: "usual.money",
      sheet: "money",
      severity: "advise",
      title: `The output is ${q(ratio, "", ratio < 1 ? 2 : 1)} times the cost.`,
      why: `At ${cash(pricePerT, "money/t")} the target yield earns ${cash(outputPerHa, "money/ha")} at a cost of ${cash(costPerHa, "money/ha")}${dearest ? `; the dearest input is ${dearest.name}` : ""}. A misplaced decimal point in a price or cost would explain it.`,
      repairs: [],
    },
  ];
}
