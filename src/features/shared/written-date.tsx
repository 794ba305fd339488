"use client";

import { useEffect, useId, useState } from "react";
import { formatDay, type IsoDate } from "@/core/dates";
import { readTypedDate } from "@/core/typed-date";
import { DateField } from "@/ui/date-field";

/**
 * A day edited in place: typed as one writes it ("6 oct", "in 3 weeks") or picked, shown like everywhere else. It is handed on
 * when one leaves the box, presses Enter or picks; what cannot be read stays with the reason under it.
 */
export function WrittenDate({
  label,
  name = label,
  day,
  today,
  near = today,
  onDay,
  onClear,
  check,
  onBad,
  disabled = false,
}: {
  label: string;
  /** how a message names it */
  name?: string;
  day: IsoDate | null;
  today: IsoDate;
  /** where no day stands yet, the one whose season a day without a year is meant in */
  near?: IsoDate;
  onDay: (day: IsoDate) => void;
  onClear?: () => void;
  /** why a day cannot be, or null */
  check?: (day: IsoDate) => string | null;
  /** told where no day can be read: a form that is sent by a button must not send the one before */
  onBad?: () => void;
  disabled?: boolean;
}) {
  const id = useId();
  const shown = day ? formatDay(day, true) : "";
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  // a day that changed elsewhere (undo, a repair) replaces what was typed, unless that could not be read
  // biome-ignore lint/correctness/useExhaustiveDependencies: only the day decides
  useEffect(() => {
    if (problem === null) setTyped(null);
  }, [day]);
  const take = (text: string) => {
    if (text.trim() === "" && onClear) {
      setProblem(null);
      setTyped(null);
      onClear();
      return;
    }
    const read = readTypedDate(text, today, name, day ?? near);
    const why = read.ok ? (check?.(read.value) ?? null) : (read.errors[0]?.message ?? `${name}: no date`);
    setProblem(why);
    if (!read.ok || why) {
      onBad?.();
      return;
    }
    setTyped(null);
    if (read.value !== day) onDay(read.value);
  };
  if (disabled)
    return (
      <span>
        <span className="sr-only">{label}: </span>
        {shown}
      </span>
    );
  return (
    <span className="inline-block align-baseline">
      <DateField
        id={id}
        label={label}
        text={typed ?? shown}
        read={(text) => {
          const read = readTypedDate(text, today, name, day ?? near);
          return read.ok ? read.value : null;
        }}
        shown={(iso) => formatDay(iso, true)}
        onText={(text, picked) => {
          setTyped(text);
          // a whole date and one that was picked need no leaving
          if (picked || /^\d{4}-\d{2}-\d{2}$/.test(text)) take(text);
        }}
        onLeave={() => typed !== null && take(typed)}
        today={today}
        problem={problem ?? undefined}
        named
      />
      {problem && (
        <span id={`${id}-problem`} role="alert" className="block max-w-[22em] text-left text-[12px] text-stop">
          {problem}
        </span>
      )}
    </span>
  );
}
