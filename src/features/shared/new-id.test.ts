import { describe, expect, it, vi } from "vitest";
import { z } from "zod";
import { newId } from "./new-id";

describe("newId", () => {
  it("is a new UUID of version 4 each time, without crypto.randomUUID", () => {
    vi.stubGlobal("crypto", { getRandomValues: crypto.getRandomValues.bind(crypto) });
    const ids = Array.from({ length: 200 }, newId);
    vi.unstubAllGlobals();
    expect(new Set(ids).size).toBe(200);
    for (const id of ids) expect(z.uuidv4().safeParse(id).success, id).toBe(true);
  });
  it("sets version and variant where the random bytes have others", () => {
    // all ones: byte 6 keeps its low half under version 4, byte 8 its low six bits under variant 10
    vi.stubGlobal("crypto", { getRandomValues: (bytes: Uint8Array) => bytes.fill(255) });
    expect(newId()).toBe("ffffffff-ffff-4fff-bfff-ffffffffffff");
    vi.unstubAllGlobals();
  });
});
