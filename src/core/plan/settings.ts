/**
 * What hands and machines are set to for a job, and what its label asks for: quantities with their dimension, so that screen, booklet,
 * card, calendar and week write the same in the units of whoever reads.
 */

import type { Dimension } from "../units/units";

/** `decimals` of what nobody sets finer; what a machine is set to is said as it is. */
interface Shown {
  name: string;
  dimension: Dimension;
  decimals?: number;
}

const SETTINGS = {
  depth: { name: "depth", dimension: "length" },
  rowSpacing: { name: "row spacing", dimension: "length" },
  inRowSpacing: { name: "in-row spacing", dimension: "length" },
  perHill: { name: "per hill", dimension: "count" },
  speed: { name: "speed", dimension: "speed" },
  netWater: { name: "net irrigation", dimension: "waterDepth", decimals: 0 },
  grossWater: { name: "gross irrigation", dimension: "waterDepth", decimals: 0 },
  waterVolume: { name: "total water", dimension: "waterVolume", decimals: 0 },
  runTime: { name: "running time", dimension: "hours", decimals: 1 },
  sprayVolume: { name: "water volume", dimension: "volumePerArea" },
  harvestInterval: { name: "harvest interval", dimension: "days" },
  reEntry: { name: "no entry for", dimension: "hours" },
  waterBuffer: { name: "buffer to water", dimension: "distance" },
} as const satisfies Record<string, Shown>;

export type SettingId = keyof typeof SETTINGS;
export const SETTING_IDS = Object.keys(SETTINGS) as [SettingId, ...SettingId[]];

/** `value` in the internal unit of the setting's dimension. */
export interface Setting {
  id: SettingId;
  value: number;
}

/** The settings that have a value; nothing is set to nothing. Example: settings({ depth: 4, reEntry: 0 }) is [{ id: "depth", value: 4 }]. */
export const settings = (values: Partial<Record<SettingId, number | null | undefined>>): Setting[] =>
  (Object.entries(values) as [SettingId, number | null | undefined][]).flatMap(([id, value]) =>
    value ? [{ id, value }] : [],
  );

/** What must hold, or be said, before a job is done; the field shows it, or the adviser says it. */
export const CONDITION_OF = ["adviser", "field"] as const;
export interface Condition {
  by: (typeof CONDITION_OF)[number];
  /** goes on after "Only", without a full stop: "if leaves are green" */
  only: string;
}

/** How a condition is said of a job. */
export const conditionInWords = ({ by, only }: Condition, role: string): string =>
  [
    by === "adviser"
      ? role === "treat"
        ? "Do not spray until your adviser confirms it."
        : "Not before your adviser confirms it."
      : "",
    `Only ${only}.`,
  ]
    .filter(Boolean)
    .join(" ");

/** Settings in a row, each quantity as `write` writes it: "depth 4 cm, row spacing 12.5 cm". */
export const settingsInWords = (list: Setting[], write: (si: number, dimension: Dimension) => string): string =>
  list
    .map(({ id, value }) => {
      const { name, dimension, decimals }: Shown = SETTINGS[id];
      return `${name} ${write(decimals === undefined ? value : Number(value.toFixed(decimals)), dimension)}`;
    })
    .join(", ");
