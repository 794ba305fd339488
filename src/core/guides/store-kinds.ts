/** Kinds of places in which produce is kept. */
export const STORE_KINDS = {
  bin: "Bin or silo",
  floor: "Floor of a shed",
  cold: "Cold room",
  crates: "Crates or boxes",
  sacks: "Sacks",
  hung: "Hung in bunches",
  clamp: "Clamp or pit",
} as const;
export type StoreKind = keyof typeof STORE_KINDS;
export const STORE_KIND_IDS = Object.keys(STORE_KINDS) as [StoreKind, ...StoreKind[]];
