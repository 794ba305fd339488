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
});
