import { implementOf } from "../../ground/implements";
import { CONSERVATION_COVER_PCT } from "../../ground/residue-cover";
import { change } from "../decisions";
import type { Check } from "../sheet";
import { round, sentence } from "../words";

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
      `${chosen.name} does not suit ${guide.name.toLowerCase()}.`,
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
      `The compacted layer ends at ${layer} cm; the deepest pass goes to ${chosen.deepestCm} cm.`,
      "Loosen 3 to 5 cm below its lower edge, when the soil there is dry enough to shatter; never when the subsoil is wet.",
      deepest && tool && implementOf(tool.implement).loosens
        ? [
            {
              label: `${deepest.name} at ${layer + 4} cm`,
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
      `Residue cover after sowing is ${round(chosen.coverPct)} %.`,
      `${CONSERVATION_COVER_PCT} % is the usual line for conservation tillage; below it bare soil slakes and washes more easily.`,
    );
}
