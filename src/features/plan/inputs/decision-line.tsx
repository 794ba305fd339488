"use client";

import type { ReactNode } from "react";

/** One line of a sheet: the decision, its value to edit, what it leads to. */
export function DecisionLine({
  what,
  hint,
  value,
  leads,
}: {
  what: ReactNode;
  hint?: ReactNode;
  value: ReactNode;
  leads?: ReactNode;
}) {
  return (
    <div className="grid grid-cols-1 items-baseline gap-x-5 gap-y-0.5 border-b border-line py-1.5 sm:grid-cols-[minmax(0,1.25fr)_minmax(0,0.95fr)_minmax(0,1.15fr)]">
      <div>
        {what} {hint && <span className="text-[12px] text-soft">{hint}</span>}
      </div>
      <div className="sm:text-right">{value}</div>
      <div className="text-[13px]">{leads}</div>
    </div>
  );
}

/** The heading of a sheet. */
export function SheetHead({ title, about }: { title: string; about: string }) {
  return (
    <div className="mb-1 flex flex-wrap items-baseline gap-x-3 border-b border-line pb-1.5">
      <h2 className="text-lg">{title}</h2>
      <p className="text-[13px] text-soft">{about}</p>
    </div>
  );
}
