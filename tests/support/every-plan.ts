/** Every kind and planting method of every guide, on demo fields that suit it and that do not. */

import { waysOfKind } from "../../src/core/guides/fitting";
import type { PlanFacts } from "../../src/core/plan/facts";
import type { Decisions } from "../../src/core/sheets/decisions";
import { freshDecisions } from "../../src/core/sheets/decisions";
import { DEMO_PRACTICES, demoFacts } from "./demo-plans";
import { ALL_GUIDES } from "./guides";

export interface AnyPlan {
  title: string;
  season: number;
  decisions: Decisions;
  facts: PlanFacts;
}

const SEASON = 2027;

/** Facts of every field of the demo practices for a season. */
export const DEMO_FIELDS: readonly PlanFacts[] = DEMO_PRACTICES.flatMap((practice) =>
  practice.fields.map((field) => demoFacts(practice, field, SEASON)),
);

/** Decisions for every kind, and every planting method and product that it is grown by and for, of every guide. */
export const ALL_WAYS: readonly Decisions[] = ALL_GUIDES.flatMap((guide) =>
  guide.kinds.flatMap((kind) => {
    const { methods, products } = waysOfKind(guide, kind.id);
    return methods.flatMap((method) =>
      products.map((product) => ({
        ...freshDecisions(guide.id),
        crop: { guideId: guide.id, kindId: kind.id, methodId: method.id, productId: product.id },
      })),
    );
  }),
);

/** Every way of every crop on two fields: the first of the zone that its windows name, and one that is saline and badly drained. */
export function everyPlan(): AnyPlan[] {
  const harsh = DEMO_FIELDS.reduce((a, b) => ((b.soilTest?.ecE ?? 0) > (a.soilTest?.ecE ?? 0) ? b : a));
  return ALL_WAYS.flatMap((decisions) => {
    const guide = ALL_GUIDES.find((g) => g.id === decisions.crop.guideId);
    const kind = guide?.kinds.find((k) => k.id === decisions.crop.kindId);
    const suits = DEMO_FIELDS.find((f) => kind?.windows.some((w) => w.zone === f.field.zone)) ?? DEMO_FIELDS[0];
    return [suits as PlanFacts, harsh].map((facts) => ({
      title: `${Object.values(decisions.crop).join(".")} on ${facts.field.name}`,
      season: SEASON,
      decisions,
      facts,
    }));
  });
}
