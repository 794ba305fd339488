import { z } from "zod";
import { IMPLEMENT_IDS } from "../../ground/implements";
import { minor } from "../parts";

const byImplement = z.partialRecord(z.enum(IMPLEMENT_IDS as [string, ...string[]]), minor);

/** What work and crops cost and bring, in minor units: hundredths of the currency. */
export const pricesRecord = z.strictObject({
  dieselPerL: minor,
  labourPerH: minor,
  /** tractor and implement, or a machine of its own, without fuel and driver; for machines that are not named, `otherMachinePerH` */
  machinePerH: byImplement,
  otherMachinePerH: minor,
  /** a contractor's price for a hectare */
  contractPerHa: byImplement,
  /** by "guide.product" */
  cropPerT: z.record(z.string(), minor),
  /** to dry one tonne by one point of moisture */
  dryingPerTPoint: minor,
  /** electricity or what stands for it, and water that is paid by volume */
  energyPerKwh: minor.default(0),
  waterPerM3: minor.default(0),
  /** what jobs take besides, by "id.unit" of the material: straw.t */
  materialPerUnit: z.record(z.string(), minor).default({}),
});
export type PriceList = z.infer<typeof pricesRecord>;
