/** A licence to stand for treatments. */

import type { IsoDate } from "../dates";

export interface Licence {
  number: string;
  /** empty where only the number was written down */
  issuer: string;
  /** the last day; null where none is written down */
  endsOn: IsoDate | null;
}

/** Whether a licence holds on a day. Example: one that ends on 2027-03-31 holds on that day. */
export const licenceHolds = ({ endsOn }: Pick<Licence, "endsOn">, day: IsoDate): boolean =>
  endsOn === null || day <= endsOn;
