import { describe, expect, it } from "vitest";
import { times } from "../figure/expression";
import { computed, quantity } from "../figure/figure";
import { cash, q, span, tellAll } from "./told";
import { wordsFor } from "./words";

const metric = wordsFor({ unitSet: "metric", decimal: "point", currency: "cr" });
const us = wordsFor({ unitSet: "usCustomary", decimal: "point", currency: "cr" });
const comma = wordsFor({ unitSet: "metric", decimal: "comma", currency: "cr" });

describe("a sentence with quantities", () => {
  it("is told in the units of whoever reads", () => {
    const text = `Plough to ${q(25, "cm")} at ${span(12, 15, "C")}.`;
    expect(metric.tell(text)).toBe("Plough to 25 cm at 12 to 15 °C.");
    // 25 / 2.54 = 9.84; 12 x 1.8 + 32 = 53.6, 15 x 1.8 + 32 = 59
    expect(us.tell(text)).toBe("Plough to 9.8 in at 54 to 59 °F.");
  });

  it("says two figures under ten and whole numbers above, or the decimals that are named", () => {
    expect(metric.tell(q(3.947, "t/ha"))).toBe("3.9 t/ha");
    expect(metric.tell(q(157.4, "kg N/ha"))).toBe("157 kg N/ha");
    expect(metric.tell(q(12.44, "t/ha of mass", 1))).toBe("12.4 t/ha");
    expect(comma.tell(q(3, "t gypsum/ha", 1))).toBe("3 t/ha");
    expect(comma.tell(q(6.55, "pH", 1))).toBe("6,5");
  });

  it("says gypsum in short tons, never in bushels", () => {
    // 5 t/ha x 1.10231 short tons / 2.47105 ac = 2.23
    expect(us.tell(q(5, "t gypsum/ha"))).toBe("2.2 short ton/ac");
  });

  it("says money by the reader's area", () => {
    expect(metric.tell(cash(12_345, "money/ha"))).toBe("123 cr/ha");
    // 123.45 / 2.47105 = 49.96
    expect(us.tell(cash(12_345, "money/ha"))).toBe("50 cr/ac");
    expect(us.tell(cash(99_900))).toBe("999 cr");
  });

  it("leaves what is no quantity as it stands", () => {
    expect(us.tell("A plain sentence; ⟦5|furlongs|⟧ and {5 cm}.")).toBe("A plain sentence; 5 and {5 cm}.");
  });

  it("is told wherever it stands, and what holds none stays the same object", () => {
    const days = [1, 2, 3];
    const plain = { name: "Disc", days };
    const plan = { plain, jobs: [{ how: `to ${q(20, "cm")}` }, plain], none: null, n: 4 };
    const told = tellAll(plan, us);
    expect(told).toEqual({ plain, jobs: [{ how: "to 7.9 in" }, plain], none: null, n: 4 });
    expect(told.plain).toBe(plain);
    expect(told.jobs[1]).toBe(plain);
    expect(plan.jobs[0]).toEqual({ how: `to ${q(20, "cm")}` });
    expect(tellAll(plain, us)).toBe(plain);
    expect(tellAll(told, metric)).toBe(told);
  });

  it("says one where both ends read alike", () => {
    expect(metric.tell(span(24.9, 25.1, "cm"))).toBe("25 cm");
  });
});

describe("a figure that prints when somebody looks", () => {
  it("is told with its formula, whatever else of it is told", () => {
    const figure = computed("Need", "kg/ha", times(quantity(`depth to ${q(90, "cm")}`, 2, ""), 3), `of ${q(25, "cm")}`);
    const told = tellAll(figure, us);
    expect(told.note).toBe("of 9.8 in");
    expect(told.formula).toBe("depth to 35 in x 3");
    expect(told.inputs.map((i) => i.label)).toEqual(["depth to 35 in"]);
  });
});
