/** A harvest that is made into silage: once the stand is known, since legumes in it acidify slowly. */

import { amended, type Known } from "../../figure/figure";
import { silage } from "../../keep/silage";
import { SILAGE_FIGURES } from "../../plan/figure-ids";
import type { PlanParts } from "../plan";
import type { Draft } from "../sheet";
import type { KeepPart } from "./part";

/** A pit filled by machines, and one by hand, where nobody says; and what is brought in an hour [t]. All assumptions. */
const PIT = { widthM: 6, heightM: 1.8, tPerHour: 30 };
const PIT_BY_HAND = { widthM: 2, heightM: 1.2, tPerHour: 2 };

/** Dry matter of a wrapped round bale where nobody says [kg]; assumption. */
const BALE_DRY_KG = 250;

/** Room, roller, sap and what is fed of a field's silage; nothing where the product is not kept so. */
export function datedSilage({
  context,
  decisions,
  facts,
  parts,
}: Draft<Pick<PlanParts, "harvest" | "keep" | "seed">>): KeepPart {
  const { guide, product } = context.crop;
  const kept = guide.keep.silage;
  if (!kept) return parts.keep;
  const own = decisions.keep?.silage ?? {};
  const usual = facts.field.handWork ? PIT_BY_HAND : PIT;
  const widthM = own.widthM ?? usual.widthM;
  const heightM = own.heightM ?? usual.heightM;
  const flow = parts.harvest.carting?.flowTPerH;
  const tPerHour = own.tPerHour ?? (flow && flow > 0 ? flow : usual.tPerHour);
  const legumes = (parts.seed.mixture?.legumePct ?? 0) / 100;
  const sugarPerBuffer = kept.sugarPerBuffer.typical * (1 - legumes) + kept.legumeSugarPerBuffer.typical * legumes;
  const cutDryPct = 100 - product.moisturePct;
  const massT = parts.keep.asCutTPerHa * facts.field.areaHa;
  const baleDryKg = own.baleDryKg ?? BALE_DRY_KG;
  const source = (of: { source: string }): Known => ({ basis: { kind: "source", text: context.source(of.source) } });
  const usualUnless = (entered: unknown): Known => ({
    basis: entered === undefined ? { kind: "assumption", text: "usual" } : { kind: "decided", text: "entered" },
  });
  const found = context.take(
    "keep",
    silage(
      {
        massT,
        dryMatterPct: cutDryPct,
        wiltToPct: own.wiltToPct,
        sugarPerBuffer,
        dryKgPerM3: kept.dryKgPerM3.typical,
        tPerHour,
        widthM,
        heightM,
        lossPct: kept.lossPct.typical,
        baleDryKg,
        usePerDayT: own.usePerDayT,
      },
      {
        dryKgPerM3: source(kept.dryKgPerM3),
        sugarPerBuffer: {
          basis: {
            kind: "source",
            text: `${context.source(kept.sugarPerBuffer.source)}${legumes > 0 ? `; with ${Math.round(100 * legumes)} % of legumes` : ""}`,
          },
        },
        lossPct: source(kept.lossPct),
        widthM: usualUnless(own.widthM),
        heightM: usualUnless(own.heightM),
        baleDryKg: usualUnless(own.baleDryKg),
        usePerDayT: usualUnless(own.usePerDayT),
        tPerHour:
          own.tPerHour === undefined && flow
            ? { basis: { kind: "assumption", text: "as much as the harvester cuts" } }
            : usualUnless(own.tPerHour),
      },
    ),
  );
  if (!found) return parts.keep;
  for (const id of SILAGE_FIGURES) {
    const figure = found.figures[id];
    if (figure) context.show(`silage.${id}`, figure);
  }
  const { volume } = found.figures;
  if (volume) context.show("keep.room", amended(volume, { label: "Storage volume needed" }));
  return {
    ...parts.keep,
    // rolled it takes another room than as it lies
    roomM3: found.value.volumeM3,
    silage: { ...found.value, widthM, heightM, tPerHour, cutDryPct, baleDryKg },
  };
}
