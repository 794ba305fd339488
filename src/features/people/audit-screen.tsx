"use client";

import type { ColumnDef } from "@tanstack/react-table";
import { useMemo } from "react";
import type { AuditPage } from "@/server/contracts";
import { DataTable } from "@/ui/data-table";
import { Link } from "../shared/link";

type Line = AuditPage["lines"][number];

/** Everything that was changed, taken out, read in or signed in to, for the owner. */
export function AuditScreen({ page }: { page: AuditPage }) {
  const columns = useMemo<ColumnDef<Line, unknown>[]>(
    () => [
      { id: "at", header: "When", accessorFn: (l) => l.at },
      { id: "person", header: "Who", accessorFn: (l) => l.person },
      { id: "action", header: "Did", accessorFn: (l) => l.action },
      { id: "entity", header: "With", accessorFn: (l) => l.entity.replace(/-/g, " ") },
      {
        id: "what",
        header: "What",
        accessorFn: (l) => changeInWords(l),
        cell: ({ getValue }) => <span className="text-[13px]">{String(getValue())}</span>,
      },
    ],
    [],
  );
  return (
    <div className="mx-auto max-w-[1360px] px-4 py-4">
      <h1 className="text-2xl">Audit</h1>
      <p className="mb-3 text-soft">Who changed, took out, read in or signed in; nothing of it can be altered.</p>
      <DataTable rows={page.lines} columns={columns} label="Audit" fileName="audit.csv" />
      {page.more !== null && (
        <p className="mt-3">
          <Link href={`/audit?before=${page.more}`} className="text-action underline underline-offset-2">
            Earlier ones
          </Link>
        </p>
      )}
    </div>
  );
}

const MOST_LEAVES = 6;

/** The leaves that changed, from what to what; of a thing that is new or gone, its first ones. */
function changeInWords({ before, after }: Pick<Line, "before" | "after">): string {
  const keys = [...new Set([...Object.keys(before ?? {}), ...Object.keys(after ?? {})])];
  const words = keys
    .filter((key) => !isNothing(before?.[key]) || !isNothing(after?.[key]))
    .slice(0, MOST_LEAVES)
    .map((key) =>
      before && after
        ? `${key}: ${leaf(before[key])} → ${leaf(after[key])}`
        : `${key}: ${leaf((before ?? after)?.[key])}`,
    );
  return words.join(", ") + (keys.length > MOST_LEAVES ? " …" : "");
}

const isNothing = (value: unknown) => value === undefined || value === null || value === "";

function leaf(value: unknown): string {
  const text =
    value === undefined || value === null ? "nothing" : typeof value === "string" ? value : JSON.stringify(value);
  return text.length > 60 ? `${text.slice(0, 60)} …` : text;
}
