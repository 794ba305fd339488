/** How fast water leaves a soil, as a field record says it. */
export const DRAINAGES = ["free", "moderate", "poor"] as const;
export type Drainage = (typeof DRAINAGES)[number];
