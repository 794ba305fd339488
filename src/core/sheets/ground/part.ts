import type { PassTool, SystemPass } from "../../ground/systems";

export interface PlannedPass extends SystemPass {
  tools: PassTool[];
  fuelLPerHa: number;
  hoursPerHa: number;
  draftKnPerM: number | null;
  /** minor money units */
  costPerHa: number;
}

export interface SystemSummary {
  id: string;
  name: string;
  fit: "default" | "suits" | "harms";
  why: string;
  /** planted into ground that was not worked */
  plantsUnworked: boolean;
  fuelLPerHa: number;
  hoursPerHa: number;
  costPerHa: number;
  coverPct: number;
  deepestCm: number;
  passes: PlannedPass[];
}

/** Sheet 1: the tillage systems that the guide knows, each summed over its passes, and the one chosen. */
export interface GroundPart {
  chosen: SystemSummary;
  compared: SystemSummary;
  all: SystemSummary[];
}
