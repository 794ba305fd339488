/** Cautions: whatever the crop, kind, method, product or school, what can hurt says so on every job that uses it. */

import { describe, expect, it } from "vitest";
import { demoPlans } from "../../../tests/support/demo-plans";
import { everyPlan } from "../../../tests/support/every-plan";
import { ALL_GUIDES, testGuide } from "../../../tests/support/guides";
import { MANURE_IDS } from "../feed/manure";
import { waysOfKind } from "../guides/fitting";
import { merge } from "../guides/merge";
import { resolveGuide } from "../guides/resolve-guide";
import type { Guide } from "../guides/schema";
import { unwrap } from "../result";
import { applyChanges, change } from "./decisions";
import { draftPlan } from "./draft-plan";
import type { Plan } from "./plan";

const [some] = everyPlan();
const manured = {
  ...some!,
  decisions: applyChanges(some!.decisions, [
    change("feed/manure", { kind: MANURE_IDS[0]!, tPerHa: 20, hoursToIncorporation: 4 }),
  ]),
};
const drafted = [...everyPlan(), ...demoPlans(), manured].map(({ facts, decisions, season }) => ({
  title: `${Object.values(decisions.crop).join(".")} on ${facts.field.name}`,
  plan: unwrap(draftPlan(facts, decisions, season, testGuide(decisions.crop.guideId))),
}));
const topics = (operation: Plan["operations"][number]) => operation.cautions.map((c) => c.topic);

/** What a job must say: by what goes out, by what drives over the field, by what it is. Written out here by hand. */
const MUST: [when: string, applies: (o: Plan["operations"][number]) => boolean, topic: string][] = [
  ["seed", (o) => o.inputs.some((i) => i.kind === "seed"), "treated seed"],
  ["fertiliser", (o) => o.inputs.some((i) => i.kind === "fertiliser"), "fertiliser"],
  ["lime", (o) => o.inputs.some((i) => i.kind === "lime"), "lime dust"],
  ["gypsum", (o) => o.inputs.some((i) => i.kind === "gypsum"), "gypsum dust"],
  ["manure", (o) => o.inputs.some((i) => i.kind === "manure"), "manure"],
  ["a treatment", (o) => o.role === "treat", "spray"],
  ["a thresher", (o) => o.role === "thresh", "threshers"],
  ["any machine", (o) => o.implements.length > 0, "machines"],
  [
    "what throws stones",
    (o) => o.implements.some((i) => /shredder|topper|mower|forageHarvester/.test(i)),
    "thrown objects",
  ],
  ["what lifts", (o) => o.implements.some((i) => /Lifter|tuberHarvester|podDigger/.test(i)), "lifters"],
  ["a combine", (o) => o.implements.some((i) => /ombine|reaper/.test(i)), "combines"],
  ["a day of hands on a hectare", (o) => o.implements.length === 0 && o.hoursPerHa >= 8, "hand work"],
  ["water that is pumped or led", (o) => o.irrigation !== null, "pumps|open water"],
];

describe("every plan of every kind, method and product", () => {
  it.each(MUST)("says what can hurt of %s", (_, applies, topic) => {
    const jobs = drafted.flatMap(({ title, plan }) => plan.operations.filter(applies).map((o) => ({ title, o })));
    // a law that nothing came under would prove nothing
    expect(jobs.length).toBeGreaterThan(0);
    for (const { title, o } of jobs) expect(topics(o).join(), `${title}: ${o.name}`).toMatch(new RegExp(topic));
  });

  it("says each topic in the words that hold for every crop, and once", () => {
    for (const { title, plan } of drafted)
      for (const o of plan.operations) {
        expect(new Set(topics(o)).size, title).toBe(o.cautions.length);
        for (const { text } of o.cautions) expect(text.length, title).toBeGreaterThan(20);
      }
  });
});

describe("a guide's cautions", () => {
  it("are whole in each variant of each guide, schools and all", () => {
    for (const guide of ALL_GUIDES)
      for (const kind of guide.kinds)
        for (const { id: method } of waysOfKind(guide, kind.id).methods)
          for (const { id: product } of waysOfKind(guide, kind.id).products) {
            const variant = unwrap(resolveGuide(guide, { kind: kind.id, method, product })).guide;
            const said = new Map(variant.cautions.map((c) => [c.topic, c.text]));
            for (const { topic, text } of guide.cautions)
              expect(said.get(topic), `${guide.id}, ${kind.id}, ${method}: ${topic}`).toContain(text);
          }
  });

  it("of maize cut whole hold machines, treated seed, fertiliser and trailers: a patch had replaced them all", () => {
    const silage = unwrap(resolveGuide(testGuide("maize"), { kind: "silage" })).guide;
    const said = silage.cautions.map((c) => c.topic);
    expect(said).toEqual(expect.arrayContaining(["machines", "treated seed", "fertiliser", "haulage", "silage gas"]));
  });

  it("of a potato's treatment name gloves, wind and bees: its own wording had replaced them", () => {
    const spray = testGuide("potato").cautions.find((c) => c.topic === "spray")?.text;
    for (const word of ["gloves", "wind", "bees", "inversion", "harvest interval"]) expect(spray).toContain(word);
  });

  it("take what a patch adds and nothing away", () => {
    const guide = { cautions: [{ topic: "spray", text: "Gloves." }] } as Guide;
    expect(merge(guide, { cautions: { spray: "Not on bees.", lifting: "Two people." } })).toEqual({
      cautions: [
        { topic: "spray", text: "Gloves. Not on bees." },
        { topic: "lifting", text: "Two people." },
      ],
    });
    expect(() => merge(guide, { cautions: { spray: null } })).toThrow(/cannot be removed/);
    expect(() => merge(guide, { cautions: null })).toThrow(/cannot be removed/);
    const tasks = [{ id: "fill", cautions: ["lifting"] }];
    expect(merge({ tasks }, { tasks: { fill: { cautions: [] } } })).toEqual({ tasks });
  });
});
