"use client";

import { type ComponentProps, useId } from "react";

/** A line to write on with its name above, what it is for below, and what is wrong with it. */
export function TextField({
  label,
  help,
  problem,
  ...props
}: ComponentProps<"input"> & { label: string; help?: string; problem?: string | undefined }) {
  const id = useId();
  return (
    <span className="grid gap-1">
      <label htmlFor={id} className="text-[13px] text-soft">
        {label}
      </label>
      <input
        id={id}
        aria-invalid={problem !== undefined}
        aria-describedby={problem ? `${id}-problem` : help ? `${id}-help` : undefined}
        {...props}
        className={`writes text-left font-normal ${props.className ?? ""}`}
      />
      {help && !problem && (
        <span id={`${id}-help`} className="text-[12px] text-soft">
          {help}
        </span>
      )}
      {problem && (
        <span id={`${id}-problem`} role="alert" className="text-[12px] text-stop">
          {problem}
        </span>
      )}
    </span>
  );
}
