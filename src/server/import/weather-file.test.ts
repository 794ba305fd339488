import { describe, expect, it } from "vitest";
import { readWeatherFile } from "./weather-file";

const bytes = (text: string) => new TextEncoder().encode(text);

describe("readWeatherFile", () => {
  it("finds the header and counts lines of the file, whatever the delimiter", () => {
    expect(
      readWeatherFile(bytes("Some station\n\ndate;tmin;tmax;rain\n2026-03-01;1;9;0\n2026-03-02;2;8;1,5\n\n")),
    ).toEqual({
      ok: true,
      header: ["date", "tmin", "tmax", "rain"],
      rows: [
        ["2026-03-01", "1", "9", "0"],
        ["2026-03-02", "2", "8", "1,5"],
      ],
      firstLine: 4,
    });
  });
  it("takes a byte-order mark of UTF-8 and letters beyond ASCII", () => {
    const read = readWeatherFile(bytes("\ufeffdate,tmin °C,tmax °C,rain\n2026-03-01,1,9,0\n"));
    expect(read.ok && read.header).toEqual(["date", "tmin °C", "tmax °C", "rain"]);
  });
  it("names the line of the first byte that is no UTF-8", () => {
    // line 2 holds a degree sign as one byte, B0
    const head = bytes("date,tmin,tmax,rain\n2026-03-01,1");
    const bad = new Uint8Array([...head, 0xb0, ...bytes(",9,0\n")]);
    const read = readWeatherFile(bad);
    expect(!read.ok && read.message).toBe(
      "The file is not written in UTF-8: line 2 holds the byte B0. Save it again as CSV in UTF-8.",
    );
  });
  it("refuses UTF-16, nothing, zero bytes, and a file without columns", () => {
    const said = (b: Uint8Array) => {
      const read = readWeatherFile(b);
      return read.ok ? "" : read.message;
    };
    expect(said(new Uint8Array([0xff, 0xfe, 0x64, 0]))).toContain("UTF-16");
    expect(said(new Uint8Array())).toBe("The file is empty.");
    expect(said(bytes("date,tmin,tmax\0,rain\n"))).toContain("zero bytes");
    expect(said(bytes("just a sentence\nand another\n"))).toContain("three or more columns");
    expect(said(new Uint8Array(3_000_001).fill(65))).toContain("allowed are 3000000");
  });
});
