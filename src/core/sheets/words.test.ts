import { describe, expect, it } from "vitest";
import { pastLimit } from "./words";

describe("a value past a limit", () => {
  it.each([
    [72.4, 60, 72],
    // not "60 is over 60"
    [60.3, 60, 60.3],
    [60.02, 60, null],
    [60, 60, null],
    [59.9, 60, null],
  ])("%d against %d is said as %s", (value, limit, said) => {
    expect(pastLimit(value, limit)).toBe(said);
  });
});
