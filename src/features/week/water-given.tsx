"use client";

import { useId } from "react";
import type { WaterGiven as Irrigation } from "@/core/plan/operation";
import type { Dimension } from "@/core/units/units";
import { LOGGED_BY, type LoggedBy, waterLogged } from "@/core/water/logged-water";
import { Pick } from "@/ui/pick";
import { useUnits } from "../shared/units";

const WAYS: Record<LoggedBy, string> = {
  depth: "depth",
  hours: "hours",
  meter: "water meter",
  runs: "runs of the reel",
};
const NAMES: Record<string, string> = {
  hours: "Hours",
  runs: "Runs",
  meterFrom: "Meter before",
  meterTo: "Meter after",
  water: "Water given",
};

interface WrittenWater {
  by: LoggedBy;
  texts: Record<string, string>;
}
export const NO_WATER: WrittenWater = { by: "depth", texts: {} };

/** What was written as water a hectare: null where nothing was, or the reason why it cannot be. */
export function useReadWater(irrigation: Irrigation | null | undefined) {
  const { read, number } = useUnits();
  return (written: WrittenWater): { m3PerHa: number | null } | { problem: string } => {
    const wanted = FIELDS[irrigation ? written.by : "depth"];
    const text = (key: string) => written.texts[key]?.trim() ?? "";
    if (wanted.every(({ key }) => text(key) === "")) return { m3PerHa: null };
    const values: Record<string, number> = {};
    for (const { key, label, dimension } of wanted) {
      const reading = read(label, dimension, { min: 0 })(text(key));
      if (!reading.ok) return { problem: reading.message };
      values[key] = reading.value;
    }
    const found = waterLogged({
      by: irrigation ? written.by : "depth",
      ...values,
      flowM3PerH: irrigation?.flowM3PerH ?? 1,
      areaHa: irrigation?.areaHa ?? 1,
    });
    if (found.ok) return { m3PerHa: found.value.m3PerHa };
    const [first] = found.errors;
    return {
      problem: `${NAMES[first?.field ?? ""] ?? "Water given"}: ${typeof first?.given === "number" ? number(first.given) : first?.given} given, allowed is ${first?.allowed}`,
    };
  };
}

const FIELDS: Record<LoggedBy, { key: string; label: string; dimension: Dimension }[]> = {
  depth: [{ key: "depthMm", label: "Water given", dimension: "waterDepth" }],
  hours: [{ key: "hours", label: "Hours", dimension: "hours" }],
  meter: [
    { key: "meterFrom", label: "Meter before", dimension: "waterVolume" },
    { key: "meterTo", label: "Meter after", dimension: "waterVolume" },
  ],
  runs: [
    { key: "runs", label: "Runs", dimension: "count" },
    { key: "hours", label: "Hours of a run", dimension: "hours" },
  ],
};

/** The water that was given, as one reads it in the field. */
export function WaterGiven({
  irrigation,
  written,
  onWritten,
}: {
  irrigation: Irrigation | null | undefined;
  written: WrittenWater;
  onWritten: (written: WrittenWater) => void;
}) {
  const { unitOf, show } = useUnits();
  const read = useReadWater(irrigation);
  const id = useId();
  const by = irrigation ? written.by : "depth";
  const so = by === "depth" ? null : read(written);
  return (
    <div className="grid gap-2">
      {irrigation && (
        <span className="flex items-baseline gap-3">
          <label className="w-24 text-soft" htmlFor={id}>
            Read from
          </label>
          <Pick
            id={id}
            value={by}
            options={LOGGED_BY.map((value) => ({ value, label: WAYS[value] }))}
            onChange={(event) => onWritten({ ...written, by: event.currentTarget.value as LoggedBy })}
          />
        </span>
      )}
      {FIELDS[by].map(({ key, label, dimension }) => (
        <label key={key} className="flex items-baseline gap-3">
          <span className="w-24 text-soft">{label}</span>
          <input
            aria-label={label}
            className="writes w-28 text-right"
            inputMode="decimal"
            value={written.texts[key] ?? ""}
            onChange={(event) =>
              onWritten({ ...written, texts: { ...written.texts, [key]: event.currentTarget.value } })
            }
          />
          <span className="text-[12px] text-soft">
            {unitOf(dimension)}
            {key === "depthMm" && " out of the pipe, not at the roots; empty: as planned"}
          </span>
        </label>
      ))}
      {irrigation && by !== "depth" && (
        <p className="text-[12px] text-soft">
          {so && "m3PerHa" in so && so.m3PerHa !== null
            ? `${show(so.m3PerHa / 10, "waterDepth", 1)} out of the pipe on ${show(irrigation.areaHa, "area")}`
            : by === "meter"
              ? "two readings, before and after"
              : `at ${show(irrigation.flowM3PerH, "flow")}, as the plan has it`}
        </p>
      )}
    </div>
  );
}
