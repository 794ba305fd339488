import { describe, expect, it } from "vitest";
import type { Kind } from "../guides/schema";
import { chosenWindow, sowingWindows } from "./sowing-windows";

type Window = Kind["windows"][number];
const window = (zone: string, from: string, best: string, until: string, methods?: string[]): Window =>
  ({
    zone,
    days: [from, best, until],
    latenessLossPctPerDay: 0.4,
    source: "custom",
    ...(methods ? { methods } : {}),
  }) as Window;
const kind = (...windows: Window[]) => ({ id: "k", windows }) as unknown as Kind;
const dates = (list: { from: string; best: string; until: string }[]) => list.map((w) => [w.from, w.best, w.until]);

describe("customary windows", () => {
  it("of the year before the harvest begin with a dash", () => {
    expect(dates(sowingWindows(kind(window("here", "-09-20", "-10-02", "-10-20")), "here", 2027))).toEqual([
      ["2026-09-20", "2026-10-02", "2026-10-20"],
    ]);
    expect(dates(sowingWindows(kind(window("here", "-12-10", "01-05", "02-01")), "here", 2027))).toEqual([
      ["2026-12-10", "2027-01-05", "2027-02-01"],
    ]);
  });
  it("are those of the zone, else of any zone, else the first known", () => {
    const own = window("here", "03-01", "03-10", "03-20");
    const any = window("any", "04-01", "04-10", "04-20");
    const other = window("there", "05-01", "05-10", "05-20");
    expect(dates(sowingWindows(kind(other, any, own), "here", 2027))[0]?.[0]).toBe("2027-03-01");
    expect(dates(sowingWindows(kind(other, any), "here", 2027))[0]?.[0]).toBe("2027-04-01");
    expect(dates(sowingWindows(kind(other), "here", 2027))[0]?.[0]).toBe("2027-05-01");
    expect(() => sowingWindows(kind(), "here", 2027)).toThrow("kind k has no sowing window");
  });
  it("come in their order, and only those of the way of planting", () => {
    const late = window("here", "07-01", "07-10", "07-20", ["wet"]);
    const early = window("here", "05-01", "05-10", "05-20", ["dry"]);
    expect(sowingWindows(kind(late, early), "here", 2027).map((w) => w.from)).toEqual(["2027-05-01", "2027-07-01"]);
    expect(sowingWindows(kind(late, early), "here", 2027, { methodId: "wet" }).map((w) => w.from)).toEqual([
      "2027-07-01",
    ]);
  });
  it("lie 182 days earlier south of the equator, so that the harvest stays in its year", () => {
    const southern = (latitudeDeg: number) =>
      sowingWindows(kind(window("here", "-10-02", "-10-02", "-10-02")), "here", 2027, { latitudeDeg })[0]?.from;
    // 2 October 2026 less 182 days
    expect(southern(-35)).toBe("2026-04-03");
    expect(southern(0)).toBe("2026-10-02");
    expect(southern(35)).toBe("2026-10-02");
  });
});

describe("the window of a plan", () => {
  const windows = sowingWindows(
    kind(window("here", "03-01", "03-10", "03-20"), window("here", "06-01", "06-10", "06-20")),
    "here",
    2027,
  );
  const chosen = (wished: string | undefined, today: string) => chosenWindow(windows, wished, today).from;
  it("is the one nearest to the wish", () => {
    expect(chosen("2027-03-15", "2026-08-01")).toBe("2027-03-01");
    expect(chosen("2027-06-15", "2026-08-01")).toBe("2027-06-01");
    // 20 March + 36 = 25 April; 1 June - 37 = 25 April: a day nearer to the first
    expect(chosen("2027-04-25", "2026-08-01")).toBe("2027-03-01");
    expect(chosen("2027-04-26", "2026-08-01")).toBe("2027-06-01");
    expect(chosen("2027-01-01", "2026-08-01")).toBe("2027-03-01");
  });
  it("is the first that is not over, without a wish; the last where all are", () => {
    expect(chosen(undefined, "2026-08-01")).toBe("2027-03-01");
    expect(chosen(undefined, "2027-03-20")).toBe("2027-03-01");
    expect(chosen(undefined, "2027-03-21")).toBe("2027-06-01");
    expect(chosen(undefined, "2027-09-01")).toBe("2027-06-01");
  });
});
