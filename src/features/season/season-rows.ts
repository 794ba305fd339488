"use client";

import { useEffect, useState } from "react";
import type { SeasonOutline } from "@/core/views/outline";
import { type OperationShape, unpackSeason } from "@/core/views/pack-season";
import type { PackedRow } from "@/server/contracts";
import { send } from "../shared/send";

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
    void send("GET /api/season", { query: { season }, signal: stop.signal }).then((reply) => {
      if (stop.signal.aborted) return;
      if (!reply.ok) return setState((s) => ({ ...s, problem: reply.reason }));
      const { shapes, rows } = reply.value;
      setState({ rows: rows.map((row) => unpackRow(row, shapes)), problem: null });
    });
    return () => stop.abort();
  }, [season, stamp]);
  return state;
}
