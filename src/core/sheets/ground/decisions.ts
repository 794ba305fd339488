import { z } from "zod";
import { IMPLEMENT_IDS } from "../../ground/implements";

const id = z.string().min(1).max(80);
const implement = z.enum(IMPLEMENT_IDS as [string, ...string[]]);

/** Tillage system, residue, and what is unlike the usual in its passes. */
export const groundDecisions = z.strictObject({
  systemId: id.optional(),
  compareWith: id.optional(),
  residue: z.enum(["kept", "baled"]).optional(),
  passes: z
    .record(
      id,
      z.strictObject({
        depthCm: z.number().min(0).max(80).optional(),
        speedKmH: z.number().min(0.1).max(30).optional(),
        widthM: z.number().min(0.1).max(60).optional(),
        fieldEfficiencyPct: z.number().min(0.1).max(100).optional(),
        /** another tool in the place of the usual one */
        implement: implement.optional(),
        /** a tool more in the same trip */
        with: implement.optional(),
      }),
    )
    .optional(),
});
