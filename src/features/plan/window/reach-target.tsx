"use client";

import { usePlanModel } from "../plan-context";

/** The chance of reaching the target at the planned date; opens the sowing window. */
export function ReachTarget({ onOpen }: { onOpen: () => void }) {
  const { plan, facts } = usePlanModel();
  const seasons = plan?.rehearsal.rehearsed;
  return (
    <div className="grid grid-cols-[1fr_auto_3.2em] items-baseline gap-2 py-[3px]">
      <dt>Chance of reaching it</dt>
      <dd className="text-right">
        <button type="button" className="opens" onClick={onOpen} title="Sowing window and target (w)">
          {!facts.climate ? "no station" : seasons ? `${Math.round(seasons.chancePct)} %` : "not known"}
          {seasons && <span className="sr-only">{` of ${seasons.seasons} simulated seasons`}</span>}
          <span className="sr-only">. Open the sowing window</span>
        </button>
      </dd>
      <dd />
    </div>
  );
}
