import { afterEach, describe, expect, it, vi } from "vitest";
import { passwordProblem } from "../access/passwords";
import { DEMO_PASSWORD, onlyHere } from "./demo-door";

afterEach(() => vi.unstubAllEnvs());

describe("the demo's printed password", () => {
  it.each([
    [{}, true],
    [{ HOST: "127.0.0.1" }, true],
    [{ HOST: "localhost" }, true],
    [{ HOST: "0.0.0.0" }, false],
    [{ HOST: "192.168.1.20" }, false],
    [{ HOST: "127.0.0.1", TRUSTED_PROXY: "loopback" }, false],
    [{ HOST: "0.0.0.0", DEMO_DOOR: "open" }, true],
    [{ HOST: "0.0.0.0", DEMO_DOOR: "yes" }, false],
  ])("opens for %o: %s", (env, opens) => {
    for (const name of ["HOST", "TRUSTED_PROXY", "DEMO_DOOR"]) vi.stubEnv(name, (env as Record<string, string>)[name]);
    expect(onlyHere()).toBe(opens);
  });

  it("is nobody's own", () => {
    expect(passwordProblem(DEMO_PASSWORD)).toMatch(/printed for the demo/);
  });
});
