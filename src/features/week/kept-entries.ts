/** What a device keeps until the server has it. */

import type { RipenessLook } from "@/core/records/notes/ripeness-look";
import type { ScoutPhoto } from "@/core/records/notes/scout-photo";
import type { ScoutVisit } from "@/core/records/notes/scout-visit";
import type { Application } from "@/core/records/notes/spray-application";

/** Rain of a field's own gauge. */
export interface OutgoingRain {
  kind: "rain";
  id: string;
  fieldId: string;
  day: string;
  rainMm: number;
  /** for people, not sent */
  label: string;
}

export interface Outgoing {
  id: string;
  planId: string;
  operationId: string;
  doneOn: string;
  quantityPerHa: number | null;
  note: string;
  /** of a treatment */
  application?: Application;
  /** for people, not sent */
  label: string;
}
/** Counts of a threat. */
export interface OutgoingVisit extends ScoutVisit {
  kind: "scout";
  /** for people, not sent */
  label: string;
}

/** A look at the signs of ripeness. */
interface OutgoingRipeness extends RipenessLook {
  kind: "ripeness";
  /** for people, not sent */
  label: string;
}

/** An entry that the server will not take, set aside until a person has seen why. */
export interface SetAside {
  entry: Kept;
  reason: string;
}

/** A photo of a visit, made small. */
export interface OutgoingPhoto extends ScoutPhoto {
  kind: "photo";
  /** for people, not sent */
  day: string;
  label: string;
}

export type Kept = Outgoing | OutgoingRain | OutgoingVisit | OutgoingPhoto | OutgoingRipeness;
