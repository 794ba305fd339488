import { describe, expect, it } from "vitest";
import { passwordProblem } from "./passwords";

describe("passwordProblem", () => {
  it("counts characters as a person does", () => {
    expect(passwordProblem("gorse+barn")).toBeNull();
    expect(passwordProblem("gorse+bar")).toBe("Password: 9 characters given, allowed are 10 to 128.");
    expect(passwordProblem("🌾🌾🌾🌾🌾🌾🌾🌾🌾")).toContain("9 characters given");
    expect(passwordProblem(`${"gorse barn ".repeat(11)}x`.slice(0, 128))).toBeNull();
    expect(passwordProblem("x".repeat(129))).toContain("129 characters given");
  });
  it.each([
    "password123",
    "Password 1234",
    "1234567890",
    "qwertyuiop",
    "football2026",
    "dragondragon",
    "aaaaaaaaaa",
    "abcabcabcabc",
  ])("refuses %s", (password) => {
    expect(passwordProblem(password)).toContain("among the first that are tried");
  });
  it.each(["harvest by weights", "four rooks on a gate", "Zw8!kloosterveen"])("takes %s", (password) => {
    expect(passwordProblem(password)).toBeNull();
  });

  it("refuses what holds one's mail, name or practice, and no word that anybody might use", () => {
    const whose = { email: "imre.c@castellan.example", name: "Imre Castellan", practice: "Castellan Field Advice" };
    for (const password of ["castellan-gorse-9", "IMRE under gorse", "gorse imre.c barn", "castellan field advice"])
      expect(passwordProblem(password, whose), password).toMatch(
        /^Password: it holds "(imre|castellan|imrec)", which stands/,
      );
    expect(passwordProblem("a field of good advice", whose)).toBeNull();
    // two letters are in many words
    expect(passwordProblem("gorse barn light", { name: "Li Wu" })).toBeNull();
  });
});
