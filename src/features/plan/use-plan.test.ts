import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type DecisionPath, freshDecisions } from "@/core/sheets/decisions";
import { freshHistory, stepHistory } from "./use-plan";

type History = ReturnType<typeof freshHistory>;
const start = () => freshHistory(freshDecisions("wheat"));
const target = (history: History, value: number | undefined, at: number, path: DecisionPath = "targetTPerHa") =>
  stepHistory(history, { type: "change", changes: [{ path, value }], at });
const undo = (history: History) => stepHistory(history, { type: "undo" });
const redo = (history: History) => stepHistory(history, { type: "redo" });

describe("undo and redo", () => {
  it("go back and forth over single changes", () => {
    const a = target(start(), 8, 0);
    const b = target(a, 9, 5000);
    expect(undo(b).now.targetTPerHa).toBe(8);
    expect(undo(undo(b)).now).toEqual(start().now);
    expect(redo(undo(b)).now.targetTPerHa).toBe(9);
  });

  it("take one value typed digit by digit as one step", () => {
    let history = target(start(), 1, 0);
    history = target(history, 10, 300);
    history = target(history, 10.5, 600);
    expect(undo(history).now).toEqual(start().now);
  });

  it("keep quick changes of two values apart", () => {
    const history = stepHistory(target(start(), 8, 0), {
      type: "change",
      changes: [{ path: "soil/lime/targetPh", value: 6.4 }],
      at: 100,
    });
    expect(undo(history).now.targetTPerHa).toBe(8);
  });

  it("stay where they are at either end, and forget the future after a new change", () => {
    expect(undo(start())).toEqual(start());
    expect(redo(start())).toEqual(start());
    const changed = target(undo(target(start(), 8, 0)), 7, 9000);
    expect(redo(changed).now.targetTPerHa).toBe(7);
  });

  it("can bring back what another's version replaced", () => {
    const mine = target(start(), 8, 0);
    const theirs = stepHistory(mine, { type: "replace", decisions: freshDecisions("potato") });
    expect(undo(theirs).now).toEqual(mine.now);
  });

  it("undone as often as changed is where it began", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom<DecisionPath>("targetTPerHa", "money"), fc.integer({ min: 1, max: 12 }))),
        (steps) => {
          let history = start();
          steps.forEach(([path, value], i) => {
            history = target(history, value, i * 5000, path);
          });
          for (let i = 0; i < steps.length; i++) history = undo(history);
          expect(history.now).toEqual(start().now);
          for (let i = 0; i < steps.length; i++) history = redo(history);
          if (steps.length > 0) expect(history.future).toEqual([]);
        },
      ),
    );
  });
});
