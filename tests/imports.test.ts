/** Files of records: looked at, taken in whole or not at all, once, and taken back. */

import AxeBuilder from "@axe-core/playwright";
import type pg from "pg";
import type { Browser, Page } from "playwright-core";
import { describe, expect, inject, it } from "vitest";
import type { Access } from "@/server/access/access";
import type { ImportLook, Received } from "@/server/contracts";
import { listImports, lookAtImport, sentTable, takeImport, undoImport } from "@/server/import/imports";
import { changeRecord, listRecords, loadRecord } from "@/server/records/keep-records";
import { inPractice, row, rows } from "@/server/storage/db";
import { signedInPage } from "../scripts/app-under-test";
import { fieldNamed } from "./support/access";
import { onScene } from "./support/scene";

const PRACTICE = "Filewell";
let owner: Access;
let assistant: Access;
let admin: pg.Client;
let browser: Browser;

onScene(PRACTICE, async (scene) => {
  ({ owner, assistant, admin, browser } = scene);
});

type Asked = Received<"POST /api/imports">;
const asked = (text: string | Uint8Array, over: Partial<Asked> = {}): Asked => ({
  fileName: "a.csv",
  base64: Buffer.from(text).toString("base64"),
  look: true,
  ...over,
});
const look = (ask: Asked, who = owner): Promise<ImportLook> =>
  inPractice(who, async (c) => lookAtImport(c, who, ask, await sentTable(ask)));
const take = (ask: Asked, who = owner) => inPractice(who, async (c) => takeImport(c, who, ask, await sentTable(ask)));

const LIMES = "Lime,Material,NV,Fineness,Price\nChalk A,ground limestone,90,70,24.50\nQuick B,burntLime,165,90,61\n";

describe("a file of records", () => {
  it("is taken for what its headings say, taken in once, and taken back whole", async () => {
    const seen = await look(asked(LIMES));
    expect(seen).toMatchObject({ kind: "limes", guessed: true, rows: 2, added: 1 + 1, problemCount: 0 });
    const with_ = { kind: seen.kind, mapping: seen.mapping };
    const taken = await take(asked(LIMES, with_));
    expect(taken).toMatchObject({ added: 2, changed: 0, unchanged: 0, person: owner.name });
    const kept = await inPractice(owner, (c) => loadRecord(c, owner, "limes", "chalk-a"));
    expect(kept?.values).toMatchObject({ name: "Chalk A", material: "groundLimestone", pricePerT: 2450 });
    // the same file twice changes nothing
    expect(await take(asked(LIMES, with_))).toMatchObject({ added: 0, changed: 0, unchanged: 2 });
    // and a file with another price changes that
    const dearer = LIMES.replace("24.50", "26");
    expect(await look(asked(dearer))).toMatchObject({ added: 0, changed: 1, unchanged: 1 });
    const changed = await take(asked(dearer, with_));
    await inPractice(owner, (c) => undoImport(c, owner, changed.id));
    expect((await inPractice(owner, (c) => loadRecord(c, owner, "limes", "chalk-a")))?.values.pricePerT).toBe(2450);
    // the first one cannot be: what it added has moved on
    await expect(inPractice(owner, (c) => undoImport(c, owner, taken.id))).rejects.toThrow(
      "1 of 2 have been changed since (Chalk A): nothing was taken back.",
    );
    await expect(inPractice(owner, (c) => undoImport(c, owner, changed.id))).rejects.toThrow(/no such import/);
    const { rows: noted } = await admin.query(
      "select count(*)::int as n from audit where practice_id = $1 and entity = 'import'",
      [owner.practiceId],
    );
    expect(noted[0].n).toBe(4);
  });

  it("with anything wrong puts nothing in", async () => {
    const wrong =
      "Lime,Material,NV,Fineness,Price\nChalk C,groundLimestone,90,70,24\nChalk D,sugar,900,70,24\nChalk C,burntLime,150,90,1\n";
    const seen = await look(asked(wrong));
    expect(seen.problems).toEqual([
      { line: 3, column: "Material", message: expect.stringContaining('"sugar" given, allowed is Ground limestone') },
      { line: 3, column: "NV", message: "Neutralising value: 900 given, allowed is up to 200 %" },
      { line: 4, column: "Name", message: "the same lime as in line 2" },
    ]);
    await expect(take(asked(wrong, { kind: "limes", mapping: seen.mapping }))).rejects.toThrow(
      /^3 rows are not right, the first in line 3, Material/,
    );
    expect(await inPractice(owner, (c) => rows(c, "select 1 from lime_product where name like 'Chalk C'"))).toEqual([]);
    await expect(take(asked(LIMES, { kind: "limes", mapping: seen.mapping }), assistant)).rejects.toThrow(
      /may not change limes/,
    );
  });

  it("without what is wrong with some rows, when that is asked; what is left comes back to be mended", async () => {
    const mixed = "Lime,Material,NV,Fineness,Price\nChalk E,groundLimestone,90,70,24\nChalk F,sugar,900,70,24\n";
    const seen = await look(asked(mixed));
    expect(seen).toMatchObject({ added: 1, problemCount: 2, wrongRows: 1 });
    const taken = await take(asked(mixed, { kind: "limes", mapping: seen.mapping, onlyRight: true }));
    expect(taken).toMatchObject({
      added: 1,
      left: {
        header: ["Lime", "Material", "NV", "Fineness", "Price", "What is wrong"],
        rows: [["Chalk F", "sugar", "900", "70", "24", expect.stringContaining("900 given, allowed is up to 200 %")]],
      },
    });
    await inPractice(owner, (c) => undoImport(c, owner, taken.id));
  });

  it("of boundaries alone finds its fields by their names and changes nothing else of them", async () => {
    const before = await inPractice(owner, (c) => listRecords(c, owner, "fields"));
    const field = before.find((r) => r.values.name === "Withy Bed");
    const polygon = (lon: number) => ({
      type: "Polygon",
      coordinates: [
        [
          [lon, 47.2],
          [lon + 0.002, 47.2],
          [lon + 0.002, 47.201],
          [lon, 47.201],
          [lon, 47.2],
        ],
      ],
    });
    const file = JSON.stringify({
      type: "FeatureCollection",
      features: [
        { type: "Feature", properties: { name: "withy bed" }, geometry: polygon(-30) },
        { type: "Feature", properties: { name: "Nowhere Ley" }, geometry: polygon(-30.1) },
      ],
    });
    const seen = await look(asked(file));
    expect(seen).toMatchObject({
      kind: "fields",
      added: 0,
      changed: 1,
      problemCount: 1,
      lacking: ["farmId", "areaHa", "textureClass"],
    });
    expect(seen.problems[0]?.message).toContain('there is no field "Nowhere Ley" yet');
    const taken = await take(asked(file, { kind: "fields", mapping: seen.mapping, onlyRight: true }));
    const after = await inPractice(owner, (c) => loadRecord(c, owner, "fields", field?.id ?? ""));
    expect(after?.values).toEqual({ ...field?.values, boundary: polygon(-30) });
    await inPractice(owner, (c) => undoImport(c, owner, taken.id));
    expect((await inPractice(owner, (c) => loadRecord(c, owner, "fields", field?.id ?? "")))?.values).toEqual(
      field?.values,
    );
  });

  it("of prices is taken for what it prices, kind after kind", async () => {
    const [fertiliser] = (await inPractice(owner, (c) => listRecords(c, owner, "fertilisers"))).filter(
      (r) => !r.retired,
    );
    const [spray] = (await inPractice(owner, (c) => listRecords(c, owner, "protection-products"))).filter(
      (r) => !r.retired,
    );
    const file = `Product;Price\n${fertiliser?.values.name};412,50\n${fertiliser?.values.name} Extra;400\n${spray?.values.name};31,20\n`;
    const seen = await look(asked(file));
    expect(seen.decimal).toEqual({ mark: "comma", why: "line 2 has 412,50" });
    expect(seen.named).toEqual(
      expect.arrayContaining([
        { kind: "fertilisers", rows: 1 },
        { kind: "protection-products", rows: 1 },
      ]),
    );
    const with_ = { kind: "fertilisers" as const, mapping: seen.mapping, onlyRight: true };
    const taken = await take(asked(file, with_));
    expect(taken).toMatchObject({ added: 0, changed: 1, left: { rows: [expect.anything(), expect.anything()] } });
    const after = await inPractice(owner, (c) => loadRecord(c, owner, "fertilisers", fertiliser?.id ?? ""));
    expect(after?.values).toEqual({ ...fertiliser?.values, pricePerT: 41_250 });
    await inPractice(owner, (c) => undoImport(c, owner, taken.id));
  });

  it("that was taken back is offered nowhere", async () => {
    const file = "Name,N,Price\nPassing Nitrate,27,380\n";
    const seen = await look(asked(file));
    expect(seen.kind).toBe("fertilisers");
    const with_ = { kind: seen.kind, mapping: seen.mapping };
    const first = await take(asked(file, with_));
    await inPractice(owner, (c) => undoImport(c, owner, first.id));
    await take(asked(file, with_));
    const page = await signedInPage(browser, inject("base"), "owner@filewell.example");
    await page.goto("/settings");
    expect(await page.getByLabel("Passing Nitrate").count()).toBe(1);
    await page.context().close();
  });

  it("of fields is GeoJSON too: holes, several polygons, wrong orders, other systems", async () => {
    const ring = (lon: number, lat: number, w: number, h: number) => [
      [lon, lat],
      [lon, lat + h],
      [lon + w, lat + h],
      [lon + w, lat],
      [lon, lat],
    ];
    const feature = (name: string, geometry: unknown, size = "1.5") => ({
      type: "Feature",
      properties: { farm: "Pennick Farm", field: name, size, "soil type": "loam" },
      geometry,
    });
    const collection = (...features: unknown[]) => JSON.stringify({ type: "FeatureCollection", features });
    const good = collection(
      feature("Ring Ley", {
        type: "Polygon",
        coordinates: [ring(-30, 47, 0.002, 0.001), ring(-29.9995, 47.0002, 0.001, 0.0004)],
      }),
      // twice 0.002 degrees of 76 km by 111 m: 3.4 ha
      feature(
        "Two Leys",
        {
          type: "MultiPolygon",
          coordinates: [[ring(-30, 47.1, 0.002, 0.001)], [ring(-29.99, 47.1, 0.002, 0.001)]],
        },
        "3.4",
      ),
    );
    const seen = await look(asked(good));
    expect(seen).toMatchObject({ kind: "fields", added: 2, problemCount: 0 });
    await take(asked(good, { kind: "fields", mapping: seen.mapping }));
    const kept = await inPractice(owner, (c) =>
      row<{ b: { type: string; coordinates: number[][][] } }>(
        c,
        "select boundary as b from field where name = 'Ring Ley'",
      ),
    );
    // turned against the clock: east first
    expect(kept?.b.coordinates[0]?.[1]).toEqual([-29.998, 47]);
    expect(await take(asked(good, { kind: "fields", mapping: seen.mapping }))).toMatchObject({ unchanged: 2 });

    const bad = await look(
      asked(
        collection(
          feature("Swapped", { type: "Polygon", coordinates: [ring(47, -130, 0.001, 0.002)] }),
          feature("Metres", { type: "Polygon", coordinates: [ring(423_000, 5_205_000, 100, 100)] }),
          feature("Bow", {
            type: "Polygon",
            coordinates: [
              [
                [-30, 47],
                [-29.99, 47.01],
                [-29.99, 47],
                [-30, 47.01],
                [-30, 47],
              ],
            ],
          }),
        ),
      ),
    );
    expect(bad.problems.map((p) => `${p.line} ${p.message}`)).toEqual([
      expect.stringMatching(/^1 .*latitude stands before longitude/),
      expect.stringMatching(/^2 .*metres of some grid/),
      expect.stringMatching(/^3 .*sides cross/),
    ]);
    const grid = JSON.stringify({
      type: "FeatureCollection",
      crs: { type: "name", properties: { name: "urn:ogc:def:crs:EPSG::25832" } },
      features: [],
    });
    await expect(look(asked(grid))).rejects.toThrow(/reference system is urn:ogc:def:crs:EPSG::25832/);
  });

  it.each([
    ["an empty file", "", /The file is empty/],
    ["zero bytes", "a,b\n\u0000,1\n", /zero bytes/],
    ["another encoding", new Uint8Array([97, 44, 98, 10, 0xe9, 44, 49]), /not written in UTF-8: line 2 holds the byte/],
    ["UTF-16", new Uint8Array([0xff, 0xfe, 97, 0]), /UTF-16/],
    ["one column", "a\nb\n", /No line with two or more columns/],
    ["broken JSON", '{"type": "FeatureCollection", ', /begins as JSON and is none/],
    ["other JSON", '{"a": 1}', /no GeoJSON/],
    ["too many rows", `a,b\n${"1,2\n".repeat(50_001)}`, /50\u202f001 rows given, allowed are 50\u202f000/],
  ])("that is %s is refused with the reason", async (_, content, reason) => {
    await expect(look(asked(content))).rejects.toThrow(reason);
  });

  it("of 10,000 soil tests is looked at and taken in at once", async () => {
    const fieldId = await fieldNamed(owner, "Withy Bed");
    const lines = Array.from({ length: 10_000 }, (_, i) => {
      const day = new Date(Date.UTC(1990, 0, 1 + i)).toISOString().slice(0, 10);
      return `Withy Bed,${day},20,${5 + (i % 30) / 10},2.${i % 10},${10 + (i % 40)},${100 + (i % 200)}`;
    });
    const text = `Field,Sampled,Depth,pH,Organic matter,P,K\n${lines.join("\n")}\n`;
    const mapping = { ...(await look(asked(text))).mapping, fixed: { scheme: "olsenIndex" } };
    const seen = await look(asked(text, { kind: "soil-tests", mapping }));
    expect(seen).toMatchObject({ added: 10_000, problemCount: 0 });
    const taken = await take(asked(text, { kind: "soil-tests", mapping }));
    const count = async () =>
      (
        await inPractice(owner, (c) =>
          row<{ n: number }>(c, "select count(*)::int as n from soil_test where field_id = $1 and retired_at is null", [
            fieldId,
          ]),
        )
      )?.n ?? 0;
    const before = await count();
    expect(before).toBeGreaterThanOrEqual(10_000);
    await inPractice(owner, (c) => undoImport(c, owner, taken.id));
    expect(await count()).toBe(before - 10_000);
    const [last] = await inPractice(owner, (c) => listImports(c, owner));
    expect(last).toMatchObject({ id: taken.id, undone: true });
    // how the columns were taken is known the next time
    const again = await look(asked(text, { kind: "soil-tests" }));
    expect(again.mapping.fixed).toEqual({ scheme: "olsenIndex" });
  });

  it("changed by hand since is not overwritten by taking the file back", async () => {
    const text = "Grower,Units of documents\nStone Growers,metric\n";
    const seen = await look(asked(text));
    const taken = await take(asked(text, { kind: "growers", mapping: seen.mapping }));
    const id = (
      await inPractice(owner, (c) => row<{ id: string }>(c, "select id from grower where name = 'Stone Growers'"))
    )?.id as string;
    await inPractice(owner, (c) => changeRecord(c, owner, "growers", id, 1, { name: "Stone & Co", unitSet: null }));
    await expect(inPractice(owner, (c) => undoImport(c, owner, taken.id))).rejects.toThrow(/Stone & Co/);
  });
});

describe("in the browser", () => {
  it("a file is dropped, mapped, mended and taken in; then taken back", async () => {
    const page: Page = await signedInPage(browser, inject("base"), "owner@filewell.example");
    await page.goto("/import");
    const text = "Parcel;Betrieb;ha;Boden\nAlder Ley;Pennick Farm;3,5;Loam\nReed Ley;Pennick Farm;x;Clay\n";
    const choose = (content: string) =>
      page
        .getByLabel(/CSV, XLSX or GeoJSON/)
        .setInputFiles({ name: "parcels.csv", mimeType: "text/csv", buffer: Buffer.from(content) });
    await choose(text);
    await page.getByLabel("taken for").selectOption("fields");
    await page.getByLabel("What Betrieb is").selectOption("farmId");
    await page.getByLabel("What ha is").selectOption("areaHa");
    await page.getByLabel("What Boden is").selectOption("textureClass");
    // as the file's own numbers say
    await page.getByText("line 2 has 3,5").waitFor();
    await page.getByText("1 to add, 0 to change, 0 as they stand, 1 not right").waitFor();
    await page.getByRole("row").filter({ hasText: "3ha" }).filter({ hasText: "Area" }).waitFor();
    const found = await new AxeBuilder({ page }).analyze();
    expect(found.violations.map((v) => `${v.id}: ${v.nodes[0]?.html.slice(0, 160)}`)).toEqual([]);
    expect(await page.getByRole("button", { name: "Take in 1", exact: true }).isDisabled()).toBe(true);
    await page.getByRole("button", { name: "Take in 1 without the row that is not right" }).waitFor();
    await choose(text.replace("x", "4,25"));
    await page.getByLabel("taken for").selectOption("fields");
    await page.getByLabel("What Betrieb is").selectOption("farmId");
    await page.getByLabel("What ha is").selectOption("areaHa");
    await page.getByLabel("What Boden is").selectOption("textureClass");
    await page.getByText("2 to add, 0 to change, 0 as they stand, 0 not right").waitFor();
    await page.getByRole("button", { name: "Take in 2" }).click();
    await page.getByText("parcels.csv: 2 added, 0 changed, 0 as they were.").waitFor();
    const kept = await inPractice(owner, (c) =>
      row<{ a: number }>(c, "select area_ha as a from field where name = 'Reed Ley'"),
    );
    expect(kept?.a).toBe(4.25);
    await page.getByRole("listitem").filter({ hasText: "parcels.csv" }).getByRole("button").click();
    await page.getByText(/parcels.csv is taken back/).waitFor();
    await page.setViewportSize({ width: 360, height: 740 });
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
  });
});
