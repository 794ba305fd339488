"use client";

import { Plus, Trash2 } from "lucide-react";
import { useMemo, useState } from "react";
import {
  type Control,
  Controller,
  type FieldErrors,
  type UseFormRegister,
  useFieldArray,
  useWatch,
} from "react-hook-form";
import { formatDay } from "@/core/dates";
import { Chooser } from "@/core/records/chooser";
import type { Chosen, Lists, RecordField } from "@/core/records/describe";
import { NO, type Typed, YES } from "@/core/records/typed-record";
import { readTypedDate } from "@/core/typed-date";
import { Button } from "@/ui/button";
import { DateField } from "@/ui/date-field";
import { Pick } from "@/ui/pick";
import { useUnits } from "../shared/units";
import { BoundaryInput } from "./boundary-input";

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
function useSuffix(field: RecordField): string {
  const { split, currency } = useUnits();
  if (field.input === "money") return `${currency}/${field.per}`;
  if (field.input === "number") return field.unit ?? split(1, field.dimension).unit;
  return "";
}

const problemAt = (errors: FieldErrors<Typed>, path: string): string | undefined => {
  const found = path
    .split(".")
    .reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], errors);
  return (found as { message?: string } | undefined)?.message;
};

function Problem({ id, text }: { id: string; text: string | undefined }) {
  return text ? (
    <span id={`${id}-problem`} role="alert" className="block max-w-[26em] text-[12px] text-stop">
      {text}
    </span>
  ) : null;
}

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
            Take it
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

function ChosenField({
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

/** Lines of several values: of a fixed number with names, or as many as are added. Lines from a spreadsheet can be pasted. */
function Lines({ field, form }: { field: RecordField & { input: "lines" }; form: FormOf }) {
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
