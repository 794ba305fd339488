/** What an operation is, for everything that treats some unlike others. */
export const OPERATION_ROLES = [
  "till",
  "lime",
  "amend",
  "manure",
  "feed",
  "prepare",
  "nursery",
  "plant",
  "look",
  "weed",
  "treat",
  "irrigate",
  "drain",
  "tend",
  "harvest",
  "thresh",
  "dry",
  "cure",
  "store",
] as const;
export type OperationRole = (typeof OPERATION_ROLES)[number];
