import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays } from "../dates";
import { guessMapping, readWeatherTable, type WeatherMapping } from "./read-weather-table";

const HEADER = ["date", "tmin", "tmax", "rain"];
const mapping = (change: Partial<WeatherMapping> = {}): WeatherMapping => ({
  ...guessMapping(HEADER, [["2026-03-01", "1", "9", "0"]]),
  ...change,
});
const read = (rows: string[][], change: Partial<WeatherMapping> = {}) =>
  readWeatherTable(rows, mapping(change), 2, "2026-08-12");
const messages = (result: ReturnType<typeof read>) =>
  result.ok ? [] : result.problems.map((p) => `${p.line} ${p.column}: ${p.message}`);

describe("readWeatherTable", () => {
  it("reads days", () => {
    expect(
      read([
        ["2026-03-01", "1.2", "9.8", "0"],
        ["2026-03-02", "-0.5", "7", "12.4"],
      ]),
    ).toEqual({
      ok: true,
      gaps: 0,
      days: [
        {
          date: "2026-03-01",
          tminC: 1.2,
          tmaxC: 9.8,
          rainMm: 0,
          solarMjPerM2: null,
          rhMeanPct: null,
          windAt2mMs: null,
        },
        {
          date: "2026-03-02",
          tminC: -0.5,
          tmaxC: 7,
          rainMm: 12.4,
          solarMjPerM2: null,
          rhMeanPct: null,
          windAt2mMs: null,
        },
      ],
    });
  });
  it("reads Fahrenheit, inches and decimal commas", () => {
    // 50 F is 10 C, 68 F is 20 C, half an inch is 12.7 mm
    const result = read([["1/3/2026", "50", "68", "0,5"]], {
      temperature: "F",
      rain: "in",
      decimal: "comma",
      dateOrder: "dayMonthYear",
    });
    expect(result.ok && result.days[0]).toMatchObject({ date: "2026-03-01", tminC: 10, tmaxC: 20, rainMm: 12.7 });
  });
  it("says that days are missing, or counts them when gaps are allowed", () => {
    const rows = [
      ["2026-03-01", "1", "9", "0"],
      ["2026-03-16", "1", "9", "0"],
    ];
    expect(messages(read(rows))).toEqual([
      "3 date: 14 days are missing before this line: 2 Mar 2026 to 15 Mar 2026. Allow gaps to fill them with simulated weather.",
    ]);
    expect(read(rows, { allowGaps: true })).toMatchObject({ ok: true, gaps: 14 });
  });
  it("says that minimum and maximum look swapped", () => {
    expect(messages(read([["2026-03-01", "9", "1", "0"]]))).toEqual([
      "2 tmin: The minimum (9) is over the maximum (1). If this is so on many lines, the two columns are swapped.",
    ]);
  });
  it("refuses negative rain, and offers to take it as missing", () => {
    const rows = [["2026-03-01", "1", "9", "-999"]];
    expect(messages(read(rows))[0]).toContain("2 rain: Rain of -999 is negative.");
    expect(read(rows, { missing: ["-999"] })).toMatchObject({ ok: true, days: [{ rainMm: null }] });
  });
  it("names both lines of a date that stands twice", () => {
    expect(
      messages(
        read([
          ["2026-03-01", "1", "9", "0"],
          ["2026-03-01", "2", "8", "0"],
        ]),
      ),
    ).toEqual(["3 date: 2026-03-01 stands twice: in line 2 and here."]);
  });
  it("names each bad value by line and column", () => {
    expect(
      messages(
        read(
          [
            ["2026-02-30", "1", "9", "0"],
            ["2026-03-01", "x", "99", "0"],
            ["2027-01-01", "1", "9", "0"],
          ],
          { allowGaps: true },
        ),
      ),
    ).toEqual([
      '2 date: "2026-02-30" is no date in the order year, month, day.',
      '3 tmin: "x" is no number with a decimal point.',
      "3 tmax: Maximum temperature 99: allowed is -60 to 60 C.",
      "4 date: 2027-01-01 lies after today (2026-08-12): measured weather has happened.",
    ]);
  });
  it("asks for the columns that it needs, each once, and for rows", () => {
    const columns = { ...mapping().columns, rain: null };
    expect(messages(read([["2026-03-01", "1", "9"]], { columns }))).toEqual([
      "null rain: No column is chosen for Rain.",
    ]);
    const twice = { ...mapping().columns, tmax: 1 };
    expect(messages(read([["2026-03-01", "1", "9", "0"]], { columns: twice }))[0]).toContain(
      "Column 2 is chosen for both",
    );
    expect(messages(read([]))).toEqual(["null null: The file holds no days."]);
  });
});

describe("guessMapping", () => {
  it("finds columns, date order, units and marks of missing values", () => {
    const guess = guessMapping(
      ["Station", "Day", "Max temp (F)", "Min temp (F)", "Precip in", "Wind km/h"],
      [["x", "03/25/2026", "68", "50", "-999", "12"]],
    );
    expect(guess).toMatchObject({
      columns: { date: 1, tmin: 3, tmax: 2, rain: 4, solar: null, humidity: null, wind: 5 },
      dateOrder: "monthDayYear",
      temperature: "F",
      rain: "in",
      wind: "km/h",
      missing: ["-999"],
    });
  });
});

describe("any sound file", () => {
  const days = fc.array(
    fc.record({
      low: fc.integer({ min: -300, max: 250 }),
      range: fc.integer({ min: 0, max: 200 }),
      rain: fc.integer({ min: 0, max: 900 }),
    }),
    { minLength: 1, maxLength: 60 },
  );
  it("comes back as it was, in any order of its lines and either decimal mark", () => {
    fc.assert(
      fc.property(days, fc.boolean(), fc.boolean(), (list, comma, backwards) => {
        const text = (tenths: number) => (tenths / 10).toFixed(1).replace(".", comma ? "," : ".");
        const rows = list.map((d, i) => [addDays("2025-01-01", i), text(d.low), text(d.low + d.range), text(d.rain)]);
        const result = read(backwards ? [...rows].reverse() : rows, { decimal: comma ? "comma" : "point" });
        if (!result.ok) throw new Error(JSON.stringify(result.problems));
        expect(result.days.map((d) => [d.date, d.tminC, d.tmaxC, d.rainMm])).toEqual(
          list.map((d, i) => [addDays("2025-01-01", i), d.low / 10, (d.low + d.range) / 10, d.rain / 10]),
        );
      }),
    );
  });
  it("is refused whole for one bad cell, with its line", () => {
    fc.assert(
      fc.property(days, fc.nat(), (list, n) => {
        const bad = n % list.length;
        const rows = list.map((d, i) => [
          addDays("2025-01-01", i),
          i === bad ? "?" : String(d.low / 10),
          String((d.low + d.range) / 10),
          "0",
        ]);
        const result = read(rows);
        expect(result.ok ? [] : result.problems.map((p) => [p.line, p.column])).toEqual([[bad + 2, "tmin"]]);
      }),
    );
  });
});
