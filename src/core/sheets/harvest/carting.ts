import { plus, times } from "../../figure/expression";
import { computed, quantity } from "../../figure/figure";
import { type Haulage, haulage } from "../../harvest/haulage";
import type { PlanParts } from "../plan";
import type { Draft } from "../sheet";
import { harvestWay } from "./chosen-way";
import { USUAL_HAUL, USUAL_HAUL_BY_HAND } from "./usual-figures";
import { hoursOfWay } from "./ways";

/** Carting beside the machine; nothing where nobody knows how far it is. */
export function carting({ context, decisions, facts, targetTPerHa }: Draft, cutPct: number | null): Haulage | null {
  const { field } = facts;
  const own = decisions.harvest?.haul ?? {};
  const km = own.km ?? field.outletKm;
  if (km === null) return null;
  const usual = field.handWork ? USUAL_HAUL_BY_HAND : USUAL_HAUL;
  const way = harvestWay({ context, decisions, facts });
  const hours = hoursOfWay(way, field);
  const tPerHa =
    cutPct === null ? targetTPerHa : (targetTPerHa * (100 - context.crop.product.moisturePct)) / (100 - cutPct);
  const found = context.take(
    "harvest",
    haulage({
      haPerHour: hours > 0 ? 1 / hours : 1,
      tPerHa: tPerHa * (1 + (way.soilPct ?? 0) / 100),
      areaHa: field.areaHa,
      km,
      trailerT: own.trailerT ?? usual.trailerT,
      kmPerH: own.kmPerH ?? usual.kmPerH,
      turnMin: own.turnMin ?? usual.turnMin,
    }),
  );
  return found?.value ?? null;
}

/** Minor money units a hectare: hours on the road x driver and tractor. */
export function cartingCost({ context, facts, parts }: Draft<Pick<PlanParts, "harvest">>): number {
  const { carting } = parts.harvest;
  if (!carting) return 0;
  const { labourPerH, otherMachinePerH } = facts.prices;
  const cost = computed(
    "Haulage cost",
    "money/ha",
    times(
      quantity("hours on the road", carting.hoursPerHa, "h/ha"),
      plus(quantity("driver", labourPerH / 100, "money/h"), quantity("tractor", otherMachinePerH / 100, "money/h")),
    ),
  );
  context.show("harvest.carting", cost);
  return cost.value * 100;
}
