/** Salt and sodium of a plan: what the crop keeps, water that leaches, gypsum that takes sodium's place. */

import { atMost } from "../../figure/expression";
import { computed, type Known, quantity } from "../../figure/figure";
import { gypsumRequirement } from "../../soil/gypsum";
import { espFromSar, leachingWater } from "../../soil/reclaim";
import { salinityYield } from "../../soil/salinity";
import { bulkDensityTPerM3 } from "../../soil/texture";
import type { Draft } from "../sheet";
import type { SaltPart } from "./part";

/** Sodium from which a soil is sodic, and to which gypsum brings it [% of the exchange capacity]; USDA Handbook 60, and usual practice. */
export const SODIC_ESP_PCT = 15;
const TARGET_ESP_PCT = 8;
/** Depth that gypsum is reckoned for [cm], and most of it in one dressing [t/ha]; assumptions. */
const GYPSUM_DEPTH_CM = 30;
const MOST_GYPSUM_T_PER_HA = 5;
const GYPSUM_PURITY_PCT = 85;

export function draftSalt({ context, facts, decisions }: Draft): SaltPart {
  const { soilTest: test, field } = facts;
  const none: SaltPart = {
    relativeYieldPct: null,
    leachingMm: null,
    espPct: null,
    gypsumTPerHa: 0,
    gypsumThisSeasonTPerHa: 0,
  };
  if (!test) return none;
  const { salinity, rootingDepthCm } = context.crop.guide.soil;
  const salt =
    test.ecE === null
      ? null
      : context.take(
          "soil",
          salinityYield({ ecE: test.ecE, thresholdEc: salinity.thresholdDsM, slopePctPerDsM: salinity.slopePctPerDsM }),
        );
  const leaching =
    test.ecE !== null && test.ecE > salinity.thresholdDsM
      ? context.take(
          "soil",
          leachingWater(
            {
              ecE: test.ecE,
              wantedEcE: salinity.thresholdDsM,
              depthCm: rootingDepthCm.typical,
              textureClass: field.textureClass,
              organicMatterPct: test.organicMatterPct,
            },
            {
              wantedEcE: {
                basis: { kind: "source", text: `what the crop bears; ${context.source(salinity.source)}` },
              },
              depthCm: {
                basis: { kind: "source", text: `its rooted depth; ${context.source(rootingDepthCm.source)}` },
              },
            },
          ),
        )
      : null;
  if (leaching?.figures.mm) context.show("soil.leaching", leaching.figures.mm);
  const espPct = test.espPct ?? (test.sar === null ? null : espFromSar(test.sar));
  const part: SaltPart = {
    ...none,
    relativeYieldPct: salt?.value.relativeYieldPct ?? null,
    leachingMm: leaching?.value.mm ?? null,
    espPct,
  };
  const chosen = decisions.soil?.gypsum ?? {};
  const target = chosen.targetEspPct ?? TARGET_ESP_PCT;
  if (espPct === null || espPct < SODIC_ESP_PCT || espPct <= target) return part;
  if (test.cecCmolPerKg === null) return { ...part, gypsumTPerHa: null };
  const known = (entered: number | undefined, assumed: string): Known => ({
    basis: entered === undefined ? { kind: "assumption", text: assumed } : { kind: "decided", text: "entered" },
  });
  const measured = (text: string): Known => ({ basis: { kind: "measured", text } });
  const need = context.take(
    "soil",
    gypsumRequirement(
      {
        espPct,
        targetEspPct: target,
        cecCmolPerKg: test.cecCmolPerKg,
        depthCm: chosen.depthCm ?? GYPSUM_DEPTH_CM,
        bulkDensityTPerM3: bulkDensityTPerM3(field.textureClass),
        purityPct: chosen.purityPct ?? GYPSUM_PURITY_PCT,
      },
      {
        espPct: measured(test.espPct === null ? `soil test, from its SAR of ${test.sar}` : "soil test"),
        cecCmolPerKg: measured("soil test"),
        targetEspPct: known(chosen.targetEspPct, "usual; well under the 15 % from which a soil is sodic"),
        depthCm: known(chosen.depthCm, "the layer that roots and water pass first"),
        bulkDensityTPerM3: { basis: { kind: "assumption", text: "by texture; not measured" } },
        purityPct: known(chosen.purityPct, "usual of mined gypsum; the supplier declares it"),
      },
    ),
  );
  if (!need?.figures.productTPerHa) return part;
  const gypsumTPerHa = context.use("soil.gypsum", need.figures.productTPerHa);
  const gypsumThisSeasonTPerHa = Math.min(gypsumTPerHa, MOST_GYPSUM_T_PER_HA);
  if (gypsumThisSeasonTPerHa < gypsumTPerHa)
    context.show(
      "soil.gypsumNow",
      computed(
        "Gypsum this season",
        "t gypsum/ha",
        atMost(
          context.input("soil.gypsum", "gypsum needed"),
          quantity("most in one dressing", MOST_GYPSUM_T_PER_HA, "t gypsum/ha", {
            basis: { kind: "assumption", text: "usual" },
          }),
        ),
      ),
    );
  return { ...part, gypsumTPerHa, gypsumThisSeasonTPerHa };
}
