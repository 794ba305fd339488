"use client";

import type { ComponentProps } from "react";
import { keepLetters } from "./keep-letters";

/** One of many in a form, by the device's own list: an open one is typed into, and a thumb reaches it on a phone. */
export function Pick({
  options,
  empty,
  ...props
}: Omit<ComponentProps<"select">, "children"> & {
  options: { value: string; label: string }[];
  /** words for no choice; absent where there must be one and one is chosen */
  empty?: string;
}) {
  return (
    <select
      onKeyDown={keepLetters}
      {...props}
      className={`writes max-w-full bg-sheet text-left ${props.className ?? ""}`}
    >
      {empty !== undefined && <option value="">{empty}</option>}
      {options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.label}
        </option>
      ))}
    </select>
  );
}
