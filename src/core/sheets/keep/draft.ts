import { minus, over, times } from "../../figure/expression";
import { computed, quantity, resultOf } from "../../figure/figure";
import { keepWay } from "../keep-way";
import type { PlanParts } from "../plan";
import type { Draft } from "../sheet";
import type { KeepPart } from "./part";

/** The way to dry or cure, and the masses that a hectare's harvest goes through: dry matter stays, water goes. */
export function draftKeep(draft: Draft<Pick<PlanParts, "harvest">>): KeepPart {
  const { context, decisions, facts, parts } = draft;
  const { guide, product } = context.crop;
  const { keep } = guide;
  const way = keepWay(draft);
  const { cutPct, endUse, safePct } = parts.harvest;
  const dried = cutPct !== null && safePct !== null;
  const target = context.input("target", "target");
  const storedPct = dried ? Math.min(cutPct, safePct) : null;
  const dry = times(target, minus(1, quantity("its moisture", product.moisturePct, "%")));
  const atMoisture = (label: string, at: string, pct: number | null) =>
    computed(label, "t/ha of mass", pct === null ? times(target) : over(dry, minus(1, quantity(at, pct, "%"))));
  const asCut = atMoisture("Harvested weight", "moisture at cutting", dried ? cutPct : null);
  const stored = atMoisture("Weight in store", "moisture in store", storedPct);
  const water = computed(
    "Water to remove",
    "t/ha of mass",
    minus(resultOf("mass as cut", asCut), resultOf("mass in store", stored)),
  );
  // what is picked over and over stands there a picking at a time
  const pickings = product.picking?.times.typical ?? 1;
  const room = computed(
    "Storage volume needed",
    "m³ stored",
    over(
      times(resultOf("mass in store", stored), quantity("area", facts.field.areaHa, "ha")),
      quantity("mass of a cubic metre", keep.bulkKgPerM3.typical, "kg/m³", {
        basis: { kind: "source", text: context.source(keep.bulkKgPerM3.source) },
      }),
      ...(pickings > 1 ? [quantity("pickings", pickings, "")] : []),
    ),
    "For the whole field at its target; with room to walk and for air besides.",
  );
  if (dried) {
    context.show("keep.asCut", asCut);
    context.show("keep.water", water);
  }
  context.show("keep.room", room);
  return {
    wayId: way?.id ?? null,
    wayName: way?.name ?? "",
    chosen: way !== null && decisions.keep?.wayId === way.id,
    asCutTPerHa: asCut.value,
    waterTPerHa: water.value,
    storedTPerHa: stored.value,
    roomM3: room.value,
    silage: null,
    airToC: way?.airToCByUse?.[endUse] ?? way?.airToC ?? null,
  };
}
