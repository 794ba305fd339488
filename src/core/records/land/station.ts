import { z } from "zod";
import type { RecordKind } from "../describe";
import { name } from "../parts";

/** Normals of one month. */
const monthNormalRecord = z
  .strictObject({
    meanC: z.number().min(-60).max(60),
    rainMm: z.number().min(0).max(3000),
    /** null: it follows from temperature and latitude */
    etoMm: z.number().min(0).max(600).nullable().default(null),
    tminC: z.number().min(-70).max(60).nullable().default(null),
    tmaxC: z.number().min(-70).max(60).nullable().default(null),
    wetDays: z.number().min(0).max(31).nullable().default(null),
    solarMjPerM2: z.number().min(0).max(45).nullable().default(null),
    rhMeanPct: z.number().min(1).max(100).nullable().default(null),
    windAt2mMs: z.number().min(0).max(40).nullable().default(null),
  })
  .refine(({ tminC, tmaxC }) => tminC === null || tmaxC === null || tminC <= tmaxC, {
    path: ["tminC"],
    message: "the mean low is above the mean high",
  });

/** A weather station with its monthly normals, January first. */
export const stationRecord = z.strictObject({
  name,
  latitudeDeg: z.number().min(-90).max(90),
  longitudeDeg: z.number().min(-180).max(180).nullable().default(null),
  /** where nobody typed one a low hill is meant: a kilometre moves evapotranspiration by a twentieth */
  altitudeM: z.number().min(-450).max(6000).default(200),
  months: z.array(monthNormalRecord).length(12, "twelve months, January first"),
});

const MONTHS = "January February March April May June July August September October November December".split(" ");

export const stationKind: RecordKind = {
  id: "stations",
  one: "weather station",
  many: "Weather stations",
  purpose: "Dates, water and yield targets are reckoned from its normals and what was measured there.",
  schema: stationRecord,
  unique: ["name"],
  groups: [
    { label: "Place", why: "where boundaries are drawn from, and air pressure", fields: ["longitudeDeg", "altitudeM"] },
  ],
  fields: [
    { key: "name", label: "Name", input: "text", listed: true },
    {
      key: "latitudeDeg",
      label: "Latitude",
      input: "number",
      dimension: "count",
      unit: "°",
      help: "south is negative; day length and radiation follow from it",
      listed: true,
    },
    {
      key: "longitudeDeg",
      label: "Longitude",
      input: "number",
      dimension: "count",
      unit: "°",
      empty: "null",
      help: "west is negative; boundaries of fields are drawn from here",
    },
    {
      key: "altitudeM",
      label: "Altitude",
      input: "number",
      dimension: "distance",
      empty: "default",
      help: "air pressure in the reference evapotranspiration follows from it",
      listed: true,
    },
    {
      key: "months",
      label: "Monthly normals",
      input: "lines",
      names: MONTHS,
      nameOf: "Month",
      help: "Mean temperature and rain are enough: what is empty is estimated, and plans say so. Twelve lines can be pasted from a spreadsheet.",
      columns: [
        { key: "meanC", label: "Mean", input: "number", dimension: "temperature" },
        { key: "rainMm", label: "Rain", input: "number", dimension: "waterDepth" },
        { key: "etoMm", label: "Reference ET", input: "number", dimension: "waterDepth", empty: "null" },
        { key: "tminC", label: "Mean low", input: "number", dimension: "temperature", empty: "null" },
        { key: "tmaxC", label: "Mean high", input: "number", dimension: "temperature", empty: "null" },
        { key: "wetDays", label: "Wet days", input: "number", dimension: "count", empty: "null" },
        {
          key: "solarMjPerM2",
          label: "Radiation",
          input: "number",
          dimension: "count",
          unit: "MJ/m² day",
          empty: "null",
        },
        { key: "rhMeanPct", label: "Humidity", input: "number", dimension: "percent", empty: "null" },
        { key: "windAt2mMs", label: "Wind at 2 m", input: "number", dimension: "wind", empty: "null" },
      ],
    },
  ],
};
