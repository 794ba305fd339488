/** The ids of a plan's figures: one that is not of these shapes does not compile. */

import type { NutrientId } from "../nutrients";
import type { SheetId } from "../sheet-ids";

export const SILAGE_FIGURES = [
  "mass",
  "volume",
  "length",
  "hours",
  "roller",
  "bales",
  "sap",
  "from",
  "fed",
  "days",
  "face",
] as const;
type GroundFigure = "fuel" | "hours" | "cost" | "cover";

export type FigureId =
  | "target"
  | "yield.expect"
  | "yield.bad"
  | "yield.water"
  | "yield.kindFit"
  | "yield.ownFit"
  | `ground.${GroundFigure}`
  | "soil.targetPh"
  | "soil.lime"
  | "soil.limeCost"
  | "soil.gypsum"
  | "soil.gypsumNow"
  | "soil.leaching"
  | "seed.targetPlants"
  | "seed.tgw"
  | "seed.germination"
  | "seed.emergence"
  | "seed.unitMass"
  | "seed.rowSpacing"
  | "seed.inRowSpacing"
  | "seed.plantsPerStation"
  | "seed.stations"
  | "seed.gaps"
  | "seed.depth"
  | "seed.seedsPerM2"
  | "seed.units"
  | "seed.planted"
  | `silage.${(typeof SILAGE_FIGURES)[number]}`
  | "seed.soakedRate"
  | `harvest.byProduct.${string}`
  | "seed.stands"
  | "seed.sources"
  | "seed.rate"
  | "seed.bought"
  | "seed.order"
  | "seed.handbookPlants"
  | "seed.gPerCoulter"
  | "seed.gInAll"
  | "seed.nurseryArea"
  | "seed.trays"
  | "seed.unitHarvested"
  | "seed.unitUsual"
  | "seed.diameter"
  | "seed.grade"
  | "seed.substrate"
  /** by component of a mixture */
  | `seed.mix.${string}`
  | "feed.mineralN"
  | "feed.mineralisation"
  | "feed.recovery"
  | "feed.residueN"
  | `feed.${NutrientId}`
  | `feed.manure.${NutrientId}`
  | `feed.supplied.${NutrientId}`
  /** by split */
  | `feed.split.${string}`
  /** by operation and product */
  | `feed.dose.${string}.${string}`
  | "feed.cost"
  | `water.${"efficiency" | "flow" | "head" | "power" | "use" | "net" | "gross" | "volume" | "hours" | "energy" | "leaching" | "pipe" | "nitrogen" | "stressDays" | "yield" | "yieldSeason"}`
  | "harvest.moisture"
  | "harvest.shift"
  | "harvest.yield"
  | "harvest.carting"
  | "harvest.straw"
  | "harvest.strawWorth"
  | "keep.drying"
  | "keep.asCut"
  | "keep.water"
  | "keep.room"
  | `money.${SheetId}`
  | "money.cost"
  | "money.output"
  | "money.margin"
  | "money.marginExpected"
  | "money.marginBad"
  | "money.marginHarvested"
  | "money.breakEvenYield"
  | "money.breakEvenPrice";

/** Figures that are shown beside the plan and are not issued with it. */
export type AsideId =
  /** by tillage system */
  | `system.${string}.${GroundFigure}`
  /** by tillage system and pass */
  | `pass.${string}.${string}.${"fuel" | "rate"}`
  | `feed.over.${NutrientId}`
  /** nitrogen before it was held at the crop's limit */
  | "feed.asked"
  /** by school of the nitrogen rate */
  | `feed.school.${string}`
  | `feed.bags.${string}.${string}`;
