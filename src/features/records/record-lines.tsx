"use client";

import { Plus, Trash2 } from "lucide-react";
import { useMemo, useState } from "react";
import { Controller, useFieldArray } from "react-hook-form";
import { Chooser } from "@/core/records/chooser";
import type { Chosen, RecordField } from "@/core/records/describe";
import { Button } from "@/ui/button";
import { ChosenField, type FormOf, Problem, problemAt, useSuffix } from "./record-parts";

/** Lines of several values: of a fixed number with names, or as many as are added. Lines from a spreadsheet can be pasted. */
export function Lines({ field, form }: { field: RecordField & { input: "lines" }; form: FormOf }) {
  const { fields, append, remove } = useFieldArray({ control: form.control, name: field.key as never });
  const cell = (column: RecordField, i: number) => (
    <LineCell path={`${field.key}.${i}.${column.key}`} column={column} line={i} field={field} form={form} />
  );
  const removal = (i: number) =>
    !field.names &&
    !form.disabled && (
      <button
        type="button"
        aria-label={`Remove line ${i + 1}`}
        className="touch text-soft hover:text-ink"
        onClick={() => remove(i)}
      >
        <Trash2 size={14} aria-hidden />
      </button>
    );
  const more = !field.names && !form.disabled && (
    <Button look="quiet" onClick={() => append(Object.fromEntries(field.columns.map((c) => [c.key, ""])) as never)}>
      <Plus size={14} aria-hidden /> Add a line
    </Button>
  );
  // more columns than a form is wide are boxes in rows, so that none is cut off
  if (field.columns.length > MOST_COLUMNS)
    return (
      <div>
        {fields.map((line, i) => (
          <div
            key={line.id}
            className="grid grid-cols-[repeat(auto-fill,minmax(9.5em,1fr))] items-end gap-x-3 gap-y-1.5 border-t border-line py-2"
          >
            {field.columns.map((column) => (
              <span key={column.key} className="grid min-w-0 gap-0.5">
                <span className="text-[12px] text-soft">{column.label}</span>
                {cell(column, i)}
              </span>
            ))}
            {removal(i)}
          </div>
        ))}
        {more}
      </div>
    );
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse">
        <thead>
          <tr className="text-left text-[12px] text-soft">
            {field.names && <td />}
            {field.columns.map((column) => (
              <ColumnName key={column.key} column={column} />
            ))}
          </tr>
        </thead>
        <tbody>
          {fields.map((line, i) => (
            <tr key={line.id} className="border-t border-line align-baseline">
              {field.names && (
                <th scope="row" className="pr-3 text-left font-normal">
                  {field.names[i]}
                </th>
              )}
              {field.columns.map((column) => (
                <td key={column.key} className="pr-2 py-0.5">
                  {cell(column, i)}
                </td>
              ))}
              {!field.names && !form.disabled && <td>{removal(i)}</td>}
            </tr>
          ))}
        </tbody>
      </table>
      {more}
    </div>
  );
}

/** Columns that a form's width holds beside one another. */
const MOST_COLUMNS = 9;

function ColumnName({ column }: { column: RecordField }) {
  const suffix = useSuffix(column);
  return (
    <th scope="col" className="pr-2 font-normal">
      {column.label}
      {suffix && <span className="block">{suffix}</span>}
    </th>
  );
}

function LineCell({
  path,
  column,
  line,
  field,
  form,
}: {
  path: string;
  column: RecordField;
  line: number;
  field: RecordField & { input: "lines" };
  form: FormOf;
}) {
  const problem = problemAt(form.errors, path);
  const id = `of-${path.replace(/\./g, "-")}`;
  const name = `${column.label}, ${field.names?.[line] ?? `line ${line + 1}`}`;
  if (column.input === "choice")
    return (
      <>
        <ChosenField path={path} field={column} form={form} given={{ id, disabled: form.disabled }} />
        <Problem id={id} text={problem} />
      </>
    );
  if (column.input === "listed")
    return (
      <>
        <Controller
          control={form.control}
          name={path}
          render={({ field: own }) => (
            <ListedText
              id={id}
              name={name}
              options={form.lists[column.list]}
              value={String(own.value ?? "")}
              invalid={problem !== undefined}
              disabled={form.disabled}
              onValue={own.onChange}
            />
          )}
        />
        <Problem id={id} text={problem} />
      </>
    );
  return (
    <Controller
      control={form.control}
      name={path}
      render={({ field: own }) => (
        <>
          <input
            id={id}
            ref={own.ref}
            aria-label={name}
            aria-invalid={problem !== undefined}
            className={`writes ${column.input === "number" || column.input === "money" ? "w-[4.6em] text-right" : "w-[8em] text-left"}`}
            inputMode={column.input === "number" || column.input === "money" ? "decimal" : "text"}
            autoComplete="off"
            disabled={form.disabled}
            value={String(own.value ?? "")}
            onChange={own.onChange}
            onBlur={own.onBlur}
            onPaste={(event) => {
              const cells = event.clipboardData
                .getData("text")
                .trimEnd()
                .split(/\r?\n/)
                .map((row) => row.split("\t"));
              if (cells.length === 1 && cells[0]?.length === 1) return;
              event.preventDefault();
              form.paste(field, line, column.key, cells);
            }}
          />
          <Problem id={id} text={problem} />
        </>
      )}
    />
  );
}

/** A name of a list, typed in words and offered as one types; a name that is not in the list is one's own, and said to be. */
function ListedText({
  id,
  name,
  options,
  value,
  invalid,
  disabled,
  onValue,
}: {
  id: string;
  name: string;
  options: Chosen[];
  value: string;
  invalid: boolean;
  disabled: boolean;
  onValue: (value: string) => void;
}) {
  const chooser = useMemo(() => new Chooser(options, true), [options]);
  const [typed, setTyped] = useState<string | null>(null);
  const known = options.find((o) => o.value === value);
  const [asked, setAsked] = useState(false);
  return (
    <>
      <input
        id={id}
        aria-label={name}
        aria-invalid={invalid}
        list={`${id}-list`}
        className="writes w-[11em] text-left"
        autoComplete="off"
        disabled={disabled}
        value={typed ?? known?.label ?? value}
        onFocus={() => setAsked(true)}
        onChange={(event) => {
          const text = event.currentTarget.value;
          setTyped(text);
          const found = chooser.find(text);
          onValue(found.ok ? found.value : text);
        }}
        onBlur={() => setTyped(null)}
      />
      {/* hundreds of names for each line are drawn when somebody comes to it */}
      <datalist id={`${id}-list`}>{asked && options.map((o) => <option key={o.value} value={o.label} />)}</datalist>
      {value !== "" && !known && typed === null && (
        <span className="block text-[12px] text-soft">a name of your own: no guide knows it</span>
      )}
    </>
  );
}
