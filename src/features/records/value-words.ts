"use client";

import { useCallback } from "react";
import { formatDay } from "@/core/dates";
import type { RecordField, RecordKind } from "@/core/records/describe";
import type { Values } from "@/core/records/values";
import type { RecordList } from "@/server/contracts";
import { useUnits } from "../shared/units";

interface Difference {
  key: string;
  label: string;
  field: RecordField;
  from: unknown;
  to: unknown;
}

/** The fields in which two states of a record differ. */
export const differences = (kind: RecordKind, before: Values, after: Values): Difference[] =>
  kind.fields.flatMap((field) =>
    JSON.stringify(before[field.key]) === JSON.stringify(after[field.key])
      ? []
      : [{ key: field.key, label: field.label, field, from: before[field.key], to: after[field.key] }],
  );

/** A value of a record as it is read: in units, names instead of ids, "" for none. */
export function useValueWords(
  list: Pick<RecordList, "links" | "lists">,
): (field: RecordField, value: unknown) => string {
  const { show, number, money, currency } = useUnits();
  return useCallback(
    (field, value) => {
      if (value === null || value === undefined || value === "") return "";
      switch (field.input) {
        case "number":
          return field.unit ? `${number(value as number)} ${field.unit}` : show(value as number, field.dimension);
        case "money":
          return `${money(value as number, 2)} ${currency}/${field.per}`;
        case "date":
          return formatDay(String(value), true);
        case "yesNo":
          return value ? "yes" : "no";
        case "choice":
          return field.options.find((o) => o.value === value)?.label ?? String(value);
        case "listed":
          return list.lists[field.list].find((o) => o.value === value)?.label ?? String(value);
        case "link":
          return list.links[field.key]?.find((o) => o.value === value)?.label ?? "retired";
        case "amounts":
          return field.keys
            .flatMap(({ key, label }) => {
              const amount = (value as Values)[key];
              return typeof amount === "number" ? [`${label} ${number(amount)}`] : [];
            })
            .join(", ");
        case "lines":
          return `${(value as unknown[]).length} lines`;
        case "boundary":
          return "drawn";
        default:
          return String(value);
      }
    },
    [show, number, money, currency, list],
  );
}
