"use client";

import { useMemo, useState } from "react";
import { addDays, formatDay } from "@/core/dates";
import type { WeatherRule } from "@/core/guides/schema-threats";
import { pressureOf } from "@/core/sheets/protect/schools";
import { Pick } from "@/ui/pick";
import { useUnits } from "../../../shared/units";
import { usePlanModel } from "../../plan-context";

const HEIGHT = 28;
/** Share of the seasons that the strip's height stands for at least. */
const LEAST_FULL = 0.3;

/** The weather that a threat waits for: how often it comes in the simulated seasons, day by day, and how many treatments answer it. */
export function ThreatWeather({ threatId, rules }: { threatId: string; rules: readonly WeatherRule[] }) {
  const { plan, facts } = usePlanModel();
  const { number } = useUnits();
  const [ruleId, setRuleId] = useState(rules[0]?.id ?? "");
  const rule = rules.find((r) => r.id === ruleId);
  const own = plan?.protect.threats.find((t) => t.id === threatId);
  const pressure = useMemo(
    () => (plan ? pressureOf(plan, facts, threatId, ruleId) : null),
    [plan, facts, threatId, ruleId],
  );
  if (!rule || !own?.from) return null;
  if (!pressure)
    return <p className="text-soft">Without a station of the farm the weather of its time is not known.</p>;
  const { shareByDay, spells, treatments } = pressure;
  const range = ({ few, usual, many }: typeof spells) =>
    `${number(usual, 0)}${many > few ? ` (${number(few, 0)} to ${number(many, 0)})` : ""}`;
  const most = Math.max(...shareByDay);
  // rare days are drawn against three in ten, so that they do not look like a certainty
  const full = Math.max(LEAST_FULL, most);
  const peak = shareByDay.indexOf(most);
  const label =
    most > 0
      ? `In ${Math.round(100 * most)} of 100 seasons on ${formatDay(addDays(own.from, peak))}, the day of most risk`
      : "In none of the simulated seasons";
  return (
    <div className="grid gap-1 border-t border-line pt-1">
      <p className="flex flex-wrap items-baseline gap-x-2">
        Weather it waits for:{" "}
        {rules.length > 1 ? (
          <Pick
            aria-label="Weather rule"
            value={ruleId}
            options={rules.map((r) => ({ value: r.id, label: r.name }))}
            onChange={(event) => setRuleId(event.currentTarget.value)}
          />
        ) : (
          rule.name
        )}
      </p>
      <svg
        role="img"
        aria-label={label}
        viewBox={`0 0 ${shareByDay.length} ${HEIGHT}`}
        preserveAspectRatio="none"
        className="h-7 w-full border-b border-line"
      >
        {shareByDay.map((share, day) => (
          <rect
            // biome-ignore lint/suspicious/noArrayIndexKey: a day is its place
            key={day}
            x={day}
            y={HEIGHT * (1 - share / full)}
            width={0.9}
            height={(HEIGHT * share) / full}
            fill="var(--protect)"
          />
        ))}
      </svg>
      <p className="flex justify-between text-soft" aria-hidden>
        <span>{formatDay(own.from)}</span>
        <span>{label}</span>
        <span>{own.to && formatDay(own.to)}</span>
      </p>
      <p>
        Such days in the usual season: {range(spells)}. Answered each, with {rule.holdsDays} days to a treatment:{" "}
        <b>{range(treatments)}</b> {treatments.usual === 1 ? "treatment" : "treatments"} (in brackets one season in ten
        with fewer, one with more). Simulated, wet hours estimated from warmth, moisture and rain: look first.
      </p>
    </div>
  );
}
