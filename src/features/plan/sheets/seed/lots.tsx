"use client";

import type { DecisionPath } from "@/core/sheets/decisions";
import { Choice } from "@/ui/choice";
import { useUnits } from "../../../shared/units";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";

/** No further lot; ids of lots are words with a dash between them. */
const NONE: string = "-";

/** How far the lot goes of which there is only so much, and the lots that follow it. */
export function LotsInHand() {
  const { plan, facts, decisions, set, editable } = usePlanModel();
  const { show } = useUnits();
  if (!plan) return null;
  const { lots, lotId, mixture } = plan.seed;
  const { guide, kind } = plan.crop;
  const own = facts.seedLots.filter((l) => l.guideId === guide.id && l.kindId === kind.id);
  const first = own.find((l) => l.id === lotId);
  if (!first || mixture) return null;
  const more = decisions.seed?.moreLots ?? {};
  const free = own.filter((l) => l.id !== lotId && !more[l.id]);
  const shown = [first, ...own.filter((l) => l.id !== lotId && more[l.id])];
  const reach = (id: string) => lots?.find((l) => l.id === id);
  return (
    <>
      {shown.map((lot) => {
        const on = reach(lot.id);
        const path = (lot === first ? "seed/haveKg" : `seed/moreLots/${lot.id}/haveKg`) as DecisionPath;
        return (
          <DecisionLine
            key={lot.id}
            what={lot === first ? "In stock" : `then ${lot.variety}`}
            hint="empty: as much as is needed"
            value={
              <DecidedNumber
                path={path}
                label={`In hand of ${lot.variety}`}
                value={lot === first ? decisions.seed?.haveKg : more[lot.id]?.haveKg}
                dimension="mass"
                width="5em"
              />
            }
            leads={
              <span className="inline-flex flex-wrap items-baseline gap-x-3">
                {on && (
                  <span>
                    {show(on.kgPerHa, "massPerArea", 0)} goes over {show(on.areaHa, "area", 1)},{" "}
                    {show(on.orderKg, "mass", 0)}
                    {on.inHandKg !== null && on.inHandKg - on.orderKg > 1
                      ? `; ${show(on.inHandKg - on.orderKg, "mass", 0)} left`
                      : ""}
                  </span>
                )}
                {lot !== first && editable && (
                  <button
                    type="button"
                    className="text-action underline underline-offset-2"
                    onClick={() => set(`seed/moreLots/${lot.id}`, undefined)}
                  >
                    without it
                  </button>
                )}
              </span>
            }
          />
        );
      })}
      {editable && free.length > 0 && (lots || Object.keys(more).length > 0) && (
        <DecisionLine
          what="Then use another lot"
          value={
            <Choice
              label="Then use another lot"
              value={NONE}
              options={[{ value: NONE, label: "none" }, ...free.map((l) => ({ value: l.id, label: l.variety }))]}
              onChange={(id) => id !== NONE && set(`seed/moreLots/${id}`, { follows: true })}
            />
          }
        />
      )}
    </>
  );
}
