/** Pictures keep their picture and lose what cameras write beside it. */

import { describe, expect, it } from "vitest";
import { pictureOnly } from "./jpeg";

const segment = (marker: number, text: string) => {
  const body = new TextEncoder().encode(text);
  return [0xff, marker, (body.length + 2) >> 8, (body.length + 2) & 255, ...body];
};
const START = [0xff, 0xd8];
const SCAN = [...segment(0xda, "head"), 1, 2, 0xff, 0x00, 3, 0xff, 0xd9];
const jpeg = (...parts: number[][]) => new Uint8Array(parts.flat());

describe("a photo", () => {
  it("loses place, device, comments and what hangs behind it, and keeps the picture", () => {
    const whole = jpeg(
      START,
      segment(0xe0, "JFIF"),
      segment(0xe1, "Exif GPS 47.1 11.2"),
      segment(0xfe, "a comment"),
      segment(0xdb, "table"),
      SCAN,
      [9, 9, 9],
    );
    expect(pictureOnly(whole)).toEqual(jpeg(START, segment(0xe0, "JFIF"), segment(0xdb, "table"), SCAN));
    expect(new TextDecoder("latin1").decode(pictureOnly(whole) as Uint8Array)).not.toContain("GPS");
  });
  it("is none where it is something else, or cut off", () => {
    expect(pictureOnly(new TextEncoder().encode("<svg onload=alert(1)>"))).toBeNull();
    expect(pictureOnly(new Uint8Array())).toBeNull();
    expect(pictureOnly(jpeg(START, segment(0xdb, "table")))).toBeNull();
    expect(pictureOnly(jpeg(START, [0xff, 0xdb, 0xff, 0xff, 1]))).toBeNull();
    expect(pictureOnly(jpeg(START, SCAN.slice(0, -2)))).toBeNull();
    // its own clean picture is itself
    const clean = jpeg(START, SCAN);
    expect(pictureOnly(clean)).toEqual(clean);
  });
});
