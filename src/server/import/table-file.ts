/** A table file of records: CSV, or GeoJSON whose features are rows. */

import Papa from "papaparse";
import { textOf } from "./text-of";

/** Largest file taken [bytes]: some 100 000 rows. */
export const MOST_BYTES = 15_000_000;
export const MOST_ROWS = 50_000;

export type TableFile =
  | { ok: true; header: string[]; rows: string[][]; firstLine: number; notes: string[] }
  | { ok: false; message: string };

/** The column that a feature's geometry stands in. */
export const GEOMETRY = "geometry";
const WGS84 = /CRS84|EPSG:{1,2}4326$/;

export function readTableFile(bytes: Uint8Array): TableFile {
  const read = textOf(bytes, MOST_BYTES, "Split it.");
  if (!read.ok) return read;
  const text = read.text.replace(/^\ufeff/, "");
  const table = /^\s*[{[]/.test(text) ? fromGeoJson(text) : fromCsv(text);
  if (table.ok && table.rows.length > MOST_ROWS)
    return { ok: false, message: `${table.rows.length} rows given, allowed are ${MOST_ROWS}. Split the file.` };
  return table;
}

function fromCsv(text: string): TableFile {
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: false });
  const headAt = data.findIndex((line) => line.filter((cell) => cell.trim() !== "").length >= 2);
  const header = data[headAt];
  if (!header)
    return {
      ok: false,
      message: "No line with two or more columns was found. Columns are parted by commas, semicolons or tabs.",
    };
  return {
    ok: true,
    header: header.map((h) => h.trim()),
    rows: data.slice(headAt + 1).filter((line, i, all) => i < all.length - 1 || line.some((c) => c.trim() !== "")),
    firstLine: headAt + 2,
    notes: [],
  };
}

interface Feature {
  type?: unknown;
  id?: unknown;
  geometry?: { type?: unknown } | null;
  properties?: Record<string, unknown> | null;
}

function fromGeoJson(text: string): TableFile {
  let whole: unknown;
  try {
    whole = JSON.parse(text);
  } catch (error) {
    return {
      ok: false,
      message: `The file begins as JSON and is none: ${error instanceof Error ? error.message : ""}`,
    };
  }
  const { type, features, crs } = (whole ?? {}) as { type?: unknown; features?: unknown; crs?: unknown };
  const list = type === "FeatureCollection" && Array.isArray(features) ? features : type === "Feature" ? [whole] : null;
  if (!list) return { ok: false, message: "The JSON is no GeoJSON: allowed is a FeatureCollection or a Feature." };
  const system = (crs as { properties?: { name?: unknown } } | undefined)?.properties?.name;
  if (system !== undefined && !WGS84.test(String(system)))
    return {
      ok: false,
      message: `The file's reference system is ${String(system).slice(0, 80)}; allowed is longitude and latitude of WGS 84 (EPSG:4326). Export it again in that system.`,
    };
  const shapes = (list as Feature[]).filter((f) => f && typeof f === "object");
  const keys = [...new Set(shapes.flatMap((f) => Object.keys(f.properties ?? {})))];
  const other = shapes.filter((f) => !["Polygon", "MultiPolygon"].includes(String(f.geometry?.type))).length;
  return {
    ok: true,
    header: [...keys, GEOMETRY],
    rows: shapes.map((f) => [
      ...keys.map((key) => cell(f.properties?.[key])),
      f.geometry ? JSON.stringify(f.geometry) : "",
    ]),
    firstLine: 1,
    notes: other > 0 ? [`${other} of ${shapes.length} features are no polygons.`] : [],
  };
}

const cell = (value: unknown): string =>
  value === null || value === undefined ? "" : typeof value === "object" ? JSON.stringify(value) : String(value);
