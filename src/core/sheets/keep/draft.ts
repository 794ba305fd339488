import { computed } from "../../figure";
import { keepWay } from "../keep-way";
import type { Draft } from "../sheet";

/** The way to dry or cure, and the masses that a hectare's harvest goes through: dry matter stays, water goes. */
export function draftKeep(draft: Draft): void {
  const { context, decisions, facts, parts, targetTPerHa } = draft;
  const { guide, product } = context.crop;
  const { keep } = guide;
  const way = keepWay(draft);
  const { cutPct, endUse, safePct } = parts.harvest;
  const dried = cutPct !== null && safePct !== null;
  const dryT = targetTPerHa * (1 - product.moisturePct / 100);
  const asCut = dried ? dryT / (1 - cutPct / 100) : targetTPerHa;
  const storedPct = dried ? Math.min(cutPct, safePct) : null;
  const stored = storedPct === null ? targetTPerHa : dryT / (1 - storedPct / 100);
  // what is picked over and over stands there a picking at a time
  const pickings = product.picking?.times.typical ?? 1;
  const roomM3 = (1000 * stored * facts.field.areaHa) / keep.bulkKgPerM3.typical / pickings;
  parts.keep = {
    wayId: way?.id ?? null,
    wayName: way?.name ?? "",
    chosen: way !== null && decisions.keep?.wayId === way.id,
    asCutTPerHa: asCut,
    waterTPerHa: asCut - stored,
    storedTPerHa: stored,
    roomM3,
    silage: null,
    airToC: way?.airToCByUse?.[endUse] ?? way?.airToC ?? null,
  };
  if (dried && storedPct !== null) {
    context.show(
      "keep.asCut",
      computed(
        "Harvested weight",
        asCut,
        "t/ha of mass",
        "target x (100 - its moisture) / (100 - moisture at cutting)",
        [
          { label: "target", value: targetTPerHa, unit: "t/ha" },
          { label: "its moisture", value: product.moisturePct, unit: "%" },
          { label: "moisture at cutting", value: cutPct, unit: "%" },
        ],
      ),
    );
    context.show(
      "keep.water",
      computed("Water to remove", asCut - stored, "t/ha of mass", "mass as cut - mass in store", [
        { label: "mass as cut", value: asCut, unit: "t/ha of mass" },
        { label: `mass in store at ${storedPct} %`, value: stored, unit: "t/ha of mass" },
      ]),
    );
  }
  context.show(
    "keep.room",
    computed(
      "Storage volume needed",
      roomM3,
      "m³ stored",
      pickings > 1
        ? "mass in store x area x 1000 / mass of a cubic metre / pickings"
        : "mass in store x area x 1000 / mass of a cubic metre",
      [
        { label: "mass in store", value: stored, unit: "t/ha of mass" },
        { label: "area", value: facts.field.areaHa, unit: "ha" },
        {
          label: "mass of a cubic metre",
          value: keep.bulkKgPerM3.typical,
          unit: "kg/m³",
          basis: { kind: "source", text: context.source(keep.bulkKgPerM3.source) },
        },
        ...(pickings > 1 ? [{ label: "pickings", value: pickings }] : []),
      ],
      "For the whole field at its target; with room to walk and for air besides.",
    ),
  );
}
