"use client";

import {
  type ColumnDef,
  flexRender,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  type SortingState,
  useReactTable,
} from "@tanstack/react-table";
import { useVirtualizer } from "@tanstack/react-virtual";
import { ArrowDown, ArrowUp, Download } from "lucide-react";
import Papa from "papaparse";
import { useRef, useState } from "react";
import { Button } from "./button";
import { saveFile } from "./save-file";
import { useFirst } from "./use-first";

/** Rows that a screen may show before it can be scrolled. */
const IN_SIGHT = 30;

/** A table to sort, filter, walk by keyboard and take away as CSV; only the rows in sight are drawn. */
export function DataTable<T>({
  rows,
  columns,
  label,
  fileName,
  onOpen,
}: {
  rows: T[];
  columns: ColumnDef<T, unknown>[];
  label: string;
  fileName: string;
  onOpen?: (row: T) => void;
}) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const [filter, setFilter] = useState("");
  const data = useFirst(rows, IN_SIGHT);
  const table = useReactTable({
    data,
    columns,
    state: { sorting, globalFilter: filter },
    onSortingChange: setSorting,
    onGlobalFilterChange: setFilter,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
    globalFilterFn: "includesString",
  });
  const scroller = useRef<HTMLDivElement>(null);
  const shown = table.getRowModel().rows;
  const virtual = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => 40,
    overscan: 12,
    initialRect: { width: 1000, height: 640 },
  });
  const items = virtual.getVirtualItems();
  const before = items[0]?.start ?? 0;
  const after = virtual.getTotalSize() - (items.at(-1)?.end ?? 0);

  const save = () => {
    const heads = table.getAllLeafColumns().filter((c) => c.accessorFn);
    const csv = Papa.unparse(
      { fields: heads.map((c) => c.id), data: shown.map((row) => heads.map((c) => row.getValue(c.id))) },
      { escapeFormulae: true },
    );
    saveFile(fileName, csv);
  };
  return (
    <div>
      <div className="mb-2 flex items-center gap-3">
        <input
          className="writes w-56 text-left font-normal"
          placeholder="Filter"
          aria-label={`Filter ${label}`}
          value={filter}
          onChange={(event) => setFilter(event.currentTarget.value)}
        />
        <span className="text-soft">
          {data === rows ? shown.length : rows.length} of {rows.length}
        </span>
        <Button onClick={save} className="ml-auto">
          <Download size={14} aria-hidden /> CSV
        </Button>
      </div>
      <section
        ref={scroller}
        aria-label={label}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: a region that scrolls must be reachable by keyboard
        tabIndex={0}
        className="max-h-[68vh] overflow-auto border border-line bg-sheet"
      >
        <table className="w-full border-collapse">
          <thead className="sticky top-0 z-10 bg-sheet">
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id}>
                {group.headers.map((header) => {
                  const sorted = header.column.getIsSorted();
                  const right = (header.column.columnDef.meta as { right?: boolean } | undefined)?.right;
                  return (
                    <th
                      key={header.id}
                      scope="col"
                      aria-sort={sorted === "asc" ? "ascending" : sorted === "desc" ? "descending" : "none"}
                      className={`border-b border-line px-3 py-1.5 text-[12px] font-medium text-soft ${right ? "text-right" : "text-left"}`}
                    >
                      <button
                        type="button"
                        className="inline-flex items-center gap-1"
                        onClick={header.column.getToggleSortingHandler()}
                      >
                        {flexRender(header.column.columnDef.header, header.getContext())}
                        {sorted === "asc" && <ArrowUp size={12} aria-hidden />}
                        {sorted === "desc" && <ArrowDown size={12} aria-hidden />}
                      </button>
                    </th>
                  );
                })}
              </tr>
            ))}
          </thead>
          <tbody>
            {before > 0 && (
              <tr aria-hidden>
                <td style={{ height: before }} />
              </tr>
            )}
            {items.map((item) => {
              const row = shown[item.index];
              if (!row) return null;
              return (
                <tr
                  key={row.id}
                  className="h-10 border-b border-line last:border-0 hover:bg-selected"
                  onDoubleClick={() => onOpen?.(row.original)}
                >
                  {row.getVisibleCells().map((cell) => (
                    <td
                      key={cell.id}
                      className={`px-3 py-1 ${(cell.column.columnDef.meta as { right?: boolean } | undefined)?.right ? "text-right" : ""}`}
                    >
                      {flexRender(cell.column.columnDef.cell, cell.getContext())}
                    </td>
                  ))}
                </tr>
              );
            })}
            {after > 0 && (
              <tr aria-hidden>
                <td style={{ height: after }} />
              </tr>
            )}
          </tbody>
        </table>
      </section>
    </div>
  );
}
