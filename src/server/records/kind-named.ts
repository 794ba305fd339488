import type { KindId } from "@/core/records/describe";
import { isKind } from "@/core/records/kinds";
import { Refused } from "../access/access";

/** The kind of record that an address names. */
export function kindNamed(id: string | undefined): KindId {
  if (id === undefined || !isKind(id)) throw new Refused(404, `There is no list "${id}".`);
  return id;
}
