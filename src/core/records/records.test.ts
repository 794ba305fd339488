/** What each record takes and refuses: the same schema stands behind form, file, route and loader. */

import { describe, expect, it } from "vitest";
import type { z } from "zod";
import { fallen } from "./describe";
import { fertiliserRecord } from "./inputs/fertiliser";
import { limeProductRecord } from "./inputs/lime-product";
import { pricesRecord } from "./inputs/prices";
import { seedLotRecord } from "./inputs/seed-lot";
import { RECORD_KINDS } from "./kinds";
import { farmRecord } from "./land/farm";
import { fieldRecord } from "./land/field";
import { grownCropRecord } from "./land/grown-crop";
import { soilTestRecord } from "./land/soil-test";
import { logEntryRecord } from "./notes/log-entry";
import { stageSeenRecord } from "./notes/stage-seen";
import { isoDate, name, season } from "./parts";

const ID = "0b0f4b8e-4a52-4c7e-9b1a-2f1f0a6b7c11";
const field = { name: "Sallow Piece", areaHa: 6.4, textureClass: "loam" };
const fertiliser = { id: "can-27", name: "Nitrate 27", contents: { n: 27 }, pricePerT: 38_000 };
const lime = {
  id: "chalk",
  name: "Soft chalk",
  material: "groundLimestone",
  neutralisingValuePct: 92,
  finenessPct: 70,
  pricePerT: 2400,
};
const lot = {
  id: "lot-7",
  guideId: "wheat",
  kindId: "winter",
  variety: "Haldane Gold",
  germinationPct: 94,
  certified: true,
  pricePerT: 50_000,
};
const test = { takenOn: "2026-02-11", depthCm: 20, scheme: "olsenIndex", ph: 6.3, organicMatterPct: 3.2 };
const prices = {
  dieselPerL: 150,
  labourPerH: 2400,
  machinePerH: { combine: 16_000 },
  otherMachinePerH: 4500,
  contractPerHa: {},
  cropPerT: { "wheat.grain": 21_500 },
  dryingPerTPoint: 180,
};
const log = { id: ID, planId: ID, operationId: "planting", doneOn: "2026-10-08", quantityPerHa: 152.5, note: "" };
const grown = { season: 2026, crop: "oats" };
const seen = { id: ID, planId: ID, stageId: "tillering", seenOn: "2027-02-20" };

describe("records", () => {
  it.each([
    ["farm", farmRecord, { name: "Sallow Farm" }],
    ["fertiliser", fertiliserRecord, fertiliser],
    ["field", fieldRecord, field],
    ["grown crop", grownCropRecord, grown],
    ["lime", limeProductRecord, lime],
    ["log entry", logEntryRecord, log],
    ["prices", pricesRecord, prices],
    ["seed lot", seedLotRecord, lot],
    ["soil test", soilTestRecord, test],
    ["stage seen", stageSeenRecord, seen],
  ] as [string, z.ZodType, object][])(
    "%s: takes the least that makes one, and nothing that it does not know",
    (_, record, least) => {
      const read = record.safeParse(least);
      expect(read.error?.issues).toBeUndefined();
      // what was read is read again as the same
      expect(record.parse(read.data)).toEqual(read.data);
      expect(record.safeParse({ ...least, colour: "green" }).error?.issues[0]?.message).toContain("colour");
      for (const key of Object.keys(least)) {
        const without = Object.fromEntries(Object.entries(least).filter(([k]) => k !== key));
        expect(record.safeParse(without).error?.issues[0]?.path, `without ${key}`).toEqual([key]);
      }
    },
  );

  it("fill in what a farm, a field or a test need not say", () => {
    expect(farmRecord.parse({ name: " Sallow Farm " })).toEqual({
      name: "Sallow Farm",
      zone: "any",
      handWork: false,
      contractor: false,
      labourPerH: null,
      tractors: 1,
      harvesters: 1,
      hands: 2,
      machines: [],
      dayHours: 9,
      dryerTPerH: null,
    });
    expect(fieldRecord.parse(field)).toMatchObject({
      drainage: "free",
      compactionDepthCm: null,
      irrigated: false,
      soilDepthCm: null,
      slopePct: null,
      stonesPct: null,
      waterSource: null,
      waterM3PerYear: null,
      outletKm: null,
      note: "",
    });
    expect(soilTestRecord.parse(test)).toMatchObject({
      levels: {},
      soilMineralNKgPerHa: null,
      soilMineralNDepthCm: null,
      ecE: null,
      espPct: null,
      sar: null,
      cecCmolPerKg: null,
    });
    expect(grownCropRecord.parse(grown)).toMatchObject({ yieldTPerHa: null, harvestOn: null, harvested: true });
    expect(seedLotRecord.parse(lot)).toMatchObject({ thousandGrainWeightG: null, unitMassG: null });
  });

  it.each([
    ["field", fieldRecord, { ...field, areaHa: 0 }, "areaHa"],
    ["field", fieldRecord, { ...field, areaHa: 100_001 }, "areaHa"],
    ["field", fieldRecord, { ...field, name: "  " }, "name"],
    ["field", fieldRecord, { ...field, textureClass: "mud" }, "textureClass"],
    ["field", fieldRecord, { ...field, compactionDepthCm: 0.5 }, "compactionDepthCm"],
    ["farm", farmRecord, { name: "x", dayHours: 25 }, "dayHours"],
    ["farm", farmRecord, { name: "x", tractors: 1.5 }, "tractors"],
    ["farm", farmRecord, { name: "x", labourPerH: -1 }, "labourPerH"],
    ["fertiliser", fertiliserRecord, { ...fertiliser, id: "Nitrate 27" }, "id"],
    ["fertiliser", fertiliserRecord, { ...fertiliser, contents: { n: 101 } }, "contents"],
    ["fertiliser", fertiliserRecord, { ...fertiliser, contents: { gold: 1 } }, "contents"],
    ["fertiliser", fertiliserRecord, { ...fertiliser, pricePerT: 12.5 }, "pricePerT"],
    ["fertiliser", fertiliserRecord, { ...fertiliser, bagKg: 0 }, "bagKg"],
    ["lime", limeProductRecord, { ...lime, neutralisingValuePct: 201 }, "neutralisingValuePct"],
    ["lime", limeProductRecord, { ...lime, finenessPct: 0 }, "finenessPct"],
    ["lime", limeProductRecord, { ...lime, material: "sugar" }, "material"],
    ["seed lot", seedLotRecord, { ...lot, germinationPct: 0 }, "germinationPct"],
    ["seed lot", seedLotRecord, { ...lot, germinationPct: 100.5 }, "germinationPct"],
    ["seed lot", seedLotRecord, { ...lot, unitMassG: 0 }, "unitMassG"],
    ["soil test", soilTestRecord, { ...test, ph: 1.9 }, "ph"],
    ["soil test", soilTestRecord, { ...test, takenOn: "2026-02-30" }, "takenOn"],
    ["soil test", soilTestRecord, { ...test, levels: { p: -1 } }, "levels"],
    ["soil test", soilTestRecord, { ...test, organicMatterPct: 120 }, "organicMatterPct"],
    ["prices", pricesRecord, { ...prices, machinePerH: { spaceship: 1 } }, "machinePerH"],
    ["prices", pricesRecord, { ...prices, cropPerT: { "wheat.grain": -1 } }, "cropPerT"],
    ["log entry", logEntryRecord, { ...log, id: "7" }, "id"],
    ["log entry", logEntryRecord, { ...log, quantityPerHa: -2 }, "quantityPerHa"],
    ["log entry", logEntryRecord, { ...log, note: "x".repeat(2001) }, "note"],
    ["grown crop", grownCropRecord, { ...grown, season: 1899 }, "season"],
    ["grown crop", grownCropRecord, { ...grown, yieldTPerHa: 1001 }, "yieldTPerHa"],
    ["stage seen", stageSeenRecord, { ...seen, seenOn: "tomorrow" }, "seenOn"],
  ] as [string, z.ZodType, object, string][])(
    "refuses a %s by the field it is wrong in (%#)",
    (_, record, value, path) => {
      const fields = record.safeParse(value).error?.issues.map((i) => String(i.path[0]));
      expect([...new Set(fields)]).toEqual([path]);
    },
  );

  it("refuses a product of more nutrients than there is of it", () => {
    const whole = { ...fertiliser, contents: { n: 40, p2o5: 40, k2o: 20 } };
    expect(fertiliserRecord.safeParse(whole).success).toBe(true);
    const more = { ...fertiliser, contents: { n: 40, p2o5: 40, k2o: 21 } };
    expect(fertiliserRecord.safeParse(more).error?.issues[0]?.message).toBe("together at most 100 %");
  });
});

describe("limits of sense", () => {
  const next = new Date().getUTCFullYear() + 20;
  it.each([
    ["1989-12-31", false],
    ["1990-01-01", true],
    [`${next}-12-31`, true],
    [`${next + 1}-01-01`, false],
    ["9999-12-31", false],
    ["1800-01-01", false],
  ])("of a date: %s", (day, fine) => {
    expect(isoDate.safeParse(day).success).toBe(fine);
  });
  it("say what was given and what is allowed", () => {
    expect(isoDate.safeParse("9999-12-31").error?.issues[0]?.message).toBe(
      `9999-12-31 given, allowed is a date from 1990 to ${next}`,
    );
    expect(season.safeParse(1800).error?.issues[0]?.message).toBe(`1800 given, allowed is a year from 1990 to ${next}`);
    expect([season.safeParse(2027).success, season.safeParse(2027.5).success]).toEqual([true, false]);
  });
  it("of a name: a letter or a digit, of whatever script", () => {
    expect(["Ost", "7", "\u5317\u7530", "L-2"].map((n) => name.safeParse(n).success)).toEqual([true, true, true, true]);
    expect(["---", ".", "\u200b", " "].map((n) => name.safeParse(n).success)).toEqual([false, false, false, false]);
  });
  it("of an area: a square metre to 100,000 ha, and near that of the boundary, or with a word of why", () => {
    // 0.01 degrees of latitude are some 1.11 km, of longitude at 60 degrees half of that: 62 ha
    const boundary = {
      type: "Polygon",
      coordinates: [
        [
          [10, 60],
          [10.01, 60],
          [10.01, 60.01],
          [10, 60.01],
          [10, 60],
        ],
      ],
    };
    const field = (areaHa: number, more: object = {}) =>
      fieldRecord.safeParse({ name: "Ost", areaHa, textureClass: "loam", ...more });
    expect([0.0001, 100_000].map((a) => field(a).success)).toEqual([true, true]);
    expect([0, 0.00009, 100_001, -3].map((a) => field(a).success)).toEqual([false, false, false, false]);
    expect([45, 62, 80].map((a) => field(a, { boundary }).success)).toEqual([true, true, true]);
    const wrong = field(620, { boundary });
    expect(wrong.error?.issues[0]?.path).toEqual(["areaHa"]);
    expect(wrong.error?.issues[0]?.message).toMatch(
      /^620 ha given, the boundary holds 6\d\.?\d*: allowed is within a third/,
    );
    expect(field(620, { boundary, note: "The boundary is that of the sown part." }).success).toBe(true);
  });
});

describe("values that rise", () => {
  it("are told by the second where they stand the wrong way round, in lists too", () => {
    const use = { rate: 1, rateLow: 2, waterLow: 100, waterHigh: 300, fromBbch: 61, toBbch: 30 };
    expect(
      fallen(RECORD_KINDS["protection-products"], {
        approvedUntil: "2028-12-31",
        useUntil: "2028-06-30",
        uses: [{ rate: 1 }, use],
      }),
    ).toEqual([
      { key: "uses.1.rate", message: "1 given, allowed is 2 or more" },
      { key: "uses.1.toBbch", message: "30 given, allowed is 61 or more" },
      { key: "useUntil", message: "2028-06-30 given, allowed is 2028-12-31 or later" },
    ]);
    expect(fallen(RECORD_KINDS["crop-offers"], { saidOn: "2027-03-01", deliverBy: null, limits: "none" })).toEqual([]);
    expect(fallen(RECORD_KINDS.growers, {})).toEqual([]);
  });
  it("name fields that their kind has", () => {
    for (const kind of Object.values(RECORD_KINDS))
      for (const key of (kind.rises ?? []).flat()) {
        const [first, then] = key.split(".");
        const field = kind.fields.find((f) => f.key === first);
        const columns = field?.input === "lines" ? field.columns.map((c) => c.key) : [];
        expect(then === undefined ? Boolean(field) : columns.includes(then), `${kind.id} ${key}`).toBe(true);
      }
  });
  it("let a crop of the past be off the field round about its season", () => {
    const check = RECORD_KINDS["grown-crops"].check;
    expect(check?.({ season: 2026, harvestOn: "2025-11-30" })).toEqual([]);
    expect(check?.({ season: 2026, harvestOn: "1996-08-01" })).toEqual([
      { key: "harvestOn", message: "1996-08-01 given, allowed is a day of 2025 to 2027" },
    ]);
  });
});
