/** Levels of a soil test as they are typed: in the scheme's unit, or in another one that is said. */

import type { SoilTestKey } from "../nutrients";
import { changeLevel, LEVEL_UNITS, levelUnit } from "../soil/level-units";
import type { RecordField } from "./describe";
import type { Problems, Reading, Typed, Writing } from "./form-texts";
import type { Values } from "./values";

/**
 * Reads the levels of a form whose other values are read already: a number alone is in the unit of its column, or of the
 * scheme; one with a unit is changed into the scheme's, by the test's depth and density where that needs them.
 *
 * Example: "0.4 meq/100 g" of potassium is 156.4 mg/kg in a scheme that has it so.
 */
export function readLevelsTyped(
  field: RecordField & { input: "amounts" },
  typed: Typed,
  values: Values,
  writing: Writing,
  number: (label: string, text: string) => Reading<number>,
  problems: Problems,
): Values {
  const levels: Values = {};
  for (const { key, label } of field.keys) {
    const path = `${field.key}.${key}`;
    const text = String((typed[field.key] as Typed | undefined)?.[key] ?? "").trim();
    if (text === "") continue;
    const [, figure = "", word = ""] = /^([-+]?[\d.,\s]*\d)\s*(.*)$/.exec(text) ?? [];
    if (/^(index|class)\b/i.test(text) || /^\d[+-]$/.test(text)) {
      problems[path] =
        `${label}: "${text}" is an index. Enter what the laboratory found, in mg/L or mg/kg: an index is read from it.`;
      continue;
    }
    const said = word || writing.unitOf?.[path] || "";
    const unit = said ? levelUnit(said) : null;
    if (said && !unit) {
      problems[path] = `${label}: "${text}" given, allowed is a number, alone or with ${LEVEL_UNITS.join(", ")}`;
      continue;
    }
    const read = number(label, figure || text);
    if (!read.ok) {
      problems[path] = read.message;
      continue;
    }
    const to = writing.schemeUnit?.(String(values.scheme ?? ""), key);
    if (!unit || !to) {
      levels[key] = read.value;
      continue;
    }
    const bulkDensity = (values.bulkDensity as number | null | undefined) ?? writing.bulkDensity ?? null;
    const changed = changeLevel({
      value: read.value * unit.times,
      nutrient: key as SoilTestKey,
      from: unit.unit,
      to,
      depthCm: (values.depthCm as number | undefined) ?? null,
      bulkDensity,
    });
    if (changed.ok) levels[key] = Number(changed.value.toPrecision(6));
    else if (bulkDensity === null && changed.errors.every((e) => e.field === "bulkDensity"))
      problems[path] =
        `${label}: ${figure} ${said} given and the scheme has ${to}, which needs the soil's bulk density. Where the laboratory found it in ${to}, and only calls that ${said}, type ${figure} alone.`;
    else problems[path] = changed.errors.map((e) => e.message.replace(/^value:/, `${label}:`)).join("; ");
  }
  return levels;
}
