"use client";

import { useUnits } from "../../../shared/units";
import { SheetHead } from "../../decision-line";
import { usePlanModel } from "../../plan-context";
import { LATER } from "../guide-notes";

/** Sheet 5 for now: when water matters most, and operations by days and stage. */
export function WaterSheet() {
  const { plan } = usePlanModel();
  const { number } = useUnits();
  if (!plan) return null;
  const { guide } = plan.crop;
  const stage = (id: string) => guide.stages.find((s) => s.id === id)?.name ?? id;
  const { low, high } = guide.climate.seasonWaterMm;
  return (
    <div>
      <SheetHead title="Water" about={LATER} />
      <ul className="grid gap-1 py-1">
        <li>{`A season uses ${number(low, 0)} to ${number(high, 0)} mm.`}</li>
        <li>Critical stages: {guide.water.criticalStages.map(stage).join(", ")}.</li>
        {guide.water.yieldResponse.length > 0 && (
          <li>
            A tenth less water costs:{" "}
            {guide.water.yieldResponse
              .map((r) => `${number(10 * r.ky, 0)} % of the yield at "${stage(r.stage)}"`)
              .join(", ")}
            .
          </li>
        )}
        <li>Stop: {guide.water.stop}.</li>
        {guide.water.standing.map((s) => (
          <li key={s.fromStage}>
            From {stage(s.fromStage)}: {s.depthCm > 0 ? `${s.depthCm} cm of water` : "drained"}, {s.why}.
          </li>
        ))}
        <li className="text-soft">{guide.water.risks}.</li>
      </ul>
    </div>
  );
}
