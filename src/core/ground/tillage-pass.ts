import { readChoice, readNumber } from "../args";
import { asMeasure, numberOf, over, plus, power, times } from "../figure/expression";
import { computed, given, type Known, quantity, resultOf } from "../figure/figure";
import { type FieldError, failed, ok, type Result } from "../result";
import { DRAFT_TEXTURES, type DraftTexture, draftTexture, TEXTURE_CLASSES, type TextureClass } from "../soil/texture";
import { IMPLEMENT_IDS, type ImplementId, implementOf } from "./implements";

/** Diesel per kWh of draft work at part load [L/kWh]; assumption, editable. */
const FUEL_L_PER_KWH = 0.36;

interface TillagePassInput {
  implement: ImplementId;
  depthCm: number;
  speedKmH: number;
  widthM: number;
  texture: TextureClass | DraftTexture;
  fieldEfficiencyPct: number;
  toolSpacingCm?: number;
  tractiveEfficiency?: number;
}

export interface TillagePass {
  /** null for implements without draft coefficients in the standard */
  draftKnPerM: number | null;
  fuelLPerHa: number;
  workRateHaPerH: number;
}

/**
 * Draft [kN per m of width], diesel [L/ha] and work rate [ha/h] of one pass.
 *
 * Draft by ASABE D497: F (A + B S + C S^2) T newton per metre (or per tool, tools 30 cm apart by default), S km/h, T cm.
 * Pulling 1 kN over one hectare at 1 m width is 10 km, so 1 kN/m is 10 MJ/ha = 2.778 kWh/ha of draft work; fuel = that /
 * tractive efficiency (0.72 by default, less on loose soil) x 0.36 L/kWh. Turning and idling come in by field
 * efficiency, which sets the work rate: width x speed x efficiency / 10. Other implements take fuel from a table.
 *
 * Examples: mouldboard 22 cm, 7 km/h, medium gives 13.89 kN/m and 19.3 L/ha; chisel 25 cm, 6 km/h, medium gives
 * 8.74 kN/m and 12.1 L/ha.
 */
export function tillagePass(input: TillagePassInput): Result<TillagePass> {
  const errors: FieldError[] = [];
  const id = readChoice(errors, "implement", input.implement, IMPLEMENT_IDS);
  const depth = readNumber(errors, "depthCm", input.depthCm, { min: 0, max: 80, unit: "cm" });
  const speed = readNumber(errors, "speedKmH", input.speedKmH, { above: 0, max: 30, unit: "km/h" });
  const width = readNumber(errors, "widthM", input.widthM, { above: 0, max: 60, unit: "m" });
  const texture = readChoice(errors, "texture", input.texture, [...DRAFT_TEXTURES, ...TEXTURE_CLASSES]);
  const efficiency = readNumber(errors, "fieldEfficiencyPct", input.fieldEfficiencyPct, {
    above: 0,
    max: 100,
    unit: "%",
  });
  const spacing = readNumber(errors, "toolSpacingCm", input.toolSpacingCm, {
    above: 0,
    max: 200,
    unit: "cm",
    fallback: 30,
  });
  const traction = readNumber(errors, "tractiveEfficiency", input.tractiveEfficiency, {
    above: 0,
    max: 1,
    fallback: 0.72,
  });
  if (errors.length > 0) return failed(errors);

  const implement = implementOf(id);
  const speedOf = quantity("speed", speed, "km/h");
  const workRateHaPerH = computed(
    "Work rate",
    "ha/h",
    times(quantity("width", width, "m"), speedOf, quantity("field efficiency", efficiency, "%")),
  );
  if (!implement.draft) {
    const fuelLPerHa = implement.tableFuelLPerHa ?? 0;
    return ok(
      { draftKnPerM: null, fuelLPerHa, workRateHaPerH: workRateHaPerH.value },
      { workRateHaPerH, fuelLPerHa: given("Diesel", fuelLPerHa, "L/ha", { kind: "source", text: implement.source }) },
    );
  }

  const { a, b, c, f, perTool } = implement.draft;
  const group = draftTexture(texture);
  const standard: Known = { basis: { kind: "source", text: implement.source } };
  const inKmH = numberOf(speedOf);
  // newtons of a metre's width are thousandths; of tools so far apart there are 100 / spacing on a metre
  const newtons = times(
    quantity(`F (${group} soil)`, f[group], "", standard),
    plus(
      quantity("A", a, "", standard),
      times(quantity("B", b, "", standard), inKmH),
      times(quantity("C", c, "", standard), power(inKmH, 2)),
    ),
    numberOf(quantity("depth", depth, "cm")),
  );
  const draftKnPerM = computed(
    "Draft",
    "kN/m",
    asMeasure(
      over(perTool ? times(newtons, over(100, numberOf(quantity("tool spacing", spacing, "cm")))) : newtons, 1000),
      "kN/m",
    ),
    "The standard gives draft to within half either way by soil and moisture.",
  );
  // 1 kN/m over the 10 km of a metre's width on a hectare is 10 MJ, by 3.6 MJ a kilowatt-hour
  const fuelLPerHa = computed(
    "Diesel",
    "L/ha",
    asMeasure(
      times(
        over(
          times(numberOf(resultOf("draft", draftKnPerM)), 10),
          3.6,
          quantity("tractive efficiency", traction, "", {
            basis: { kind: "assumption", text: "firm stubble; less on loose soil" },
          }),
        ),
        numberOf(quantity("diesel", FUEL_L_PER_KWH, "L/kWh", { basis: { kind: "assumption", text: "part load" } })),
      ),
      "L/ha",
    ),
  );
  return ok(
    { draftKnPerM: draftKnPerM.value, fuelLPerHa: fuelLPerHa.value, workRateHaPerH: workRateHaPerH.value },
    { workRateHaPerH, draftKnPerM, fuelLPerHa },
  );
}
