"use client";

import { useEffect, useId, useRef, useState } from "react";

export type Reading<T> = { ok: true; value: T } | { ok: false; message: string };

/**
 * A value edited in place. What is typed is read on every keystroke: a good reading is handed on at once; a bad one
 * stays as typed, with the reason under it, and changes nothing. Emptied, it goes back to the default, where there is one.
 */
export function WrittenValue<T>({
  text,
  read,
  onValue,
  onClear,
  onCommit,
  onLeave,
  label,
  suffix,
  width = "6.5em",
  align = "right",
  disabled = false,
  type = "text",
}: {
  text: string;
  read: (typed: string) => Reading<T>;
  onValue: (value: T) => void;
  onClear?: () => void;
  /** one leaves it after typing, with what was read */
  onCommit?: (value: T) => void;
  /** one leaves it with what stands there read */
  onLeave?: () => void;
  label: string;
  suffix?: string;
  width?: string;
  align?: "left" | "right";
  disabled?: boolean;
  type?: "text" | "date";
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const id = useId();
  // a value that changed elsewhere (undo, a repair) replaces what was typed, unless that could not be read
  // biome-ignore lint/correctness/useExhaustiveDependencies: only the shown text decides
  useEffect(() => {
    if (document.activeElement !== input.current && problem === null) setTyped(null);
  }, [text]);

  const take = (value: string) => {
    setTyped(value);
    if (value.trim() === "" && onClear) {
      setProblem(null);
      onClear();
      return;
    }
    const reading = read(value);
    setProblem(reading.ok ? null : reading.message);
    if (reading.ok) onValue(reading.value);
  };
  return (
    <span className="inline-block align-baseline">
      <span className="inline-flex items-baseline gap-1">
        <input
          ref={input}
          type={type}
          className={`writes ${align === "right" ? "text-right" : "text-left"}`}
          style={{ width }}
          value={typed ?? text}
          disabled={disabled}
          aria-label={label}
          aria-invalid={problem !== null}
          aria-describedby={problem ? id : undefined}
          autoComplete="off"
          spellCheck={false}
          onFocus={(event) => type === "text" && event.currentTarget.select()}
          onChange={(event) => take(event.currentTarget.value)}
          onBlur={() => {
            if (problem !== null) return;
            const reading = typed === null || typed.trim() === "" ? null : read(typed);
            if (reading?.ok) onCommit?.(reading.value);
            setTyped(null);
            onLeave?.();
          }}
          onKeyDown={(event) => {
            if (event.key === "Escape" && typed !== null) {
              event.stopPropagation();
              setTyped(null);
              setProblem(null);
            }
            if (event.key === "Enter") event.currentTarget.blur();
          }}
        />
        {suffix && <span className="text-[12px] text-soft">{suffix}</span>}
      </span>
      {problem && (
        <span id={id} role="alert" className="block max-w-[22em] text-left text-[12px] text-stop">
          {problem}
        </span>
      )}
    </span>
  );
}
