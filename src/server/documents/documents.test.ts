import { execFileSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import ExcelJS from "exceljs";
import ICAL from "ical.js";
import Papa from "papaparse";
import { describe, expect, it } from "vitest";
import { EXAMPLE_FACTS } from "@/core/plan/example-facts";
import type { PlanFacts } from "@/core/plan/facts";
import { protectionProductRecord } from "@/core/records/inputs/protection-product";
import { unwrap } from "@/core/result";
import { checkPlan } from "@/core/sheets/check-plan";
import type { Decisions } from "@/core/sheets/decisions";
import { applyChanges, change, freshDecisions } from "@/core/sheets/decisions";
import { draftPlan } from "@/core/sheets/draft-plan";
import { wordsFor } from "@/core/units/words";
import { issuedPlan, upgradeIssued } from "@/core/views/issued-plan";
import { byBalance } from "../../../tests/support/by-balance";
import { testGuide } from "../../../tests/support/guides";
import { versionCalendar, writeEvents } from "./calendar";
import { writeDocument } from "./index";
import { orderCsv, orderLines } from "./order";
import type { DocumentSource } from "./source";

const person = {
  name: "Imre Castellan",
  licenceNo: "DEMO-0417",
  practice: { name: "Castellan Field Advice", currency: "cr" },
  grower: { name: "Pennick", unitSet: null },
} as const;
const METRIC = wordsFor({ unitSet: "metric", decimal: "point", currency: "cr" });
const wheat = applyChanges(byBalance("wheat"), [
  { path: "targetTPerHa", value: 8.5 },
  // so that the nitrogen can be done by hand
  { path: "feed/soilMineralNKgPerHa", value: 35 },
  { path: "overrides/feed.residueN", value: { value: 35, reason: "beans" } },
]);

function source(decisions: Decisions = wheat, facts: PlanFacts = EXAMPLE_FACTS, number = 1): DocumentSource {
  const plan = unwrap(draftPlan(facts, decisions, 2027, testGuide(decisions.crop.guideId)));
  const issued = issuedPlan(plan, facts, decisions, checkPlan(plan, facts, decisions), person, "abc");
  // as it comes back from the database
  const stored = upgradeIssued(JSON.parse(JSON.stringify(issued)));
  return {
    planId: "p1",
    number,
    issuedAt: "2026-08-12",
    season: 2027,
    issued: stored,
    unitSet: "metric",
    decimal: "point",
  };
}
const rice: [Decisions, PlanFacts] = [
  freshDecisions("rice"),
  {
    ...EXAMPLE_FACTS,
    climate: null,
    previousCrop: null,
    soilTest: null,
    field: { ...EXAMPLE_FACTS.field, name: "Heron Block", zone: "delta, one rainy season", handWork: true },
  },
];

const squeezed = (text: string) => text.replace(/\s+/g, "");
/** `order` is the text in reading order, column by column, without spaces; `text` as it lies on the page. */
async function text(file: string, from: DocumentSource): Promise<{ text: string; order: string; pages: number }> {
  const document = await writeDocument(file, from);
  const full = path.join(mkdtempSync(path.join(os.tmpdir(), "document-")), file);
  writeFileSync(full, document?.body as Uint8Array);
  const pages = Number(/Pages:\s+(\d+)/.exec(execFileSync("pdfinfo", [full], { encoding: "utf8" }))?.[1]);
  const read = (...how: string[]) => execFileSync("pdftotext", [...how, full, "-"], { encoding: "utf8" });
  return { text: read("-layout"), order: squeezed(read("-raw")), pages };
}

describe("calendar", () => {
  const events = (from: DocumentSource) =>
    new ICAL.Component(ICAL.parse(versionCalendar(from))).getAllSubcomponents("vevent").map((e) => new ICAL.Event(e));

  it("has one all-day event an operation, on its date", () => {
    const from = source();
    const list = events(from);
    expect(list).toHaveLength(from.issued.operations.length);
    for (const operation of from.issued.operations) {
      const event = list.find((e) => e.uid === `p1.${operation.id}@wheatonomy`);
      expect(event?.startDate.toString(), operation.id).toBe(operation.date);
      expect(event?.startDate.isDate && event.duration.days === 1).toBe(true);
    }
  });

  it("keeps its ids and raises its sequence in a later version", () => {
    const later = source(applyChanges(wheat, [{ path: "targetTPerHa", value: 9 }]), EXAMPLE_FACTS, 2);
    expect(events(later).map((e) => e.uid)).toEqual(events(source()).map((e) => e.uid));
    expect(events(later).every((e) => e.sequence === 2000)).toBe(true);
  });

  it("is moved on by what has changed since, and moves on what a calendar program read before", () => {
    const { issued, planId } = source();
    const [first] = issued.operations;
    const at = (version: number, changes: number) => {
      const { name: field, farm } = issued.field;
      const text = writeEvents("Van", [{ ...first!, planId, field, farm, version, changes }], METRIC);
      return new ICAL.Event(new ICAL.Component(ICAL.parse(text)).getFirstSubcomponent("vevent")!).sequence;
    };
    // version 1 as issued, with two changes, version 2; more changes than are told apart never pass the next version
    expect([at(1, 0), at(1, 2), at(2, 0), at(1, 5000)]).toEqual([1000, 1002, 2000, 1999]);
  });

  it("carries amounts and cautions", () => {
    const sowing = events(source()).find((e) => e.uid.includes("planting"));
    expect(sowing?.description).toContain(
      "Haldane Gold: 148 kg/ha, 2211 kg (4.4 bags of 500 kg) in total with allowance",
    );
    expect(sowing?.description).toContain("Never eat treated seed");
  });
});

describe("input order", () => {
  it("lists whole bags, what they weigh and what they cost", () => {
    const urea = orderLines(source()).find((l) => l.Product.startsWith("Urea"));
    // 202.52 N less the 18.59 that come with 21.25 kg S as ammonium sulphate; / 0.46 = 399.9 kg/ha x 14.2 = 5,678 kg: 114 bags,
    // 5,700 kg at 440
    expect(urea).toMatchObject({ Bags: 114, "To buy": 5700, Cost: 2508 });
    expect(urea?.Quantity).toBeCloseTo(5677.7, 0);
    const lime = orderLines(source()).find((l) => l.Kind === "lime");
    expect(lime).toMatchObject({ Unit: "t", Bags: null });
  });

  it("buys nothing again that a logged job took", () => {
    const from = source();
    const limed = from.issued.operations.find((o) => o.inputs.some((i) => i.kind === "lime"));
    const lime = orderLines({ ...from, logged: [limed?.id ?? ""] }).find((l) => l.Kind === "lime");
    expect(lime).toMatchObject({ "To buy": 0, Cost: 0 });
    expect(lime?.Used).toBe(lime?.Quantity);
    // of urea what the first split took; the rest in whole bags of 50 kg
    const split = from.issued.operations.find((o) => o.inputs.some((i) => i.id === "urea"));
    const took = split?.inputs.find((i) => i.id === "urea")?.quantity ?? 0;
    const urea = orderLines({ ...from, logged: [split?.id ?? ""] }).find((l) => l.Product.startsWith("Urea"));
    expect(urea?.["To buy"]).toBe(Math.ceil((5677.7 - took) / 50) * 50);
  });

  it("reads back from CSV, and no cell begins a formula", () => {
    const from = source();
    from.issued.inputs[0]!.name = "=cmd|' /C calc'!A0";
    const { data } = Papa.parse<Record<string, string>>(orderCsv(from), { header: true });
    expect(data).toHaveLength(orderLines(from).length);
    expect(data[0]?.Product?.startsWith("=")).toBe(false);
  });

  it("adds up in XLSX", async () => {
    const from = source();
    const book = new ExcelJS.Workbook();
    await book.xlsx.load((await writeDocument("order.xlsx", from))?.body as never);
    const sheet = book.worksheets[0] as ExcelJS.Worksheet;
    const sum = orderLines(from).reduce((total, line) => total + line.Cost, 0);
    expect(sheet.getCell(sheet.rowCount, 11).result).toBeCloseTo(sum, 2);
  });
});

describe("booklet", () => {
  it("prints figures with their working, dates, advice, cautions and sources", async () => {
    const { text: booklet, pages } = await text("booklet.pdf", source());
    expect(pages).toBeGreaterThan(1);
    for (const part of [
      "Coney Bank",
      "1 Ground",
      "4 Feed",
      "9 Money",
      "licence DEMO-0417",
      "Sources",
      "FAO Irrigation",
    ])
      expect(booklet).toContain(part);
    expect(booklet).toMatch(/Seed rate\s+148 kg\/ha/);
    expect(booklet).toMatch(/Break-even yield\s+4\.\d+ t\/ha/);
    expect(booklet).toContain("Planned by days and stage");
  });

  it("says on its face that there is no soil test, or that it is old", async () => {
    expect((await text("booklet.pdf", source(...rice))).text).toContain("No soil test stands behind this plan.");
    const old: PlanFacts = { ...EXAMPLE_FACTS, soilTest: { ...EXAMPLE_FACTS.soilTest!, takenOn: "2019-08-12" } };
    expect((await text("booklet.pdf", source(wheat, old))).text).toContain(
      "The soil test behind this plan is 7.0 years old.",
    );
  });

  it("prints for every crop", async () => {
    expect((await text("booklet.pdf", source(freshDecisions("potato")))).text).toContain("Seed tubers in ridges");
    expect((await text("booklet.pdf", source(...rice))).text).toContain("Sow the nursery");
  });
});

describe("the field to scale", () => {
  const maize = (methodId: string, own: Partial<Decisions> = {}): Decisions => ({
    ...freshDecisions("maize"),
    crop: { guideId: "maize", methodId },
    ...own,
  });
  const known: PlanFacts = {
    ...EXAMPLE_FACTS,
    field: { ...EXAMPLE_FACTS.field, areaHa: 0.6, longSideM: 100, handWork: true },
  };
  it("stands in the booklet with rows, places and pegs, and in short on the card", async () => {
    // 100 x 60 m, headlands of half a metre: 59 m / 0.75 m = 78 rows of 99 m
    const from = source(maize("handStations", { seed: { rowSpacingCm: 75 } }), known);
    const { layout } = from.issued;
    expect([layout!.lengthM, layout!.widthM, layout!.rows]).toEqual([100, 60, 78]);
    // the first row half a spacing inside of the headland
    expect(layout!.pegsM.slice(0, 2)).toEqual([0.875, 1.625]);
    const { text: booklet } = await text("booklet.pdf", from);
    const flat = booklet.replace(/\s+/g, " ");
    expect(flat).toContain("The field to scale 100 m along the rows, 60 m across, headlands of 0.5 m.");
    expect(flat).toContain("78 rows 75 cm apart, 7722 m in total");
    expect(flat).toContain("Pegs across, from the corner [m]: 0.88, 1.63,");
    const { text: card, pages } = await text("card.pdf", from);
    expect(pages).toBe(1);
    expect(card.replace(/\s+/g, " ")).toContain("78 rows 75 cm apart");
  });
  it("follows the field's boundary, and says so", async () => {
    // a triangle of 0.5 ha, headlands of half a metre
    const shape: [number, number][][] = [
      [
        [0, 0],
        [100, 0],
        [0, 100],
        [0, 0],
      ],
    ];
    const field = { ...EXAMPLE_FACTS.field, areaHa: 0.5, longSideM: 141.4, shape };
    const from = source(maize("handStations", { seed: { rowSpacingCm: 75 } }), { ...known, field });
    const { layout } = from.issued;
    expect(layout!.rings).toEqual(shape);
    // 75 cm x the row metres on half a hectare, less the headlands: a belt of half a metre inside of 341.4 m
    expect(layout!.rowMetres! * 0.75).toBeGreaterThan(4700);
    expect(layout!.rowMetres! * 0.75).toBeLessThan(5000 - 0.5 * 330);
    const { text: booklet } = await text("booklet.pdf", from);
    expect(booklet.replace(/\s+/g, " ")).toContain("rows as long as the boundary lets them be");
    expect(booklet).toContain("from the longest side");
  });
  it("is not drawn where nobody knows its shape", () => {
    const from = source(maize("handStations"), { ...known, field: { ...EXAMPLE_FACTS.field, areaHa: 0.6 } });
    expect(from.issued.layout).toBeUndefined();
  });
  it("keeps no more beds than can be drawn", () => {
    const beds = source(maize("handStations", { seed: { layout: { beds: true, bedLengthM: 2 } } }), known).issued
      .layout!;
    expect(beds.beds).toBeGreaterThan(400);
    expect(beds.pieces.every((p) => p.kind === "headland")).toBe(true);
  });
});

describe("grower's card", () => {
  it("fits one page for every crop, in field measures, with every caution", async () => {
    for (const from of [source(), source(freshDecisions("potato")), source(...rice)]) {
      const { order: flat, pages } = await text("card.pdf", from);
      expect(pages, from.issued.guide.name).toBe(1);
      expect(flat).toContain("byhand");
      expect(flat).toContain(squeezed("Do not spray before your adviser confirms it"));
      for (const { text: caution } of from.issued.operations.flatMap((o) => o.cautions))
        expect(flat, from.issued.guide.name).toContain(squeezed(METRIC.tell(caution)));
    }
  });
});

describe("what waits for the adviser's word", () => {
  const product = {
    ...protectionProductRecord.parse({
      id: "p1",
      name: "Leafguard (demo product)",
      kind: "fungicide",
      active: "madeupazole",
      pricePerUnit: 3000,
      reEntryHours: 24,
      waterBufferM: 5,
      uses: [{ crop: "wheat", target: "septoria", rate: 1, waterLow: 150, waterHigh: 250, harvestWaitDays: 35 }],
    }),
  };
  const treated = source(
    applyChanges(wheat, [
      change("protect/treatments/treat-a", { threat: "septoria", productId: "p1", stage: "flag-leaf" }),
    ]),
    { ...EXAMPLE_FACTS, products: [product] },
  );
  it("is on the card with its condition, water, intervals and re-entry, and under no date", async () => {
    const { order: card } = await text("card.pdf", treated);
    const [dated, waiting] = card.split(squeezed("Only when your adviser says so"));
    expect(dated).not.toContain("Leafguard");
    expect(waiting).toMatch(
      /SprayLeafguard\(demoproduct\)forseptorialeafblotch\.Donotsprayuntilyouradviserconfirmsit\.Onlyifscoutingreachesthethreshold.*1L\/ha,14\.2Lintotal.*Watervolume200L\/ha,harvestinterval35days,noentryfor24h,buffertowater5m\.Expectedabout\d+May/,
    );
    // the third nitrogen is for green stands only
    expect(dated).not.toContain("Thirdnitrogen");
    expect(waiting).toContain(
      squeezed("Third nitrogen. Not before your adviser confirms it. Only if leaves are green"),
    );
  });
  it("says so in booklet and calendar too", async () => {
    const { order: booklet } = await text("booklet.pdf", treated);
    expect(booklet).toContain(squeezed("for septoria leaf blotch. Do not spray until your adviser confirms it."));
    const event = versionCalendar(treated).replace(/\r\n[ \t]/g, "");
    expect(event).toContain("SUMMARY:Wait for your adviser: Spray Leafguard");
    expect(event).toContain("harvest interval 35 days");
  });
});

describe("numbers on paper", () => {
  it("of more than a thousand have a space between, in every document", async () => {
    for (const from of [source(freshDecisions("garlic")), source(freshDecisions("sunflower"))])
      for (const file of ["booklet.pdf", "card.pdf", "labels.pdf"]) {
        const { text: printed } = await text(file, from);
        // a narrow space that the font has not was printed as a slash: 263/158 units
        expect(printed.match(/\d\/\d{3}\b/g) ?? [], file).toEqual([]);
      }
    expect((await text("booklet.pdf", source(freshDecisions("garlic")))).text).toMatch(
      /Units planted\s+\d{3} \d{3} \/ha/,
    );
  });
});

describe("pictures on the card", () => {
  it("stand there where one page has room for them, and nothing is cut off where it has not", async () => {
    const { text: card, pages } = await text("card.pdf", source());
    expect(pages).toBe(1);
    // the rows of the season's picture are called by the sheets
    expect(card).toMatch(/^\s*Ground$/m);
    // and the rows of the field in a drawing without words, where its shape is known
    const sizeOf = async (facts: PlanFacts) =>
      (await writeDocument("card.pdf", source(freshDecisions("sunflower"), facts)))?.body.length ?? 0;
    const known = { ...EXAMPLE_FACTS, field: { ...EXAMPLE_FACTS.field, longSideM: 500 } };
    expect((await sizeOf(known)) - (await sizeOf(EXAMPLE_FACTS))).toBeGreaterThan(150);
    // a plan of many jobs: the last line of the page is there, small and without pictures
    const many = source(
      { ...freshDecisions("kale"), water: { school: "weekly" } },
      {
        ...EXAMPLE_FACTS,
        field: { ...EXAMPLE_FACTS.field, irrigated: true, waterSource: "well", waterFlowM3PerH: 40 },
      },
    );
    const full = await text("card.pdf", many);
    expect(full.pages).toBe(1);
    expect(full.text).toContain("The product label, local rules and a licensed adviser come first.");
  });
});

describe("the card in the grower's own units", () => {
  it("names rates and area in them", async () => {
    const from = source(...rice);
    from.issued.grower.unitSet = "southAsian";
    const { text: card } = await text("card.pdf", from);
    expect(card).toContain("35.1 ac"); // 14.2 / 0.404686
    expect(card).toMatch(/Urea 46 with urease inhibitor: \d+(\.\d+)? kg\/ac, /);
  });
});

describe("labels", () => {
  it("stand on a sheet for each lot, with its rows and its day", async () => {
    const lots = [...EXAMPLE_FACTS.seedLots, { ...EXAMPLE_FACTS.seedLots[0]!, id: "own", variety: "Own saving" }];
    const from = source(
      { ...wheat, seed: { lotId: "lot1", haveKg: 1000, moreLots: { own: { follows: true } }, rowSpacingCm: 12.5 } },
      { ...EXAMPLE_FACTS, seedLots: lots },
    );
    const { text: labels, pages } = await text("labels.pdf", from);
    expect(pages).toBe(2);
    const sheets = labels.split("\f").map((sheet) => sheet.replace(/\s+/g, " "));
    // ten of each
    expect(sheets[0]?.match(/Haldane Gold, on/g)).toHaveLength(10);
    expect(sheets[1]?.match(/Own saving, on/g)).toHaveLength(10);
    expect(sheets[0]).toContain("row spacing 12.5 cm");
    expect(sheets[0]).toMatch(/Drill, planned \d+ Oct 2026/);
    expect(sheets[0]).toContain("Coney Bank, 2027, version 1");
  });
  it("are made for a nursery and for what is set out of it", async () => {
    const { text: labels, pages } = await text("labels.pdf", source(freshDecisions("kale")));
    expect(pages).toBe(2);
    expect(labels).toContain("Sow the nursery");
    expect(labels).toContain("Transplant");
  });
});

describe("other files", () => {
  it("are not made", async () => {
    expect(await writeDocument("secrets.txt", source())).toBeNull();
  });
});
