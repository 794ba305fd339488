"use client";

import { containerPlanting } from "@/core/establish/containers";
import { Disclosure } from "@/ui/disclosure";
import { useUnits } from "../../../shared/units";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecidedWhole } from "../../inputs/decided-whole";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";

/** A box to begin with [L]; assumption. */
const USUAL_VOLUME_L = 40;

/** What pots, boxes or bags carry of this crop, beside the field or for what is left of the stock. */
export function Containers() {
  const { plan, decisions } = usePlanModel();
  const { number, show } = useUnits();
  if (!plan) return null;
  const { guide, method } = plan.crop;
  const need = guide.containers;
  const { seed } = plan;
  if (!need || seed.by === "standing") return null;
  const own = decisions.seed?.containers;
  const volumeL = own?.volumeL ?? USUAL_VOLUME_L;
  const unitsPerPlant = seed.unitsPerM2 ? seed.unitsPerM2 / seed.targetPlantsPerM2 : 1;
  const found = containerPlanting({
    volumeL,
    count: own?.count ?? 1,
    litresPerPlant: need.litresPerPlant.typical,
    unitsPerPlant,
    plantsPerM2: seed.targetPlantsPerM2,
    yieldTPerHa: plan.targetTPerHa,
  });
  const unit = method.stock.by === "unit" ? `${method.stock.unit}s` : "seeds";
  return (
    <Disclosure first={own !== undefined} summary="In pots, boxes or bags" className="py-1.5">
      <DecisionLine
        what="Containers"
        hint={`${show(need.litresPerPlant.low, "volume", 1)} to ${show(need.litresPerPlant.high, "volume", 1)} a plant, ${show(need.depthCm, "length", 0)} deep or more`}
        value={
          <span className="inline-flex flex-wrap justify-end gap-x-2">
            <DecidedWhole
              path="seed/containers/count"
              label="Number of containers"
              value={own?.count ?? 1}
              most={999_999}
              suffix=""
            />
            of
            <DecidedNumber
              path="seed/containers/volumeL"
              label="Growing medium per container"
              value={volumeL}
              dimension="volume"
              width="3.4em"
            />
          </span>
        }
        leads={
          found.ok ? (
            found.value.plantsEach === 0 ? (
              <span className="text-stop">too small for one plant</span>
            ) : (
              <span>
                {number(found.value.plantsEach, 0)} plants in each, {number(found.value.plants, 0)} in all:{" "}
                {number(found.value.units, 0)} {unit}, {show(found.value.earthL, "volume", 0)} of earth, about{" "}
                {show(found.value.harvestKg, "mass", found.value.harvestKg < 10 ? 1 : 0)}
              </span>
            )
          ) : (
            <span className="text-stop">{found.errors.map((e) => e.message).join("; ")}</span>
          )
        }
      />
      <p className="text-[12px] text-soft">
        A plant gives there what it gives in the field at the target, as long as it is watered by hand daily in warm
        weather and fed little and often; holes in the bottom, new earth or another family each year. Not counted in the
        plan.
      </p>
    </Disclosure>
  );
}
