/** The shape of a kind of a crop: when it is sown and comes off, what its development waits for, what it is grown for. */

import { z } from "zod";
import { id, patch, ranged } from "./schema-parts";

const monthDay = z.string().regex(/^-?\d{2}-\d{2}$/);
/**
 * A customary sowing window in a zone of the north: from, best and until as month and day, "-" before the month for the
 * calendar year before the harvest year. In the south the same lies half a year apart.
 */
const sowingWindow = z.strictObject({
  zone: z.string(),
  days: z.tuple([monthDay, monthDay, monthDay]),
  /** only for these planting methods; for all where absent */
  methods: z.array(z.string()).optional(),
  /** when what is sown in it is customarily off the field there: from, usual and until; of a zone that is named */
  harvested: z.tuple([monthDay, monthDay, monthDay]).optional(),
  latenessLossPctPerDay: z.number().min(0),
  source: z.string(),
});

export const kind = z.strictObject({
  id,
  name: z.string(),
  type: z.enum(["winter", "spring", "facultative", "short season", "long season", "any"]),
  breeding: z.enum(["line", "hybrid", "open-pollinated", "clone"]),
  maturityDays: ranged,
  windows: z.array(sowingWindow).min(1),
  vernalisationDays: z
    .strictObject({
      effectiveDays: z.number().positive(),
      /** a day counts while its mean lies between */
      minC: z.number(),
      maxC: z.number(),
      /** the stage from which the crop no longer waits for cold */
      until: z.string(),
      source: z.string(),
    })
    .optional(),
  /** development between the first stage and `until` goes at none of its rate at the critical day length, all of it at the saturating one */
  dayLength: z
    .strictObject({ criticalH: z.number(), saturatedH: z.number(), until: z.string(), source: z.string() })
    .optional(),
  endUses: z.array(z.string()).min(1),
  /** planting methods it is grown by and products it is grown for, the usual one first; all of the guide's where absent */
  methods: z.array(z.string()).min(1).optional(),
  products: z.array(z.string()).min(1).optional(),
  note: z.string(),
  patch,
});
