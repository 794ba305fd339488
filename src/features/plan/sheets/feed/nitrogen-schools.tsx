"use client";

import type { DecisionPath } from "@/core/sheets/decisions";
import { NITROGEN_SCHOOLS, type NitrogenSchool } from "@/core/sheets/feed/schools";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

export const SCHOOLS: Record<NitrogenSchool, { label: string; note: string; hint: string }> = {
  rehearsed: {
    label: "Simulated seasons",
    note: "default: the dose at which the mean of this field's seasons no longer gains its price",
    hint: "what the simulated seasons pay for",
  },
  balance: {
    label: "Balance",
    note: "for the target, less what this soil gives; default without prices or a climate",
    hint: "balance of uptake, soil and manure",
  },
  fixedRate: {
    label: "Standard rate",
    note: "of crop and region, moved by the previous crop; knows neither target nor soil",
    hint: "the usual rate, less what was left",
  },
  targetYieldEquation: {
    label: "Target-yield equation",
    note: "a x target - b x soil test, by coefficients of a local calibration",
    hint: "a x target - b x soil test",
  },
  leafColour: {
    label: "Leaf colour",
    note: "a dose each time the leaf is paler than the chart's step",
    hint: "doses as the leaf asks for them",
  },
};

/** What a school lacks that gives no rate. */
const LACKS: Partial<Record<NitrogenSchool, string>> = {
  rehearsed: "no price or climate",
  targetYieldEquation: "no coefficients",
  leafColour: "no chart",
};

/** The ways to a nitrogen rate side by side, and the one that is chosen. */
export function NitrogenSchools() {
  const { plan, decisions, set, editable } = usePlanModel();
  if (!plan) return null;
  const chosen = plan.feed.nitrogenBy;
  const asked = NITROGEN_SCHOOLS.filter((id) => plan.asides[`feed.school.${id}`]);
  const by = decisions.feed?.mineralisationBy ?? plan.crop.guide.feed.mineralisationBy;
  return (
    <DecisionLine
      what="Nitrogen by"
      value={
        <span className="inline-flex flex-wrap justify-end gap-x-3">
          <Choice
            label="N calculation"
            value={chosen}
            disabled={!editable}
            options={NITROGEN_SCHOOLS.map((id) => ({ value: id, label: SCHOOLS[id].label, note: SCHOOLS[id].note }))}
            onChange={(v) => set("feed/nSchool", v === asked[0] ? undefined : v)}
          />
          <Choice
            label="Mineralisation by"
            value={by}
            disabled={!editable}
            options={[
              {
                value: "organicMatter",
                label: "Organic matter",
                note: "20 kg for each per cent at 15 C; an assumption",
              },
              {
                value: "guide",
                label: "Guide's figure",
                note: "where organic matter says little, as in flooded ground",
              },
            ]}
            onChange={(v) => set("feed/mineralisationBy", v === plan.crop.guide.feed.mineralisationBy ? undefined : v)}
          />
        </span>
      }
      leads={
        <span className="inline-flex flex-wrap gap-x-3">
          {NITROGEN_SCHOOLS.map((id) => (
            <span key={id} className={id === chosen ? "font-semibold" : ""}>
              {SCHOOLS[id].label.toLowerCase()}{" "}
              {plan.asides[`feed.school.${id}`] ? (
                <FigureValue id={`feed.school.${id}`} decimals={0} unit={false} />
              ) : (
                <span className="text-soft">{LACKS[id]}</span>
              )}
            </span>
          ))}
          {chosen === "targetYieldEquation" && (
            <Coefficients path="feed/nEquation" of="N" names={["a", "b", "soilTest"]} />
          )}
        </span>
      }
    />
  );
}

const NAMES = { a: "a", b: "b", soilTest: "soil test" };
const FROM = {
  "feed/nEquation": { a: 0, b: 0, soilTest: 0 },
  "feed/pkEquation/p2o5": { a: 0, b: 0 },
  "feed/pkEquation/k2o": { a: 0, b: 0 },
} as const;

/** Coefficients of a target-yield equation: all of them begin at nothing when the first is typed. */
export function Coefficients({
  path,
  of,
  names,
}: {
  path: "feed/nEquation" | "feed/pkEquation/p2o5" | "feed/pkEquation/k2o";
  of: string;
  names: (keyof typeof NAMES)[];
}) {
  const { decisions, set, editable } = usePlanModel();
  const stands =
    path === "feed/nEquation"
      ? decisions.feed?.nEquation
      : decisions.feed?.pkEquation?.[path === "feed/pkEquation/p2o5" ? "p2o5" : "k2o"];
  if (!stands)
    return (
      <Button look="quiet" disabled={!editable} onClick={() => set(path, FROM[path])}>
        Enter coefficients for {of}
      </Button>
    );
  return (
    <span className="inline-flex flex-wrap gap-x-2">
      {names.map((name) => (
        <span key={name}>
          {NAMES[name]}{" "}
          <DecidedNumber
            path={`${path}/${name}` as DecisionPath}
            label={`${of}, ${NAMES[name]}`}
            value={(stands as Record<string, number>)[name] ?? 0}
            dimension="count"
            suffix=""
            width="3em"
            keeps
          />
        </span>
      ))}
    </span>
  );
}
