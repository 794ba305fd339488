import type { IsoDate } from "../../dates";
import type { ThreatOption } from "../../guides/schema-threats";
import type { Likelihood } from "../../guides/threat-words";
import type { SignOff } from "../../plan/facts";
import type { LabelUse, ProtectionProduct } from "../../records/inputs/protection-product";
import type { LabelCrop } from "./label-crop";

export interface PlannedTreatment {
  id: string;
  threatId: string;
  product: ProtectionProduct | null;
  /** of the label; null where it names no such use */
  use: LabelUse | null;
  unit: "L" | "kg";
  ratePerHa: number;
  /** null for what is spread dry */
  waterLPerHa: number | null;
  stageId: string;
  days: number;
  /** what a licensed adviser signs, word for word */
  toSign: string;
  /** who did, and still stands for it; null where nobody does */
  signed: SignOff | null;
  /** why nobody stands for it, after its name; null where somebody does, and of what is done */
  unsigned: string | null;
}

export interface PlannedMeasure {
  id: string;
  threatId: string;
  option: ThreatOption;
}

export interface ThreatReason {
  why: string;
  /** steps of likelihood, up or down */
  by: number;
}

/** What a threat takes that was found over its threshold, and what would be done about it. */
interface ThreatFound {
  /** of the yield, after what is planned against it [%] */
  lossPct: number;
  /** share of that which the cheapest product takes away [%], and its cost with the pass [minor/ha], null where no label allows one */
  efficacyPct: number;
  costPerHa: number | null;
}

export interface PlannedThreat {
  id: string;
  from: IsoDate | null;
  to: IsoDate | null;
  likelihood: Likelihood;
  reasons: ThreatReason[];
  /** null where it was not found over its threshold */
  found: ThreatFound | null;
  /** when its first brood is there in a usual season; null where it has none */
  broodOn: IsoDate | null;
}

export interface ProtectPart {
  /** what labels have to name */
  crop: LabelCrop;
  measures: PlannedMeasure[];
  threats: PlannedThreat[];
  treatments: PlannedTreatment[];
}
