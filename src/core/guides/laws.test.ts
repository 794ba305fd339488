/** The laws of guides: each is broken once, by one change to a guide that keeps them all. */

import path from "node:path";
import { describe, expect, it } from "vitest";
import { compileFolder, SURROUNDINGS } from "../../../scripts/guide-files";
import { testGuide } from "../../../tests/support/guides";
import { brokenLaws } from "./laws";
import { merge } from "./merge";
import type { Guide } from "./schema";

const around = SURROUNDINGS(compileFolder(path.resolve(import.meta.dirname, "../../..")));

describe("laws", () => {
  const wheat = testGuide("wheat");
  const broken = (change: Record<string, unknown>) =>
    brokenLaws(merge(wheat, change) as Guide, around).map((b) => b.replace(/^\w+, \w+, \w+: /, ""));
  const upland = {
    zone: "temperate upland plain",
    days: ["-09-20", "-10-02", "-10-20"],
    latenessLossPctPerDay: 0.4,
    source: "custom",
  };
  const bad: [string, Record<string, unknown>, RegExp][] = [
    [
      "a task that hangs on nothing",
      { tasks: { dry: { when: { from: "nowhere", min: 0, usual: 1, max: 2 } } } },
      /dry: hangs on "nowhere"/,
    ],
    [
      // gypsum for pods and gypsum for sodic ground had one id, and no plan of both could be dated
      "a task by the name of what every plan may do",
      {
        tasks: {
          gypsum: {
            id: "gypsum",
            sheet: "feed",
            role: "tend",
            name: "x",
            mark: "x",
            detail: "x",
            when: { from: "ripe", min: 0, usual: 1, max: 2 },
            reason: "x",
            source: "recalled",
          },
        },
      },
      /"gypsum" is the id of an operation that every plan has/,
    ],
    [
      "sulphur by another tonne than the one that is harvested",
      { feed: { sulphurKgPerT: { value: 40, source: "recalled" } } },
      /sulphurKgPerT: 40 kg for a tonne of grain/,
    ],
    [
      "straw by the centimetre where none lies",
      {
        tasks: {
          dry: {
            materials: {
              straw: {
                name: "straw",
                per: "cmMulch",
                unit: "t",
                amount: { low: 1, typical: 1, high: 1, source: "assumption" },
              },
            },
          },
        },
      },
      /dry: takes so much a centimetre/,
    ],
    [
      "a kind that is grown by a way nobody knows",
      { kinds: { winter: { methods: ["drilled", "sprinkled"] } } },
      /winter.methods: no method "sprinkled"/,
    ],
    [
      "goods that are sold as something else that is not there",
      { products: { grainAndStraw: { soldAs: "chaff" } } },
      /soldAs: no product "chaff"/,
    ],
    [
      "a task that needs standing water on dry ground",
      { tasks: { dry: { needs: "standingWater" } } },
      /dry: needs standing water/,
    ],
    [
      "standing water on dry ground",
      { water: { standing: [{ fromStage: "ripe", depthCm: 5, why: "x" }] } },
      /stands dry/,
    ],
    [
      "splits that do not make 100",
      { feed: { patterns: { once: { splits: { n1: { sharePct: 90 } } } } } },
      /once: splits make 90 %/,
    ],
    ["a stage that is not there", { water: { criticalStages: ["budding"] } }, /no stage "budding"/],
    ["stages out of order", { stages: { flowering: { thermalTimeCd: 1 } } }, /thermalTimeCd not in order/],
    [
      "a task after a crop that nobody knows",
      { tasks: { dry: { notAfter: { crops: ["triffid"], seasons: 2 } } } },
      /dry.notAfter: no crop "triffid"/,
    ],
    [
      "contents of what is not counted by mass",
      {
        tasks: {
          dry: {
            materials: {
              straw: {
                name: "straw",
                per: "ha",
                unit: "t",
                amount: { low: 1, typical: 1, high: 1, source: "custom" },
                contents: { k2o: 1 },
              },
            },
          },
        },
      },
      /dry.materials.straw: contents are of what is counted in kg/,
    ],
    ["a crop that nobody knows", { rotation: { bad: [{ crop: "triffid", why: "x" }] } }, /no crop "triffid"/],
    [
      "a population that the handbook's mass cannot be",
      { methods: { drilled: { targetPlantsPerM2: { low: 20, typical: 26, high: 35, source: "recalled" } } } },
      /26 plants\/m2 need 14 kg\/ha/,
    ],
    ["a caution that reaches nobody", { cautions: [{ topic: "bulls", text: "beware" }] }, /"bulls" is tied to nothing/],
    ["a caution without a text", { tasks: { dry: { cautions: ["ghosts"] } } }, /no text for "ghosts"/],
    [
      "more nitrogen carried off than taken up",
      { products: { grain: { removalKgPerT: { n: 40 } } } },
      /removes 40 kg N\/t/,
    ],
    [
      "a window colder than the crop stands",
      { methods: { drilled: { soilTemperatureC: { lowest: 18 } } } },
      /outside of what drilled stands/,
    ],
    [
      "a customary harvest that the kind's days miss",
      { kinds: { winter: { windows: [{ ...upland, harvested: ["05-01", "05-10", "05-20"] }] } } },
      /planting on -10-02 in "temperate upland plain" and 270 to 310 days miss the harvest from 05-01 to 05-20/,
    ],
    [
      "a window in a zone that is known without its customary harvest",
      { kinds: { winter: { windows: [upland] } } },
      /has no customary harvest/,
    ],
    ["roots deeper than the crop roots", { stages: { ripe: { rootCm: 300 } } }, /roots to 300 cm/],
    [
      "no default among the tillage systems",
      { ground: { systems: { loosen: { fit: "suits" } } } },
      /one default for each planting method/,
    ],
    ["crop coefficients upside down", { water: { kc: { mid: 0.2 } } }, /no course of a crop coefficient/],
    [
      "harm at a stage that is not there",
      { climate: { harm: { "cold-tillering": { stage: "budding" } } } },
      /no stage "budding"/,
    ],
    [
      "a yield response of no stage",
      { water: { yieldResponse: [{ stage: "budding", ky: 0.5, source: "recalled" }] } },
      /water.yieldResponse: no stage "budding"/,
    ],
    [
      "a threat at no stage",
      { threats: { slugs: { stages: ["emergence", "budding"] } } },
      /threats.slugs: no stage "budding"/,
    ],
    ["weeds from no stage", { weeds: { weedFreeFrom: "budding" } }, /weedFreeFrom: no stage "budding"/],
    [
      "cold that is needed until no stage",
      { kinds: { winter: { vernalisationDays: { until: "budding" } } } },
      /winter.vernalisationDays: no stage "budding"/,
    ],
    [
      "day length that counts until no stage",
      { kinds: { winter: { dayLength: { until: "budding" } } } },
      /winter.dayLength: no stage "budding"/,
    ],
    [
      "a tillage system that is not there",
      { ground: { systems: { magic: { fit: "suits", why: "x" } } } },
      /no tillage system "magic"/,
    ],
    [
      "one tillage system alone for a way of planting",
      {
        ground: {
          systems: Object.fromEntries(["plough", "reduced", "noTill"].map((id) => [id, { methods: ["broadcast"] }])),
        },
      },
      /two at least, to be compared/,
    ],
    [
      "a quality that no kind is grown for",
      {
        products: { grain: { quality: [{ endUse: "starch", what: "protein", ifMissed: "x", source: "custom" }] } },
      },
      /no kind has the end use "starch"/,
    ],
    [
      "a task that needs a nursery where there is none",
      { tasks: { dry: { needs: "nursery" } } },
      /dry: needs a nursery/,
    ],
    [
      "a split that hangs on nothing",
      { feed: { patterns: { once: { splits: { n1: { when: { from: "nowhere", min: 0, usual: 1, max: 2 } } } } } } },
      /once.n1: hangs on "nowhere"/,
    ],
    [
      "base feed that hangs on nothing",
      { feed: { base: { when: { from: "nowhere", min: 0, usual: 1, max: 2 } } } },
      /feed.base: hangs on "nowhere"/,
    ],
    [
      "a harvest that hangs on nothing",
      { harvest: { at: { from: "nowhere", min: 0, usual: 1, max: 2 } } },
      /harvest.at: hangs on "nowhere"/,
    ],
    [
      "stages that end before the kind is ripe",
      { kinds: { winter: { maturityDays: { low: 90, typical: 100, high: 110, source: "recalled" } } } },
      /but the kind takes 90 to 110/,
    ],
    [
      "spacing that is not the population",
      {
        methods: {
          drilled: {
            geometry: {
              rowSpacingCm: { low: 10, typical: 12.5, high: 15, source: "recalled" },
              inRowSpacingCm: { low: 10, typical: 10, high: 10, source: "recalled" },
            },
          },
        },
      },
      /12.5 x 10 cm is 80.0\/m2/,
    ],
    [
      "stage lengths that are not the season",
      { water: { stageLengthsDays: [5, 5, 5, 5] } },
      /stageLengthsDays: 20 days/,
    ],
    ["reaction out of order", { soil: { ph: { bestFrom: 9 } } }, /soil.ph: not in order/],
    [
      "a base above the optimum",
      { climate: { baseC: { value: 30, source: "recalled" } } },
      /base, optimum, ceiling not in order/,
    ],
    [
      "a harvest with no such machine",
      { harvest: { methods: { combine: { work: { implement: "airship" } } } } },
      /no such machine|implement/,
    ],
    ["a figure that is no figure", { harvest: { methods: { combine: { lossPct: "few" } } } }, /lossPct/],
  ];
  it.each(bad)("find %s", (_, change, says) => {
    expect(broken(change).some((b) => says.test(b))).toBe(true);
  });
});
