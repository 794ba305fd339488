/** Sheet 7: how the crop is cut or lifted. */
export interface HarvestPart {
  methodId: string;
  methodName: string;
  lossPct: number;
  /** points of moisture that are to be dried off; 0 where the crop is not dried */
  pointsToDry: number;
}
