/** From guides as they are written to guides as the core computes with them: expanded, merged, checked by shape. */

import { z } from "zod";
import { MEASURES, type MeasureId } from "../units/measure-ids";
import { q, span } from "../units/told";
import { expand, listed, listedNew } from "./author";
import { layered, merge } from "./merge";
import { type Guide, guideSchema, source } from "./schema";
import { registeredThreat } from "./schema-threats";

type Tree = Record<string, unknown>;

/** The files of data/guides/, parsed; archetypes and crops by the name of their file; threats, schools and cautions that many crops share once. */
interface GuideFiles {
  sources: unknown;
  threats: unknown;
  schools: unknown;
  cautions: unknown;
  archetypes: Record<string, unknown>;
  crops: Record<string, unknown>;
}

export interface CompiledGuide {
  guide: Guide;
  /** paths of the leaves that the archetype gave and the crop left as they are */
  archetype: string[];
}

const written = z.looseObject({ source: z.string() });
/** What an archetype changes for all kinds of a type, under what the kind itself changes. */
const patches = z.record(z.string(), z.record(z.string(), z.unknown()));
const archetypeFile = written.extend({ byType: patches.optional() });
/** Texts by topic. */
const cautionFile = z.object({ source: z.string() }).catchall(z.string());
const cropFile = written.extend({ extends: z.string() });

/**
 * Every crop's guide from the files. Throws with file and path for what is not of the shape, an archetype or threat that is
 * not there, a source that is not listed.
 */
export function compileGuides(files: GuideFiles): CompiledGuide[] {
  const sources = read("sources.yaml", z.record(z.string(), source), files.sources);
  const threatFile = read("threats.yaml", written, files.threats);
  const { source: threatSource, ...threatTree } = threatFile;
  const threats = expand(threatTree, threatSource, z.record(z.string(), registeredThreat)) as Record<string, Tree>;
  const { source: schoolSource, ...schoolTree } = read("schools.yaml", written, files.schools);
  const schools = expand(schoolTree, schoolSource, z.record(z.string(), guideSchema.shape.schools.element)) as Record<
    string,
    Tree
  >;
  const { source: _, ...cautions } = read("cautions.yaml", cautionFile, files.cautions);
  const archetypes = Object.fromEntries(
    Object.entries(files.archetypes).map(([name, file]) => {
      const { source: own, byType, ...tree } = read(`archetypes/${name}.yaml`, archetypeFile, file);
      return [
        name,
        { tree: expand(tree, own) as Tree, byType: expand(byType ?? {}, own, patches) as Record<string, Tree> },
      ];
    }),
  );
  return Object.entries(files.crops)
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([name, file]) => {
      const path = `crops/${name}.yaml`;
      const { source: own, extends: from, ...tree } = read(path, cropFile, file);
      const archetype = archetypes[from];
      if (!archetype) throw new Error(`${path}: extends "${from}", which is no archetype`);
      return compileCrop(path, archetype, expand(tree, own) as Tree, { threats, schools, cautions }, sources);
    });
}

function compileCrop(
  path: string,
  archetype: { tree: Tree; byType: Record<string, Tree> },
  crop: Tree,
  register: { threats: Record<string, Tree>; schools: Record<string, Tree>; cautions: Record<string, string> },
  sources: Record<string, z.infer<typeof source>>,
): CompiledGuide {
  const own = new Set<string>();
  const tree = merge(archetype.tree, crop, (leaf) => own.add(leaf)) as Tree;
  // what is sold by the tonne of another product yields that one's tonnes
  const products = (tree.products ?? {}) as Record<string, Tree>;
  for (const product of Object.values(products))
    if (typeof product.soldAs === "string") product.targetTPerHa ??= products[product.soldAs]?.targetTPerHa;
  for (const part of ["kinds", "methods", "products"] as const)
    for (const own of Object.values((tree[part] ?? {}) as Record<string, Tree>)) {
      const typical = part === "kinds" ? archetype.byType[own.type as string] : undefined;
      const patch = typical
        ? layered(stillThere(typical, archetype.tree, tree), (own.patch ?? {}) as Tree)
        : (own.patch as Tree | undefined);
      if (patch) own.patch = listedNew(patch, tree);
    }
  tree.schools = registered(tree.schools, register.schools);
  for (const { options } of Object.values((tree.schools ?? {}) as Record<string, { options: Record<string, Tree> }>))
    for (const option of Object.values(options)) if (option.patch) option.patch = listedNew(option.patch as Tree, tree);
  tree.threats = Object.fromEntries(
    Object.entries((tree.threats ?? {}) as Record<string, Tree>).map(([id, here]) => {
      if (!register.threats[id]) throw new Error(`${path}: threats.${id} is not in threats.yaml`);
      return [id, merge(register.threats[id], here)];
    }),
  );
  // the general wording goes with every guide, so that a page which drafts plans carries only that of its crop
  const worded = merge(register.cautions, tree.cautions ?? {}, undefined, "cautions") as Record<string, string>;
  tree.cautions = Object.entries(worded).map(([topic, text]) => ({ topic, text }));
  const guide = listed(tree) as Tree;
  const used = new Set<string>();
  JSON.stringify(guide, (key, value) => {
    if (key === "source" && typeof value === "string") used.add(value);
    return value;
  });
  guide.sources = Object.fromEntries(
    [...used].sort().map((id) => {
      if (!sources[id]) throw new Error(`${path}: the source "${id}" is not in sources.yaml`);
      return [id, sources[id]];
    }),
  );
  const leaves: string[] = [];
  merge({}, archetype.tree, (leaf) => leaves.push(leaf));
  const isOwn = (leaf: string) => [...own].some((o) => o === leaf || leaf.startsWith(`${o}.`));
  return {
    guide: read(path, guideSchema, withMarks(path, guide)),
    archetype: leaves.filter((leaf) => !isOwn(leaf)).sort(),
  };
}

/** Quantities in texts, which are written as <25 cm> or <12 to 15 C>, as marks that are told in the reader's units. */
export function withMarks<T>(path: string, value: T): T {
  if (typeof value === "string") return value.replace(/<([^<>]*)>/g, (_, inside) => markOf(path, inside)) as T;
  if (Array.isArray(value)) return value.map((item) => withMarks(path, item)) as T;
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, withMarks(path, item)])) as T;
}

function markOf(path: string, inside: string): string {
  const [, from, to, unit = ""] = /^([\d.]+)(?: to ([\d.]+))? (.+)$/.exec(inside) ?? [];
  if (!(unit in MEASURES))
    throw new Error(`${path}: <${inside}> is no quantity: a number, or one to another, and a unit`);
  return to === undefined
    ? q(Number(from), unit as MeasureId, decimalsOf(from))
    : span(Number(from), Number(to), unit as MeasureId, Math.max(decimalsOf(from), decimalsOf(to)));
}
const decimalsOf = (written = ""): number => written.split(".")[1]?.length ?? 0;

/** A guide's schools: those that many crops share with what this crop says of them, and its own. */
function registered(schools: unknown, register: Record<string, Tree>): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries((schools ?? {}) as Record<string, Tree>).map(([id, here]) => [
      id,
      register[id] ? merge(register[id], here) : here,
    ]),
  );
}

/** What of an archetype's patch has something to change: the crop may have taken it out. */
function stillThere(patch: Tree, before: unknown, after: unknown): Tree {
  const isTree = (value: unknown): value is Tree =>
    typeof value === "object" && value !== null && !Array.isArray(value);
  return Object.fromEntries(
    Object.entries(patch).flatMap(([key, value]) => {
      const was = isTree(before) ? before[key] : undefined;
      const is = isTree(after) ? after[key] : undefined;
      if (was !== undefined && is === undefined) return [];
      return [[key, isTree(value) ? stillThere(value, was, is) : value]];
    }),
  );
}

/** Parses, with the file and the path in what is thrown. */
function read<T>(file: string, schema: z.ZodType<T>, value: unknown): T {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  throw new Error(
    `${file} is not of the shape of a guide:\n${parsed.error.issues.map((i) => `  ${i.path.join(".")}: ${i.message}`).join("\n")}`,
  );
}
