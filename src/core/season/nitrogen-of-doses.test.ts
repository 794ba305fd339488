/** Where a dressing goes: with it less without it, and none of it twice. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { askedOf } from "../plan/asked-of";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import { OUT } from "../rehearsal/outcome";
import { meanOf, rehearse } from "../rehearsal/rehearse";
import { unwrap } from "../result";
import { freshDecisions } from "../sheets/decisions";
import { draftPlan } from "../sheets/draft-plan";
import { type AskedOf, askedCourse } from "./asked-course";
import { fateOfDoses } from "./nitrogen-of-doses";

const plan = unwrap(draftPlan(EXAMPLE_FACTS, freshDecisions("wheat"), 2027, testGuide("wheat")));
const climate = EXAMPLE_FACTS.climate!;
const walked = askedOf(EXAMPLE_FACTS, climate, plan.crop, 2027, plan.rehearsal.asked!);
const moved = (to: (day: number, dose: string) => number): AskedOf => ({
  ...walked,
  asked: {
    ...walked.asked,
    plan: {
      ...walked.asked.plan,
      arrivals: walked.asked.plan.arrivals
        .map((a) => (a.dose ? { ...a, day: to(a.day, a.dose) } : a))
        .sort((a, b) => a.day - b.day),
    },
  },
});

describe("what becomes of dressings", () => {
  it("is of each in turn, no more than was given, and none of it twice", () => {
    const fates = fateOfDoses(walked);
    expect(fates.map((f) => f.dose)).toEqual(["n1", "n2", "n3"]);
    for (const f of fates) {
      // 75 % of what is applied can be recovered
      const applied = plan.feed.doses.reduce((sum, d) => sum + (d.at === f.dose ? (d.brings.n ?? 0) : 0), 0);
      expect(f.givenKgPerHa).toBeCloseTo(0.75 * applied, 6);
      expect(f.takenUpKgPerHa + f.leachedKgPerHa + f.leftKgPerHa).toBeCloseTo(f.givenKgPerHa, 6);
      // what grows takes up most of what is given before it flowers
      expect(f.takenUpKgPerHa).toBeGreaterThan(0.5 * f.givenKgPerHa);
    }
    expect(fateOfDoses(walked, ["n2"])).toEqual([fates[1]]);
  });
  it("is the season with it less the season without, by the walk itself", () => {
    const [fate] = fateOfDoses(walked, ["n2"]);
    const course = askedCourse(walked);
    const { plan: own, fit } = walked.asked;
    const held = (arrivals: typeof own.arrivals) => meanOf(rehearse(course, { ...own, arrivals }, fit, 4), OUT.heldN);
    expect(fate?.takenUpKgPerHa).toBeCloseTo(held(own.arrivals) - held(own.arrivals.filter((a) => a.dose !== "n2")), 9);
  });
  it("leaves in the soil what comes when the crop takes up no more, and leaches more of what comes before winter", () => {
    const late = fateOfDoses(moved(() => 560)).find((f) => f.dose === "n3");
    expect(late?.takenUpKgPerHa).toBeLessThan(1);
    expect(late?.leftKgPerHa).toBeCloseTo(late?.givenKgPerHa ?? 0, 0);
    const autumn = fateOfDoses(moved((day, dose) => (dose === "n1" ? 285 : day))).find((f) => f.dose === "n1");
    const spring = fateOfDoses(walked, ["n1"])[0];
    expect(autumn?.leachedKgPerHa).toBeGreaterThan((spring?.leachedKgPerHa ?? 0) + 0.5);
  });
});
