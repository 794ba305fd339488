/** The demo's printed password: it opens on this machine only, and nobody may take it for an account of their own. */

export const DEMO_PASSWORD = "harvest-by-figures";
/** Who signs in to look at the demo first. */
export const DEMO_EMAIL = "imre@castellan.example";

const LOOPBACK = ["127.0.0.1", "localhost", "::1"];

/**
 * Whether the application is reached from this machine alone: no other address, no proxy before it. DEMO_DOOR=open says that
 * it may be treated so all the same: for tests, and for showing the demo where nothing else is kept.
 */
export const onlyHere = (): boolean =>
  process.env.DEMO_DOOR === "open" ||
  (LOOPBACK.includes(process.env.HOST ?? "127.0.0.1") && !process.env.TRUSTED_PROXY);
