import { z } from "zod";
import { isoDate, name } from "./parts";

/** A licence as it is written down now: who issued it goes with it. */
export const licenceRecord = z.strictObject({
  number: name.max(80),
  issuer: name.max(200),
  endsOn: isoDate.nullable().default(null),
});
