"use client";

import { useRouter } from "next/navigation";
import Papa from "papaparse";
import { type DragEvent, useEffect, useRef, useState } from "react";
import type { Mapping } from "@/core/records/import-table";
import { RECORD_KINDS } from "@/core/records/kinds";
import type { ImportLine, ImportLook, KindId } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { Pick } from "@/ui/pick";
import { saveFile } from "@/ui/save-file";
import { base64Of } from "../shared/base64-of";
import { send } from "../shared/send";
import { ImportColumns } from "./import-columns";
import { ImportPreview } from "./import-preview";
import { Imports } from "./imports";

interface Chosen {
  name: string;
  base64: string;
}

interface Left {
  name: string;
  header: string[];
  rows: string[][];
}

/** Rows that were left out, with what is wrong, as a file that can be mended and brought again. */
const saveLeft = ({ name, header, rows }: Left) =>
  saveFile(
    `left of ${name.replace(/\.\w+$/, "")}.csv`,
    Papa.unparse({ fields: header, data: rows }, { escapeFormulae: true }),
  );

/** Waits so long after the last change of the mapping before it looks again [ms]. */
const REST_MS = 350;

/** Records from a file: dropped, taken for something, its columns mapped, looked at, taken in whole or not at all. */
export function ImportScreen({ imports }: { imports: ImportLine[] }) {
  const router = useRouter();
  const [file, setFile] = useState<Chosen | null>(null);
  const [kind, setKind] = useState<KindId | undefined>(undefined);
  const [mapping, setMapping] = useState<Mapping | undefined>(undefined);
  // as the file says itself, unless somebody says another
  const [decimal, setDecimal] = useState<"point" | "comma" | undefined>(undefined);
  const [look, setLook] = useState<ImportLook | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  // rows that were left out of what was taken in last
  const [left, setLeft] = useState<Left | null>(null);
  // kinds that rows of this file were taken in as
  const [done, setDone] = useState<KindId[]>([]);
  const [busy, setBusy] = useState(false);
  const [over, setOver] = useState(false);
  const asked = useRef(0);

  useEffect(() => {
    if (!file) return;
    const own = ++asked.current;
    setBusy(true);
    const timer = setTimeout(
      async () => {
        const reply = await send("POST /api/imports", {
          body: {
            fileName: file.name,
            base64: file.base64,
            look: true,
            ...(decimal ? { decimal } : {}),
            ...(kind ? { kind } : {}),
            ...(mapping ? { mapping } : {}),
          },
        });
        // an answer to an older question is of no use
        if (own !== asked.current) return;
        setBusy(false);
        setTrouble(reply.ok ? null : reply.reason);
        if (!reply.ok || !("looked" in reply.value)) return;
        setLook(reply.value.looked);
      },
      mapping ? REST_MS : 0,
    );
    return () => clearTimeout(timer);
  }, [file, kind, mapping, decimal]);

  const choose = async (chosen: File | undefined) => {
    if (!chosen) return;
    setLook(null);
    setKind(undefined);
    setMapping(undefined);
    setDecimal(undefined);
    setSaid(null);
    setLeft(null);
    setDone([]);
    setTrouble(null);
    setFile({ name: chosen.name, base64: await base64Of(chosen) });
  };
  // as it was chosen, or else as the file was taken
  const shown = mapping ?? look?.mapping;
  const take = async (onlyRight: boolean) => {
    if (!file || !look || !shown) return;
    setBusy(true);
    const reply = await send("POST /api/imports", {
      body: {
        fileName: file.name,
        base64: file.base64,
        kind: look.kind,
        mapping: shown,
        decimal: look.decimal.mark,
        ...(onlyRight ? { onlyRight } : {}),
      },
    });
    setBusy(false);
    if (!reply.ok) {
      setTrouble(
        reply.status === null ? `${reply.reason} The file and the mapping stay here; try again.` : reply.reason,
      );
      return;
    }
    if ("taken" in reply.value) {
      const { added, changed, unchanged, left: over } = reply.value.taken;
      const counted = `${file.name}: ${added} added, ${changed} changed, ${unchanged} as they were.`;
      setLeft(over ? { name: file.name, ...over } : null);
      const taken = [...done, look.kind];
      // a price list may name more than one kind
      const next = over ? look.named.find((n) => !taken.includes(n.kind)) : undefined;
      setSaid(
        next
          ? `${counted} Of the ${over?.rows.length} rows left, ${next.rows} name ${RECORD_KINDS[next.kind].many.toLowerCase()}.`
          : counted,
      );
      if (next) {
        router.refresh();
        setDone(taken);
        setLook(null);
        setMapping(undefined);
        setKind(next.kind);
        return;
      }
    }
    setFile(null);
    setLook(null);
    router.refresh();
  };
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void choose(event.dataTransfer.files[0]);
  };
  return (
    <div className="mx-auto max-w-[1360px] px-4 py-4">
      <h1 className="text-2xl">Import</h1>
      <p className="text-soft">
        Growers first, then stations, farms, fields, and what belongs to fields. A row that names what stands already
        changes what the file has a column for and nothing else. The same file twice changes nothing.
      </p>
      <section
        aria-label="File"
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
        className={`mt-3 border-2 border-dashed px-4 py-4 ${over ? "border-action bg-selected" : "border-line"}`}
      >
        <label className="font-semibold">
          CSV, XLSX or GeoJSON, dropped here or chosen:{" "}
          <input
            type="file"
            accept=".csv,.txt,.xlsx,.json,.geojson,text/csv,application/geo+json"
            className="max-w-full font-normal"
            onChange={(event) => {
              const chosen = event.currentTarget.files?.[0];
              // the same file may be chosen again after it was mended
              void choose(chosen);
              event.currentTarget.value = "";
            }}
          />
        </label>
      </section>
      <p role="status" className="mt-2 min-h-[1.5em]">
        {said ?? (busy ? "Looking at the file …" : "")}
        {left && left.rows.length > 0 && (
          <>
            {" "}
            {left.rows.length === 1 ? "One row was" : `${left.rows.length} rows were`} left out.{" "}
            <Button look="quiet" onClick={() => saveLeft(left)}>
              Save {left.rows.length === 1 ? "it" : "them"} to mend
            </Button>
          </>
        )}
      </p>
      {trouble && (
        <p role="alert" className="text-stop">
          {trouble}
        </p>
      )}
      {file && look && shown && (
        <>
          <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1 border-b border-line pb-2">
            <b>{file.name}</b>
            <span>{look.rows} rows</span>
            <span className="inline-flex items-baseline gap-2">
              <label htmlFor="import-kind">taken for</label>
              <Pick
                id="import-kind"
                value={look.kind}
                options={Object.values(RECORD_KINDS).map((k) => ({ value: k.id, label: k.many }))}
                onChange={(event) => {
                  setMapping(undefined);
                  setKind(event.currentTarget.value as KindId);
                }}
              />
            </span>
            <span className="inline-flex items-baseline gap-2">
              numbers with a
              <Choice
                label="Decimal mark of the file"
                value={look.decimal.mark}
                options={[
                  { value: "point", label: "point" },
                  { value: "comma", label: "comma" },
                ]}
                onChange={(v) => setDecimal(v as "point" | "comma")}
              />
              {look.decimal.why && <span className="text-[13px] text-soft">{look.decimal.why}</span>}
            </span>
            {look.named.length > 1 && (
              <span className="text-[13px] text-soft">
                Names that you have:{" "}
                {look.named.map((n) => `${n.rows} of ${RECORD_KINDS[n.kind].many.toLowerCase()}`).join(", ")}
              </span>
            )}
            {look.notes.map((note) => (
              <span key={note} className="text-advise">
                ▲ {note}
              </span>
            ))}
          </div>
          <ImportColumns
            look={look}
            kindId={look.kind}
            mapping={shown}
            onMapping={(wish) => {
              setKind(look.kind);
              setMapping(wish);
            }}
          />
          <ImportPreview look={look} />
          <div className="sticky bottom-0 mt-3 flex items-center gap-4 border-t border-line bg-paper py-2">
            <Button
              look="main"
              className="touch"
              disabled={busy || look.problemCount > 0 || look.added + look.changed === 0}
              onClick={() => void take(false)}
            >
              Take in {look.added + look.changed}
            </Button>
            {look.wrongRows > 0 && look.added + look.changed > 0 && (
              <Button className="touch" disabled={busy} onClick={() => void take(true)}>
                Take in {look.added + look.changed} without{" "}
                {look.wrongRows === 1 ? "the row" : `the ${look.wrongRows} rows`} that{" "}
                {look.wrongRows === 1 ? "is" : "are"} not right
              </Button>
            )}
            <Button look="quiet" onClick={() => setFile(null)}>
              Leave it
            </Button>
            {look.problemCount > 0 && (
              <span className="text-stop">
                {look.wrongRows === 1 ? "One row has" : `${look.wrongRows} rows have`} to be put right first, or left
                out.
              </span>
            )}
            {look.problemCount === 0 && look.added + look.changed === 0 && <span>Everything stands already.</span>}
          </div>
        </>
      )}
      <Imports imports={imports} onDone={setSaid} />
    </div>
  );
}
