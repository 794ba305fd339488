import type { Silage } from "../../keep/silage";

/** Sheet 8: how it is dried or cured, and what that makes of a hectare's harvest. */
export interface KeepPart {
  wayId: string | null;
  wayName: string;
  /** somebody chose it: the guide's own text does not speak of it */
  chosen: boolean;
  /** as it is cut, the water that goes, and what is stored [t/ha] */
  asCutTPerHa: number;
  waterTPerHa: number;
  storedTPerHa: number;
  /** room of the whole field's harvest [m3] */
  roomM3: number;
  /** warmest air for this use [C]; null where the way has no warmed air */
  airToC: number | null;
  /** what is made into silage, and what it is reckoned with; null where nothing is */
  silage: (Silage & { widthM: number; heightM: number; tPerHour: number; cutDryPct: number; baleDryKg: number }) | null;
}
