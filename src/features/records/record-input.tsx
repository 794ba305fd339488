"use client";

import { Controller } from "react-hook-form";
import { formatDay } from "@/core/dates";
import type { RecordField } from "@/core/records/describe";
import { readTypedDate } from "@/core/typed-date";
import { Button } from "@/ui/button";
import { DateField } from "@/ui/date-field";
import { BoundaryInput } from "./boundary-input";
import { Lines } from "./record-lines";
import { ChosenField, type FormOf, Problem, problemAt, useSuffix } from "./record-parts";

/** One field of a record's form: its name, what is typed, its unit, what is wrong with it, and what it is for. */
export function RecordInput({ field, form }: { field: RecordField; form: FormOf }) {
  const id = `of-${field.key}`;
  const wide = ["lines", "amounts", "long", "boundary"].includes(field.input);
  return (
    <div className={`border-b border-line py-1.5 ${wide ? "sm:col-span-2" : ""}`}>
      <div className={wide ? "" : "flex flex-wrap items-baseline justify-between gap-x-3"}>
        <label htmlFor={id} className="touch inline-flex items-center">
          {field.label}
        </label>
        {field.input === "boundary" ? (
          <Controller
            control={form.control}
            name={field.key}
            render={({ field: own }) => (
              <BoundaryInput
                id={id}
                text={String(own.value ?? "")}
                onText={own.onChange}
                disabled={form.disabled}
                near={form.near}
              />
            )}
          />
        ) : field.input === "lines" ? (
          <Lines field={field} form={form} />
        ) : field.input === "amounts" ? (
          <div
            className={`grid gap-x-4 ${AMOUNT_COLUMNS[field.keys.some((k) => k.label.length > 12) ? "long" : "short"]}`}
          >
            {field.keys.map(({ key, label }) => (
              <span key={key} className="flex items-baseline justify-between gap-2">
                <label htmlFor={`${id}-${key}`}>{label}</label>
                <span>
                  <input
                    id={`${id}-${key}`}
                    className="writes w-[4.5em] text-right"
                    inputMode="decimal"
                    autoComplete="off"
                    disabled={form.disabled}
                    aria-invalid={problemAt(form.errors, `${field.key}.${key}`) !== undefined}
                    {...form.register(`${field.key}.${key}`)}
                  />
                  <Problem id={`${id}-${key}`} text={problemAt(form.errors, `${field.key}.${key}`)} />
                </span>
              </span>
            ))}
          </div>
        ) : (
          <Single id={id} path={field.key} field={field} form={form} />
        )}
      </div>
      <Problem id={id} text={wide && field.input !== "long" ? problemAt(form.errors, field.key) : undefined} />
      {form.suggested[field.key] && (
        <p className="text-[13px]">
          {form.suggested[field.key]?.why}: {form.suggested[field.key]?.text}.{" "}
          <Button look="quiet" onClick={form.suggested[field.key]?.take}>
            Use this
          </Button>
        </p>
      )}
      {field.help && <p className="text-[12px] text-soft">{field.help}</p>}
      {field.input === "amounts" && <p className="text-[12px] text-soft">{field.unit}; empty: none</p>}
    </div>
  );
}

/** Columns of amounts, by how long their names are. */
const AMOUNT_COLUMNS = {
  short: "grid-cols-[repeat(auto-fill,minmax(7.5em,1fr))]",
  long: "grid-cols-[repeat(auto-fill,minmax(min(17em,100%),1fr))]",
};

/** What holds one text. */
function Single({ id, path, field, form }: { id: string; path: string; field: RecordField; form: FormOf }) {
  const suffix = useSuffix(field);
  const problem = problemAt(form.errors, path);
  const given = {
    id,
    disabled: form.disabled,
    "aria-invalid": problem !== undefined,
    "aria-describedby": problem ? `${id}-problem` : undefined,
  };
  const numeric = field.input === "number" || field.input === "money";
  return (
    <span className="inline-block max-w-full">
      <span className="inline-flex max-w-full items-baseline gap-1">
        {field.input === "choice" || field.input === "listed" || field.input === "link" || field.input === "yesNo" ? (
          <ChosenField path={path} field={field} form={form} given={given} />
        ) : field.input === "date" ? (
          <Controller
            control={form.control}
            name={path}
            render={({ field: own }) => (
              <DateField
                id={id}
                label={field.label}
                inputRef={own.ref}
                text={String(own.value ?? "")}
                read={(typed) => {
                  const read = readTypedDate(typed, form.today);
                  return read.ok ? read.value : null;
                }}
                shown={(iso) => formatDay(iso, true)}
                onText={own.onChange}
                onLeave={own.onBlur}
                today={form.today}
                problem={problem}
              />
            )}
          />
        ) : field.input === "long" ? (
          <textarea
            {...given}
            rows={3}
            className="writes w-full min-w-[18em] text-left font-normal"
            {...form.register(path)}
          />
        ) : (
          <input
            {...given}
            className={`writes ${numeric ? "w-[6.5em] text-right" : "w-[15em] max-w-full text-left"}`}
            inputMode={numeric ? "decimal" : "text"}
            autoComplete="off"
            spellCheck={false}
            {...form.register(path)}
          />
        )}
        {suffix && <span className="text-[12px] text-soft">{suffix}</span>}
      </span>
      <Problem id={id} text={problem} />
    </span>
  );
}
