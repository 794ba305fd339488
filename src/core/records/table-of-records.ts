/** Records as a table file that the import takes back: the other way of import-table. */

import { displayUnit } from "../units/display-units";
import { formatQuantity } from "../units/format-quantity";
import type { Chosen, Lists, RecordField, RecordKind } from "./describe";
import { type Typed, typedOf, type Writing } from "./typed-record";
import type { Values } from "./values";

interface Column {
  heading: string;
  /** of a record's texts, and of one of its lines where it has some */
  text: (typed: Typed, line: Typed | undefined, at: number) => string;
}

/**
 * A heading with the units of the practice, and a row for each record (several where it has lines, each with the whole
 * record beside it). Read again as an import of the same kind it changes nothing.
 *
 * Example: of fields, ["Farm", "Name", "Area (ha)", ...] and ["Hollow Farm", "Mill Piece", "7.4", ...].
 */
export function tableOfRecords(
  kind: Pick<RecordKind, "fields">,
  records: Values[],
  world: { lists: Lists; links: Record<string, Chosen[]> },
  writing: Pick<Writing, "unitSet" | "decimal">,
): { header: string[]; rows: string[][] } {
  const wordOf = (field: RecordField, value: string, typed: Typed): string => {
    const options =
      field.input === "choice"
        ? field.options
        : field.input === "link"
          ? (world.links[field.key] ?? [])
          : field.input === "listed"
            ? world.lists[field.list].filter((e) => !field.by || e.of === typed[field.by])
            : [];
    return options.find((o) => o.value === value)?.label ?? value;
  };
  const unitOf = (field: RecordField): string => {
    if (field.input !== "number") return "";
    const unit = field.unit ?? displayUnit(field.dimension, writing);
    return unit && formatQuantity(1, field.dimension, writing).ok ? ` (${unit})` : "";
  };
  const columns = kind.fields.flatMap((field): Column[] => {
    if (field.input === "amounts")
      return field.keys.map(({ key, label }) => ({
        heading: `${field.label} ${label}`,
        text: (typed) => String((typed[field.key] as Typed | undefined)?.[key] ?? ""),
      }));
    if (field.input === "lines")
      return [
        ...(field.names && field.nameOf
          ? [{ heading: field.nameOf, text: (_: Typed, __: Typed | undefined, at: number) => field.names?.[at] ?? "" }]
          : []),
        ...field.columns.map((column) => ({
          heading: `${field.label} ${column.label}${unitOf(column)}`,
          text: (_: Typed, line: Typed | undefined) => wordOf(column, String(line?.[column.key] ?? ""), line ?? {}),
        })),
      ];
    return [
      {
        heading: `${field.label}${unitOf(field)}`,
        text: (typed) => wordOf(field, String(typed[field.key] ?? ""), typed),
      },
    ];
  });
  const lined = kind.fields.filter((f) => f.input === "lines");
  return {
    header: columns.map((c) => c.heading),
    rows: records.flatMap((values) => {
      const typed = typedOf(kind.fields, values, writing);
      const lines = lined.flatMap((f) => (typed[f.key] as Typed[] | undefined) ?? []);
      const rows = lines.length > 0 ? lines : [undefined];
      return rows.map((line, at) => columns.map((c) => c.text(typed, line, at)));
    }),
  };
}
