/** Nothing asks what an operation is by its id: with all of them renamed a plan has the same dates, hours and costs. */

import { afterEach, describe, expect, it, vi } from "vitest";
import { ALL_GUIDES } from "../../../tests/support/guides";
import type { Guide } from "../guides/schema";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import type { Plan } from "./plan";

const LISTS = ["tasks", "splits", "passes"];
/** The ids of listed operations, keys of patches of such lists, and what triggers and waits name, each with a mark. */
function renamed<T>(tree: T, ids: ReadonlySet<string>): T {
  const name = (text: string) => (ids.has(text) ? `zz-${text}` : text);
  const walk = (node: unknown, key: string, listed: boolean): unknown => {
    if (typeof node === "string") return key === "from" || key === "to" || (key === "id" && listed) ? name(node) : node;
    if (Array.isArray(node)) return node.map((one) => walk(one, key, LISTS.includes(key)));
    if (node && typeof node === "object")
      return Object.fromEntries(
        Object.entries(node).map(([inner, value]) => [
          LISTS.includes(key) && !listed ? name(inner) : inner,
          walk(value, inner, listed),
        ]),
      );
    return node;
  };
  return walk(tree, "", false) as T;
}

/** Ids of what a guide makes operations of. */
function operationIds(guide: Guide): Set<string> {
  const ids = new Set<string>();
  const visit = (node: unknown) => {
    if (!node || typeof node !== "object") return;
    for (const [key, value] of Object.entries(node)) {
      if (LISTS.includes(key))
        // a list of them, or a patch of such a list by id
        for (const id of Array.isArray(value)
          ? value.map((one: { id: string }) => one.id)
          : Object.keys(value as object))
          ids.add(id);
      visit(value);
    }
  };
  visit(guide);
  return ids;
}

async function draftWith(guide: Guide): Promise<Plan> {
  const { draftPlan } = await import("./draft-plan");
  const { freshDecisions } = await import("./decisions");
  const drafted = draftPlan(EXAMPLE_FACTS, freshDecisions(guide.id), 2027, guide);
  if (!drafted.ok) throw new Error(JSON.stringify(drafted.errors));
  return drafted.value;
}

const shape = (plan: Plan) => ({
  operations: plan.operations
    .map((o) => [
      o.role,
      o.sheet,
      o.name,
      o.date,
      o.earliest,
      o.latest,
      o.hoursPerHa,
      o.fuelLPerHa,
      o.costPerHa,
      o.cautions,
      o.inputs.map((i) => [i.id, i.perHa]),
    ])
    .sort((a, b) => JSON.stringify(a).localeCompare(JSON.stringify(b))),
  money: plan.money.costBySheet,
  margin: plan.money.marginPerHa,
  conflicts: plan.conflicts.length,
});

afterEach(() => {
  vi.doUnmock("../plan/own-operations");
  vi.doUnmock("../ground/systems");
  vi.resetModules();
});

describe.each(ALL_GUIDES.map((g) => [g.id, g] as const))("a plan of %s with all operations renamed", (_, guide) => {
  it("has the same dates, hours, costs and inputs", async () => {
    vi.resetModules();
    const before = shape(await draftWith(guide));
    vi.resetModules();
    const own = await vi.importActual<typeof import("../plan/own-operations")>("../plan/own-operations");
    const systems = await vi.importActual<typeof import("../ground/systems")>("../ground/systems");
    const ownIds = new Set<string>(Object.values(own.OWN));
    const passIds = new Set<string>();
    for (const system of systems.TILLAGE_SYSTEMS) for (const pass of system.passes) passIds.add(pass.id);
    expect(passIds.size).toBeGreaterThan(5);
    vi.doMock("../plan/own-operations", () => ({
      ...own,
      OWN: Object.fromEntries(Object.entries(own.OWN).map(([key, id]) => [key, `zz-${id}`])),
    }));
    const passes = systems.TILLAGE_SYSTEMS.map((system) => renamed(system, passIds));
    vi.doMock("../ground/systems", () => ({
      ...systems,
      TILLAGE_SYSTEMS: passes,
      tillageSystem: (id: string) => passes.find((system) => system.id === id),
    }));
    const ids = new Set([...operationIds(guide), ...ownIds, ...passIds]);
    const plan = await draftWith(renamed(guide, ids));
    expect(plan.operations.filter((o) => !o.id.startsWith("zz-"))).toEqual([]);
    const after = shape(plan);
    expect(after).toEqual(before);
  });
});
