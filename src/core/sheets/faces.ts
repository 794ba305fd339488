/** The faces of the nine sheets, in their working order: for pages that show a plan before the sheets that draft it are there. */

import { fitting, goodsOf, waysOfKind } from "../guides/fitting";
import type { Guide } from "../guides/schema";
import { SHEETS, type SheetId } from "../sheet-ids";
import type { Change, DecisionPath } from "./decisions";
import { feedFace } from "./feed/face";
import { groundFace } from "./ground/face";
import { harvestFace } from "./harvest/face";
import { keepFace } from "./keep/face";
import { moneyFace } from "./money/face";
import { protectFace } from "./protect/face";
import { seedFace } from "./seed/face";
import type { Face, FallsBack } from "./sheet";
import { soilFace } from "./soil/face";
import { waterFace } from "./water/face";

const BY_ID: Record<SheetId, Face> = {
  ground: groundFace,
  soil: soilFace,
  seed: seedFace,
  feed: feedFace,
  water: waterFace,
  protect: protectFace,
  harvest: harvestFace,
  keep: keepFace,
  money: moneyFace,
};

export const SHEET_FACES: readonly Face[] = SHEETS.map((id) => BY_ID[id]);

/** Decisions of no sheet that belong to one crop alone. */
const OF_THE_CROP: DecisionPath[] = [
  "targetTPerHa",
  "dates",
  "relaxed",
  "skipped",
  "materials",
  "reasons",
  "overrides",
];

/** Those that another good of the same crop has in another measure. */
const OF_THE_GOODS: DecisionPath[] = ["targetTPerHa", "reasons", "overrides"];

/** What goes back to the guide when the crop, the kind, the planting method or what is harvested becomes another. */
export function fallBack(what: keyof FallsBack): Change[] {
  const paths = SHEET_FACES.flatMap((sheet) => sheet.fallsBack[what] ?? []);
  return [...paths, ...(what === "crop" ? OF_THE_CROP : what === "product" ? OF_THE_GOODS : [])].map((path) => ({
    path,
    value: undefined,
  }));
}

/**
 * The changes by which a plan takes another kind, method or product of its crop: what was chosen for the one before goes back to the
 * guide, and where other goods are harvested the target goes with it.
 */
export function takeAnother(
  guide: Guide,
  crop: { kindId?: string | undefined; methodId?: string | undefined; productId?: string | undefined },
  what: "kind" | "method" | "product",
  id: string,
): Change[] {
  const goods = (chosen: typeof crop) => {
    const fit = fitting(guide, { kind: chosen.kindId, product: chosen.productId });
    const { products } = waysOfKind(guide, chosen.kindId);
    const product = products.find((p) => p.id === fit.product) ?? products[0];
    return product ? goodsOf(product) : "";
  };
  const path = `${what}Id` as const;
  const others = goods({ ...crop, [path]: id }) !== goods(crop);
  return [
    ...(what === "product" ? [] : fallBack(what)),
    ...(others ? fallBack("product") : []),
    { path: `crop/${path}`, value: id },
  ];
}
