/** Records as files: taken away as CSV or workbook, and taken back without a change; files that mean harm. */

import ExcelJS from "exceljs";
import Papa from "papaparse";
import { describe, expect, it } from "vitest";
import { KIND_IDS } from "@/core/records/describe";
import type { Access } from "@/server/access/access";
import { lookAtImport, sentTable, takeImport } from "@/server/import/imports";
import { readFile } from "@/server/import/read-file";
import { recordsFile } from "@/server/import/records-file";
import { addRecord, listRecords } from "@/server/records/keep-records";
import { inPractice, rows } from "@/server/storage/db";
import { onScene } from "./support/scene";

const PRACTICE = "Outwell";
let owner: Access;

onScene(PRACTICE, async (scene) => {
  ({ owner } = scene);
  const { admin } = scene;
  const add = (kind: Parameters<typeof addRecord>[2], values: object) =>
    inPractice(owner, (c) => addRecord(c, owner, kind, crypto.randomUUID(), values));
  await add("varieties", {
    guideId: "wheat",
    kindId: "winter",
    name: "Aster",
    ratings: [
      { what: "rust", rating: 7 },
      { what: "standing", rating: 8.5 },
    ],
  });
  await add("varieties", { guideId: "wheat", kindId: "winter", name: "Borage", days: 290, endUse: "bread" });
  await add("variety-trials", {
    guideId: "wheat",
    kindId: "winter",
    variety: "Aster",
    site: "Hill",
    season: 2026,
    yieldTPerHa: 8.123,
  });
  await add("crop-offers", {
    guideId: "wheat",
    productId: "grain",
    buyer: "=cmd()",
    season: 2027,
    saidOn: "2026-11-02",
    pricePerT: 19_450,
    amountT: 120.5,
    basis: "contract",
    terms: "14.5 %; 76 kg/hL",
    limits: [
      { what: "protein", atLeast: 13, deductionPerUnit: 425, refuseBeyond: 11.5 },
      { what: "moisture", atMost: 15 },
    ],
  });
  const line = (nutrient: string, at: number) => ({
    nutrient,
    method: "Lactate",
    unit: "mg/kg",
    veryLow: at,
    low: 2 * at,
    target: 3 * at,
    high: 4 * at,
  });
  const { rows: places } = await admin.query(
    "select f.id as field, f.farm_id as farm from field f where f.practice_id = $1 order by f.name limit 1",
    [owner.practiceId],
  );
  const { field, farm } = places[0] as { field: string; farm: string };
  const barn = await add("stores", { farmId: farm, name: "Barn; north", kind: "floor", capacityM3: 420.5, air: "fan" });
  const load = { fieldId: null, fromStoreId: null, toStoreId: null, season: 2026, crop: "wheat", moisturePct: 15.25 };
  await add("loads", {
    ...load,
    fieldId: field,
    toStoreId: barn,
    movedOn: "2026-08-01",
    ticket: "=71",
    lot: "milling",
    massT: 19.84,
    to: "store",
    driedToPct: 14,
    measured: { protein: 12.9, testWeight: 76.5 },
  });
  // two without a ticket are two
  for (const massT of [3.5, 4.25])
    await add("loads", {
      ...load,
      fromStoreId: barn,
      movedOn: "2026-08-09",
      massT,
      to: "sold",
      buyer: "A mill",
      pricePerT: 20_150,
    });
  await add("store-readings", {
    storeId: barn,
    readOn: "2026-08-05",
    temperatureC: 17.5,
    insectsPerKg: 0,
    note: "dry",
  });
  await add("soil-schemes", { name: "Lactate", source: "the laboratory", limits: [line("p", 10), line("k", 40.5)] });
});

describe("records of a kind", () => {
  for (const as of ["csv", "xlsx"] as const)
    for (const marks of [
      { unitSet: "metric", decimalMark: "point" },
      { unitSet: "usCustomary", decimalMark: "comma" },
    ] as const)
      it(`come back from ${as} as they are, in ${marks.unitSet} units with a decimal ${marks.decimalMark}`, async () => {
        const who: Access = { ...owner, practice: { ...owner.practice, ...marks } };
        for (const kind of KIND_IDS) {
          const count = (await inPractice(who, (c) => listRecords(c, who, kind))).filter((r) => !r.retired).length;
          expect(count, kind).toBeGreaterThan(0);
          const { bytes } = await inPractice(who, (c) => recordsFile(c, who, kind, as));
          const base64 = Buffer.from(bytes).toString("base64");
          const ask = { fileName: `${kind}.${as}`, base64, look: true, kind };
          const seen = await inPractice(who, async (c) => lookAtImport(c, who, ask, await sentTable(ask)));
          const report = { kind, problems: seen.problems, added: seen.added, changed: seen.some.slice(0, 2) };
          expect(report).toMatchObject({ kind, problems: [], added: 0, changed: [] });
          expect(seen.unchanged, kind).toBe(count);
        }
      });

  it("are noted in the audit when they go out", async () => {
    await inPractice(owner, (c) => recordsFile(c, owner, "limes", "csv"));
    const [last] = await inPractice(owner, (c) =>
      rows<{ action: string }>(c, "select action from audit where practice_id = $1 order by id desc limit 1", [
        owner.practiceId,
      ]),
    );
    expect(last?.action).toBe("took limes out");
  });

  it("never begin a formula", async () => {
    const csv = await inPractice(owner, (c) => recordsFile(c, owner, "crop-offers", "csv"));
    const [, row] = Papa.parse<string[]>(new TextDecoder().decode(csv.bytes)).data;
    expect(row).toContain("'=cmd()");
    const sheet = await inPractice(owner, (c) => recordsFile(c, owner, "crop-offers", "xlsx"));
    const book = new ExcelJS.Workbook();
    await book.xlsx.load(Buffer.from(sheet.bytes) as never);
    const types = new Set<ExcelJS.ValueType>();
    book.eachSheet((s) => s.eachRow((r) => r.eachCell((cell) => types.add(cell.type))));
    expect(types.has(ExcelJS.ValueType.Formula)).toBe(false);
  });
});

describe("a workbook", () => {
  const book = async (rows: unknown[][]) => {
    const made = new ExcelJS.Workbook();
    made.addWorksheet("Notes").addRow(["only one column"]);
    const sheet = made.addWorksheet("Data");
    for (const row of rows) sheet.addRow(row);
    return new Uint8Array(await made.xlsx.writeBuffer());
  };

  it("of a station has twelve lines under one name, and says in which line a month is wrong", async () => {
    const months = "Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec".split(" ");
    const rows = (wrong = "") => [
      ["Name", "Latitude", "Altitude", "Month", "Mean", "Rain", "Reference ET"],
      ...months.map((m, i) => [
        i === 0 ? "Heath End" : "",
        i === 0 ? 47.2 : "",
        i === 0 ? 120 : "",
        i === 4 && wrong ? wrong : m,
        8 + i / 2,
        i === 6 && wrong ? -3 : { formula: "30+30", result: 60 },
        20 + 10 * i,
      ]),
    ];
    const asked = async (data: unknown[][]) => ({
      fileName: "station.xlsx",
      base64: Buffer.from(await book(data)).toString("base64"),
      look: true,
      kind: "stations" as const,
    });
    const bad = await asked(rows("Maius"));
    const seen = await inPractice(owner, async (c) => lookAtImport(c, owner, bad, await sentTable(bad)));
    expect(seen.problems[0]).toMatchObject({ line: 6, column: "Month", message: expect.stringContaining('"Maius"') });
    const good = await asked(rows());
    const { mapping, problems } = await inPractice(owner, async (c) =>
      lookAtImport(c, owner, good, await sentTable(good)),
    );
    expect(problems).toEqual([]);
    await inPractice(owner, async (c) => takeImport(c, owner, { ...good, mapping }, await sentTable(good)));
    const kept = (await inPractice(owner, (c) => listRecords(c, owner, "stations"))).find(
      (s) => s.values.name === "Heath End",
    );
    expect(kept?.values.months).toMatchObject({ length: 12, 0: { meanC: 8, rainMm: 60 }, 11: { etoMm: 130 } });
  });

  it("that is none is refused with the reason", async () => {
    expect(await readFile("table", new Uint8Array([0x50, 0x4b, 3, 4, 9, 9, 9]))).toMatchObject({
      ok: false,
      message: expect.stringContaining("is none"),
    });
    expect(await readFile("table", await book([["one"], ["two"]]))).toMatchObject({ ok: false });
  });
});
