import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { daysBetween, isoDate, toDay } from "../dates";
import { type SeasonProblem, type SeasonWindow, solveSeason, type Wait } from "./solve-season";

const base = { reason: "r", source: "agronomy", hard: true } as const;
const wait = (id: string, from: string, to: string, minDays?: number, maxDays?: number, hard = true): Wait => ({
  ...base,
  id,
  from,
  to,
  ...(minDays === undefined ? {} : { minDays }),
  ...(maxDays === undefined ? {} : { maxDays }),
  hard,
});
const window = (id: string, event: string, notBefore?: string, notAfter?: string, hard = true): SeasonWindow => ({
  ...base,
  id,
  event,
  ...(notBefore ? { notBefore } : {}),
  ...(notAfter ? { notAfter } : {}),
  hard,
});
const problem = (part: Partial<SeasonProblem> & { ids: string }): SeasonProblem => ({
  events: part.events ?? part.ids.split(" ").map((id) => ({ id })),
  waits: part.waits ?? [],
  windows: part.windows ?? [],
  preferences: part.preferences ?? [],
  ...(part.today ? { today: part.today } : {}),
});
const solved = (p: SeasonProblem) => {
  const result = solveSeason(p);
  if (!result.ok) throw new Error(JSON.stringify(result));
  return result.value;
};
const conflict = (p: SeasonProblem) => {
  const result = solveSeason(p);
  if (result.ok || !result.conflict) throw new Error(`no conflict: ${JSON.stringify(result)}`);
  return result.conflict;
};

describe("solveSeason", () => {
  it("gives the heavier wish its date and the lighter one the nearest that is left", () => {
    const { events } = solved(
      problem({
        ids: "a b",
        waits: [wait("w", "a", "b", 5, 10)],
        preferences: [
          { event: "b", date: "2027-03-21", weight: 1 },
          { event: "a", date: "2027-03-01", weight: 5 },
        ],
      }),
    );
    expect(events.a).toEqual({ earliest: null, latest: null, planned: "2027-03-01" });
    expect(events.b?.planned).toBe("2027-03-11");
  });

  it("finds earliest and latest through chains, over a leap day, without the wishes", () => {
    // a not before 2028-02-20; b 10 days after = 03-01 (2028 has a 29 February); c at most 3 after b, not after 03-20
    const { events } = solved(
      problem({
        ids: "a b c",
        waits: [wait("ab", "a", "b", 10), wait("bc", "b", "c", 0, 3)],
        windows: [window("wa", "a", "2028-02-20"), window("wc", "c", undefined, "2028-03-20")],
        preferences: [{ event: "b", date: "2028-03-10", weight: 1 }],
      }),
    );
    expect(events.a).toEqual({ earliest: "2028-02-20", latest: "2028-03-10", planned: "2028-02-20" });
    expect(events.b).toEqual({ earliest: "2028-03-01", latest: "2028-03-20", planned: "2028-03-10" });
    expect(events.c).toEqual({ earliest: "2028-03-01", latest: "2028-03-20", planned: "2028-03-10" });
  });

  it("takes the latest date where nothing bounds an event from below, and null where nothing bounds it", () => {
    const { events } = solved(
      problem({ ids: "a b c", waits: [wait("w", "a", "b", 5)], windows: [window("x", "b", undefined, "2027-05-10")] }),
    );
    expect(events.a?.planned).toBe("2027-05-05");
    expect(events.b?.planned).toBe("2027-05-10");
    expect(events.c).toEqual({ earliest: null, latest: null, planned: null });
  });

  it("names the waits that clash, and by how many days", () => {
    // lime 2026-09-18, 21 days -> 10-09; sowing not after 10-05: 4 days short
    const c = conflict(
      problem({
        ids: "lime sow other",
        waits: [wait("limeWait", "lime", "sow", 21, undefined, false), wait("noise", "other", "sow", 1)],
        windows: [window("limeFrom", "lime", "2026-09-18"), window("sowUntil", "sow", undefined, "2026-10-05", false)],
      }),
    );
    expect([...c.ids].sort()).toEqual(["limeFrom", "limeWait", "sowUntil"]);
    expect(c.shortByDays).toBe(4);
    expect(c.relaxations).toEqual(
      expect.arrayContaining([
        { id: "limeWait", byDays: 4 },
        { id: "sowUntil", byDays: 4 },
      ]),
    );
    expect(c.relaxations).toHaveLength(2);
  });

  it("prefers the conflict of fewest members, then of the largest shortage", () => {
    const c = conflict(
      problem({
        ids: "a b c d",
        waits: [
          wait("ab", "a", "b", 3),
          wait("ba", "b", "a", 1),
          wait("cd", "c", "d", 9),
          wait("dc", "d", "c", 2),
          wait("x", "a", "c", 100),
        ],
        windows: [window("far", "a", "2027-06-01"), window("near", "c", undefined, "2027-01-01")],
      }),
    );
    expect([...c.ids].sort()).toEqual(["cd", "dc"]); // 9 + 2 = 11 over 3 + 1 = 4, both of two members
    expect(c.shortByDays).toBe(11);
  });

  it("offers a relaxation large enough for the whole season where one wait alone is to blame", () => {
    // sow from 10-20: against the end of the window 10-10 (10 days), and through drill hire ending 10-05 two days after sowing
    const c = conflict(
      problem({
        ids: "sow hire",
        waits: [wait("hire", "sow", "hire", 2)],
        windows: [
          window("from", "sow", "2026-10-20", undefined, false),
          window("until", "sow", undefined, "2026-10-10"),
          window("hireUntil", "hire", undefined, "2026-10-05"),
        ],
      }),
    );
    expect([...c.ids].sort()).toEqual(["from", "until"]);
    expect(c.shortByDays).toBe(10);
    expect(c.relaxations).toEqual([{ id: "from", byDays: 17 }]); // back to 10-03
  });

  it("lets facts win: what pins have broken is reported and no longer binds", () => {
    const { events, broken } = solved({
      ...problem({ ids: "a b" }),
      events: [
        { id: "a", pinned: "2027-03-20" },
        { id: "b", pinned: "2027-03-21" },
      ],
      windows: [window("w", "a", undefined, "2027-03-15")],
      waits: [wait("ab", "a", "b", 4)],
    });
    expect(broken).toEqual(
      expect.arrayContaining([
        { id: "w", byDays: 5 },
        { id: "ab", byDays: 3 },
      ]),
    );
    expect(events.a).toEqual({ earliest: "2027-03-20", latest: "2027-03-20", planned: "2027-03-20" });
  });

  it("names pins and today in a conflict through an event that is still open", () => {
    const pinned = conflict({
      ...problem({ ids: "a b c" }),
      events: [{ id: "a", pinned: "2027-03-01" }, { id: "b" }, { id: "c", pinned: "2027-03-05" }],
      waits: [wait("ab", "a", "b", 3), wait("bc", "b", "c", 3)],
    });
    expect([...pinned.ids].sort()).toEqual(["ab", "bc", "pin:a", "pin:c"]);
    expect(pinned.shortByDays).toBe(2);
    const late = conflict(
      problem({ ids: "a", windows: [window("w", "a", undefined, "2027-03-01")], today: "2027-03-04" }),
    );
    expect([...late.ids].sort()).toEqual(["today", "w"]);
    expect(late.shortByDays).toBe(3);
    expect(late.relaxations).toEqual([]);
  });

  it("finds a clash that is tied to no date, rounds hours up, and takes parallel windows together", () => {
    expect(
      conflict(problem({ ids: "a b", waits: [wait("ab", "a", "b", 0.5), wait("ba", "b", "a", 0)] })).shortByDays,
    ).toBe(1);
    const { events } = solved(
      problem({
        ids: "a",
        windows: [window("w1", "a", "2027-01-01", "2027-03-01"), window("w2", "a", "2027-02-01", "2027-04-01")],
      }),
    );
    expect(events.a).toEqual({ earliest: "2027-02-01", latest: "2027-03-01", planned: "2027-02-01" });
  });

  it.each([
    ["waits[0].to", problem({ ids: "a", waits: [wait("w", "a", "zz", 1)] })],
    [
      "windows[0].id",
      problem({ ids: "a b", waits: [wait("w", "a", "b", 1)], windows: [window("w", "a", "2027-01-01")] }),
    ],
    ["waits[0].minDays", problem({ ids: "a b", waits: [wait("w", "a", "b", 9, 3)] })],
    ["windows[0].notBefore", problem({ ids: "a", windows: [window("w", "a", "2027-02-30")] })],
    ["windows[0].notBefore", problem({ ids: "a", windows: [window("w", "a", "2027-03-02", "2027-03-01")] })],
    ["preferences[0].event", problem({ ids: "a", preferences: [{ event: "b", date: "2027-01-01", weight: 1 }] })],
    ["today", problem({ ids: "a", today: "soon" })],
    ["events[1].id", { ...problem({ ids: "a" }), events: [{ id: "a" }, { id: "a" }] }],
  ])("refuses bad input at %s", (field, p) => {
    const result = solveSeason(p as SeasonProblem);
    expect(result.ok ? [] : (result.errors ?? []).map((e) => e.field)).toContain(field);
  });
});

describe("laws of solveSeason, on random seasons", () => {
  const ids = ["a", "b", "c", "d", "e"];
  const event = fc.constantFrom(...ids);
  const day = fc.integer({ min: 20_000, max: 20_060 }).map(isoDate);
  const randomWait = fc
    .tuple(event, event, fc.integer({ min: -10, max: 15 }), fc.integer({ min: 0, max: 20 }), fc.boolean())
    .filter(([a, b]) => a !== b);
  const randomWindow = fc.tuple(event, day, fc.integer({ min: 0, max: 25 }));
  const season = fc.record({
    waits: fc.array(randomWait, { maxLength: 7 }),
    windows: fc.array(randomWindow, { maxLength: 4 }),
    preferences: fc.array(fc.tuple(event, day, fc.integer({ min: 1, max: 3 })), { maxLength: 3 }),
  });
  const build = (s: {
    waits: [string, string, number, number, boolean][];
    windows: [string, string, number][];
    preferences: [string, string, number][];
  }) =>
    problem({
      ids: ids.join(" "),
      waits: s.waits.map(([a, b, min, span, hard], i) => wait(`w${i}`, a, b, min, min + span, hard)),
      windows: s.windows.map(([e, from, span], i) => window(`x${i}`, e, from, isoDate(toDay(from) + span))),
      preferences: s.preferences.map(([e, date, weight]) => ({ event: e, date, weight })),
    });
  const without = (p: SeasonProblem, id: string): SeasonProblem => ({
    ...p,
    waits: p.waits.filter((w) => w.id !== id),
    windows: p.windows.filter((w) => w.id !== id),
  });
  const only = (p: SeasonProblem, keep: string[]): SeasonProblem => ({
    ...p,
    waits: p.waits.filter((w) => keep.includes(w.id)),
    windows: p.windows.filter((w) => keep.includes(w.id)),
  });

  it("keeps every wait and window, or names a set that is irreducible and smallest", () => {
    fc.assert(
      fc.property(season, (s) => {
        const p = build(s as Parameters<typeof build>[0]);
        const result = solveSeason(p);
        if (result.ok) {
          const at = (id: string) => result.value.events[id]?.planned;
          for (const w of p.waits) {
            const [a, b] = [at(w.from), at(w.to)];
            if (!a || !b) continue;
            expect(daysBetween(a, b)).toBeGreaterThanOrEqual(w.minDays as number);
            expect(daysBetween(a, b)).toBeLessThanOrEqual(w.maxDays as number);
          }
          for (const w of p.windows) expect(w.notBefore! <= at(w.event)! && at(w.event)! <= w.notAfter!).toBe(true);
        } else {
          const { ids: members, relaxations, shortByDays } = result.conflict!;
          expect(new Set(members).size).toBe(members.length);
          expect(shortByDays).toBeGreaterThan(0);
          expect(solveSeason(only(p, members)).ok).toBe(false);
          for (const id of members) expect(solveSeason(without(only(p, members), id)).ok).toBe(true);
          for (const r of relaxations) {
            const eased = only(p, members);
            const w = eased.waits.find((x) => x.id === r.id) as Wait;
            w.minDays = (w.minDays as number) - r.byDays;
            w.maxDays = (w.maxDays as number) + r.byDays;
            expect(solveSeason(eased).ok).toBe(true);
          }
        }
      }),
      { numRuns: 600 },
    );
  });
});
