"use client";

import { type Target, targetsOf, usualUnit } from "@/core/records/import-headings";
import type { Mapping } from "@/core/records/import-table";
import { RECORD_KINDS } from "@/core/records/kinds";
import { LEVEL_UNITS } from "@/core/soil/level-units";
import type { ImportLook, KindId } from "@/server/contracts";
import { Pick } from "@/ui/pick";
import { TextField } from "@/ui/text-field";
import { useUnits } from "../shared/units";

/** Which column is which value, in what unit; and what new records have that no column says. */
export function ImportColumns({
  look,
  kindId,
  mapping,
  onMapping,
}: {
  look: ImportLook;
  kindId: KindId;
  mapping: Mapping;
  onMapping: (mapping: Mapping) => void;
}) {
  const { unitSet } = useUnits();
  const kind = RECORD_KINDS[kindId];
  const targets = targetsOf(kind);
  const used = new Set(mapping.columns.flatMap((c) => (c ? [c.path] : [])));
  const use = (column: number, path: string) =>
    onMapping({
      ...mapping,
      columns: mapping.columns.map((c, i) => {
        if (i === column) return path ? { path } : null;
        // a value comes from one column
        return c?.path === path ? null : c;
      }),
    });
  const unit = (column: number, text: string) =>
    onMapping({
      ...mapping,
      columns: mapping.columns.map((c, i) =>
        i === column && c ? { path: c.path, ...(text ? { unit: text } : {}) } : c,
      ),
    });
  const missing = targets.filter(
    (t) => !used.has(t.path) && (t.path in mapping.fixed || look.lacking.includes(t.path)) && choosable(t, mapping),
  );
  const needsDensity = mapping.columns.some((c) => c?.unit && c.path.startsWith("levels."));
  return (
    <>
      <section aria-label="Columns" className="mt-3 overflow-x-auto">
        <table className="border-collapse">
          <thead>
            <tr className="text-left text-[12px] text-soft">
              <th className="pr-4 font-normal">Column</th>
              <th className="pr-4 font-normal">First rows</th>
              <th className="pr-4 font-normal">is</th>
              <th className="font-normal">in</th>
            </tr>
          </thead>
          <tbody>
            {look.header.map((heading, i) => {
              const own = mapping.columns[i] ?? null;
              const target = targets.find((t) => t.path === own?.path);
              return (
                // biome-ignore lint/suspicious/noArrayIndexKey: columns stay in their places, and may be called alike
                <tr key={i} className="border-t border-line align-baseline">
                  <th scope="row" className="py-1 pr-4 text-left font-semibold">
                    {heading || `column ${i + 1}`}
                  </th>
                  <td className="max-w-[22em] truncate pr-4 text-[13px] text-soft">
                    {look.sample
                      .slice(0, 3)
                      .map((row) => row[i]?.slice(0, 30))
                      .filter(Boolean)
                      .join(" · ")}
                  </td>
                  <td className="pr-4">
                    <Pick
                      aria-label={`What ${heading || `column ${i + 1}`} is`}
                      value={own?.path ?? ""}
                      empty="left out"
                      options={targets.map((t) => ({
                        value: t.path,
                        label: t.amount ? `${t.field.label}: ${t.label}` : t.label,
                      }))}
                      onChange={(event) => use(i, event.currentTarget.value)}
                    />
                  </td>
                  <td>
                    {target && usualUnit(target, unitSet) !== "" && (
                      <UnitOfColumn
                        target={target}
                        heading={heading}
                        unit={own?.unit ?? ""}
                        usual={usualUnit(target, unitSet)}
                        onUnit={(text) => unit(i, text)}
                      />
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </section>
      {(missing.length > 0 || needsDensity) && (
        <section aria-label="The same in every new row" className="mt-3 flex flex-wrap gap-x-6 gap-y-2">
          {missing.map((target) => (
            <Fixed
              key={target.path}
              target={target}
              look={look}
              value={mapping.fixed[target.path] ?? ""}
              by={mapping.fixed}
              onValue={(text) => {
                const { [target.path]: _, ...rest } = mapping.fixed;
                onMapping({ ...mapping, fixed: text === "" ? rest : { ...rest, [target.path]: text } });
              }}
            />
          ))}
          {needsDensity && (
            <TextField
              label="Bulk density, g/cm³"
              help="for mg/L and kg/ha; usual are 1.2 to 1.5"
              className="w-24"
              defaultValue={mapping.bulkDensity ?? ""}
              inputMode="decimal"
              onChange={(event) => {
                const density = Number(event.currentTarget.value.replace(",", "."));
                onMapping({ ...mapping, bulkDensity: density >= 0.1 && density <= 2.2 ? density : null });
              }}
            />
          )}
        </section>
      )}
    </>
  );
}

function UnitOfColumn({
  target,
  heading,
  unit,
  usual,
  onUnit,
}: {
  target: Target;
  heading: string;
  unit: string;
  usual: string;
  onUnit: (text: string) => void;
}) {
  const label = `Unit of ${heading}`;
  const element = target.amount?.element;
  if (element)
    return (
      <Pick
        aria-label={label}
        value={unit}
        empty={target.label}
        options={[{ value: element.symbol, label: `${element.symbol}, the element` }]}
        onChange={(event) => onUnit(event.currentTarget.value)}
      />
    );
  if (target.path.startsWith("levels."))
    return (
      <Pick
        aria-label={label}
        value={unit}
        empty={usual}
        options={[...new Set([...LEVEL_UNITS, "ppm", "meq/100 g", "mg/100 g", ...(unit ? [unit] : [])])].map((u) => ({
          value: u,
          label: u,
        }))}
        onChange={(event) => onUnit(event.currentTarget.value)}
      />
    );
  return (
    <input
      aria-label={label}
      className="writes w-20 text-left font-normal"
      defaultValue={unit}
      placeholder={usual}
      onChange={(event) => onUnit(event.currentTarget.value.trim())}
    />
  );
}

/** Whether a value could be the same in every row: what hangs on another value only where that one is. */
const choosable = ({ field }: Target, { fixed }: Mapping): boolean =>
  field.input !== "listed" || !field.by || field.by in fixed;

/** A value that every new row has. */
function Fixed({
  target,
  look,
  value,
  by,
  onValue,
}: {
  target: Target;
  look: ImportLook;
  value: string;
  by: Record<string, string>;
  onValue: (text: string) => void;
}) {
  const { field } = target;
  const options =
    field.input === "link"
      ? (look.links[field.key] ?? [])
      : field.input === "choice"
        ? field.options
        : field.input === "listed"
          ? look.lists[field.list].filter((entry) => !field.by || entry.of === by[field.by])
          : null;
  return options ? (
    <span className="grid content-start gap-1">
      <label htmlFor={`fixed-${target.path}`} className="text-[13px] text-soft">
        {target.label}, of all that is new
      </label>
      <Pick
        id={`fixed-${target.path}`}
        value={value}
        empty="choose, or a column above"
        options={options}
        onChange={(event) => onValue(event.currentTarget.value)}
      />
    </span>
  ) : (
    <TextField
      label={`${target.label}, of all that is new`}
      defaultValue={value}
      onChange={(event) => onValue(event.currentTarget.value)}
    />
  );
}
