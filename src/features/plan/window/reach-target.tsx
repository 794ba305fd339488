"use client";

import { useLoadedAtRest } from "../../shared/use-at-rest";
import { usePlanModel } from "../plan-context";

const asked = () => import("./asked-chance").then((m) => m.AskedChance);

/** The chance of reaching the target at the planned date; opens the sowing window. */
export function ReachTarget({ onOpen }: { onOpen: () => void }) {
  const { facts } = usePlanModel();
  // what asks is fetched once the page is at rest: nobody reads a chance in the first seconds
  const AskedChance = useLoadedAtRest(asked);
  return (
    <div className="grid grid-cols-[1fr_auto_3.2em] items-baseline gap-2 py-[3px]">
      <dt>Chance of reaching it</dt>
      <dd className="text-right">
        <button type="button" className="opens" onClick={onOpen} title="Sowing window and target (w)">
          {!facts.climate ? "no station" : AskedChance ? <AskedChance /> : "ask"}
          <span className="sr-only">. Open the sowing window</span>
        </button>
      </dd>
      <dd />
    </div>
  );
}
