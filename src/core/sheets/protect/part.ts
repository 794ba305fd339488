import type { SignOff } from "../../plan/facts";
import type { LabelUse, ProtectionProduct } from "../../records/protection-product";

export interface PlannedTreatment {
  id: string;
  threatId: string;
  product: ProtectionProduct | null;
  /** of the label; null where it names no such use */
  use: LabelUse | null;
  unit: "L" | "kg";
  ratePerHa: number;
  waterLPerHa: number;
  stageId: string;
  days: number;
  /** what a licensed adviser signs, word for word */
  toSign: string;
  /** who did, of these very words; null where nobody did */
  signed: SignOff | null;
}

export interface ProtectPart {
  treatments: PlannedTreatment[];
}
