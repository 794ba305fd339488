"use client";

import { RECORD_KINDS } from "@/core/records/kinds";
import type { PracticeSteps } from "@/server/contracts";
import { Link } from "../shared/link";
import { NextSteps } from "./next-steps";

/** All lists of the practice with how much is in each, and what comes next where something is missing. */
export function RecordsIndex({ steps }: { steps: PracticeSteps }) {
  return (
    <div className="mx-auto max-w-[1100px] px-4 py-4">
      <h1 className="text-2xl">Records</h1>
      <p className="text-soft">
        What plans are drafted from. Nothing here is deleted: what is no longer used is retired.
      </p>
      <p className="mt-2">
        <Link href="/import" className="touch text-action underline underline-offset-2">
          Import from a file
        </Link>
        <span className="text-[13px] text-soft">: CSV, XLSX or GeoJSON, of any of these</span>
      </p>
      <p>
        <Link href="/treatments" className="touch text-action underline underline-offset-2">
          Spray record
        </Link>
        <span className="text-[13px] text-soft">: treatments that were done, for who inspects them</span>
      </p>
      <NextSteps steps={steps} />
      <ul className="mt-4 grid gap-x-10 md:grid-cols-2">
        {Object.values(RECORD_KINDS).map((kind) => (
          <li key={kind.id} className="border-b border-line py-2">
            <Link
              href={`/records/${kind.id}`}
              className="touch flex items-baseline justify-between gap-3 hover:underline"
            >
              <span className="font-title text-[16px] font-bold">{kind.many}</span>
              <span className="font-semibold">{steps.counts[kind.id]}</span>
            </Link>
            <p className="text-[13px] text-soft">{kind.purpose}</p>
          </li>
        ))}
      </ul>
    </div>
  );
}
