"use client";

import type { SheetId } from "@/core/sheet-ids";
import { usePlanModel } from "../plan-context";

/** What the crop guide has to say beside a sheet, in prose. */
export function GuideNotes({ sheet }: { sheet: SheetId }) {
  const { plan } = usePlanModel();
  const notes = plan?.crop.guide.notes[sheet] ?? [];
  if (notes.length === 0) return null;
  return (
    <details className="mt-3 text-[13px]">
      <summary className="cursor-pointer text-soft">From the crop guide</summary>
      <ul className="mt-1 grid gap-0.5">
        {notes.map((note) => (
          <li key={note}>{note}.</li>
        ))}
      </ul>
    </details>
  );
}
