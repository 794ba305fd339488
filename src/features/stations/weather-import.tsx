"use client";

import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import { formatDay } from "@/core/dates";
import {
  COLUMN_NAMES,
  ORDER_NAMES,
  type TableProblem,
  WEATHER_COLUMNS,
  type WeatherColumn,
  type WeatherMapping,
} from "@/core/weather/read-weather-table";
import type { Sent, StationSheet, WeatherAnswer } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { TableHead } from "@/ui/table-head";
import { base64Of } from "../shared/base64-of";
import { send } from "../shared/send";

interface Looked {
  fileName: string;
  base64: string;
  header: string[];
  sample: string[][];
  lines: number;
}

/** Measured daily weather from a CSV file: choose, map the columns, see what is wrong, take it in whole or not at all. */
export function WeatherImport({ sheet, today, editable }: { sheet: StationSheet; today: string; editable: boolean }) {
  const router = useRouter();
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<Looked | null>(null);
  const [mapping, setMapping] = useState<WeatherMapping | null>(null);
  const [replace, setReplace] = useState(false);
  const [problems, setProblems] = useState<{ list: TableProblem[]; of: number } | null>(null);
  const [done, setDone] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  type Step = Extract<WeatherAnswer, { ok: true }>["step"];
  type Of<S extends Step> = Extract<WeatherAnswer, { step: S }>;
  const ask = async <S extends Step>(step: S, body: Sent<"POST /api/stations/{id}/weather">): Promise<Of<S> | null> => {
    setBusy(true);
    setProblems(null);
    setDone(null);
    const reply = await send("POST /api/stations/{id}/weather", { path: { id: sheet.station.id }, body });
    setBusy(false);
    if (reply.ok && reply.value.ok && reply.value.step === step) return reply.value as Of<S>;
    if (reply.ok && !reply.value.ok) setProblems({ list: reply.value.problems, of: reply.value.of });
    else {
      const said = reply.ok ? "The server answered something else." : reply.reason;
      const message =
        !reply.ok && reply.status === null ? `${said} The file and the mapping stay here; try again.` : said;
      setProblems({ list: [{ line: null, column: null, given: "", message }], of: 1 });
    }
    return null;
  };
  const choose = async (chosen: File | undefined) => {
    if (!chosen) return;
    const base64 = await base64Of(chosen);
    setFile(null);
    const answer = await ask("columns", { fileName: chosen.name, base64 });
    if (!answer) return;
    setFile({ fileName: chosen.name, base64, header: answer.header, sample: answer.sample, lines: answer.lines });
    setMapping(answer.guess);
  };
  const take = async () => {
    if (!file || !mapping) return;
    const answer = await ask("taken", { fileName: file.fileName, base64: file.base64, mapping, replace });
    if (!answer) return;
    setDone(
      `${answer.days} days from ${formatDay(answer.from, true)} to ${formatDay(answer.to, true)}: ${answer.newDays} new, ${answer.changedDays} replaced, ${answer.unchangedDays} as they were${answer.gaps > 0 ? `; ${answer.gaps} missing days stay simulated` : ""}.`,
    );
    setFile(null);
    router.refresh();
  };
  const { station, imports } = sheet;
  return (
    <section aria-label="Measured weather" className="border border-line bg-sheet px-4 py-2">
      <h2 className="text-base">Measured weather</h2>
      <p>
        {station.measuredDays > 0 && station.measuredFrom && station.measuredTo
          ? `${station.measuredDays} days, ${formatDay(station.measuredFrom, true)} to ${formatDay(station.measuredTo, true)}. Days beyond are simulated.`
          : "None yet: every day shown of this station is simulated."}
      </p>
      {editable && (
        <>
          <input
            ref={input}
            type="file"
            accept=".csv,.txt,text/csv"
            aria-label="CSV file of daily weather"
            className="my-2 block text-[13px]"
            onChange={(event) => {
              const chosen = event.currentTarget.files?.[0];
              // the same file may be chosen again after it was mended
              event.currentTarget.value = "";
              void choose(chosen);
            }}
          />
          <p className="text-[12px] text-soft">
            CSV in UTF-8 with a header line: date, minimum, maximum, rain, and what else there is. Days up to{" "}
            {formatDay(today, true)}.
          </p>
        </>
      )}
      {file && mapping && (
        <Mapping
          file={file}
          mapping={mapping}
          onMapping={setMapping}
          replace={replace}
          onReplace={setReplace}
          busy={busy}
          onTake={() => void take()}
          onCancel={() => {
            setFile(null);
            setProblems(null);
          }}
        />
      )}
      {problems && (
        <div role="alert" className="mt-2 border border-stop px-3 py-2">
          <p className="font-semibold text-stop">
            Nothing was taken in: {problems.of} {problems.of === 1 ? "problem" : "problems"}
            {problems.of > problems.list.length && `, the first ${problems.list.length} of them`}
          </p>
          <ul className="max-h-52 overflow-auto text-[13px]">
            {problems.list.map((p) => (
              <li key={`${p.line}.${p.column}.${p.message}`}>
                {p.line !== null && <b>Line {p.line}: </b>}
                {p.message}
              </li>
            ))}
          </ul>
        </div>
      )}
      {done && (
        <p role="status" className="mt-2 border border-line bg-selected px-3 py-2">
          {done}
        </p>
      )}
      {imports.length > 0 && (
        <ul className="mt-2 text-[12px] text-soft">
          {imports.map((i) => (
            <li key={i.at + i.fileName}>
              {i.at}: {i.fileName}, {i.newDays} new, {i.changedDays} replaced, by {i.by}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function Mapping({
  file,
  mapping,
  onMapping,
  replace,
  onReplace,
  busy,
  onTake,
  onCancel,
}: {
  file: Looked;
  mapping: WeatherMapping;
  onMapping: (m: WeatherMapping) => void;
  replace: boolean;
  onReplace: (r: boolean) => void;
  busy: boolean;
  onTake: () => void;
  onCancel: () => void;
}) {
  const columns = file.header.map((name, i) => ({ value: String(i), label: `${i + 1}: ${name || "(no name)"}` }));
  const set = (change: Partial<WeatherMapping>) => onMapping({ ...mapping, ...change });
  const units: Partial<Record<WeatherColumn, { value: string; options: string[]; set: (v: string) => void }>> = {
    tmin: { value: mapping.temperature, options: ["C", "F"], set: (v) => set({ temperature: v as "C" }) },
    tmax: { value: mapping.temperature, options: ["C", "F"], set: (v) => set({ temperature: v as "C" }) },
    rain: { value: mapping.rain, options: ["mm", "in"], set: (v) => set({ rain: v as "mm" }) },
    wind: { value: mapping.wind, options: ["m/s", "km/h", "mph"], set: (v) => set({ wind: v as "m/s" }) },
  };
  return (
    <div className="mt-2 border border-line px-3 py-2">
      <p>
        <b>{file.fileName}</b>, {file.lines} lines under the header
      </p>
      <table className="mt-1 w-full border-collapse text-[13px]">
        <TableHead columns={["What", "Column of the file", "In", "First values"]} />
        <tbody>
          {WEATHER_COLUMNS.map((column) => {
            const at = mapping.columns[column];
            const unit = units[column];
            return (
              <tr key={column} className="border-t border-line [&>td]:py-1">
                <td>{COLUMN_NAMES[column]}</td>
                <td>
                  <Choice
                    label={`Column of ${COLUMN_NAMES[column]}`}
                    value={at === null ? "none" : String(at)}
                    options={[{ value: "none", label: "not in the file" }, ...columns]}
                    onChange={(v) =>
                      set({ columns: { ...mapping.columns, [column]: v === "none" ? null : Number(v) } })
                    }
                  />
                </td>
                <td>
                  {column === "date" ? (
                    <Choice
                      label="Order of the date"
                      value={mapping.dateOrder}
                      options={(Object.keys(ORDER_NAMES) as WeatherMapping["dateOrder"][]).map((value) => ({
                        value,
                        label: ORDER_NAMES[value],
                      }))}
                      onChange={(v) => set({ dateOrder: v })}
                    />
                  ) : unit ? (
                    <Choice
                      label={`Unit of ${COLUMN_NAMES[column]}`}
                      value={unit.value}
                      options={unit.options.map((o) => ({ value: o, label: o === "C" || o === "F" ? `°${o}` : o }))}
                      onChange={unit.set}
                    />
                  ) : (
                    <span className="text-soft">{column === "solar" ? "MJ/m² a day" : "%"}</span>
                  )}
                </td>
                <td className="text-soft">
                  {at === null
                    ? ""
                    : file.sample
                        .slice(0, 3)
                        .map((r) => r[at] ?? "")
                        .join(" · ")}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <div className="mt-2 flex flex-wrap items-baseline gap-x-5 gap-y-1 text-[13px]">
        <span className="flex items-baseline gap-2">
          Decimal mark
          <Choice
            label="Decimal mark of the file"
            value={mapping.decimal}
            options={[
              { value: "point", label: "point" },
              { value: "comma", label: "comma" },
            ]}
            onChange={(v) => set({ decimal: v as "point" })}
          />
        </span>
        <label className="flex items-baseline gap-2">
          Not measured is marked
          <input
            className="writes w-24 text-left"
            value={mapping.missing.join(" ")}
            onChange={(event) => set({ missing: event.currentTarget.value.split(/\s+/).filter(Boolean) })}
          />
        </label>
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="size-6"
            checked={mapping.allowGaps}
            onChange={(e) => set({ allowGaps: e.currentTarget.checked })}
          />
          allow missing days
        </label>
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="size-6"
            checked={replace}
            onChange={(e) => onReplace(e.currentTarget.checked)}
          />
          replace days that differ
        </label>
      </div>
      <div className="mt-2 flex gap-3">
        <Button look="main" disabled={busy} onClick={onTake}>
          Take the days in
        </Button>
        <Button onClick={onCancel}>Cancel</Button>
      </div>
    </div>
  );
}
