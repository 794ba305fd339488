import { describe, expect, it, vi } from "vitest";
import { DEFLATED, justPacked, unpack } from "@/features/shared/packed";
import { pack, packOnce } from "./pack";

describe("what is packed for a page", () => {
  const long = Array.from({ length: 400 }, (_, i) => ({
    id: `field-${i}`,
    name: "Å Withy Bed, über 5 °C, 灌漑",
    areaHa: i / 10,
    note: null,
  }));

  it("stays JSON while it is short", () => {
    expect(pack({ a: 1, b: "ö" })).toBe('{"a":1,"b":"ö"}');
    expect(unpack(pack({ a: 1, b: "ö" }))).toEqual({ a: 1, b: "ö" });
  });

  it("is deflated where it is long, and a part of its length", () => {
    const packed = pack(long);
    expect(packed.startsWith(DEFLATED)).toBe(true);
    expect(packed.length).toBeLessThan(JSON.stringify(long).length / 5);
  });

  it("is read as it was by whoever gets the text alone, letters of every script among it", () => {
    const packed = pack(long);
    // as in a browser: nothing is at hand
    justPacked().clear();
    const read = unpack<typeof long>(packed);
    expect(read).toEqual(long);
    expect(read).not.toBe(long);
  });

  it("is the very object for the process that packed it, for a moment", () => {
    const packed = pack(long);
    expect(unpack(packed)).toBe(long);
    for (let i = 0; i < 70; i++) pack([...long, i]);
    expect(unpack(packed)).toEqual(long);
    expect(unpack(packed)).not.toBe(long);
    // and no more than a few pages are kept
    expect(justPacked().size).toBeLessThan(70);
  });

  it("is let go once its page is drawn, and is still read from its text", () => {
    vi.useFakeTimers();
    try {
      const own = [...long, ...long.slice(0, 1)];
      const [packed, shared] = [pack(own), packOnce(long)];
      vi.advanceTimersByTime(190);
      expect(unpack(packed)).toBe(own);
      vi.advanceTimersByTime(20);
      expect(unpack(packed)).toEqual(own);
      expect(unpack(packed)).not.toBe(own);
      // what stands in many pages stays
      expect(packOnce(long)).toBe(shared);
      expect(unpack(shared)).toBe(long);
    } finally {
      vi.useRealTimers();
    }
  });

  it("is packed once where the same object stands in many pages, and is at hand again whenever it does", () => {
    const packed = packOnce(long);
    for (let i = 0; i < 70; i++) pack([...long, i]);
    expect(packOnce(long)).toBe(packed);
    expect(unpack(packed)).toBe(long);
    expect(packOnce([...long])).toBe(packed);
  });
});
