"use client";

import { formatDay } from "@/core/dates";
import type { SprayRecord } from "@/core/records/notes/spray-record";
import { inputMeasure } from "@/core/units/input-measures";
import { Button } from "@/ui/button";
import { figures, TableHead } from "@/ui/table-head";
import { Link } from "../shared/link";
import { useUnits } from "../shared/units";

/** Treatments that were done, each with all that inspectors usually ask for; prints as it stands. */
export function SprayRecordScreen({
  records,
  season,
  practice,
}: {
  records: SprayRecord[];
  season: number | null;
  practice: string;
}) {
  const seasons = [...new Set(records.map((r) => r.season))].sort((a, b) => b - a);
  const shown = season === null ? records : records.filter((r) => r.season === season);
  const file = `/api/treatments/file?${new URLSearchParams(season === null ? {} : { season: String(season) })}`;
  const open = shown.filter((r) => r.operator === "").length;
  return (
    <div className="mx-auto max-w-[1360px] px-4 py-4">
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1 className="text-2xl">Spray record</h1>
        <span className="hidden print:inline">{practice}</span>
        <nav aria-label="Harvest" className="flex flex-wrap gap-x-3 print:hidden">
          {[null, ...seasons].map((s) => (
            <Link
              key={s ?? "all"}
              href={s === null ? "/treatments" : `/treatments?season=${s}`}
              aria-current={s === season ? "page" : undefined}
              className={`touch inline-flex items-center ${s === season ? "font-bold underline decoration-2 underline-offset-[6px]" : "text-soft hover:text-ink"}`}
            >
              {s ?? "All"}
            </Link>
          ))}
        </nav>
        <span className="ml-auto flex flex-wrap gap-3 print:hidden">
          <a href={file} className="touch inline-flex items-center text-action underline underline-offset-2">
            CSV
          </a>
          <a
            href={`${file}&as=xlsx`}
            className="touch inline-flex items-center text-action underline underline-offset-2"
          >
            XLSX
          </a>
          <Button onClick={() => window.print()}>Print</Button>
        </span>
      </div>
      <p className="text-soft">
        Every treatment that was logged as done, with product and label as they were on that day. An entry that was
        taken back stands in the audit.
      </p>
      {open > 0 && (
        <p className="mt-1 text-advise">
          {open} {open === 1 ? "entry has" : "entries have"} no operator, hours or wind: take the log back and log it
          again with them.
        </p>
      )}
      {shown.length === 0 ? (
        <p className="mt-3">No treatment is logged as done{season === null ? "" : ` for harvest ${season}`}.</p>
      ) : (
        <div className="mt-3 overflow-x-auto">
          <table className="w-full border-collapse text-[13px]">
            <caption className="sr-only">Treatments that were done, the newest first</caption>
            <TableHead
              className="[&>th]:px-1"
              columns={[
                "When",
                "Where",
                "Crop, against",
                "Product",
                ...figures("Rate", "In all", "Water"),
                "Wind, air",
                "Operator",
                "Adviser",
              ]}
            />
            <tbody>
              {shown.map((r) => (
                <RecordRow key={r.id} record={r} />
              ))}
            </tbody>
          </table>
        </div>
      )}
    </div>
  );
}

const NOT_NOTED = "not noted";

function RecordRow({ record: r }: { record: SprayRecord }) {
  const { number, show, measured } = useUnits();
  const small = (text: string) => (text ? <span className="block text-soft">{text}</span> : null);
  return (
    <tr className="break-inside-avoid border-t border-line align-top [&>*]:px-1 [&>*]:py-1">
      <th scope="row" className="text-left font-medium">
        {formatDay(r.day, true)}
        {small(r.from ? `${r.from} to ${r.to}` : "")}
      </th>
      <td>
        {r.field}
        {small([r.farm, r.grower].filter(Boolean).join(", "))}
        {small(show(r.treatedHa, "area"))}
      </td>
      <td>
        {r.crop}
        {small(r.target)}
        {small(`harvest ${r.season}`)}
      </td>
      <td>
        {r.product}
        {small(`${r.active}${r.group ? `, group ${r.group}` : ""}`)}
        {small([r.permit ? `permit ${r.permit}` : "", r.batch ? `batch ${r.batch}` : ""].filter(Boolean).join(", "))}
        {small(
          [
            r.harvestWaitDays === null ? "" : `${r.harvestWaitDays} days to the harvest`,
            r.reEntryHours === null ? "" : `re-entry after ${number(r.reEntryHours)} h`,
          ]
            .filter(Boolean)
            .join(", "),
        )}
      </td>
      <td className="text-right">{measured(r.ratePerHa, inputMeasure(r.unit).perArea)}</td>
      <td className="text-right">{measured(r.amount, inputMeasure(r.unit).total)}</td>
      <td className="text-right">{r.waterLPerHa === null ? "dry" : show(r.waterLPerHa, "volumePerArea", 0)}</td>
      <td>
        {r.windMs === null ? NOT_NOTED : `${show(r.windMs, "wind", 1)}${r.windFrom ? ` from ${r.windFrom}` : ""}`}
        {small(r.tempC === null ? "" : show(r.tempC, "temperature", 0))}
      </td>
      <td>
        {r.operator || NOT_NOTED}
        {small(r.equipment)}
        {small(r.loggedBy && r.loggedBy !== r.operator ? `logged by ${r.loggedBy}` : "")}
        {small(r.note)}
      </td>
      <td>
        {r.signedBy || "not signed"}
        {small(r.licenceNo ? `licence ${r.licenceNo}` : "")}
      </td>
    </tr>
  );
}
