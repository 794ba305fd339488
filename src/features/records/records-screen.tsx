"use client";

import type { ColumnDef } from "@tanstack/react-table";
import { Plus } from "lucide-react";
import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { useCallback, useMemo, useState } from "react";
import type { RecordField } from "@/core/records/describe";
import { RECORD_KINDS } from "@/core/records/kinds";
import { titleOf, type Values } from "@/core/records/values";
import type { KindId, PracticeSteps, RecordList, RecordRow } from "@/server/contracts";
import { Button } from "@/ui/button";
import { DataTable } from "@/ui/data-table";
import { WrittenValue } from "@/ui/written-value";
import { send } from "../shared/send";
import { useUnits } from "../shared/units";
import { NextStep } from "./next-steps";
import { useValueWords } from "./value-words";

const RecordDialog = dynamic(() => import("./record-dialog").then((m) => m.RecordDialog), { ssr: false });

interface Undo {
  text: string;
  run: () => Promise<void>;
}

/** All records of a kind: to search, sort, edit in place, add to, retire and take back. */
export function RecordsScreen({
  kindId,
  list,
  today,
  adding = false,
  given = {},
  steps = null,
}: {
  kindId: KindId;
  list: RecordList;
  today: string;
  /** opens with the form of a new one, of what is known already */
  adding?: boolean;
  given?: Values;
  /** how far the practice has come, for who is led from one form to the next */
  steps?: PracticeSteps | null;
}) {
  const kind = RECORD_KINDS[kindId];
  const router = useRouter();
  const units = useUnits();
  const words = useValueWords(list);
  const [open, setOpen] = useState<RecordRow | "new" | null>(adding && list.mayChange ? "new" : null);
  const [retired, setRetired] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const [undo, setUndo] = useState<Undo | null>(null);
  const [added, setAdded] = useState(false);
  const rows = useMemo(() => list.rows.filter((r) => r.retired === retired), [list.rows, retired]);
  const hasRetired = list.rows.some((r) => r.retired);

  const put = useCallback(
    async (row: RecordRow, body: { values: RecordRow["values"] } | { retired: boolean }, done: string) => {
      const reply = await send("PUT /api/records/{kind}/{id}", {
        path: { kind: kindId, id: row.id },
        body: { revision: row.revision, ...body },
      });
      if (!reply.ok) setSaid(reply.reason);
      else if (reply.value.saved) {
        const { revision } = reply.value;
        setSaid(null);
        setUndo({
          text: done,
          run: async () => {
            const back = "values" in body ? { values: row.values } : { retired: row.retired };
            const undone = await send("PUT /api/records/{kind}/{id}", {
              path: { kind: kindId, id: row.id },
              body: { revision, ...back },
            });
            setUndo(null);
            setSaid(undone.ok ? "Taken back." : undone.reason);
            router.refresh();
          },
        });
      } else setSaid(`${reply.value.stands.person} changed this meanwhile; look at it again.`);
      router.refresh();
    },
    [kindId, router],
  );
  const columns = useMemo<ColumnDef<RecordRow, unknown>[]>(() => {
    const shown = kind.fields.filter((f) => f.listed);
    const titles = new Set(kind.unique);
    return [
      ...shown.map((field): ColumnDef<RecordRow, unknown> => {
        const figure = field.input === "number" || field.input === "money";
        const unit = headUnit(field, units);
        return {
          id: field.key,
          header: unit ? `${field.label}, ${unit}` : field.label,
          accessorFn: (r) => (figure ? (r.values[field.key] ?? undefined) : words(field, r.values[field.key])),
          meta: { right: figure },
          sortUndefined: "last",
          cell: ({ row: { original: r } }) =>
            titles.has(field.key) && field.input === "text" ? (
              <button
                type="button"
                className="font-title text-[15px] font-bold hover:underline"
                onClick={() => setOpen(r)}
              >
                {titleOf({ ...kind, unique: [field.key] }, r.values)}
              </button>
            ) : figure && !titles.has(field.key) ? (
              <InPlace
                field={field}
                row={r}
                label={`${field.label}, ${titleOf(kind, r.values)}`}
                disabled={!list.mayChange || r.retired}
                onValue={(value) =>
                  void put(r, { values: { ...r.values, [field.key]: value } }, `${field.label} changed.`)
                }
              />
            ) : (
              words(field, r.values[field.key])
            ),
        };
      }),
      {
        id: "changed",
        header: "Changed",
        accessorFn: (r) => r.changedAt,
        cell: ({ row: { original: r } }) => (
          <span className="text-[12px] text-soft">
            {r.changedAt.slice(0, 10)}, {r.person || "loaded"}
            {r.past && <span className="block max-w-[24em] text-stop">Past its limits. {r.past.join(" ")}</span>}
          </span>
        ),
      },
      ...(list.mayChange
        ? [
            {
              id: "act",
              header: "Edit",
              enableSorting: false,
              cell: ({ row: { original: r } }: { row: { original: RecordRow } }) => (
                <span className="flex justify-end gap-3">
                  <Button look="quiet" onClick={() => setOpen(r)}>
                    Edit
                  </Button>
                  <Button
                    look="quiet"
                    onClick={() =>
                      void put(
                        r,
                        { retired: !r.retired },
                        `${titleOf(kind, r.values)} ${r.retired ? "taken back" : "retired"}.`,
                      )
                    }
                  >
                    {r.retired ? "Take back" : "Retire"}
                  </Button>
                </span>
              ),
            } satisfies ColumnDef<RecordRow, unknown>,
          ]
        : []),
    ];
  }, [kind, list, units, words, put]);
  return (
    <div className="mx-auto max-w-[1360px] px-4 py-4">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h1 className="text-2xl">{kind.many}</h1>
        <p className="text-soft">{kind.purpose}</p>
        {list.mayChange && (
          <Button look="main" className="ml-auto" onClick={() => setOpen("new")}>
            <Plus size={14} aria-hidden /> Add a {kind.one}
          </Button>
        )}
      </div>
      <p role="status" className="min-h-[1.5em] text-[13px]">
        {said && <span className="text-stop">{said}</span>}
        {undo && (
          <>
            {undo.text}{" "}
            <Button look="quiet" onClick={() => void undo.run()}>
              Undo
            </Button>
          </>
        )}
        {list.rows.length > 0 && (
          <span className="mr-4">
            All of them as a file that the import takes back:{" "}
            {(["csv", "xlsx"] as const).map((as) => (
              <a
                key={as}
                href={`/api/records/${kindId}/file?as=${as}`}
                download
                className="mr-2 text-action underline underline-offset-2"
              >
                {as.toUpperCase()}
              </a>
            ))}
          </span>
        )}
        {hasRetired && (
          <Button look="quiet" className="ml-4" onClick={() => setRetired(!retired)}>
            {retired ? "Show those in use" : "Show retired ones"}
          </Button>
        )}
      </p>
      {added && steps && <NextStep steps={steps} />}
      {rows.length === 0 ? (
        <p>{retired ? "None is retired." : `No ${kind.one} yet.`}</p>
      ) : (
        <DataTable rows={rows} columns={columns} label={kind.many} fileName={`${kindId}.csv`} onOpen={setOpen} />
      )}
      {open && (
        <RecordDialog
          kindId={kindId}
          row={open === "new" ? null : open}
          list={list}
          given={open === "new" ? given : {}}
          today={today}
          onClose={() => setOpen(null)}
          onSaved={() => {
            setAdded(open === "new");
            setOpen(null);
            setSaid(null);
            router.refresh();
          }}
        />
      )}
    </div>
  );
}

function headUnit(field: RecordField, units: ReturnType<typeof useUnits>): string {
  if (field.input === "money") return `${units.currency}/${field.per}`;
  if (field.input === "number") return field.unit ?? units.split(1, field.dimension).unit;
  return field.input === "amounts" ? (field.unit.split(",")[0] ?? "") : "";
}

/** A figure of the list, changed where it stands. */
function InPlace({
  label,
  field,
  row,
  disabled,
  onValue,
}: {
  label: string;
  field: RecordField;
  row: RecordRow;
  disabled: boolean;
  onValue: (value: number | null) => void;
}) {
  const { number, split, read } = useUnits();
  const value = row.values[field.key];
  const given = typeof value === "number" ? value : null;
  const text =
    given === null
      ? ""
      : field.input === "money"
        ? number(given / 100, 2)
        : field.input === "number"
          ? split(given, field.dimension).number
          : "";
  const dimension = field.input === "number" ? field.dimension : "count";
  const [typed, setTyped] = useState<number | null | undefined>(undefined);
  return (
    <WrittenValue
      label={label}
      text={text}
      width="5.5em"
      disabled={disabled}
      read={read(field.label, dimension)}
      onValue={(v) => setTyped(field.input === "money" ? Math.round(v * 100) : v)}
      // saved when one leaves it, not at every keystroke
      onLeave={() => {
        if (typed !== undefined && typed !== given) onValue(typed);
        setTyped(undefined);
      }}
      {...(field.empty === "null" ? { onClear: () => setTyped(null) } : {})}
    />
  );
}
