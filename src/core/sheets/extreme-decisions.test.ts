/** Whatever a schema lets through is drafted or refused with its reason, and what is drafted can be issued. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ALL_GUIDES, testGuide } from "../../../tests/support/guides";
import { schemaArbitrary } from "../../../tests/support/schema-arbitrary";
import type { Guide } from "../guides/schema";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import type { PlanFacts } from "../plan/facts";
import { issuedPlan } from "../views/issued-plan";
import { outlineHolds, outlinePlan } from "../views/outline";
import { DELTA, UPLAND_PLAIN } from "../weather/example-climates";
import { type Decisions, freshDecisions } from "./decisions";
import { decisionsSchema } from "./decisions-schema";
import { draftPlan, NOT_DRAFTED } from "./draft-plan";
import { checkPlan } from "./example-findings";

/** Draws of each guide; more by EXTREME_RUNS. */
const RUNS = Number(process.env.EXTREME_RUNS ?? 500);
const SEASON = 2027;
const _WORDS = {
  quantity: (value: number, unit: string) => `${value} ${unit}`,
  number: (value: number) => String(value),
  money: (minor: number) => String(minor),
  currency: "cr",
  date: (date: string) => date,
};
const ISSUER = {
  name: "Imre",
  role: "adviser",
  licenceNo: null,
  grower: { name: "Pennick Farm", unitSet: null },
  practice: { name: "Castellan", currency: "cr", unitSet: "metric", decimalMark: "point" },
};

/** Ids that mean something to a plan of the guide. */
const idsOf = (guide: Guide): string[] =>
  [guide.kinds, guide.methods, guide.products, guide.tasks, guide.stages].flatMap((list) => list.map(({ id }) => id));
const FIGURES = ["planting", "harvest", "n1", "n2", "chisel", "lime", "target", "feed.n", "seed.rate", "soil.lime"];
const NEAR = ["2025-01-01", "2026-10-01", "2027-03-15", "2027-08-01", "2028-12-31"];

const drawn = (guide: Guide): fc.Arbitrary<{ decisions: Decisions; facts: PlanFacts }> =>
  fc
    .record({
      decisions: schemaArbitrary(decisionsSchema, { texts: [...idsOf(guide), ...FIGURES], dates: NEAR }),
      // else most draws are only refused for a kind or a date that there is not
      knownCrop: fc.constantFrom(true, true, true, false),
      nearDates: fc.constantFrom(true, true, true, false),
      climate: fc.constantFrom(UPLAND_PLAIN, DELTA, null),
      today: fc.constantFrom("1990-01-01", "2026-08-12", "2027-07-01", "2099-12-31"),
      areaHa: fc.constantFrom(0.0001, 14.2, 9999.9999),
      bare: fc.boolean(),
    })
    .map(({ decisions, knownCrop, nearDates, climate, today, areaHa, bare }) => {
      const { crop, dates, ...rest } = decisions as Decisions;
      const near = Object.entries(dates ?? {}).filter(([, d]) => !nearDates || NEAR.includes(d.date));
      return {
        decisions: {
          ...rest,
          ...(dates ? { dates: Object.fromEntries(near) } : {}),
          crop: knownCrop ? { guideId: guide.id } : { ...crop, guideId: guide.id },
        } as Decisions,
        facts: {
          ...EXAMPLE_FACTS,
          field: { ...EXAMPLE_FACTS.field, areaHa },
          climate,
          today,
          ...(bare
            ? { fertilisers: [], limes: [], seedLots: [], soilTest: null, previousCrop: null, history: [] }
            : {}),
        },
      };
    });

describe("draftPlan", () => {
  it.each(ALL_GUIDES.map((g) => [g.id, g] as const))(
    "never throws and makes no number that is none: %s",
    (_, guide) => {
      let plans = 0;
      fc.assert(
        fc.property(drawn(guide), ({ decisions, facts }) => {
          const parsed = decisionsSchema.safeParse(decisions);
          if (!parsed.success) throw new Error(`drawn against the schema: ${parsed.error.message}`);
          const plan = draftPlan(facts, parsed.data, SEASON, guide);
          if (!plan.ok) {
            // refused for what is wrong with it, not because something broke on the way
            expect(plan.errors.map((e) => e.field)).not.toContain(NOT_DRAFTED);
            return;
          }
          plans++;
          for (const [id, figure] of Object.entries(plan.value.figures))
            expect(Number.isFinite(figure?.value), `${id} ${figure?.value}`).toBe(true);
          const findings = checkPlan(plan.value, facts, parsed.data);
          outlinePlan(plan.value, facts);
          outlineHolds(plan.value, facts.today);
          issuedPlan(plan.value, facts, parsed.data, findings, ISSUER as never, null);
        }),
        { numRuns: RUNS },
      );
      expect(plans).toBeGreaterThan(RUNS / 3);
    },
  );

  it("refuses dates that no work for its harvest can have, each by its name", () => {
    const wheat = testGuide("wheat");
    const dated = (date: string): Decisions => ({
      ...freshDecisions("wheat"),
      dates: { planting: { date, held: true } },
    });
    const of = (date: string) => draftPlan(EXAMPLE_FACTS, dated(date), SEASON, wheat);
    for (const date of ["2025-01-01", "2028-12-31"]) expect(of(date).ok).toBe(true);
    // "9999-12-31" went into sums that left the calendar, and took the season of the whole practice down
    for (const date of ["2024-12-31", "2029-01-01", "0001-01-01", "9999-12-31"])
      expect(of(date)).toMatchObject({
        ok: false,
        errors: [{ field: "dates.planting", given: date, allowed: "2025-01-01 to 2028-12-31, for harvest 2027" }],
      });
  });

  it("turns what nobody foresaw into a refusal", () => {
    const broken = { ...EXAMPLE_FACTS, fertilisers: null as never };
    expect(draftPlan(broken, freshDecisions("wheat"), SEASON, testGuide("wheat"))).toMatchObject({
      ok: false,
      errors: [{ field: NOT_DRAFTED, message: expect.stringMatching(/^The plan cannot be drafted/) }],
    });
  });
});
