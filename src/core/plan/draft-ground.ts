import { computed } from "../figure";
import type { ImplementId } from "../ground/implements";
import { residueCover } from "../ground/residue-cover";
import { type SystemPass, TILLAGE_SYSTEMS, type TillageSystem, tillageSystem } from "../ground/systems";
import { tillagePass } from "../ground/tillage-pass";
import { machineCost } from "../money/machine-cost";
import type { DraftContext } from "./draft-context";
import type { Plan, PlannedPass, SystemSummary } from "./plan";

/** Sheet 1: the tillage systems that the guide knows, each summed over its passes, and the one chosen. */
export function draftGround(context: DraftContext): Plan["ground"] {
  const { resolved, decisions } = context;
  const all = resolved.guide.ground.systems.flatMap((entry) => {
    if (entry.methods && !entry.methods.includes(resolved.method.id)) return [];
    const system = tillageSystem(entry.system);
    return system ? [summarise(context, system, entry.fit, entry.why)] : [];
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
  for (const what of ["fuel", "hours", "cost", "cover"]) {
    const figure = context.asides[`ground.${chosen.id}.${what}`];
    if (figure) context.put(`ground.${what}`, figure);
  }
  return { chosen, compared, all };
}

function summarise(
  context: DraftContext,
  system: TillageSystem,
  fit: SystemSummary["fit"],
  why: string,
): SystemSummary {
  const { decisions, resolved } = context;
  const changes = decisions.ground?.passes ?? {};
  const passes = system.passes.flatMap((pass) =>
    planPass(context, system.id, { ...pass, ...changes[pass.id] } as SystemPass),
  );
  const planting = resolved.method.implement;
  const plantingPass =
    planting === "hand"
      ? null
      : planPass(
          context,
          system.id,
          plantingPassOf(system.school === "no-till" && planting === "drill" ? "directDrill" : planting),
        )[0];
  const summed = plantingPass ? [...passes, plantingPass] : passes;
  const sum = (key: "fuelLPerHa" | "hoursPerHa" | "costPerHa") => summed.reduce((total, pass) => total + pass[key], 0);
  const fuelLPerHa = sum("fuelLPerHa");
  const costPerHa = sum("costPerHa");

  const before = context.facts.previousCrop?.leaves;
  const start = (before?.residueCoverPct ?? 30) * (decisions.ground?.residue === "baled" ? 0.45 : 1);
  const beforePlanting = passes.filter((pass) => !pass.afterPlanting);
  const cover = context.take(
    "ground",
    residueCover({
      startPct: start,
      passes: [...beforePlanting, ...(plantingPass ? [plantingPass] : [])].map((p) => ({ implement: p.implement })),
      fragile: before?.fragile ?? false,
    }),
  );

  const of = (id: string) => `ground.${system.id}.${id}`;
  context.aside(
    of("fuel"),
    computed(
      `Diesel, ${system.name.toLowerCase()}`,
      fuelLPerHa,
      "L/ha",
      "sum of the passes, planting included",
      summed.map((p) => ({ label: p.name, value: p.fuelLPerHa, unit: "L/ha" })),
    ),
  );
  context.aside(
    of("hours"),
    computed(
      `Hours, ${system.name.toLowerCase()}`,
      sum("hoursPerHa"),
      "h/ha",
      "sum of 1 / work rate",
      summed.map((p) => ({ label: p.name, value: p.hoursPerHa, unit: "h/ha" })),
    ),
  );
  context.aside(
    of("cost"),
    computed(
      `Cost, ${system.name.toLowerCase()}`,
      costPerHa / 100,
      `${context.facts.prices.currency}/ha`,
      "sum of diesel, driver and machine (or contractor) over the passes",
      summed.map((p) => ({ label: p.name, value: p.costPerHa / 100, unit: `${context.facts.prices.currency}/ha` })),
    ),
  );
  if (cover?.figures.coverPct) context.aside(of("cover"), cover.figures.coverPct);
  return {
    id: system.id,
    name: system.name,
    fit,
    why,
    fuelLPerHa,
    hoursPerHa: sum("hoursPerHa"),
    costPerHa,
    coverPct: cover?.value.coverPct ?? 0,
    deepestCm: Math.max(0, ...passes.map((p) => p.depthCm)),
    passes,
  };
}

/** One pass with fuel, hours and cost; none when its figures cannot be used. */
function planPass(context: DraftContext, system: string, pass: SystemPass): PlannedPass[] {
  const result = context.take(
    "ground",
    tillagePass({
      implement: pass.implement,
      depthCm: pass.depthCm,
      speedKmH: pass.speedKmH,
      widthM: pass.widthM,
      texture: context.facts.field.textureClass,
      fieldEfficiencyPct: pass.fieldEfficiencyPct,
    }),
  );
  if (!result) return [];
  const { fuelLPerHa, workRateHaPerH, draftKnPerM } = result.value;
  const { fuelLPerHa: fuel, workRateHaPerH: rate } = result.figures;
  const of = (what: string) => `pass.${system}.${pass.id}.${what}`;
  if (fuel) context.aside(of("fuel"), { ...fuel, label: `Diesel, ${pass.name.toLowerCase()}` });
  if (rate) context.aside(of("rate"), { ...rate, label: `Work rate, ${pass.name.toLowerCase()}` });
  const hoursPerHa = 1 / workRateHaPerH;
  return [
    {
      ...pass,
      fuelLPerHa,
      hoursPerHa,
      draftKnPerM,
      costPerHa: machineCost(
        context.facts.prices,
        pass.implement,
        { fuelLPerHa, hoursPerHa },
        context.facts.field.contractor,
      ),
    },
  ];
}

/** Planting itself as a pass of the system, so that fuel, hours and cover are whole. Usual sizes; assumption. */
export function plantingPassOf(implement: Exclude<ImplementId, never>): SystemPass {
  const sizes =
    implement === "planter"
      ? { speedKmH: 5, widthM: 1.8, fieldEfficiencyPct: 60 }
      : { speedKmH: 8, widthM: 3, fieldEfficiencyPct: 70 };
  return {
    id: "planting",
    name: implement === "planter" ? "Plant" : "Drill",
    mark: "drill",
    implement,
    depthCm: 4,
    ...sizes,
    gap: { min: 0, usual: 0, max: null },
    soilFit: "",
    decision: "",
  };
}

/** Names of all systems, for choices. */
export const SYSTEM_NAMES: Record<string, string> = Object.fromEntries(TILLAGE_SYSTEMS.map((s) => [s.id, s.name]));
