"use client";

import type { Application } from "@/core/records/notes/spray-application";
import { CLOCK, WIND_FROM } from "@/core/records/notes/spray-application-words";
import type { Dimension } from "@/core/units/units";
import { Pick } from "@/ui/pick";
import { useUnits } from "../shared/units";

/** How a treatment was put on, as it is being written. */
export const NOTHING_WRITTEN = {
  operator: "",
  from: "",
  to: "",
  wind: "",
  windFrom: "",
  temperature: "",
  area: "",
  water: "",
  equipment: "",
  batch: "",
};
type Written = typeof NOTHING_WRITTEN;
type Key = keyof Written;

const NAMES: Record<Key, string> = {
  operator: "Operator",
  from: "From",
  to: "To",
  wind: "Wind",
  windFrom: "Wind from",
  temperature: "Temperature",
  area: "Area treated",
  water: "Water",
  equipment: "Equipment",
  batch: "Batch",
};
const DIMENSIONS: Partial<Record<Key, { dimension: Dimension; min: number; max: number }>> = {
  wind: { dimension: "wind", min: 0, max: 40 },
  temperature: { dimension: "temperature", min: -30, max: 60 },
  area: { dimension: "area", min: 0.0001, max: 100_000 },
  water: { dimension: "volumePerArea", min: 1, max: 10_000 },
};

/** "6.30", "6:30" and "0630" as 06:30; as typed where it is no hour. */
const asClock = (typed: string): string => {
  const found = /^(\d{1,2})[:.h]?(\d{2})$/.exec(typed.trim());
  return found ? `${(found[1] as string).padStart(2, "0")}:${found[2]}` : typed.trim();
};

/** What was written as a record, or what is wrong with it: the field, what was given and what is allowed. */
export function useReadApplication(): (written: Written) => Application | { problem: string } {
  const { read } = useUnits();
  return (written) => {
    const numbers: Partial<Record<Key, number | null>> = {};
    for (const [key, { dimension, min, max }] of Object.entries(DIMENSIONS) as [
      Key,
      (typeof DIMENSIONS)[Key] & object,
    ][]) {
      if (written[key].trim() === "") {
        numbers[key] = null;
        continue;
      }
      const reading = read(NAMES[key], dimension, { min, max })(written[key]);
      if (!reading.ok) return { problem: reading.message };
      numbers[key] = reading.value;
    }
    if (numbers.wind === null) return { problem: "Wind: nothing given, allowed is 0 to 40 m/s in your unit" };
    for (const key of ["operator", "from", "to"] as const)
      if (written[key].trim() === "")
        return {
          problem: `${NAMES[key]}: nothing given, allowed is ${key === "operator" ? "a name" : "an hour and minute, such as 06:30"}`,
        };
    const [from, to] = [asClock(written.from), asClock(written.to)];
    for (const [key, clock] of [
      ["from", from],
      ["to", to],
    ] as const)
      if (!CLOCK.test(clock))
        return { problem: `${NAMES[key]}: ${written[key]} given, allowed is an hour and minute, such as 06:30` };
    if (to < from) return { problem: `To: ${to} given, allowed is ${from} or later` };
    return {
      operator: written.operator.trim(),
      from,
      to,
      windMs: numbers.wind as number,
      windFrom: WIND_FROM.find((w) => w === written.windFrom) ?? null,
      tempC: numbers.temperature ?? null,
      treatedHa: numbers.area ?? null,
      waterLPerHa: numbers.water ?? null,
      equipment: written.equipment.trim(),
      batch: written.batch.trim(),
    };
  };
}

/** Who put a treatment on, from when to when, in which wind: the law asks for them; the rest where it differs from the plan. */
export function ApplicationForm({ written, onWritten }: { written: Written; onWritten: (written: Written) => void }) {
  const { split } = useUnits();
  const line = (key: Key, width: string, hint = "") => {
    const asked = DIMENSIONS[key];
    return (
      <label className="flex items-baseline gap-3">
        <span className="w-24 text-soft">{NAMES[key]}</span>
        <input
          aria-label={NAMES[key]}
          className={`writes ${width} ${asked ? "text-right" : "text-left"}`}
          inputMode={asked ? "decimal" : undefined}
          maxLength={200}
          value={written[key]}
          onChange={(event) => onWritten({ ...written, [key]: event.currentTarget.value })}
        />
        <span className="text-[12px] text-soft">
          {asked ? split(1, asked.dimension).unit : ""} {hint}
        </span>
      </label>
    );
  };
  return (
    <fieldset className="grid gap-3">
      <legend className="mb-2 font-semibold">As it was put on</legend>
      {line("operator", "w-44")}
      {line("from", "w-20", "such as 06:30")}
      {line("to", "w-20")}
      {line("wind", "w-20")}
      <span className="flex items-baseline gap-3">
        <span className="w-24 text-soft">{NAMES.windFrom}</span>
        <Pick
          aria-label={NAMES.windFrom}
          value={written.windFrom}
          empty="not noted"
          options={WIND_FROM.map((value) => ({ value, label: value }))}
          onChange={(event) => onWritten({ ...written, windFrom: event.currentTarget.value })}
        />
      </span>
      {line("temperature", "w-20")}
      {line("area", "w-20", "empty: the whole field")}
      {line("water", "w-20", "empty: as planned")}
      {line("equipment", "w-44")}
      {line("batch", "w-44")}
    </fieldset>
  );
}
