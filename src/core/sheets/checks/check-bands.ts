/** The main figures of a plan against what is usual of its crop: outside of it the plan says what makes it so. */

import type { Figure } from "../../figure";
import type { Ranged } from "../../guides/schema";
import { NUTRIENTS } from "../../nutrients";
import type { PlanFacts } from "../../plan/facts";
import type { FigureId } from "../../plan/figure-ids";
import { SHEETS, type SheetId } from "../../sheet-ids";
import { change } from "../decisions";
import type { Plan } from "../plan";
import type { Finding, Repair } from "../sheet";
import { round } from "../words";

interface Band {
  id: FigureId;
  sheet: SheetId;
  unit: string;
  usual: Pick<Ranged, "low" | "high">;
  decimals?: number;
  /** the terms that may make it so, with what each adds to the figure against its usual value */
  terms?: Term[];
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

/** Every main figure that lies outside of its usual band, named with the term that makes it so. */
export function checkBands(plan: Plan, facts: PlanFacts): Finding[] {
  const findings: Finding[] = [];
  for (const band of bandsOf(plan, facts)) {
    const figure = plan.figures[band.id];
    if (!figure || (figure.value >= band.usual.low - 1e-9 && figure.value <= band.usual.high + 1e-9)) continue;
    const below = figure.value < band.usual.low;
    const shown = (value: number) => round(value, band.decimals ?? 0);
    const strongest = strongestTerm(figure, below, band.terms ?? []);
    findings.push({
      id: `usual.${band.id}`,
      sheet: band.sheet,
      severity: "advise",
      title: `${figure.label}: ${shown(figure.value)} ${band.unit} is ${below ? "below" : "above"} the usual ${shown(band.usual.low)} to ${shown(band.usual.high)}.`,
      why: whatMakesIt(figure, strongest),
      repairs: strongest?.repair ? [strongest.repair] : [],
    });
  }
  findings.push(...workOutsideUsual(plan, facts), ...moneyOutsideUsual(plan, facts), ...pastSense(plan));
  return findings;
}

/** So many times what was computed nobody means; assumption: two slips of the point go past it. */
const SENSELESS_TIMES = 20;

/** What was put in the place of a figure and is no other judgement but a slip: so many times as much, or below nothing. */
function pastSense({ figures }: Plan): Finding[] {
  return Object.entries(figures).flatMap(([id, figure]): Finding[] => {
    const own = figure?.override;
    if (!own || own.computed <= 0 || (own.value >= 0 && own.value <= SENSELESS_TIMES * own.computed)) return [];
    const shown = (value: number) => `${Number(value.toPrecision(4))} ${figure.unit}`.trim();
    return [
      {
        id: `sense.${id}`,
        sheet: SHEETS.find((sheet) => id.startsWith(`${sheet}.`)) ?? "money",
        severity: "stop",
        title: `${figure.label}: ${shown(own.value)} given, allowed is up to ${SENSELESS_TIMES} times the ${shown(own.computed)} that were computed.`,
        why: "A slip of the unit or of the point. Where it is meant, change what the figure follows from.",
        repairs: [{ label: "Back to what is computed", changes: [change(`overrides/${id}`, undefined)] }],
      },
    ];
  });
}

/** The term that moves a computed figure most in the way that it is off; null where none is known to. */
function strongestTerm(figure: Figure, below: boolean, terms: Term[]): Term | null {
  if (figure.override || figure.basis.kind === "decided") return null;
  const strongest = terms
    .filter((t) => (below ? t.effect < 0 : t.effect > 0))
    .reduce<Term | null>((a, b) => (a && Math.abs(a.effect) >= Math.abs(b.effect) ? a : b), null);
  return strongest && Math.abs(strongest.effect) >= 0.05 ? strongest : null;
}

/** That term in words; what the figure is computed from where there is none. */
function whatMakesIt(figure: Figure, strongest: Term | null): string {
  if (figure.override) return `Your own value makes it so; ${round(figure.override.computed, 1)} was computed.`;
  if (figure.basis.kind === "decided") return "Your own value makes it so.";
  if (strongest)
    return `What makes it so most: ${strongest.name} (${strongest.effect < 0 ? "−" : "+"}${round(Math.abs(strongest.effect), 1)} against what is usual). Right for this field, or wrong in the facts?`;
  const from = figure.inputs
    .filter((i) => typeof i.value === "number")
    .map((i) => `${i.label} ${round(i.value as number, 2)}${i.unit ? ` ${i.unit}` : ""}`);
  return from.length > 0 ? `It comes from ${from.join(", ")}.` : "It comes from the guide's figure.";
}

function bandsOf(plan: Plan, facts: PlanFacts): Band[] {
  const { guide, method } = plan.crop;
  const bands: Band[] = NUTRIENTS.flatMap(({ id, label }): Band[] => {
    const usual = (guide.usual as Record<string, unknown>)[id] as Ranged | undefined;
    return usual
      ? [
          {
            id: `feed.${id}`,
            sheet: "feed",
            unit: `kg ${label}/ha`,
            usual,
            terms: id === "n" ? nitrogenTerms(plan, facts) : offtakeTerms(plan, id),
          },
        ]
      : [];
  });
  bands.push({ id: "soil.lime", sheet: "soil", unit: "t/ha", usual: USUAL_LIME, decimals: 1 });
  const { stock } = method;
  if (stock.by !== "standing" && plan.seed.by !== "standing")
    bands.push({
      id: plan.figures["seed.planted"] ? "seed.planted" : "seed.rate",
      sheet: "seed",
      unit: "kg/ha",
      usual: stock.handbookRateKgPerHa,
      terms: seedTerms(plan),
    });
  const { rowSpacingCm, inRowSpacingCm } = method.geometry;
  if (rowSpacingCm) bands.push({ id: "seed.rowSpacing", sheet: "seed", unit: "cm", usual: rowSpacingCm, decimals: 1 });
  if (inRowSpacingCm)
    bands.push({ id: "seed.inRowSpacing", sheet: "seed", unit: "cm", usual: inRowSpacingCm, decimals: 1 });
  bands.push({ id: "seed.depth", sheet: "seed", unit: "cm", usual: method.depthCm, decimals: 1 });
  return bands;
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
      name: `the target of ${round(plan.targetTPerHa, 1)} t/ha`,
      effect:
        ((plan.targetTPerHa - product.targetTPerHa.typical) *
          product.nUptakeKgPerT.typical *
          (1 - feed.fixedFromAirPct / 100)) /
        recovery,
    },
    {
      name: `soil mineral N of ${round(value("feed.mineralN"))} kg/ha`,
      effect: (feed.soilMineralNKgPerHa.typical - value("feed.mineralN")) / recovery,
    },
    {
      name: `mineralisation of ${round(value("feed.mineralisation"))} kg/ha`,
      effect: (feed.mineralisationKgPerHa.typical - value("feed.mineralisation")) / recovery,
      // worked out by organic matter it takes no account of how long the season is: the guide's figure is the other school
      ...(plan.figures["feed.mineralisation"]?.inputs.length
        ? {
            repair: {
              label: `Take the guide's ${round(feed.mineralisationKgPerHa.typical)} kg/ha`,
              changes: [change("feed/mineralisationBy", "guide")],
            },
          }
        : {}),
    },
    {
      name: `what ${before ?? "the previous crop"} left, ${round(value("feed.residueN"))} kg/ha`,
      effect: -value("feed.residueN"),
    },
    { name: `manure, ${round(plan.feed.manure.n)} kg/ha`, effect: -plan.feed.manure.n },
    {
      name: `a recovery of ${round(recovery, 2)}`,
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
  const input = (start: string) => figure?.inputs.find((i) => i.label.startsWith(start));
  const factor = input("class factor");
  const buildUp = input("build-up");
  const manure = plan.feed.manure[id as keyof Plan["feed"]["manure"]];
  return [
    {
      name: `the target of ${round(plan.targetTPerHa, 1)} t/ha`,
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
    { name: `manure, ${round(manure)} kg/ha`, effect: -manure },
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
    `${round(plan.seed.targetPlantsPerM2, plan.seed.targetPlantsPerM2 < 20 ? 1 : 0)} plants/m²`,
    plan.seed.targetPlantsPerM2,
    method.targetPlantsPerM2.typical,
  );
  switch (stock.by) {
    case "seed":
      return [
        ...stand,
        ...term(
          `a thousand-grain weight of ${round(value("seed.tgw") ?? 0, 1)} g`,
          value("seed.tgw"),
          stock.thousandGrainWeightG.typical,
        ),
        ...term(
          `a germination of ${round(value("seed.germination") ?? 0)} %`,
          value("seed.germination"),
          stock.germinationPct.typical,
          true,
        ),
        ...term(
          `a field emergence of ${round(value("seed.emergence") ?? 0)} %`,
          value("seed.emergence"),
          method.fieldEmergencePct.typical,
          true,
        ),
      ];
    case "unit":
      return [
        ...stand,
        ...term(
          `a ${stock.unit} of ${round(value("seed.unitMass") ?? 0, 1)} g`,
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
          { name: `${round(c.sharePct)} % of ${c.name.toLowerCase()}`, effect: c.kgPerHa * (1 - usual / c.sharePct) },
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
      title: `Work of ${round(hours, hours < 20 ? 1 : 0)} h/ha is ${hours < band.low ? "below" : "above"} the usual ${band.low} to ${band.high}.`,
      why: most
        ? `Most of it: ${most.name.toLowerCase()}, ${round(most.hoursPerHa + most.helperHoursPerHa, 1)} h/ha. ${hours < band.low ? "Is a job missing?" : "Is it done by hand where a machine could be had?"}`
        : "No job of this plan takes time.",
      repairs: [],
    },
  ];
}

/** Prices in an unknown currency are judged by what they do: output far off cost is a slip more often than a fortune. */
function moneyOutsideUsual(plan: Plan, facts: PlanFacts): Finding[] {
  const { outputPerHa, costPerHa, pricePerT } = plan.money;
  if (outputPerHa === null || pricePerT === null || costPerHa <= 0) return [];
  const ratio = outputPerHa / costPerHa;
  if (ratio >= USUAL_OUTPUT_OVER_COST.low && ratio <= USUAL_OUTPUT_OVER_COST.high) return [];
  const dearest = [...plan.inputs].sort((a, b) => b.cost - a.cost)[0];
  const money = (minor: number) => `${round(minor / 100)} ${facts.prices.currency}`;
  return [
    {
      id: "usual.money",
      sheet: "money",
      severity: "advise",
      title: `Output is ${round(ratio, ratio < 1 ? 2 : 1)} times the cost.`,
      why: `At ${money(pricePerT)}/t the target brings ${money(outputPerHa)}/ha for ${money(costPerHa)}/ha of cost${dearest ? `, most of what is bought for ${dearest.name}` : ""}. A price or cost ten times off would do that.`,
      repairs: [],
    },
  ];
}
