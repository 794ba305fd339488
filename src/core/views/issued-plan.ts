/**
 * What an issued version keeps for good: only what its documents, the week and a comparison with a later version read,
 * in a shape with a version number of its own, so that the plan's shape may go on changing. `upgradeIssued` brings older
 * shapes up; one stored example of each stands in issued-examples/ and is read by the tests for ever.
 */

import { z } from "zod";
import { OPERATION_ROLES, type OperationRole } from "../guides/roles";
import type { PlanFacts } from "../plan/facts";
import { CONDITION_OF, SETTING_IDS } from "../plan/settings";
import { SHEETS, type SheetId } from "../sheet-ids";
import type { Decisions } from "../sheets/decisions";
import type { Plan } from "../sheets/plan";
import { SHEET_PRINTS } from "../sheets/prints";
import { printedLayout } from "../sheets/seed/layout";
import type { Finding } from "../sheets/sheet";
import { MEASURE_IDS, MEASURES, type MeasureId } from "../units/measure-ids";
import type { UnitSet } from "../units/units";

export const ISSUED_VERSION = 3;

const isoDate = z.iso.date();
const basis = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("computed") }),
  z.object({ kind: z.enum(["source", "assumption", "measured", "decided"]), text: z.string() }),
]);
const measure = z.enum(MEASURE_IDS);
const figure = z.object({
  label: z.string(),
  value: z.number(),
  unit: measure,
  formula: z.string().optional(),
  inputs: z.array(
    z.object({
      label: z.string(),
      value: z.union([z.number(), z.string()]),
      unit: measure.optional(),
      basis: basis.optional(),
    }),
  ),
  basis,
  note: z.string().optional(),
  override: z.object({ value: z.number(), reason: z.string(), computed: z.number() }).optional(),
});
const input = z.object({
  kind: z.enum(["seed", "fertiliser", "lime", "gypsum", "manure", "protection", "material"]),
  id: z.string(),
  name: z.string(),
  unit: z.enum(["kg", "t", "L", "units", "m", "m2"]),
  perHa: z.number(),
  quantity: z.number(),
  bags: z.number().nullable(),
  bagKg: z.number().nullable(),
  how: z.string().optional(),
});
const caution = z.object({ topic: z.string(), text: z.string() });
const condition = z.object({ by: z.enum(CONDITION_OF), only: z.string() });
const setting = z.object({ id: z.enum(SETTING_IDS), value: z.number() });

const issuedPlanSchema = z.object({
  version: z.literal(ISSUED_VERSION),
  /** the guide that it was drafted from; the revision is kept in the database by this hash, null for versions of before */
  guide: z.object({ id: z.string(), name: z.string(), revision: z.string().nullable() }),
  crop: z.object({
    kindId: z.string(),
    kindName: z.string(),
    methodId: z.string(),
    methodName: z.string(),
    productId: z.string(),
  }),
  /** what its yield is counted by where bushels are */
  bushelCrop: z.enum(["wheat", "barley", "oats", "maize", "byTon"]).nullable(),
  variety: z.string(),
  tillage: z.string(),
  targetTPerHa: z.number(),
  rowSpacingCm: z.number().nullable(),
  /** days since the soil test; null where there is none */
  soilTestAgeDays: z.number().nullable(),
  field: z.object({ name: z.string(), farm: z.string(), areaHa: z.number() }),
  grower: z.object({ name: z.string(), unitSet: z.string().nullable() }),
  practice: z.object({ name: z.string(), currency: z.string() }),
  issuedBy: z.object({ name: z.string(), licenceNo: z.string().nullable() }),
  figures: z.record(z.string(), figure),
  /** what the booklet prints, sheet by sheet: sentences, and ids of figures */
  chapters: z.array(z.object({ sheet: z.enum(SHEETS), text: z.array(z.string()), figures: z.array(z.string()) })),
  operations: z.array(
    z.object({
      id: z.string(),
      role: z.enum(OPERATION_ROLES),
      sheet: z.enum(SHEETS),
      name: z.string(),
      detail: z.string(),
      reason: z.string(),
      date: isoDate.nullable(),
      earliest: isoDate.nullable(),
      latest: isoDate.nullable(),
      doneOn: isoDate.nullable(),
      inputs: z.array(input),
      cautions: z.array(caution),
      condition: condition.nullable(),
      settings: z.array(setting),
      byDaysAndStage: z.boolean(),
    }),
  ),
  inputs: z.array(input.extend({ pricePerUnit: z.number(), cost: z.number() })),
  advice: z.array(z.object({ severity: z.enum(["stop", "advise", "hint"]), title: z.string(), why: z.string() })),
  cautions: z.array(caution),
  sources: z.array(z.string()),
  signs: z.array(z.object({ observe: z.string(), readyWhen: z.string() })),
  /** rows, beds and pegs to scale; absent where nobody knows the field's shape, and in versions of before */
  layout: z
    .object({
      lengthM: z.number(),
      widthM: z.number(),
      headlandM: z.number(),
      bed: z.object({ widthM: z.number(), lengthM: z.number(), pathM: z.number() }).nullable(),
      tramlineEveryM: z.number().nullable(),
      rowSpacingCm: z.number().nullable(),
      inRowSpacingCm: z.number().nullable(),
      beds: z.number(),
      rows: z.number().nullable(),
      rowMetres: z.number().nullable(),
      plants: z.number().nullable(),
      croppedAreaPct: z.number(),
      pegsM: z.array(z.number()),
      /** furrows that bring water */
      channels: z.object({ count: z.number(), metres: z.number() }).optional(),
      /** the field's outline where the rows follow it; absent of a rectangle */
      rings: z.array(z.array(z.tuple([z.number(), z.number()]))).optional(),
      pieces: z.array(
        z.object({
          kind: z.enum(["headland", "bed", "cropped", "tramline"]),
          xM: z.number(),
          yM: z.number(),
          widthM: z.number(),
          lengthM: z.number(),
        }),
      ),
    })
    .optional(),
});

export type IssuedPlan = z.infer<typeof issuedPlanSchema>;

/** Who issues, for whom. */
interface Issuer {
  name: string;
  licenceNo: string | null;
  practice: { name: string; currency: string };
  grower: { name: string; unitSet: UnitSet | null };
}

/** A version of a plan that has just been drafted; what is not of the shape is left out. */
export function issuedPlan(
  plan: Plan,
  facts: PlanFacts,
  decisions: Decisions,
  findings: Finding[],
  issuer: Issuer,
  revision: string | null,
): IssuedPlan {
  const { guide, kind, method, product } = plan.crop;
  return issuedPlanSchema.parse({
    version: ISSUED_VERSION,
    guide: { id: guide.id, name: guide.name, revision },
    crop: {
      kindId: kind.id,
      kindName: kind.name,
      methodId: method.id,
      methodName: method.name,
      productId: product.id,
    },
    bushelCrop: product.bushel ?? null,
    variety: plan.seed.variety,
    tillage: plan.ground.chosen.name,
    targetTPerHa: plan.targetTPerHa,
    rowSpacingCm: plan.seed.rowSpacingCm,
    soilTestAgeDays: plan.soil.testAgeDays,
    field: facts.field,
    grower: issuer.grower,
    practice: issuer.practice,
    issuedBy: issuer,
    figures: plan.figures,
    chapters: chaptersOf(plan),
    // what was overtaken by what is logged is not to be done any more
    operations: plan.operations.filter((o) => o.overtakenBy === null),
    inputs: plan.inputs,
    advice: findings,
    cautions: [...new Map(plan.operations.flatMap((o) => o.cautions).map((c) => [c.topic, c])).values()],
    sources: Object.values(guide.sources).map(
      (s) => `${s.title || "Not looked up"} (${s.evidence}; holds: ${s.holds})`,
    ),
    signs: guide.harvest.signs,
    layout: printedLayout(plan, facts, decisions) ?? undefined,
  });
}

/** The chapters of the booklet: what each sheet says of itself; a sheet with nothing to say and nothing to do is left out. */
function chaptersOf(plan: Plan): IssuedPlan["chapters"] {
  return SHEETS.flatMap((sheet) => {
    const print = SHEET_PRINTS[sheet];
    const figures = print.figures(plan).filter((id) => plan.figures[id]);
    const text = print.text?.(plan) ?? [];
    return figures.length + text.length > 0 || plan.operations.some((o) => o.sheet === sheet)
      ? [{ sheet, text, figures }]
      : [];
  });
}

/** An issued version of any stored shape as one of today; throws for what no shape ever was. */
export function upgradeIssued(stored: unknown): IssuedPlan {
  const version = (stored as { version?: unknown } | null)?.version;
  const two = version === undefined ? fromVersion1(stored as VersionOne) : stored;
  return issuedPlanSchema.parse(version === ISSUED_VERSION ? stored : fromVersion2(two as VersionTwo));
}

/** The second shape: units of figures were texts, and what a job waited for stood in its detail. */
interface VersionTwo {
  practice: { currency: string };
  figures: Record<string, { unit: string; inputs: { unit?: string }[] }>;
  operations: { role: OperationRole; condition?: unknown; settings?: unknown }[];
}

function fromVersion2(two: VersionTwo): unknown {
  const { currency } = two.practice;
  const unitOf = (text: string, id = "") => measureOfVersion2(text, currency, id);
  return {
    ...two,
    version: ISSUED_VERSION,
    bushelCrop: null,
    figures: Object.fromEntries(
      Object.entries(two.figures).map(([id, own]) => [
        id,
        {
          ...own,
          unit: unitOf(own.unit, id),
          inputs: own.inputs.map((input) =>
            input.unit === undefined ? input : { ...input, unit: unitOf(input.unit) },
          ),
        },
      ]),
    ),
    operations: two.operations.map((o) => ({
      ...o,
      condition: o.role === "treat" ? { by: "adviser", only: "if scouting says so" } : null,
      settings: [],
    })),
  };
}

/** A unit as it was written then, as the measure that it meant. */
function measureOfVersion2(text: string, currency: string, figureId: string): MeasureId {
  if (text === "t/ha") return figureId.startsWith("soil.gypsum") ? "t gypsum/ha" : "t/ha";
  const plainly = text.startsWith(`${currency}/`) ? `money${text.slice(currency.length)}` : text;
  const known: Record<string, MeasureId> = { "m a week": "m/week", "% of exchange capacity": "% of CEC" };
  if (plainly in MEASURES) return plainly as MeasureId;
  return known[text] ?? (text.startsWith("t/ha at ") ? "t/ha of mass" : "");
}

/** The first shape: the whole plan of that day, without a number. */
interface VersionOne {
  plan: {
    kindId: string;
    methodId: string;
    productId: string;
    targetTPerHa: number;
    figures: Record<string, { label: string; value: number; unit: string }>;
    ground: { chosen: { id: string; name: string; why: string } };
    soil: { testAgeDays: number | null };
    seed: { variety: string; rowSpacingCm: number | null };
    operations: { sheet: SheetId; inputs: unknown[] }[];
    inputs: unknown[];
  };
  cropName: string;
  kindName: string;
  methodName: string;
  field: unknown;
  grower: string;
  growerUnitSet: string | null;
  currency: string;
  soilTest: unknown;
  advice: unknown[];
  cautions: unknown[];
  sources: string[];
  harvestSigns: unknown[];
  issuedBy: string;
  licenceNo: string | null;
  practice: string;
}

function fromVersion1(old: VersionOne): unknown {
  const { plan } = old;
  const chosen = `ground.${plan.ground.chosen.id}.`;
  const figures: Record<string, unknown> = {};
  for (const [id, own] of Object.entries(plan.figures)) {
    // systems that were only compared, and figures of single passes and bags, were kept too
    if (/^(pass|feed\.bags|feed\.over)\./.test(id)) continue;
    if (!id.startsWith("ground.")) figures[id] = own;
    else if (id.startsWith(chosen)) figures[`ground.${id.slice(chosen.length)}`] = own;
  }
  return {
    version: 2,
    guide: { id: old.cropName.toLowerCase(), name: old.cropName, revision: null },
    crop: {
      kindId: plan.kindId,
      kindName: old.kindName,
      methodId: plan.methodId,
      methodName: old.methodName,
      productId: plan.productId,
    },
    variety: plan.seed.variety,
    tillage: plan.ground.chosen.name,
    targetTPerHa: plan.targetTPerHa,
    rowSpacingCm: plan.seed.rowSpacingCm,
    soilTestAgeDays: old.soilTest === null ? null : plan.soil.testAgeDays,
    field: old.field,
    grower: { name: old.grower, unitSet: old.growerUnitSet },
    practice: { name: old.practice, currency: old.currency },
    issuedBy: { name: old.issuedBy, licenceNo: old.licenceNo },
    figures,
    chapters: chaptersOfVersion1(figures, `${plan.ground.chosen.name}: ${plan.ground.chosen.why}.`),
    operations: plan.operations.map((o) => ({ ...o, role: roleOfVersion1(o) })),
    inputs: plan.inputs,
    advice: old.advice,
    cautions: old.cautions,
    sources: old.sources,
    signs: old.harvestSigns,
  };
}

/** The first shape left it to the booklet which figures stand in which chapter: their ids begin with the sheet's. */
function chaptersOfVersion1(figures: Record<string, unknown>, ground: string): IssuedPlan["chapters"] {
  const shown = (sheet: SheetId) =>
    Object.keys(figures).filter((id) => id.startsWith(`${sheet}.`) && !/^feed\.(dose|split|manure)\./.test(id));
  return SHEETS.map((sheet) => ({ sheet, text: sheet === "ground" ? [ground] : [], figures: shown(sheet) }));
}

/** The first shape had no roles: what documents ask of one is whether it is a look or work. */
function roleOfVersion1({ sheet, inputs }: { sheet: SheetId; inputs: unknown[] }): OperationRole {
  const roles: Partial<Record<SheetId, OperationRole>> = {
    ground: "till",
    soil: "lime",
    seed: "tend",
    feed: "feed",
    water: "irrigate",
    protect: "look",
    harvest: "harvest",
    keep: "store",
    money: "tend",
  };
  return inputs.length > 0 && sheet === "seed" ? "plant" : (roles[sheet] ?? "tend");
}
