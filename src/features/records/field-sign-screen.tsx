"use client";

import { addDays, formatDay } from "@/core/dates";
import { Button } from "@/ui/button";
import { Link } from "../shared/link";

interface FieldSign {
  planId: string;
  farm: string;
  field: string;
  product: string;
  kind: string;
  active: string;
  hazards: string;
  reEntryHours: number | null;
  doneOn: string | null;
  /** days of the label between treatment and harvest; null where it names none */
  harvestDays: number | null;
}

/** What hangs at the gate until the re-entry time is over: large enough to be read from a path, filled in by hand. */
export function FieldSignScreen({ sign: s }: { sign: FieldSign }) {
  return (
    <div className="mx-auto max-w-[800px] px-4 py-4">
      <p className="mb-3 flex flex-wrap items-baseline gap-3 print:hidden">
        <Link href={`/plans/${s.planId}`} className="text-action underline underline-offset-2">
          Back to the plan
        </Link>
        <Button onClick={() => window.print()}>Print</Button>
        <span className="text-soft">Hang one at every gate and path; take it down when entry is allowed again.</span>
      </p>
      <section aria-label="Re-entry notice" className="grid gap-6 border-4 border-ink bg-sheet p-8 text-[22px]">
        <h1 className="text-center text-[56px] font-bold leading-none">Do not enter</h1>
        <p className="text-center text-[30px] font-semibold">
          {s.field}, {s.farm}
        </p>
        <p>
          Treated with {s.product}, a {s.kind} ({s.active}).
        </p>
        <p>
          Spraying finished: {s.doneOn ? <b>{formatDay(s.doneOn, true)}</b> : <Blank />} at <Blank />.
        </p>
        <p className="border-y-2 border-ink py-3 text-[30px] font-bold">
          {s.reEntryHours
            ? `No entry for ${s.reEntryHours} hours.`
            : s.reEntryHours === 0
              ? "No entry before the product has dried or settled."
              : "No entry before the re-entry time of the label is over and the leaves are dry."}
        </p>
        <p>
          Entry allowed from: <Blank /> at <Blank />. Keep children and animals out.
        </p>
        <p>
          Do not pick or eat anything here before:{" "}
          {s.doneOn && s.harvestDays !== null ? (
            <b>{formatDay(addDays(s.doneOn, s.harvestDays), true)}</b>
          ) : (
            <>
              <Blank />
              {s.harvestDays !== null && ` (harvest interval ${s.harvestDays} days)`}
            </>
          )}
          .
        </p>
        {s.hazards && <p>{s.hazards}</p>}
        <p>
          Call <Blank wide />
        </p>
      </section>
    </div>
  );
}

const Blank = ({ wide = false }: { wide?: boolean }) => (
  <span aria-hidden className={`inline-block border-b-2 border-ink align-baseline ${wide ? "w-80" : "w-36"}`} />
);
