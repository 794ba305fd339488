import { computed } from "../../figure";
import { type Haulage, haulage } from "../../harvest/haulage";
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
export function cartingCost({ context, facts, parts }: Draft): number {
  const { carting } = parts.harvest;
  if (!carting) return 0;
  const { labourPerH, otherMachinePerH } = facts.prices;
  const cost = carting.hoursPerHa * (labourPerH + otherMachinePerH);
  context.show(
    "harvest.carting",
    computed("Haulage cost", cost / 100, "money/ha", "hours on the road x (driver + tractor)", [
      { label: "hours on the road", value: carting.hoursPerHa, unit: "h/ha" },
      { label: "driver", value: labourPerH / 100, unit: "money/h" },
      { label: "tractor", value: otherMachinePerH / 100, unit: "money/h" },
    ]),
  );
  return cost;
}
