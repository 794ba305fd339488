"use client";

import { useEffect, useState } from "react";
import { type OperationShape, type SeasonOutline, unpackSeason } from "@/core/sheets/outline";
import type { PackedRow, PackedRows } from "../shared/server-types";

/** One field of the season page. */
export interface SeasonRow extends SeasonOutline {
  planId: string;
  field: string;
  farmId: string;
  farm: string;
  grower: string;
  areaHa: number;
  version: number | null;
  logged: number;
}

function unpackRow(row: PackedRow, shapes: OperationShape[]): SeasonRow {
  const [planId, field, farmId, farm, grower, areaHa, version, logged, shape, season] = row;
  return { planId, field, farmId, farm, grower, areaHa, version, logged, ...unpackSeason(shapes[shape] ?? [], season) };
}

/** The rows of a season, fetched anew whenever the page was (`stamp`); the last ones stay until the new are there. */
export function useSeasonRows(season: number, stamp: string): { rows: SeasonRow[] | null; problem: string | null } {
  const [state, setState] = useState<{ rows: SeasonRow[] | null; problem: string | null }>({
    rows: null,
    problem: null,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new stamp asks again for the same season
  useEffect(() => {
    const stop = new AbortController();
    fetch(`/api/season?season=${season}`, { signal: stop.signal })
      .then(async (response) => {
        const body = await response.json();
        if (!response.ok) throw new Error((body as { error?: string }).error ?? "The server refused it.");
        const { shapes, rows } = body as PackedRows;
        setState({ rows: rows.map((row) => unpackRow(row, shapes)), problem: null });
      })
      .catch((error: Error) => {
        if (!stop.signal.aborted) setState((s) => ({ ...s, problem: error.message || "The server does not answer." }));
      });
    return () => stop.abort();
  }, [season, stamp]);
  return state;
}
