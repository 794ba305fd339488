import type { IsoDate } from "../dates";
import type { Operation } from "./operation";

/** The day on which a crop is off: that of its last harvest, for it may be picked over and over; null while it has none. */
export function offDate(operations: readonly Pick<Operation, "role" | "date" | "doneOn">[]): IsoDate | null {
  return (
    operations
      .flatMap((o) => (o.role === "harvest" ? (o.doneOn ?? o.date ?? []) : []))
      .sort()
      .at(-1) ?? null
  );
}
