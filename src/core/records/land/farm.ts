import { z } from "zod";
import { IMPLEMENT_IDS, IMPLEMENTS } from "../../ground/implements";
import type { RecordKind } from "../describe";
import { isoDate, minor, name } from "../parts";

/** Points of moisture by which what a dryer takes in an hour is told; twice as many halve it. */
export const DRYER_POINTS = 5;

/** A farm: its zone, and what it can do in a day. */
export const farmRecord = z.strictObject({
  name,
  zone: z.string().min(1).max(120).default("any"),
  /** work by hand and hired hours rather than by the farm's own machines */
  handWork: z.boolean().default(false),
  contractor: z.boolean().default(false),
  /** an hour of hand or driver's work here; null for the practice's */
  labourPerH: minor.nullable().default(null),
  tractors: z.number().int().min(0).max(200).default(1),
  harvesters: z.number().int().min(0).max(100).default(1),
  hands: z.number().int().min(0).max(5000).default(2),
  /** machines that can be had here, own or hired, with their own work rates; empty where nobody listed them */
  machines: z
    .array(
      z.strictObject({
        implement: z.enum(IMPLEMENT_IDS as [string, ...string[]]),
        number: z.number().int().min(0).max(200).default(1),
        haPerHour: z.number().positive().max(100).nullable().default(null),
        /** whose it is; empty: the farm's own. A machine that comes to several farms on the same days works through all of them */
        hiredFrom: z.string().trim().max(120).default(""),
        from: isoDate.nullable().default(null),
        to: isoDate.nullable().default(null),
      }),
    )
    .default([]),
  dayHours: z.number().positive().max(24).default(9),
  /** grain as cut that its dryer takes in an hour, with `DRYER_POINTS` of moisture taken off; null without a dryer that holds anybody up */
  dryerTPerH: z.number().positive().max(1000).nullable().default(null),
});
export type FarmRecord = z.infer<typeof farmRecord>;

export const farmKind: RecordKind = {
  id: "farms",
  one: "farm",
  many: "Farms",
  purpose: "Fields that one grower works with the same machines and people, under one weather station.",
  schema: farmRecord,
  unique: ["growerId", "name"],
  rises: [["machines.from", "machines.to"]],
  groups: [
    {
      label: "People and machines",
      why: "hours, cost, and what can be done in the workable days",
      fields: ["contractor", "labourPerH", "tractors", "harvesters", "hands", "dayHours", "machines", "dryerTPerH"],
    },
  ],
  fields: [
    { key: "growerId", label: "Grower", input: "link", to: "growers", listed: true },
    {
      key: "stationId",
      label: "Weather station",
      input: "link",
      to: "stations",
      empty: "null",
      help: "without one no dates can be reckoned",
      listed: true,
    },
    { key: "name", label: "Name", input: "text", listed: true, also: ["farm"] },
    {
      key: "zone",
      label: "Zone",
      input: "listed",
      list: "zones",
      empty: "default",
      help: "guides give sowing windows and customs by zone; any: those that hold everywhere",
      listed: true,
    },
    {
      key: "handWork",
      label: "Hand labour and hired machines only",
      also: ["worked by hand and hired hours"],
      input: "yesNo",
      empty: "default",
      help: "rather than by machines of its own",
    },
    { key: "contractor", label: "Contractors do the field work", input: "yesNo", empty: "default" },
    {
      key: "labourPerH",
      label: "Labour",
      input: "money",
      per: "h",
      empty: "null",
      help: "empty: the practice's price",
    },
    { key: "tractors", label: "Tractors", input: "number", dimension: "count", empty: "default" },
    { key: "harvesters", label: "Harvesters", input: "number", dimension: "count", empty: "default" },
    { key: "hands", label: "Hands", input: "number", dimension: "count", empty: "default" },
    {
      key: "dayHours",
      label: "Working day",
      input: "number",
      dimension: "count",
      unit: "h",
      empty: "default",
    },
    {
      key: "machines",
      label: "Available machinery",
      also: ["machines that can be had"],
      input: "lines",
      empty: "default",
      help: "own or hired; none listed: whatever the guide asks for. Without a rate the usual one is taken. In the order of the harvest a hired one takes the place of the farm's own; its days may be listed in several lines.",
      columns: [
        {
          key: "implement",
          label: "Machine",
          input: "choice",
          options: IMPLEMENT_IDS.map((id) => ({ value: id, label: IMPLEMENTS[id].name })),
        },
        { key: "number", label: "Number", input: "number", dimension: "count", empty: "default" },
        { key: "haPerHour", label: "Work rate", input: "number", dimension: "count", unit: "ha/h", empty: "null" },
        { key: "hiredFrom", label: "Hired from", input: "text", empty: "default" },
        { key: "from", label: "Comes on", input: "date", empty: "null" },
        { key: "to", label: "Available until", also: ["goes on"], input: "date", empty: "null" },
      ],
    },
    {
      key: "dryerTPerH",
      label: "Dryer",
      input: "number",
      dimension: "count",
      unit: "t/h",
      empty: "null",
      help: `grain as cut, with ${DRYER_POINTS} points of moisture taken off; the order of fields goes no faster than it. Empty: nothing waits for a dryer`,
    },
  ],
};
