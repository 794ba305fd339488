"use client";

import { sampleYield } from "@/core/harvest/sample-yield";
import { WrittenValue } from "@/ui/written-value";
import { useUnits } from "../../../shared/units";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";

/** Places that were cut and weighed before harvest: what the field will bring, with how sure that is. */
export function SampledYield() {
  const { plan, decisions, set, editable } = usePlanModel();
  const { show, number } = useUnits();
  if (!plan) return null;
  const own = decisions.harvest?.sample ?? {};
  const dried = plan.harvest.safePct !== null;
  const found =
    own.massesG && own.massesG.length > 0
      ? sampleYield({
          massesG: own.massesG,
          areaM2: own.areaM2 ?? 1,
          sampleMoisturePct: dried ? (own.moisturePct ?? null) : null,
          standardMoisturePct: plan.crop.product.moisturePct,
        })
      : null;
  return (
    <DecisionLine
      what="Sample cut and weighed"
      hint="grams of each place"
      value={
        <span className="inline-flex flex-wrap items-baseline justify-end gap-x-2">
          <WrittenValue
            label="Weights of the places"
            text={(own.massesG ?? []).map((g) => number(g)).join("; ")}
            suffix="g off"
            width="9em"
            disabled={!editable}
            read={readWeights}
            onValue={(list) => set("harvest/sample/massesG", list)}
            onClear={() => set("harvest/sample/massesG", undefined)}
          />
          <DecidedNumber
            path="harvest/sample/areaM2"
            label="Size of a place"
            value={own.areaM2 ?? 1}
            dimension="count"
            suffix={dried ? "m² at" : "m²"}
            width="2.6em"
          />
          {dried && (
            <DecidedNumber
              path="harvest/sample/moisturePct"
              label="Moisture of the sample"
              value={own.moisturePct ?? null}
              dimension="percent"
              width="2.6em"
            />
          )}
        </span>
      }
      leads={
        found?.ok ? (
          <>
            <b>{show(found.value.tPerHa, "yield", 2)}</b>
            {found.value.ci
              ? `, ${show(found.value.ci[0], "yield", 1)} to ${show(found.value.ci[1], "yield", 1)} with 95 % confidence`
              : ", of one place: no interval"}
            {dried && own.moisturePct === undefined && (
              <span className="text-soft"> as weighed: type its moisture</span>
            )}
          </>
        ) : (
          <span className="text-soft">written one after another: 412; 388; 455</span>
        )
      }
    />
  );
}

/** Weights written one after another, between semicolons, spaces or new lines. */
function readWeights(text: string): { ok: true; value: number[] } | { ok: false; message: string } {
  const parts = text.split(/[;\s]+/).filter(Boolean);
  const list = parts.map((p) => Number(p.replace(",", ".")));
  const bad = parts.find((_, i) => !Number.isFinite(list[i]) || (list[i] as number) < 0);
  if (bad !== undefined)
    return { ok: false, message: `Weights: "${bad}" given, allowed are numbers from 0 on, in grams` };
  if (list.length > MOST_PLACES)
    return { ok: false, message: `Weights: ${list.length} given, allowed are up to ${MOST_PLACES}` };
  return { ok: true, value: list };
}

const MOST_PLACES = 100;
