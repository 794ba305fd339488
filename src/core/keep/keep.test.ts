/** Stores: loads in and out, yields, how long lots keep, what buyers take; each by hand, mass kept as a property. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { ledgerLoad as load } from "../../../tests/support/ledger-load";
import type { SafeDays } from "../guides/schema-keep";
import { METRIC } from "../sheets/example-findings";
import { q } from "../units/told";
import { contractDeliveries } from "./contract-deliveries";
import { safeStorageDays } from "./safe-storage";
import { fieldYield, type LedgerLoad, runLedger } from "./store-ledger";
import { blendsFor, blendToMeet, type KeptCrop, lotForOutlet, type StoreLook, storeState } from "./store-state";

describe("loads", () => {
  it("stand where they went, with means by mass, and are counted once off their field", () => {
    const ledger = runLedger([
      load({ fieldId: "f1", toStoreId: "bin", massT: 30, moisturePct: 18, measured: { protein: 12 } }),
      load({
        fieldId: "f1",
        toStoreId: "bin",
        massT: 10,
        moisturePct: 14,
        measured: { protein: 14 },
        on: "2027-08-03",
      }),
      load({ fromStoreId: "bin", to: "sold", massT: 15, pricePerT: 20_000, on: "2027-10-01" }),
    ]);
    const [lot] = ledger.stored.get("bin") ?? [];
    // (30 x 18 + 10 x 14) / 40 = 17; (30 x 12 + 10 x 14) / 40 = 12.5; selling changes neither
    expect(lot).toMatchObject({
      massT: 25,
      moisturePct: 17,
      measured: { protein: 12.5 },
      firstInOn: "2027-08-01",
      lastInOn: "2027-08-03",
    });
    expect(ledger.harvested).toEqual([
      {
        fieldId: "f1",
        season: 2027,
        crop: "wheat",
        loads: 2,
        massT: 40,
        dryT: expect.closeTo(33.2, 9),
        firstOn: "2027-08-01",
        lastOn: "2027-08-03",
      },
    ]);
    expect(ledger.gone).toEqual([{ season: 2027, crop: "wheat", end: "sold", massT: 15, worth: 300_000 }]);
    expect(ledger.problems).toEqual([]);
  });
  it("that are dried on the way weigh less by their water", () => {
    const ledger = runLedger([
      load({ fieldId: "f1", toStoreId: "wet", massT: 42, moisturePct: 19.4 }),
      load({ fromStoreId: "wet", toStoreId: "dry", massT: 42, driedToPct: 14, on: "2027-08-02" }),
    ]);
    // 42 x 80.6 / 86 = 39.363
    expect(ledger.stored.get("dry")?.[0]?.massT).toBeCloseTo(39.363, 3);
    expect(ledger.stored.get("dry")?.[0]?.moisturePct).toBe(14);
    expect(ledger.driedOffT).toBeCloseTo(2.637, 3);
    expect(ledger.stored.get("wet")).toEqual([]);
    // and in the store that it is in
    const same = runLedger([
      load({ fieldId: "f1", toStoreId: "wet", massT: 42, moisturePct: 19.4 }),
      load({ fromStoreId: "wet", toStoreId: "wet", massT: 42, driedToPct: 14, on: "2027-08-02" }),
    ]);
    expect(same.stored.get("wet")).toMatchObject([
      { massT: expect.closeTo(39.363, 3), moisturePct: expect.closeTo(14, 9) },
    ]);
  });
  it("that were treated with acid keep moist, and what is not treated among them is said", () => {
    const guide = testGuide("barley");
    const kept = new Map<string, KeptCrop>([
      ["barley", { id: "barley", name: "Barley", keep: guide.keep, safeMoisturePct: 14 }],
    ]);
    const wet = { fieldId: "f1", toStoreId: "bin", crop: "barley", massT: 30, moisturePct: 21 };
    const stateOf = (loads: LedgerLoad[], air = "none", store = "bin") =>
      storeState(
        { capacityM3: 500, air },
        runLedger(loads).stored.get(store) ?? [],
        [],
        kept,
        () => "Barley",
        "2027-09-15",
      );
    // at 21 % untreated barley is over its time within weeks
    expect(stateOf([load(wet)]).notes.map((n) => n.weight)).toContain("stop");
    const treated = stateOf([load({ ...wet, acid: true })]);
    expect(treated.lots[0]).toMatchObject({ acidPct: 100, keepsUntil: null });
    expect(treated.lots[0]?.keepsWhy).toContain("preserved with acid");
    expect(treated.notes.filter((n) => n.text.includes("moisture"))).toEqual([]);
    // 10 t beside them without acid: 30 of 40 t are 75 %, and days are counted again
    const mixed = stateOf([load({ ...wet, acid: true }), load({ ...wet, massT: 10 })]);
    expect(mixed.lots[0]?.acidPct).toBeCloseTo(75, 9);
    expect(mixed.notes.some((n) => n.text.includes("only 75 % of this lot is treated with acid"))).toBe(true);
    expect(mixed.lots[0]?.keepsUntil).not.toBeNull();
    // what is moved on stays treated
    const moved = [
      load({ ...wet, acid: true }),
      load({ fromStoreId: "bin", toStoreId: "loft", crop: "barley", massT: 12, on: "2027-08-20" }),
    ];
    expect(stateOf(moved, "none", "loft").lots[0]?.acidPct).toBe(100);
    expect(stateOf([load(wet)], "airtight").lots[0]?.keepsWhy).toContain("airtight");
  });
  it("of one day come in before they go out, however they were typed", () => {
    const out = load({ fromStoreId: "bin", to: "feed", massT: 4 });
    const moved = load({ fromStoreId: "bin", toStoreId: "loft", massT: 5 });
    const ledger = runLedger([out, moved, load({ fieldId: "f1", toStoreId: "bin", massT: 9 })]);
    expect(ledger.problems).toEqual([]);
    expect(ledger.stored.get("bin")).toEqual([]);
    expect(ledger.stored.get("loft")?.[0]?.massT).toBe(5);
  });
  it("that take more than stands are named, and bring no tonne out of nothing", () => {
    const many = load({ fromStoreId: "bin", to: "sold", massT: 12, on: "2027-09-01" });
    const ledger = runLedger([load({ fieldId: "f1", toStoreId: "bin", massT: 9, lot: "A" }), { ...many, lot: "A" }]);
    expect(ledger.problems).toEqual([{ loadId: many.id, message: "12 t taken where 9 t of A stood" }]);
    expect(ledger.gone[0]?.massT).toBe(9);
    // another lot is another heap
    expect(
      runLedger([load({ fieldId: "f1", toStoreId: "bin", lot: "A" }), { ...many, lot: "B" }]).problems[0]?.message,
    ).toContain("0 t of B");
  });
  it("keep mass and dry matter from field to store to sale", () => {
    const move = fc.record({
      kind: fc.constantFrom("in", "move", "out", "dry"),
      massT: fc.double({ min: 0.1, max: 60, noNaN: true }),
      moisture: fc.integer({ min: 12, max: 26 }),
      from: fc.constantFrom("a", "b"),
      to: fc.constantFrom("a", "b"),
      day: fc.integer({ min: 1, max: 28 }),
    });
    fc.assert(
      fc.property(fc.array(move, { maxLength: 25 }), (moves) => {
        const loads = moves.map(({ kind, massT, moisture, from, to, day }) => {
          const on = `2027-08-${String(day).padStart(2, "0")}`;
          if (kind === "in") return load({ fieldId: "f", toStoreId: to, massT, moisturePct: moisture, on });
          if (kind === "out") return load({ fromStoreId: from, to: "sold", massT, on });
          return load({ fromStoreId: from, toStoreId: to, massT, on, ...(kind === "dry" ? { driedToPct: 12 } : {}) });
        });
        const ledger = runLedger(loads);
        const inT = ledger.harvested.reduce((sum, h) => sum + h.massT, 0);
        const lots = [...ledger.stored.values()].flat();
        const standing = lots.reduce((sum, l) => sum + l.massT, 0);
        const outT = ledger.gone.reduce((sum, g) => sum + g.massT, 0);
        // crumbs under the scales' rounding are not shown as lots
        expect(Math.abs(inT - standing - outT - ledger.driedOffT)).toBeLessThan(0.02);
        for (const l of lots) expect(l.massT).toBeGreaterThan(0);
      }),
    );
  });
});

describe("yield of a field", () => {
  it("is at standard moisture, or as weighed where a load has none", () => {
    // 102 x 0.83 = 84.66 t of dry matter; / 0.85 / 14.2 = 7.014
    expect(fieldYield({ massT: 102, dryT: 84.66 }, 14.2, 15)).toEqual({
      tPerHa: expect.closeTo(7.014, 3),
      asWeighed: false,
    });
    expect(fieldYield({ massT: 102, dryT: null }, 14.2, 15)).toEqual({
      tPerHa: expect.closeTo(7.183, 3),
      asWeighed: true,
    });
  });
});

const TABLE: SafeDays = {
  tempsC: [10, 15, 20],
  rows: [
    { moisturePct: 16, days: [200, 100, 60] },
    { moisturePct: 18, days: [80, 40, 22] },
  ],
  source: "recalled",
};

describe("days that a lot keeps", () => {
  it("lie between the figures of the table by their logarithm, and at its edges beyond", () => {
    expect(safeStorageDays(TABLE, 16, 15)).toBeCloseTo(100, 9);
    expect(safeStorageDays(TABLE, 17, 15)).toBeCloseTo(Math.sqrt(100 * 40), 9);
    expect(safeStorageDays(TABLE, 18, 12.5)).toBeCloseTo(Math.sqrt(80 * 40), 9);
    expect(safeStorageDays(TABLE, 30, 40)).toBeCloseTo(22, 9);
    expect(safeStorageDays(TABLE, 5, -5)).toBeCloseTo(200, 9);
  });
  it("are fewer the moister and the warmer, in every guide", () => {
    for (const id of ["wheat", "barley", "rice"]) {
      const { safeDays } = testGuide(id).keep;
      if (!safeDays) throw new Error(`${id} has no table`);
      for (let m = 12; m < 24; m++)
        for (let t = 5; t < 35; t++) {
          const here = safeStorageDays(safeDays, m, t);
          expect(safeStorageDays(safeDays, m + 1, t)).toBeLessThanOrEqual(here + 1e-9);
          expect(safeStorageDays(safeDays, m, t + 1)).toBeLessThanOrEqual(here + 1e-9);
        }
    }
  });
});

const kept = (id: string): [string, KeptCrop] => {
  const guide = testGuide(id);
  return [id, { id, name: guide.name, keep: guide.keep, safeMoisturePct: guide.harvest.moisturePct?.safe ?? null }];
};
const CROPS = new Map([kept("wheat"), kept("potato"), kept("garlic")]);
const look = (over: Partial<StoreLook>): StoreLook => ({
  readOn: "2027-09-01",
  temperatureC: null,
  humidityPct: null,
  moisturePct: null,
  insectsPerKg: null,
  sproutedPct: null,
  rottenPct: null,
  ...over,
});
const state = (lots: Partial<LedgerLoad>[], looks: StoreLook[] = [], today = "2027-09-05", capacityM3 = 100) => {
  const ledger = runLedger(lots.map((l) => load({ fieldId: "f1", toStoreId: "s", ...l })));
  return storeState(
    { capacityM3, air: "fan" },
    ledger.stored.get("s") ?? [],
    looks,
    CROPS,
    (id) => testGuide(id).name,
    today,
  );
};
const said = (s: ReturnType<typeof state>) =>
  s.notes.map((note) => `${note.weight}: ${METRIC.tell(note.text)}`).join("\n");

describe("a store", () => {
  it("knows its room by bulk, and says when more stands than goes in", () => {
    // 38 t at 760 kg/m3 are 50 m3
    const half = state([{ massT: 38, moisturePct: 14 }]);
    expect(half.filledM3).toBeCloseTo(50, 6);
    expect(half.filledPct).toBeCloseTo(50, 6);
    expect(said(state([{ massT: 380, moisturePct: 13 }]))).toContain(
      "stop: The store holds 500 m³, but its volume is 100 m³",
    );
  });
  it("says how long a moist lot keeps, and that it came in too moist", () => {
    const moist = state([{ massT: 10, moisturePct: 18 }]);
    // 18 % at the guide's 15 C: 42 days from 1 August
    expect(moist.lots[0]?.keepsUntil).toBe("2027-09-12");
    expect(said(moist)).toContain(`advise: 10 t of ${moist.lots[0]!.name.toLowerCase()}`);
    expect(said(moist)).toContain("came in at 18 % moisture on average; 14 % is safe for storage");
    expect(said(state([{ massT: 10, moisturePct: 18 }], [], "2027-09-20"))).toContain("stop: 10 t of");
    // 31 of 42 days are used by 1 September; the rest goes on at 10 C: 11 / 42 x 80 = 20 days
    expect(state([{ massT: 10, moisturePct: 18 }], [look({ temperatureC: 10 })]).lots[0]).toMatchObject({
      keepsUntil: "2027-09-21",
      keepsWhy: `at 18 % and ${q(10, "C", 1)}, the last reading; 74 % of its storage life was used by 1 Sep 2027`,
    });
    expect(state([{ massT: 10 }]).lots[0]).toMatchObject({
      keepsUntil: null,
      keepsWhy: "moisture not measured",
    });
  });
  it("says when there is nothing to dry a moist lot with", () => {
    const lots = runLedger([load({ fieldId: "f1", toStoreId: "s", massT: 10, moisturePct: 18 })]).stored.get("s") ?? [];
    const said = (air: string) =>
      storeState({ capacityM3: 100, air }, lots, [], CROPS, (id) => testGuide(id).name, "2027-08-02")
        .notes.map((note) => note.text)
        .join(" ");
    expect(said("vents")).toContain("and this store has no fan to dry it");
    expect(said("fan")).not.toContain("no fan");
  });
  it("finds what heats, insects, sprouts, rot and wrong air", () => {
    const heats = state(
      [{ massT: 10, moisturePct: 14 }],
      [look({ temperatureC: 24, insectsPerKg: 2 }), look({ readOn: "2027-08-20", temperatureC: 18 })],
    );
    expect(said(heats)).toContain("stop: The store is heating: 6 °C warmer on 1 Sep than on 20 Aug");
    expect(said(heats)).toContain("stop: Live insects on 1 Sep");
    expect(said(heats)).toContain("advise: 24 °C on 1 Sep");
    const tubers = state([{ crop: "potato", massT: 20 }], [look({ humidityPct: 70, sproutedPct: 4, rottenPct: 1 })]);
    expect(said(tubers)).toContain("70 % humidity on 1 Sep: store potato at 90 to 98 %");
    expect(said(tubers)).toContain("4 % sprouted");
    expect(said(tubers)).toContain("1 % rotten");
  });
  it("says what must not share a room, once, and that lots are better kept apart", () => {
    const mixed = state([
      { crop: "potato", massT: 5 },
      { crop: "garlic", massT: 1 },
    ]);
    expect(said(mixed).match(/are in one store/g)).toHaveLength(1);
    expect(
      said(
        state([
          { lot: "A", moisturePct: 13 },
          { lot: "B", moisturePct: 13 },
        ]),
      ),
    ).toContain("hint: Several lots of one crop");
  });
  it("is looked into in time", () => {
    expect(state([{ massT: 5, moisturePct: 13 }]).lookDueOn).toBe("2027-08-15");
    expect(said(state([{ massT: 5, moisturePct: 13 }]))).toContain("advise: An inspection has been due since 15 Aug");
    expect(state([{ massT: 5, moisturePct: 13 }], [look({ temperatureC: 12 })]).lookDueOn).toBe("2027-09-15");
    expect(state([]).lookDueOn).toBeNull();
  });
});

describe("a lot for a buyer", () => {
  const outlet = {
    buyer: "Millers of Corvane",
    pricePerT: 21_000,
    limits: [
      { what: "protein" as const, atLeast: 13, atMost: null, deductionPerUnit: 400, refuseBeyond: 11.5 },
      { what: "moisture" as const, atLeast: null, atMost: 15, deductionPerUnit: 150, refuseBeyond: null },
      { what: "fallingNumber" as const, atLeast: 250, atMost: null, deductionPerUnit: null, refuseBeyond: null },
    ],
  };
  it("fetches its price less what is taken off, and says what is amiss", () => {
    // protein 0.5 short: 2.00 off; moisture 1 over: 1.50 off; falling number not measured
    const graded = lotForOutlet({ moisturePct: 16, measured: { protein: 12.5 } }, outlet);
    expect(graded).toMatchObject({ pass: null, pricePerT: 21_000 - 200 - 150 });
    expect(graded?.amiss).toEqual([
      "protein: 12.5 given, at least 13: 0.5 beyond",
      "moisture: 16 given, at most 15: 1 beyond",
      "falling number: not measured",
    ]);
    expect(lotForOutlet({ moisturePct: 14, measured: { protein: 11, fallingNumber: 300 } }, outlet)).toMatchObject({
      pass: false,
      pricePerT: 0,
    });
    expect(lotForOutlet({ moisturePct: 14, measured: { protein: 13.4, fallingNumber: 260 } }, outlet)).toMatchObject({
      pass: true,
      pricePerT: 21_000,
      amiss: [],
    });
  });
  it("can be mixed with a better one to meet a limit", () => {
    // 13 from 12.4 and 13.9: 0.6 / 1.5
    expect(blendToMeet(12.4, 13.9, { atLeast: 13 })).toEqual({ betterSharePct: expect.closeTo(40, 9) });
    expect(blendToMeet(12.4, 12.9, { atLeast: 13 })).toBeNull();
    expect(blendToMeet(13.2, 13.9, { atLeast: 13 })).toEqual({ betterSharePct: 0 });
    // protein of malting barley: 12 and 10.5 to at most 11.5
    expect(blendToMeet(12, 10.5, { atMost: 11.5 })).toEqual({ betterSharePct: expect.closeTo(100 / 3, 9) });
  });
  it("names the lot that would mend it, with its share and for how much it is enough", () => {
    const lots = {
      poor: { name: "poor of 2027 (Bin)", massT: 50, moisturePct: 14, measured: { protein: 12.4 } },
      rich: { name: "rich of 2027 (Shed)", massT: 30, moisturePct: 14, measured: { protein: 13.9 } },
      silent: { name: "silent of 2027 (Shed)", massT: 90, moisturePct: 14, measured: {} },
    };
    // 0.6 / 1.5 = 40 %; 30 / 0.4 = 75 t
    expect(blendsFor(lots.poor, [lots.silent, lots.rich], outlet)).toEqual([
      "40 % of rich of 2027 (Shed) mixed in meets protein, enough for 75 t",
    ]);
    expect(blendsFor(lots.rich, [lots.poor], outlet)).toEqual([]);
    expect(blendsFor(lots.poor, [lots.silent], outlet)).toEqual([]);
    // too moist, and nothing dry beside it
    expect(blendsFor({ ...lots.rich, moisturePct: 17 }, [{ ...lots.poor, moisturePct: 16 }], outlet)).toEqual([]);
  });
});

describe("contracts", () => {
  const contract = { buyer: "Malt House", crop: "barley", season: 2027, amountT: 60, deliverBy: "2027-11-30" };
  const sold = { to: "sold", buyer: "malt house ", crop: "barley", season: 2027, massT: 14 };
  it("are filled by what was sold to their buyer, of that crop and season", () => {
    const loads = [
      sold,
      { ...sold, massT: 20 },
      { ...sold, season: 2026 },
      { ...sold, to: "feed" },
      { ...sold, buyer: "other" },
    ];
    expect(contractDeliveries([contract], loads, "2027-10-01")).toMatchObject([
      { deliveredT: 34, leftT: 26, late: false },
    ]);
    expect(contractDeliveries([contract], loads, "2027-12-01")).toMatchObject([{ late: true }]);
    expect(contractDeliveries([contract], [{ ...sold, massT: 61 }], "2027-12-01")).toMatchObject([
      { leftT: 0, late: false },
    ]);
  });
  it("with one buyer are filled one after the other, and no tonne counts twice", () => {
    const later = { ...contract, amountT: 50, deliverBy: null };
    const found = contractDeliveries([later, contract], [{ ...sold, massT: 130 }], "2027-10-01");
    // 60 for the one that is due, what is more with the last
    expect(found.map((c) => [c.deliveredT, c.leftT])).toEqual([
      [60, 0],
      [70, 0],
    ]);
  });
});
