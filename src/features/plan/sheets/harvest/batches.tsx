"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { addDays, formatDay } from "@/core/dates";
import { type PlannedBatch, plannedBatches } from "@/core/sheets/harvest/batches";
import { Button } from "@/ui/button";
import { send } from "../../../shared/send";
import { useUnits } from "../../../shared/units";
import { WrittenDate } from "../../../shared/written-date";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";

/** Makes a plan of each planting: this one becomes the first, the others are started as it is. */
function InTurn({ batches }: { batches: PlannedBatch[] }) {
  const { planId, revision, isSaved, facts } = usePlanModel();
  const router = useRouter();
  const [said, setSaid] = useState<string | null>(null);
  const make = async () => {
    setSaid("Starting the plans ...");
    const plantings = batches.map(({ areaHa, planting }) => ({
      areaHa: Math.round(areaHa * 10_000) / 10_000,
      plantingOn: planting,
    }));
    const reply = await send("POST /api/plans/{id}/plantings", { path: { id: planId }, body: { revision, plantings } });
    if (!reply.ok) return setSaid(reply.reason);
    router.push(`/fields/${facts.field.id}`);
    router.refresh();
  };
  return (
    <p className="mt-1">
      <Button disabled={!isSaved} onClick={() => void make()}>
        Plan each of the {batches.length}
      </Button>{" "}
      <span className="text-[13px]" role="status">
        {said ?? "this plan becomes the first of them"}
      </span>
    </p>
  );
}

/** Weeks that a wish lasts where nobody says; assumption. */
const USUAL_WEEKS = 8;

/** So much a week: the plantings that give it one after the other, each with its days, area, plants and hours. */
export function Batches() {
  const { plan, facts, decisions, set, editable } = usePlanModel();
  const { show, number } = useUnits();
  if (!plan?.harvestDate) return null;
  const wish = decisions.harvest?.wish ?? {};
  const from = wish.from ?? plan.harvestDate;
  const to = wish.to ?? addDays(from, USUAL_WEEKS * 7 - 1);
  const made = wish.kgPerWeek ? plannedBatches(plan, facts, { kgPerWeek: wish.kgPerWeek, from, to }) : null;
  const day = (end: "from" | "to", value: string) => (
    <WrittenDate
      label={`Wish, ${end}`}
      day={value}
      today={facts.today}
      near={plan?.plantingDate ?? facts.today}
      disabled={!editable}
      check={(d) => (end === "to" && d < from ? `The end lies before ${formatDay(from, true)}` : null)}
      onDay={(d) => set(`harvest/wish/${end}`, d)}
      onClear={() => set(`harvest/wish/${end}`, undefined)}
    />
  );
  return (
    <>
      <DecisionLine
        what="Wanted per week"
        hint="plantings in turn are worked out for it"
        value={
          <DecidedNumber
            path="harvest/wish/kgPerWeek"
            label="Wanted per week"
            value={wish.kgPerWeek}
            dimension="mass"
            width="4.5em"
          />
        }
        leads={
          <span className="grid grid-cols-[auto_1fr] items-baseline gap-x-2">
            from {day("from", from)} to {day("to", to)}
          </span>
        }
      />
      {made && !made.ok && (
        <p role="alert" className="py-1 text-[13px] text-stop">
          {made.errors.map((e) => e.message).join("; ")}
        </p>
      )}
      {made?.ok && (
        <div className="overflow-x-auto py-1">
          <table className="w-full text-[13px]" aria-label="Successional plantings">
            <thead className="text-left text-soft">
              <tr>
                {plan.crop.method.nursery && <th className="pr-3 font-normal">Sow</th>}
                <th className="pr-3 font-normal">Plant</th>
                <th className="pr-3 font-normal">Picking from</th>
                <th className="pr-3 font-normal">to</th>
                <th className="pr-3 text-right font-normal">Area</th>
                <th className="pr-3 text-right font-normal">Plants</th>
                <th className="pr-3 text-right font-normal">Stock</th>
                <th className="pr-3 text-right font-normal">Pickings</th>
                <th className="pr-3 text-right font-normal">of</th>
                <th className="text-right font-normal">Hours each</th>
              </tr>
            </thead>
            <tbody>
              {made.value.batches.map((b) => (
                <tr key={b.from} className="border-t border-line">
                  {plan.crop.method.nursery && <td className="pr-3">{b.sowing && formatDay(b.sowing)}</td>}
                  <td className="pr-3">{formatDay(b.planting)}</td>
                  <td className="pr-3">{formatDay(b.from)}</td>
                  <td className="pr-3">{formatDay(b.to)}</td>
                  <td className="pr-3 text-right">{show(b.areaHa, "area")}</td>
                  <td className="pr-3 text-right">{number(b.plants, 0)}</td>
                  <td className="pr-3 text-right">{show(b.stockKg, "mass")}</td>
                  <td className="pr-3 text-right">{b.pickings}</td>
                  <td className="pr-3 text-right">{show(b.kgAPicking, "mass", 0)}</td>
                  <td className="text-right">{number(b.pickingHours, 1)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-1 text-[13px]">
            {made.value.batches.length} {made.value.batches.length === 1 ? "planting" : "plantings"} on{" "}
            {show(made.value.areaHa, "area")} of this field&apos;s {show(plan.areaHa, "area")}.
          </p>
          {made.value.gaps.map((g) => (
            <p key={g.from} className="mt-1 border-l-[3px] border-advise pl-2 text-[13px]">
              Nothing from {formatDay(g.from)} to {formatDay(g.to)}: no planting inside of the window is ready then.
            </p>
          ))}
          <p className="mt-1 text-[12px] text-soft">
            Area = the wish between two pickings / what a hectare gives at one (the target over all pickings, each as
            large: an assumption). Dates by the stages that each planting day leads to in this climate&apos;s mean;
            stock with its reserve. Each planting is a part of this field with a plan of its own.
          </p>
          {editable && made.value.batches.length > 1 && <InTurn batches={made.value.batches} />}
        </div>
      )}
    </>
  );
}
