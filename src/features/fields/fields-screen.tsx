"use client";

import type { ColumnDef } from "@tanstack/react-table";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useMemo } from "react";
import { daysBetween, formatDay } from "@/core/dates";
import type { FieldLine } from "@/server/contracts";
import { DataTable } from "@/ui/data-table";
import { useUnits } from "../shared/units";

/** All fields, with what is known and where each plan stands. */
export function FieldsScreen({
  fields,
  names,
  today,
}: {
  fields: FieldLine[];
  names: Record<string, string>;
  today: string;
}) {
  const { split } = useUnits();
  const router = useRouter();
  const columns = useMemo<ColumnDef<FieldLine, unknown>[]>(
    () => [
      {
        id: "field",
        header: "Field",
        accessorFn: (f) => f.name,
        cell: ({ row }) => (
          <Link href={`/fields/${row.original.id}`} className="font-title text-[15px] font-bold hover:underline">
            {row.original.name}
          </Link>
        ),
      },
      { id: "farm", header: "Farm", accessorFn: (f) => f.farm },
      { id: "grower", header: "Grower", accessorFn: (f) => f.grower },
      {
        id: "area",
        header: `Area, ${split(1, "area").unit}`,
        accessorFn: (f) => f.areaHa,
        meta: { right: true },
        cell: ({ row }) => split(row.original.areaHa, "area").number,
      },
      {
        id: "texture",
        header: "Soil",
        accessorFn: (f) => f.textureClass.replace(/[A-Z]/g, (l) => ` ${l.toLowerCase()}`),
      },
      {
        id: "test",
        header: "Soil test",
        accessorFn: (f) => f.testedOn ?? "",
        cell: ({ row }) => {
          const { testedOn, ph } = row.original;
          if (!testedOn) return <span className="text-advise">▲ none</span>;
          const old = daysBetween(testedOn, today) > 4 * 365.25;
          return (
            <span className={old ? "text-advise" : ""}>
              {old ? "▲ " : ""}
              {testedOn.slice(0, 4)}, pH {ph}
            </span>
          );
        },
      },
      {
        id: "plan",
        header: "Plan",
        accessorFn: (f) => (f.guideId ? `${f.season} ${names[f.guideId] ?? f.guideId}` : ""),
        cell: ({ row, getValue }) =>
          row.original.planId ? (
            <Link
              href={`/plans/${row.original.planId}`}
              className="font-semibold text-action underline underline-offset-2"
            >
              {String(getValue())}
            </Link>
          ) : (
            <Link href={`/fields/${row.original.id}`} className="text-action underline underline-offset-2">
              start one
            </Link>
          ),
      },
      {
        id: "state",
        header: "State",
        accessorFn: (f) =>
          f.planId
            ? f.issued
              ? f.logged > 0
                ? `version ${f.issued}, under way, ${f.logged} logged`
                : `version ${f.issued} issued`
              : "draft"
            : "none",
      },
    ],
    [names, split, today],
  );
  return (
    <div className="mx-auto max-w-[1360px] px-4 py-4">
      <h1 className="mb-3 text-2xl">Fields</h1>
      {fields.length === 0 ? (
        <p>No fields yet.</p>
      ) : (
        <DataTable
          rows={fields}
          columns={columns}
          label="Fields"
          fileName={`fields-${formatDay(today, true).replace(/ /g, "-")}.csv`}
          onOpen={(f) => router.push(f.planId ? `/plans/${f.planId}` : `/fields/${f.id}`)}
        />
      )}
    </div>
  );
}
