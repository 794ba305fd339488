import type { IsoDate } from "../../dates";
import type { AskedSeason } from "../../rehearsal/course";
import type { Limit } from "../../rehearsal/outcome";

/** What a plan comes to over its simulated seasons, rehearsed day by day. */
export interface RehearsalPart {
  /** the middle of the seasons, with what no walk sees counted in; by the guide, the site and own yields alone where nothing was rehearsed */
  expectedTPerHa: number;
  /** null where no season could be rehearsed, with why */
  rehearsed: RehearsedSeasons | null;
  /** what the walks were asked, so that a page can vary one thing of it */
  asked: AskedSeason | null;
  why: "no climate" | "no planting date" | "does not ripen" | null;
}

export interface RehearsedSeasons {
  seasons: number;
  meanTPerHa: number;
  /** one season in five yields less */
  badTPerHa: number;
  /** what light and warmth allow, unfitted to what crops of the kind usually make of it; mean of the seasons */
  potentialTPerHa: number;
  /** of reaching the target */
  chancePct: number;
  /** what takes most of what light would allow, the most first [t/ha, mean of the seasons] */
  heldBackBy: { limit: Limit; tPerHa: number }[];
  /** what lack of water costs [t/ha], and the growth that water allows of that without lack [%], means of the seasons */
  lostToWaterTPerHa: number;
  /** of what the crop would use without lack, what it uses [%], mean of the seasons' sums */
  usedPct: number;
  waterPct: number;
  /** day of harvest: one season in ten before, the middle, one in ten after; null where half of them do not ripen */
  harvest: [early: IsoDate, middle: IsoDate, late: IsoDate] | null;
  /** means of the seasons: given, below the roots */
  irrigationMm: number;
  drainedMm: number;
  /** nitrogen [kg/ha]: below the roots before planting and after, set free under the crop, in the crop at harvest */
  leachedKgPerHa: number;
  leachedUnderKgPerHa: number;
  setFreeKgPerHa: number;
  takenUpKgPerHa: number;
  /** of what the fit is the product: the kind, and the field's own yields */
  kindFit: number;
  ownFit: number;
}
