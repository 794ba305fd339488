"use client";

import dynamic from "next/dynamic";
import { addDays, formatDay } from "@/core/dates";
import { limitInWords } from "@/core/guides/quality-measures";
import { Link } from "../../../shared/link";
import { DecidedChoice } from "../../inputs/decided-choice";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine, SheetHead } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";
import { ByProducts } from "./by-products";
import { Carting } from "./carting";
import { HarvestWays } from "./harvest-ways";
import { HarvestWindow } from "./harvest-window";
import { SampledYield } from "./sampled-yield";
import { TakenOff } from "./taken-off";

/** Walks the stages of each planting: fetched where a product is picked or sold fresh. */
const Batches = dynamic(() => import("./batches").then((m) => m.Batches));

/** Sheet 7: what for, how moist, which way, which day, and the signs that say so. */
export function HarvestSheet() {
  const { plan, facts } = usePlanModel();
  if (!plan) return null;
  const { guide, kind, product } = plan.crop;
  const harvested = facts.harvested?.find((h) => h.crop === guide.id);
  const { harvest } = guide;
  const quality = product.quality.filter((q) => q.endUse === plan.harvest.endUse);
  const ready = plan.stages.find((s) => s.id === harvest.at.from);
  const readyOn = ready && addDays(ready.date, harvest.at.usual);
  return (
    <div>
      <SheetHead title="Harvest" about="the day, the way, what waiting costs; the field decides on the day" />
      {harvested && (
        <DecisionLine
          what="Harvested"
          hint={`${harvested.loads} ${harvested.loads === 1 ? "load" : "loads"}, last on ${formatDay(harvested.lastOn)}`}
          value={<FigureValue id="harvest.yield" decimals={2} />}
          leads={
            <Link href="/season/stores" className="text-action underline underline-offset-2">
              Stores and loads
            </Link>
          }
        />
      )}
      {kind.endUses.length > 1 && (
        <DecisionLine
          what="Grown for"
          value={
            <DecidedChoice
              path="harvest/endUse"
              label="Grown for"
              value={plan.harvest.endUse}
              usual={kind.endUses[0] as string}
              options={kind.endUses.map((use) => ({ value: use, label: use }))}
            />
          }
          leads={
            quality.length > 0 ? (
              <ul>
                {quality.map((q) => (
                  <li key={q.what}>
                    {limitInWords(q)}; else {q.ifMissed}
                  </li>
                ))}
              </ul>
            ) : (
              <span className="text-soft">the guide knows no limits of this use</span>
            )
          }
        />
      )}
      {harvest.moisturePct && (
        <DecisionLine
          what="Harvest at"
          hint="moisture of the grain"
          value={
            <DecidedNumber
              path="harvest/cutPct"
              label="Moisture at harvest"
              value={plan.harvest.cutPct}
              dimension="percent"
              decimals={1}
              width="3em"
            />
          }
          leads={
            <>
              ripe from {harvest.moisturePct.physiological} % on, keeps at {plan.harvest.safePct} %
              {plan.harvest.pointsToDry > 0 && plan.figures["keep.drying"] && (
                <>
                  ; drying <FigureValue id="keep.drying" decimals={0} />
                </>
              )}
              {plan.harvest.shiftDays !== 0 && (
                <>
                  ; <FigureValue id="harvest.shift" decimals={0} /> to the guide&apos;s date
                </>
              )}
            </>
          }
        />
      )}
      <TakenOff />
      <ByProducts />
      {(product.picking || product.standsDays) && <Batches />}
      <Carting />
      <HarvestWays />
      <h3 className="mt-2 border-b border-line pb-1 text-base">The day</h3>
      <HarvestWindow />
      <h3 className="mt-2 border-b border-line pb-1 text-base">Signs</h3>
      <p className="py-1 text-[13px] text-soft">
        {readyOn && `About ${formatDay(readyOn)} by the plan. `}Look at {harvest.sample}.
      </p>
      <ul className="grid gap-1">
        {harvest.signs.map((s) => (
          <li key={s.id}>
            {s.observe}: <span className="font-medium">{s.readyWhen}</span>
            <span className="text-[13px] text-soft">
              {s.showsBefore > 0 ? `, shows about ${s.showsBefore} days before` : ", last of all"}
              {s.byHand && `; ${s.byHand}`}
            </span>
          </li>
        ))}
      </ul>
      <SampledYield />
      <p className="mt-1 text-[13px]">{harvest.care}.</p>
    </div>
  );
}
