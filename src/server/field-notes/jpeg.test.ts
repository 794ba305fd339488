/** Pictures keep their picture and lose what cameras write beside it. */

import sharp from "sharp";
import { describe, expect, it } from "vitest";
import { pictureOnly } from "./jpeg";

const picture = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: { r: 40, g: 120, b: 60 } } });
const latin = (bytes: Uint8Array | null) => new TextDecoder("latin1").decode(bytes ?? new Uint8Array());

describe("a photo", () => {
  it("loses place, device, comments and what hangs behind it, and keeps the picture upright", async () => {
    const whole = await picture(60, 40)
      .withExif({ IFD0: { Make: "Some Camera", ImageDescription: "47.1 N 11.2 E" } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    const tail = Buffer.concat([whole, Buffer.from("<script>alert(1)</script>")]);
    expect(latin(tail)).toMatch(/47\.1 N/);
    const kept = await pictureOnly(tail);
    expect(latin(kept)).not.toMatch(/Exif|Some Camera|47\.1 N|script/);
    // a quarter turn: what the camera held on its side stands
    expect(await sharp(kept as Uint8Array).metadata()).toMatchObject({ format: "jpeg", width: 40, height: 60 });
    const { data } = await sharp(kept as Uint8Array)
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect([data[0], data[1], data[2]].map((c, i) => Math.abs((c ?? 0) - ([40, 120, 60][i] ?? 0)) < 6)).toEqual([
      true,
      true,
      true,
    ]);
  });
  it("is none where it is something else, cut off, or larger than any camera's", async () => {
    expect(await pictureOnly(new TextEncoder().encode("<svg xmlns='http://www.w3.org/2000/svg'/>"))).toBeNull();
    expect(await pictureOnly(new Uint8Array())).toBeNull();
    expect(await pictureOnly(await picture(9, 9).png().toBuffer())).toBeNull();
    const whole = await picture(600, 400).jpeg().toBuffer();
    expect(await pictureOnly(whole.subarray(0, whole.length - 200))).toBeNull();
    const claims = Buffer.from(whole);
    // height and width of the frame (marker SOF0, behind its length and precision)
    const frame = claims.indexOf(Buffer.from([0xff, 0xc0]));
    claims.writeUInt16BE(60_000, frame + 5);
    claims.writeUInt16BE(60_000, frame + 7);
    expect(await pictureOnly(claims)).toBeNull();
  });
});
