import { implementOf } from "../../ground/implements";
import { CONSERVATION_COVER_PCT } from "../../ground/residue-cover";
import { q, span } from "../../units/told";
import { change } from "../decisions";
import type { Check } from "../sheet";
import { sentence } from "../words";

/** Loosening breaks a layer from this far below it on [cm]. */
const BELOW_THE_LAYER_CM = 3;

export function checkGround({ plan, facts, add }: Check): void {
  const { chosen, all } = plan.ground;
  const { guide } = plan.crop;
  if (chosen.fit === "harms") {
    const better = all.find((s) => s.fit === "default");
    add(
      "advise",
      "ground.harms",
      `${chosen.name} is not suitable for ${guide.name.toLowerCase()}.`,
      sentence(chosen.why),
      better ? [{ label: better.name, changes: [change("ground/systemId", better.id)] }] : [],
    );
  }
  const layer = facts.field.compactionDepthCm;
  if (layer !== null && chosen.deepestCm < layer + BELOW_THE_LAYER_CM) {
    const deepest = chosen.passes.find((p) => p.tools[0]?.depthCm === chosen.deepestCm);
    const tool = deepest?.tools[0];
    add(
      "advise",
      "ground.compaction",
      `The deepest pass (${q(chosen.deepestCm, "cm")}) stops above the lower edge of the compacted layer (${q(layer, "cm")}).`,
      `Loosen to ${span(layer + BELOW_THE_LAYER_CM, layer + 5, "cm")}, and only when the soil there is dry enough to shatter. Loosening wet subsoil makes it worse.`,
      deepest && tool && implementOf(tool.implement).loosens
        ? [
            {
              label: `${deepest.name} at ${q(layer + 4, "cm")}`,
              changes: [change(`ground/passes/${deepest.id}/depthCm`, layer + 4)],
            },
          ]
        : [],
    );
  }
  // under plants that stand leaves cover the ground, not residue
  if (plan.seed.by !== "standing" && guide.ground.shaping === "flat" && chosen.coverPct < CONSERVATION_COVER_PCT)
    add(
      "hint",
      "ground.cover",
      `Residue cover after sowing will be ${q(chosen.coverPct, "%", 0)}; conservation tillage starts at ${CONSERVATION_COVER_PCT} %.`,
      "Bare soil caps and erodes more easily. For more cover use fewer or shallower passes, or leave straw on the field.",
    );
}
