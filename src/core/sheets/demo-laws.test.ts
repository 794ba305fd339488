/** Laws over every kind and planting method of every guide on every demo field: what no plan may do, wherever it stands. */

import { describe, expect, it } from "vitest";
import { demoPlans } from "../../../tests/support/demo-plans";
import { ALL_WAYS, DEMO_FIELDS } from "../../../tests/support/every-plan";
import { testGuide } from "../../../tests/support/guides";
import type { PlanFacts } from "../plan/facts";
import { unwrap } from "../result";
import type { Decisions } from "./decisions";
import { draftPlan } from "./draft-plan";
import { checkPlan } from "./example-findings";
import type { Plan } from "./plan";

interface Case {
  name: string;
  facts: PlanFacts;
  decisions: Decisions;
  plan: Plan;
}
const cases: Case[] = [
  ...DEMO_FIELDS.flatMap((facts) =>
    ALL_WAYS.map((decisions) => ({
      name: `${Object.values(decisions.crop).join(".")} on ${facts.field.name}`,
      facts,
      decisions,
      season: 2027,
    })),
  ),
  ...demoPlans().map(({ field, facts, decisions, season }) => ({ name: field, facts, decisions, season })),
].map(({ season, ...rest }) => ({
  ...rest,
  plan: unwrap(draftPlan(rest.facts, rest.decisions, season, testGuide(rest.decisions.crop.guideId))),
}));
const each = (look: (c: Case) => string[]) =>
  expect(cases.flatMap((c) => look(c).map((what) => `${c.name}: ${what}`))).toEqual([]);
const clash = ({ plan }: Case) => plan.conflicts.length > 0;

describe("every plan on every field", () => {
  it("has figures that are numbers, and no cost below nothing", () => {
    expect(cases.length).toBeGreaterThan(300);
    each(({ plan }) => [
      ...Object.entries(plan.figures).flatMap(([id, f]) => (Number.isFinite(f?.value) ? [] : [`${id} is ${f?.value}`])),
      ...plan.operations.flatMap((o) =>
        [o.costPerHa, o.hoursPerHa, o.fuelLPerHa].every((v) => Number.isFinite(v) && v >= 0)
          ? []
          : [`${o.id} costs ${o.costPerHa}`],
      ),
    ]);
  });
  it("costs something where work is done", () => {
    each(({ plan }) =>
      plan.operations.flatMap((o) =>
        o.hoursPerHa + o.helperHoursPerHa > 0 && o.costPerHa <= 0 ? [`${o.id} is free`] : [],
      ),
    );
  });
  it("touches the ground only when the crop before is off", () => {
    each((c) => {
      const off = c.facts.previousCrop?.harvest;
      if (!off || clash(c)) return [];
      return c.plan.operations.flatMap((o) =>
        ["till", "lime", "amend", "manure", "plant"].includes(o.role) && o.date && !o.doneOn && o.date <= off
          ? [`${o.id} on ${o.date}, off on ${off}`]
          : [],
      );
    });
  });
  it("spreads before it works in, and feeds ahead of planting only free ground", () => {
    each((c) => {
      if (clash(c)) return [];
      const { plan, facts } = c;
      const off = facts.previousCrop?.harvest ?? "";
      return plan.operations.flatMap((o) => {
        if (o.role !== "feed" || !o.date || o.doneOn || !plan.plantingDate || o.date > plan.plantingDate) return [];
        const wait = plan.waits.find((w) => w.id === `${o.id}.workedIn`);
        const pass = plan.operations.find((p) => p.id === wait?.to);
        return [
          ...(o.date <= off ? [`${o.id} on ${o.date}, crop off on ${off}`] : []),
          ...(pass?.date && pass.date < o.date ? [`${o.id} on ${o.date} after ${pass.id} on ${pass.date}`] : []),
        ];
      });
    });
  });
  it("harvests after planting, and dries or stores only what is harvested", () => {
    each((c) => {
      if (clash(c)) return [];
      const { plan } = c;
      const harvest = plan.harvestDate;
      if (!harvest || !plan.plantingDate) return [];
      return [
        ...(harvest > plan.plantingDate ? [] : [`harvest ${harvest} before planting ${plan.plantingDate}`]),
        ...plan.operations.flatMap((o) =>
          ["thresh", "dry", "cure", "store"].includes(o.role) && o.date && o.date < harvest
            ? [`${o.id} on ${o.date} before ${harvest}`]
            : [],
        ),
      ];
    });
  });
  it("spreads nothing on frozen months' standing water: no granular feed while the field is flooded for planting", () => {
    each((c) =>
      c.plan.crop.method.waterAtPlanting !== "standing" || clash(c)
        ? []
        : c.plan.operations.flatMap((o) => {
            const puddled = c.plan.operations.filter((p) => p.role === "till").at(-1)?.date;
            return o.role === "feed" && o.date && puddled && o.date < (c.plan.plantingDate ?? "") && o.date > puddled
              ? [`${o.id} on ${o.date}, after the last puddling on ${puddled}`]
              : [];
          }),
    );
  });
  it("keeps main rates within their bands or says so", () => {
    each(({ plan, facts, decisions }) => {
      const said = new Set(checkPlan(plan, facts, decisions).map((f) => f.id));
      return (["n", "p2o5", "k2o"] as const).flatMap((id) => {
        const { low, high } = plan.crop.guide.usual[id];
        const value = plan.figures[`feed.${id}`]?.value ?? 0;
        return (value < low - 1e-9 || value > high + 1e-9) && !said.has(`usual.feed.${id}`)
          ? [`${id} ${value} in silence`]
          : [];
      });
    });
  });
  it("says where a crop can never ripen", () => {
    each(({ plan, facts, decisions }) => {
      const stuck = plan.stages.some((s) => s.basis === "days");
      const said = checkPlan(plan, facts, decisions).some((f) => f.id === "season.notReached");
      return stuck && !said ? ["ripens by the guide's days in silence"] : [];
    });
  });
});
