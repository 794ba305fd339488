import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { MACHINE_CAUTION } from "../cautions";
import { unwrap } from "../result";
import { freshDecisions } from "../sheets/decisions";
import { draftPlan } from "../sheets/draft-plan";
import { EXAMPLE_FACTS } from "./example-facts";
import { anchorInWords, bagged, listInputs, type Operation, overdueDays } from "./operation";
import { ANY_TIME_BEFORE } from "./own-operations";

describe("what a date hangs on, in words", () => {
  const names = new Map([["first-node", "first node"]]);
  const when = (usual: number, min = usual, from = "first-node") => ({ from, min, usual, max: null });
  it("counts the days to the anchor, one of them as one day", () => {
    expect(anchorInWords(when(14), names)).toBe("14 days after first node");
    expect(anchorInWords(when(-1), names)).toBe("1 day before first node");
    expect(anchorInWords(when(1), names)).toBe("1 day after first node");
    expect(anchorInWords(when(0), names)).toBe("first node");
    expect(anchorInWords(when(-3, ANY_TIME_BEFORE), names)).toBe("first node");
    expect(anchorInWords(when(-3, ANY_TIME_BEFORE + 1), names)).toBe("3 days before first node");
    expect(anchorInWords(when(2, 2, "unknown"), names)).toBe("2 days after unknown");
    expect(anchorInWords(undefined, names)).toBe("sowing window");
  });
});

describe("days overdue", () => {
  it("count from the latest date, for what is not done", () => {
    expect(overdueDays("2027-03-10", "2027-03-07", null)).toBe(3);
    expect(overdueDays("2027-03-10", "2027-03-10", null)).toBe(0);
    expect(overdueDays("2027-03-10", "2027-03-11", null)).toBe(0);
    expect(overdueDays("2027-03-10", "2027-03-07", "2027-03-09")).toBe(0);
    expect(overdueDays("2027-03-10", null, null)).toBe(0);
  });
});

describe("what is to be bought", () => {
  const input = (id: string, kg: number, bagKg: number | null = 50) =>
    bagged({ kind: "fertiliser", id, name: id, perHa: kg / 10, quantity: kg, pricePerUnit: 40.4 }, bagKg);
  const operation = (...inputs: ReturnType<typeof input>[]) => ({ inputs }) as unknown as Operation;
  it("is put together by product, in whole bags of the sum", () => {
    // 120 + 60 kg are 3.6 bags: one by one it would be 3 + 2
    expect(input("urea", 120).bags).toBe(3);
    const lines = listInputs(
      [operation(input("urea", 120)), operation(input("tsp", 49)), operation(input("urea", 60))],
      10,
    );
    expect(lines.map((l) => [l.id, l.quantity, l.perHa, l.bags, l.cost])).toEqual([
      ["urea", 180, 18, 4, Math.round(180 * 40.4)],
      ["tsp", 49, 4.9, 1, Math.round(49 * 40.4)],
    ]);
  });
  it("keeps products of other kinds apart, and what has no bags without", () => {
    const lime = { ...input("urea", 100, null), kind: "lime" as const };
    const lines = listInputs([operation(input("urea", 50), lime)], 10);
    expect(lines.map((l) => [l.kind, l.bags])).toEqual([
      ["fertiliser", 1],
      ["lime", null],
    ]);
  });
});

describe("cautions of a job", () => {
  it("are of machines where there are machines, and not where hands do the work", () => {
    const byMachine = unwrap(draftPlan(EXAMPLE_FACTS, freshDecisions("wheat"), 2027, testGuide("wheat")));
    for (const o of byMachine.operations)
      expect(
        o.cautions.some((c) => c.topic === MACHINE_CAUTION),
        o.id,
      ).toBe(o.implements.length > 0);
    expect(byMachine.operations.some((o) => o.implements.length === 0)).toBe(true);
  });
});
