"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { useForm } from "react-hook-form";
import type { RecordField, RecordKind } from "@/core/records/describe";
import { RECORD_KINDS } from "@/core/records/kinds";
import { readTyped, type Typed, typedOf } from "@/core/records/typed-record";
import { titleOf, type Values } from "@/core/records/values";
import type { LevelUnit } from "@/core/soil/level-units";
import type { KindId, RecordList, RecordRow } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { newId } from "../shared/new-id";
import { send } from "../shared/send";
import { useUnits } from "../shared/units";
import { keepTyped, keptTyped } from "./kept-forms";
import { RecordChanges } from "./record-changes";
import { RecordInput } from "./record-input";
import type { FormOf } from "./record-parts";
import { differences, useValueWords } from "./value-words";

interface Saved {
  id: string;
  /** what stood before; null where the record is new */
  before: RecordRow | null;
}

/** A record's form: new where `row` is null, with the values that are known of it already in `given`. */
export function RecordDialog({
  kindId,
  row,
  list,
  given = {},
  today,
  onSaved,
  onClose,
}: {
  kindId: KindId;
  row: RecordRow | null;
  list: RecordList;
  given?: Values;
  today: string;
  onSaved: (saved: Saved) => void;
  onClose: () => void;
}) {
  const kind = RECORD_KINDS[kindId];
  const units = useUnits();
  const writing = {
    unitSet: units.unitSet,
    decimal: units.decimal,
    currency: units.currency,
    today,
    schemeUnit: (scheme: string, nutrient: string) =>
      list.lists.schemes.find((s) => s.value === scheme)?.units?.[nutrient] as LevelUnit | undefined,
  };
  const place = `${kindId}/${row?.id ?? `new/${Object.values(given).join("/")}`}`;
  const [base, setBase] = useState(row);
  const [id] = useState(newId);
  const fresh = useMemo(
    () => typedOf(kind.fields, base?.values ?? { ...takenFrom(kind, list), ...given }, units),
    [kind, base, given, list, units],
  );
  const kept = useMemo(() => keptTyped(place), [place]);
  const [restored, setRestored] = useState(kept !== null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [theirs, setTheirs] = useState<RecordRow | null>(null);
  const words = useValueWords(list);
  const form = useForm<Typed>({
    // what was typed before and not saved goes on from there
    defaultValues: kept ?? fresh,
    resolver: (typed) => {
      const { values, problems } = readTyped(kind, typed, writing);
      const errors = nested(problems);
      return Object.keys(problems).length > 0 ? { values: {}, errors } : { values, errors: {} };
    },
    shouldFocusError: true,
  });
  const { isSubmitting, errors } = form.formState;
  const saved = useRef(false);
  useEffect(() => {
    const { unsubscribe } = form.watch((typed) => !saved.current && keepTyped(place, typed as Typed));
    return unsubscribe;
  }, [form, place]);
  const done = (recordId: string) => {
    saved.current = true;
    keepTyped(place, null);
    onSaved({ id: recordId, before: base });
  };
  const save = form.handleSubmit(async (values) => {
    setTrouble(null);
    if (!base) {
      const reply = await send("POST /api/records/{kind}", { path: { kind: kindId }, body: { id, values } });
      if (reply.ok) done(reply.value.id);
      else refuse(reply);
      return;
    }
    const reply = await send("PUT /api/records/{kind}/{id}", {
      path: { kind: kindId, id: base.id },
      body: { revision: base.revision, values },
    });
    if (!reply.ok) refuse(reply);
    else if (reply.value.saved) done(base.id);
    else setTheirs(reply.value.stands);
  });
  const refuse = (reply: { reason: string; status: number | null; errors: { field: string; message: string }[] }) => {
    for (const { field, message } of reply.errors) {
      const path = field.replace(/^values\./, "");
      if (kind.fields.some((f) => f.key === path.split(".")[0])) form.setError(path, { message });
    }
    setTrouble(reply.status === null ? `${reply.reason} What you typed stays here; save again later.` : reply.reason);
  };
  /** Theirs where I typed nothing, mine where I did; saved on top of theirs. */
  const join = (mine: boolean) => {
    if (!theirs) return;
    const now = typedOf(kind.fields, theirs.values, units);
    const typed = form.getValues();
    for (const field of kind.fields) {
      const own = JSON.stringify(typed[field.key]) !== JSON.stringify(fresh[field.key]);
      if (!own || !mine) form.setValue(field.key, now[field.key]);
    }
    setBase(theirs);
    setTheirs(null);
  };
  const paste = (field: RecordField & { input: "lines" }, line: number, key: string, cells: string[][]) => {
    const from = field.columns.findIndex((c) => c.key === key);
    const lines = (form.getValues(field.key) as Typed[]).length;
    for (const [r, row] of cells.entries())
      for (const [c, text] of row.entries()) {
        const column = field.columns[from + c];
        if (column && line + r < lines)
          form.setValue(`${field.key}.${line + r}.${column.key}` as never, text.trim() as never);
      }
  };
  const typedNow = form.watch();
  const suggested = suggestions(kind, readTyped(kind, typedNow, writing).values, (field, value) => ({
    text: words(field, value),
    take: () => form.setValue(field.key, typedOf([field], { [field.key]: value }, units)[field.key]),
  }));
  const hidden = new Set(base ? [] : Object.keys(given));
  const grouped = new Set(kind.groups?.flatMap((g) => g.fields) ?? []);
  const inputs: FormOf = {
    control: form.control,
    register: form.register,
    errors,
    lists: list.lists,
    links: list.links,
    today,
    near: list.near,
    usual: usualOf(kind, words),
    suggested,
    paste,
    disabled: !list.mayChange,
  };
  const title = base ? titleOf(kind, base.values) : `New ${kind.one}`;
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={title} description={kind.purpose} wide>
      {restored && (
        <p role="status" className="mb-2 border border-line px-3 py-1.5 text-[13px]">
          What you typed before and did not save is back.{" "}
          <Button
            look="quiet"
            onClick={() => {
              form.reset(fresh);
              keepTyped(place, null);
              setRestored(false);
            }}
          >
            Start anew
          </Button>
        </p>
      )}
      {base?.past && (
        <p className="mb-2 border border-advise px-3 py-1.5 text-[13px]">
          It was stored before these limits, and is past them: {base.past.join(" ")} It is not saved again as it stands.
        </p>
      )}
      {theirs && (
        <div role="alert" className="mb-2 border border-stop px-3 py-2">
          <p className="font-semibold">
            {theirs.person} changed this on {theirs.changedAt}; yours is not saved yet.
          </p>
          <ul className="my-1">
            {differences(kind, base?.values ?? {}, theirs.values).map((d) => (
              <li key={d.key}>
                {d.label}: {words(d.field, d.from)} → <b>{words(d.field, d.to)}</b>
              </li>
            ))}
          </ul>
          <Button onClick={() => join(true)}>Keep theirs, and what I typed over it</Button>{" "}
          <Button look="quiet" onClick={() => join(false)}>
            Take theirs
          </Button>
        </div>
      )}
      <form onSubmit={(event) => void save(event)} noValidate>
        <Inputs fields={kind.fields.filter((f) => !hidden.has(f.key) && !grouped.has(f.key))} form={inputs} />
        {kind.groups?.map((group) => (
          <Group
            key={group.label}
            {...group}
            fields={kind.fields.filter((f) => group.fields.includes(f.key) && !hidden.has(f.key))}
            // what stands in it, or is wrong in it, is seen
            open={group.fields.some((key) => isTyped(fresh[key]) || isTyped(kept?.[key]))}
            wrong={group.fields.some((key) => key in errors)}
            form={inputs}
          />
        ))}
        {trouble && (
          <p role="alert" className="mt-2 text-stop">
            {trouble}
          </p>
        )}
        {list.mayChange && (
          <div className="sticky -bottom-5 -mx-5 mt-3 flex flex-wrap items-center gap-4 border-t border-line bg-sheet px-5 py-3">
            <Button look="main" type="submit" disabled={isSubmitting || theirs !== null} className="touch">
              {isSubmitting ? "Saving" : base ? "Save" : `Add the ${kind.one}`}
            </Button>
            <Button look="quiet" onClick={onClose} className="touch">
              Close
            </Button>
            {Object.keys(errors).length > 0 && (
              <span role="status" className="text-stop">
                {Object.keys(errors).length === 1
                  ? "One field needs a look."
                  : `${Object.keys(errors).length} fields need a look.`}
              </span>
            )}
          </div>
        )}
      </form>
      {row && <RecordChanges kindId={kindId} id={row.id} list={list} />}
    </Dialog>
  );
}

/**
 * What a new record begins with from what is already there: the one record that a link can lead to, and what the record of this kind
 * that was added last chose, but for what must differ.
 */
function takenFrom(kind: RecordKind, list: RecordList): Values {
  const live = list.rows.filter((r) => !r.retired);
  const last = [...live].sort((a, b) => b.changedAt.localeCompare(a.changedAt))[0];
  const values: Values = {};
  for (const field of kind.fields) {
    const only = field.input === "link" ? (list.links[field.key] ?? []) : [];
    if (only.length === 1) values[field.key] = only[0]?.value;
    else if (
      !field.empty &&
      last &&
      !kind.unique.includes(field.key) &&
      (field.input === "listed" || field.input === "link")
    )
      values[field.key] = last.values[field.key];
  }
  return values;
}

const isTyped = (value: unknown): boolean =>
  value !== undefined && value !== null && value !== "" && !(Array.isArray(value) && value.length === 0);

function Inputs({ fields, form }: { fields: RecordField[]; form: FormOf }) {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 sm:grid-cols-[repeat(2,minmax(0,1fr))]">
      {fields.map((field) => (
        <RecordInput key={field.key} field={field} form={form} />
      ))}
    </div>
  );
}

/** Fields that are not needed to begin, under a heading that says what they are good for. */
function Group({
  label,
  why,
  fields,
  open: first,
  wrong,
  form,
}: {
  label: string;
  why: string;
  fields: RecordField[];
  open: boolean;
  wrong: boolean;
  form: FormOf;
}) {
  const [open, setOpen] = useState(first);
  if (fields.length === 0) return null;
  return (
    <details open={open || wrong} onToggle={(event) => setOpen(event.currentTarget.open)} className="mt-2">
      <summary className="touch cursor-pointer border-b border-line py-1">
        <b>{label}</b> <span className="text-[13px] text-soft">{why}</span>
      </summary>
      <Inputs fields={fields} form={form} />
    </details>
  );
}

/** What an empty value of each field stands for, in words. */
function usualOf(kind: RecordKind, words: ReturnType<typeof useValueWords>): Record<string, string> {
  return Object.fromEntries(
    kind.fields
      .filter((f) => f.empty === "default")
      .map((f) => [f.key, words(f, kind.schema.shape[f.key]?.safeParse(undefined).data) || "none"]),
  );
}

/** What follows from values that are typed, where it is not what stands there. */
function suggestions<T>(
  kind: RecordKind,
  values: Values,
  inForm: (field: RecordField, value: unknown) => T,
): Record<string, T & { why: string }> {
  return Object.fromEntries(
    (kind.suggest?.(values) ?? []).flatMap(({ key, value, why }) => {
      const field = kind.fields.find((f) => f.key === key);
      return field && values[key] !== value ? [[key, { why, ...inForm(field, value) }]] : [];
    }),
  );
}

/** { "a.b": "x" } as { a: { b: { message: "x" } } }, as the form keeps errors. */
function nested(problems: Record<string, string>): Record<string, never> {
  const tree: Record<string, unknown> = {};
  for (const [path, message] of Object.entries(problems)) {
    const keys = path.split(".");
    let at = tree;
    for (const key of keys.slice(0, -1)) {
      at[key] ??= {};
      at = at[key] as Record<string, unknown>;
    }
    at[keys.at(-1) as string] = { type: "refused", message, ...(at[keys.at(-1) as string] as object) };
  }
  return tree as Record<string, never>;
}
