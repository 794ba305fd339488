"use client";

import { formatDay } from "@/core/dates";
import { BAD_SEASON } from "@/core/sheets/sheet";
import { Link } from "../shared/link";
import { useUnits } from "../shared/units";
import type { SeasonRow } from "./season-rows";

/** A field of the season with its crop, what its plan lets expect, and where the plan stands; leads to the plan. */
export function FieldName({ row, width }: { row: SeasonRow; width: number | string }) {
  const { show } = useUnits();
  const { yields } = row;
  const dates = `${row.planting ? `, sown ${formatDay(row.planting)}` : ""}${row.harvest ? `, harvest ${formatDay(row.harvest)}` : ""}`;
  const expected = yields ? `, ${show(yields.expectedTPerHa, "yield", 1)} expected` : "";
  const bad = yields?.badTPerHa == null ? "" : `, ${BAD_SEASON} ${show(yields.badTPerHa, "yield", 1)}`;
  return (
    <Link
      href={`/plans/${row.planId}`}
      className="block shrink-0 truncate px-2 leading-tight hover:underline"
      style={{ width }}
      aria-label={`${row.field}, ${row.crop}${dates}, ${row.operations.length} operations${expected}${bad}${row.conflicts > 0 ? ", dates clash" : ""}`}
      title={`${row.crop}${expected}${bad}`}
    >
      <b className="font-title">{row.field}</b>{" "}
      {yields && <span className="text-[12px]">{show(yields.expectedTPerHa, "yield", 1)}</span>}{" "}
      {row.conflicts > 0 && <span className="text-stop">■</span>}
      <span className="block truncate text-[12px] text-soft">
        {row.crop}, {show(row.areaHa, "area")}
        {row.version ? `, version ${row.version}` : ", draft"}
      </span>
    </Link>
  );
}
