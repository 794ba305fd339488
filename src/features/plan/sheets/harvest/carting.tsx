"use client";

import { USUAL_HAUL, USUAL_HAUL_BY_HAND } from "@/core/sheets/harvest/usual-figures";
import { useUnits } from "../../../shared/units";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** How far it goes, in what: trailers that keep the machine going, loads and what carting costs. */
export function Carting() {
  const { plan, facts, decisions } = usePlanModel();
  const { number, show, unitOf } = useUnits();
  if (!plan) return null;
  const own = decisions.harvest?.haul ?? {};
  const usual = facts.field.handWork ? USUAL_HAUL_BY_HAND : USUAL_HAUL;
  const { carting } = plan.harvest;
  return (
    <DecisionLine
      what="Haulage"
      hint="to store or buyer"
      value={
        <span className="inline-flex flex-wrap items-baseline justify-end gap-x-2">
          <DecidedNumber
            path="harvest/haul/km"
            label="Distance to store or buyer"
            value={own.km ?? facts.field.outletKm}
            dimension="haul"
            suffix={`${unitOf("haul")}, in`}
            width="3em"
          />
          <DecidedNumber
            path="harvest/haul/trailerT"
            label="Load of a trailer"
            value={own.trailerT ?? usual.trailerT}
            dimension="load"
            suffix={`${unitOf("load")} at`}
            width="2.6em"
          />
          <DecidedNumber
            path="harvest/haul/kmPerH"
            label="Speed on the road"
            value={own.kmPerH ?? usual.kmPerH}
            dimension="speed"
            decimals={0}
            width="2.6em"
          />
        </span>
      }
      leads={
        carting ? (
          <>
            {carting.trailers} {carting.trailers === 1 ? "trailer keeps" : "trailers keep"} it going at{" "}
            {show(carting.flowTPerH, "load", 1)} an hour (filled in {number(carting.fillMin, 0)} min, back in{" "}
            {number(carting.roundMin, 0)}); {carting.loads} loads, <FigureValue id="harvest.carting" decimals={0} />
            {own.trailerT === undefined && <span className="text-soft"> with an assumed trailer</span>}
          </>
        ) : (
          <span className="text-soft">how far is it? then trailers and cost follow</span>
        )
      }
    />
  );
}
