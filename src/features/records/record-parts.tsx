"use client";

import { type Control, Controller, type FieldErrors, type UseFormRegister, useWatch } from "react-hook-form";
import type { Chosen, Lists, RecordField } from "@/core/records/describe";
import { NO, type Typed, YES } from "@/core/records/typed-record";
import { Pick } from "@/ui/pick";
import { useUnits } from "../shared/units";

export interface FormOf {
  /** what an empty value stands for, in words, by key */
  usual: Record<string, string>;
  /** what follows from other values, by key, and how to take it */
  suggested: Record<string, { text: string; why: string; take: () => void }>;
  control: Control<Typed>;
  register: UseFormRegister<Typed>;
  errors: FieldErrors<Typed>;
  lists: Lists;
  /** where drawing begins */
  near: string;
  links: Record<string, Chosen[]>;
  today: string;
  /** cells of a spreadsheet, from a line and column on */
  paste: (field: RecordField & { input: "lines" }, line: number, key: string, cells: string[][]) => void;
  disabled: boolean;
}

const YES_OR_NO = [
  { value: YES, label: "Yes" },
  { value: NO, label: "No" },
];

/** The unit that stands behind a field. */
export function useSuffix(field: RecordField): string {
  const { split, currency } = useUnits();
  if (field.input === "money") return `${currency}/${field.per}`;
  if (field.input === "number") return field.unit ?? split(1, field.dimension).unit;
  return "";
}

export const problemAt = (errors: FieldErrors<Typed>, path: string): string | undefined => {
  const found = path
    .split(".")
    .reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], errors);
  return (found as { message?: string } | undefined)?.message;
};

export function Problem({ id, text }: { id: string; text: string | undefined }) {
  return text ? (
    <span id={`${id}-problem`} role="alert" className="block max-w-[26em] text-[12px] text-stop">
      {text}
    </span>
  ) : null;
}

export function ChosenField({
  path,
  field,
  form,
  given,
}: {
  path: string;
  field: RecordField;
  form: FormOf;
  given: { id: string; disabled: boolean };
}) {
  const by = field.input === "listed" ? field.by : undefined;
  const of = useWatch({ control: form.control, name: by ?? path });
  const options =
    field.input === "choice"
      ? field.options
      : field.input === "link"
        ? (form.links[field.key] ?? [])
        : field.input === "listed"
          ? form.lists[field.list].filter((entry) => !by || entry.of === of)
          : YES_OR_NO;
  return (
    <Controller
      control={form.control}
      name={path}
      render={({ field: own }) => (
        <Pick
          {...given}
          ref={own.ref}
          value={String(own.value ?? "")}
          onChange={(event) => own.onChange(event.currentTarget.value)}
          onBlur={own.onBlur}
          options={options}
          empty={
            field.empty === "default"
              ? `usual: ${form.usual[field.key] ?? ""}`
              : field.empty === "null"
                ? "not known"
                : "choose"
          }
        />
      )}
    />
  );
}
