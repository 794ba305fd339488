"use client";

import { formatDay } from "@/core/dates";
import { Button } from "@/ui/button";
import { Link } from "../shared/link";

export interface FieldSign {
  planId: string;
  farm: string;
  field: string;
  product: string;
  kind: string;
  active: string;
  hazards: string;
  reEntryHours: number | null;
  doneOn: string | null;
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
        <span className="text-soft">Hang one at every gate and path; take it down when the time is over.</span>
      </p>
      <section aria-label="Sign for the field" className="grid gap-6 border-4 border-ink bg-sheet p-8 text-[22px]">
        <h1 className="text-center text-[56px] font-bold leading-none">Do not enter</h1>
        <p className="text-center text-[30px] font-semibold">
          {s.field}, {s.farm}
        </p>
        <p>
          Treated with {s.product}, a {s.kind} ({s.active}).
        </p>
        <p>
          On {s.doneOn ? <b>{formatDay(s.doneOn, true)}</b> : <Blank />}, until <Blank /> o'clock.
        </p>
        <p className="border-y-2 border-ink py-3 text-[30px] font-bold">
          {s.reEntryHours === null
            ? "Nobody goes in before the leaves are dry and the label's time is over."
            : s.reEntryHours === 0
              ? "Nobody goes in before the product has dried or lies still."
              : `Nobody goes in for ${s.reEntryHours} hours after that.`}
        </p>
        <p>
          Again from <Blank />, <Blank /> o'clock. Children and animals stay out; nothing is picked or eaten from here.
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
