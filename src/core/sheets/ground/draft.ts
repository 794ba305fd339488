import { daysBetween } from "../../dates";
import { sum } from "../../figure/expression";
import { amended, computed, type Figure, given, quantity } from "../../figure/figure";
import { combinedPass } from "../../ground/combined-pass";
import type { ImplementId } from "../../ground/implements";
import { residueCover, weatheredShare } from "../../ground/residue-cover";
import { type SystemPass, type TillageSystem, tillageSystem } from "../../ground/systems";
import type { TillagePass } from "../../ground/tillage-pass";
import { perObject } from "../../memo";
import { type FieldWork, ownRate, workCost } from "../../money/field-work";
import { firstPlanting } from "../../plan/dates";
import { OWN } from "../../plan/own-operations";
import type { Result } from "../../result";
import type { TextureClass } from "../../soil/texture";
import type { MeasureId } from "../../units/measure-ids";
import { plantingWork } from "../planting-work";
import type { Draft } from "../sheet";
import type { GroundPart, PlannedPass, SystemSummary } from "./part";

/** Cover at the start where no previous crop is known, and the share of it that baling leaves; assumptions. */
const UNKNOWN_COVER_PCT = 30;
const LEFT_BY_BALING = 0.45;

/** The tillage systems that the guide knows for this way of planting, each summed over its passes, and the one chosen. */
export function draftGround(draft: Draft): GroundPart {
  const { context, decisions } = draft;
  const { guide, method } = context.crop;
  const lain = daysLain(draft);
  const all = guide.ground.systems.flatMap((entry) => {
    if (entry.methods && !entry.methods.includes(method.id)) return [];
    const system = tillageSystem(entry.id);
    return system ? [summarise(draft, system, entry.fit, entry.why, lain)] : [];
  });
  const wanted = decisions.ground?.systemId;
  const fallback = all.find((s) => s.fit === "default") ?? (all[0] as SystemSummary);
  const chosen = all.find((s) => s.id === wanted) ?? fallback;
  if (wanted && chosen.id !== wanted)
    context.problems.push({
      sheet: "ground",
      errors: [
        {
          field: "ground.systemId",
          given: wanted,
          allowed: all.map((s) => s.id).join(", "),
          message: `tillage system "${wanted}" is not known for this crop and way of planting`,
        },
      ],
    });
  const compared =
    all.find((s) => s.id === decisions.ground?.compareWith && s.id !== chosen.id) ??
    all.find((s) => s.id !== chosen.id) ??
    chosen;
  for (const what of ["fuel", "hours", "cost", "cover"] as const) {
    const figure = context.asides[`system.${chosen.id}.${what}`];
    if (figure) context.show(`ground.${what}`, figure);
  }
  return { chosen, compared, all };
}

/** Days that the residue of the crop before lies in the open until planting; none where nobody knows when it came off. */
function daysLain({ context, facts: { previousCrop } }: Draft): number {
  if (!previousCrop?.leaves || !previousCrop.harvest) return 0;
  return Math.max(0, daysBetween(previousCrop.harvest, firstPlanting(context, OWN.plant)));
}

function summarise(
  draft: Draft,
  system: TillageSystem,
  fit: SystemSummary["fit"],
  why: string,
  lain: number,
): SystemSummary {
  const { context, decisions, facts } = draft;
  const { prices, field } = facts;
  const before = facts.previousCrop?.leaves;
  const fragile = before?.fragile ?? false;
  const start =
    (before?.residueCoverPct ?? UNKNOWN_COVER_PCT) * (decisions.ground?.residue === "baled" ? LEFT_BY_BALING : 1);
  const passes = system.passes
    // after a crop that nobody knows there may be straw
    .filter((pass) => !before || start * weatheredShare(lain, fragile) >= (pass.fromCoverPct ?? 0))
    .filter((pass) => !pass.notOver?.includes(context.crop.method.how))
    .flatMap((pass) => planPass(draft, system.id, changed(draft, pass)));
  const planting = plantingWork(draft, system);
  const plantingName = context.crop.method.name;
  const plantingCost = workCost(prices, planting, field.contractor);
  const summed = [
    ...passes.map((p) => ({ label: p.name, fuel: p.fuelLPerHa, hours: p.hoursPerHa, cost: p.costPerHa })),
    {
      label: plantingName.toLowerCase(),
      fuel: planting.fuelLPerHa,
      hours: planting.hoursPerHa,
      cost: plantingCost,
    },
  ];
  const tools = passes.filter((p) => !p.afterPlanting).flatMap((p) => p.tools.map((t) => t.implement));
  const cover = context.take(
    "ground",
    residueCover({
      startPct: start,
      passes: [...tools, ...planting.implements].map((implement) => ({ implement })),
      fragile,
      lain,
    }),
  );

  const name = system.name.toLowerCase();
  const of = <K extends "fuel" | "hours" | "cost" | "cover">(what: K) => `system.${system.id}.${what}` as const;
  const summedUp = (what: "fuel" | "hours" | "cost", label: string, unit: MeasureId, minor = 1) => {
    const figure = computed(label, unit, sum(summed.map((p) => quantity(p.label, p[what] / minor, unit))));
    context.aside(of(what), figure);
    return figure.value * minor;
  };
  const fuelLPerHa = summedUp("fuel", `Diesel, ${name}`, "L/ha");
  const hoursPerHa = summedUp("hours", `Hours, ${name}`, "h/ha");
  const costPerHa = summedUp("cost", `Cost, ${name}`, "money/ha", 100);
  if (cover?.figures.coverPct) context.aside(of("cover"), cover.figures.coverPct);
  return {
    id: system.id,
    name: system.name,
    fit,
    why,
    plantsUnworked: system.plantsUnworked ?? false,
    fuelLPerHa,
    hoursPerHa,
    costPerHa,
    coverPct: cover?.value.coverPct ?? 0,
    deepestCm: Math.max(0, ...passes.flatMap((p) => p.tools.map((t) => t.depthCm))),
    passes,
  };
}

/** A pass as it was changed for this plan: another depth, speed, width or tool, or a tool more in the same trip. */
function changed({ decisions }: Draft, pass: SystemPass): SystemPass {
  const own = decisions.ground?.passes?.[pass.id];
  if (!own) return pass;
  const { depthCm, implement, with: more, ...size } = own;
  const [main, ...others] = pass.tools;
  if (!main) return pass;
  return {
    ...pass,
    ...size,
    tools: [
      { implement: (implement as ImplementId | undefined) ?? main.implement, depthCm: depthCm ?? main.depthCm },
      ...others,
      ...(more ? [{ implement: more as ImplementId, depthCm: Math.min(5, depthCm ?? main.depthCm) }] : []),
    ],
  };
}

const workings = perObject<SystemPass, TextureClass, Result<TillagePass>>();

/** Draft, fuel and work rate of a pass; kept with it, for it is a system's own unless the plan has changed it. */
function workedOf(pass: SystemPass, texture: TextureClass): Result<TillagePass> {
  const { tools, speedKmH, widthM, fieldEfficiencyPct } = pass;
  return workings(pass, texture, () => combinedPass({ tools, speedKmH, widthM, texture, fieldEfficiencyPct }));
}

const named = perObject<Figure, string, Figure>(1);
/** A figure of a pass by the pass's name; kept with it, since passes are the systems' own. */
const labelled = (figure: Figure, label: string): Figure => named(figure, label, () => amended(figure, { label }));

/** One pass with fuel, hours and cost; none when its figures cannot be used. */
function planPass(draft: Draft, system: string, pass: SystemPass): PlannedPass[] {
  const { context, facts } = draft;
  const result = context.take("ground", workedOf(pass, facts.field.textureClass));
  if (!result) return [];
  const { fuelLPerHa, workRateHaPerH, draftKnPerM } = result.value;
  const name = pass.name.toLowerCase();
  const own = rateOfFarm(draft, pass);
  const fuel = result.figures.fuelLPerHa;
  const rate =
    own === null
      ? result.figures.workRateHaPerH
      : given("Work rate", own, "ha/h", { kind: "measured", text: "the farm's own machine" });
  if (fuel) context.aside(`pass.${system}.${pass.id}.fuel`, labelled(fuel, `Diesel, ${name}`));
  if (rate) context.aside(`pass.${system}.${pass.id}.rate`, labelled(rate, `Work rate, ${name}`));
  const planned = { ...pass, fuelLPerHa, hoursPerHa: 1 / (own ?? workRateHaPerH), draftKnPerM };
  return [{ ...planned, costPerHa: workCost(facts.prices, workOfPass(planned), facts.field.contractor) }];
}

/**
 * What the farm's own machines do in a pass [ha/h], the slowest of the trip; null where none says a rate, or where the plan
 * has changed width, speed or efficiency, which then count.
 */
function rateOfFarm({ facts, decisions }: Draft, pass: SystemPass): number | null {
  const { speedKmH, widthM, fieldEfficiencyPct } = decisions.ground?.passes?.[pass.id] ?? {};
  if ([speedKmH, widthM, fieldEfficiencyPct].some((size) => size !== undefined)) return null;
  const rates = pass.tools.flatMap((t) => ownRate(facts.field, t.implement) ?? []);
  return rates.length > 0 ? Math.min(...rates) : null;
}

/** A pass as field work. */
export function workOfPass(pass: Pick<PlannedPass, "fuelLPerHa" | "hoursPerHa" | "tools">): FieldWork {
  return {
    hoursPerHa: pass.hoursPerHa,
    helperHoursPerHa: 0,
    fuelLPerHa: pass.fuelLPerHa,
    implements: pass.tools.map((t) => t.implement),
    power: "tractor",
    extraCostPerHa: 0,
  };
}
