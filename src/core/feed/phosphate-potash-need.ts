import { readChoice, readNumber } from "../args";
import { asMeasure, atLeast, type Expression, minus, numberOf, plus, rule, times } from "../figure/expression";
import { type Basis, computed, type KnownOf, quantity } from "../figure/figure";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { NUTRIENT_CLASSES, type NutrientClass } from "../soil/read-levels";
import type { MeasureId } from "../units/measure-ids";

const PK_SCHOOLS = ["replaceAndBuildUp", "criticalLevel", "targetYieldEquation"] as const;
export type PkSchool = (typeof PK_SCHOOLS)[number];
export type PkNutrient = "p2o5" | "k2o";

const RESPONSES = ["usual", "strong"] as const;
/** How strongly a crop answers: potatoes, onions and the like are counted apart by index tables. */
export type Response = (typeof RESPONSES)[number];

/**
 * Share of the offtake that is replaced, by class of the soil: half above target and nothing far above it; crops that
 * answer strongly are given their offtake above target too, and half far above. Assumption in the form of published index
 * tables.
 */
const UNIT = { p2o5: "kg P₂O₅/ha", k2o: "kg K₂O/ha" } as const satisfies Record<PkNutrient, MeasureId>;
const OFFTAKE_FACTOR: Record<Response, Record<NutrientClass, number>> = {
  usual: { "very low": 1, low: 1, target: 1, high: 0.5, "very high": 0 },
  strong: { "very low": 1, low: 1, target: 1, high: 1, "very high": 0.5 },
};

/**
 * Given beside the offtake [kg/ha]: each year to lift a low soil, about one class in ten to fifteen years; to crops that
 * answer strongly more of it, and some in target too, for a root that finds little. Assumption in the form of published
 * index tables.
 */
const BUILD_UP_KG_PER_HA: Record<Response, Record<NutrientClass, number>> = {
  usual: { "very low": 60, low: 30, target: 0, high: 0, "very high": 0 },
  strong: { "very low": 100, low: 60, target: 30, high: 0, "very high": 0 },
};

/** Rate by class in the critical-level school; none above the level [kg/ha]. Assumption, practice varies by a third. */
const CRITICAL_RATE_KG_PER_HA: Record<PkNutrient, Record<Response, Record<NutrientClass, number>>> = {
  p2o5: {
    usual: { "very low": 90, low: 50, target: 0, high: 0, "very high": 0 },
    strong: { "very low": 170, low: 120, target: 60, high: 0, "very high": 0 },
  },
  k2o: {
    usual: { "very low": 120, low: 70, target: 0, high: 0, "very high": 0 },
    strong: { "very low": 260, low: 180, target: 90, high: 0, "very high": 0 },
  },
};

interface PkNeedInput {
  nutrient: PkNutrient;
  school: PkSchool;
  targetYieldTPerHa: number;
  /** removed with each tonne of what leaves the field [kg/t] */
  offtakeKgPerT: number;
  soilClass: NutrientClass;
  /** usual where absent */
  responds?: Response;
  /** target-yield equation: need = a x target - b x soil test */
  equation?: { a: number; b: number; soilTest: number };
}

/**
 * Phosphate or potash to apply [kg/ha] by one of three schools.
 *
 * replaceAndBuildUp (default where soil is tested regularly, because it keeps the soil in range): offtake x class factor
 * + build-up, both by how strongly the crop answers. criticalLevel: a rate by class and crop group, none above the level. targetYieldEquation: a x target - b x soil test,
 * with coefficients of a local calibration. Never below 0.
 *
 * Example: 8.5 t/ha wheat at 6.5 kg P2O5/t on a soil in target: 55.3 kg/ha; on a low soil 85.3.
 */
export function phosphatePotashNeed(
  input: PkNeedInput,
  known: KnownOf<PkNeedInput> = {},
): Result<{ kgPerHa: number; offtakeKgPerHa: number }> {
  const errors: FieldError[] = [];
  const nutrient = readChoice(errors, "nutrient", input.nutrient, ["p2o5", "k2o"] as const);
  const school = readChoice(errors, "school", input.school, PK_SCHOOLS);
  const soilClass = readChoice(errors, "soilClass", input.soilClass, NUTRIENT_CLASSES);
  const responds = readChoice(errors, "responds", input.responds, RESPONSES, "usual");
  const target = readNumber(errors, "targetYieldTPerHa", input.targetYieldTPerHa, { min: 0, max: 300, unit: "t/ha" });
  const offtake = readNumber(errors, "offtakeKgPerT", input.offtakeKgPerT, { min: 0, max: 200, unit: "kg/t" });
  const name = nutrient === "p2o5" ? "P₂O₅" : "K₂O";
  if (school === "targetYieldEquation" && !input.equation)
    errors.push(
      fieldError(
        "equation",
        input.equation,
        "coefficients a and b and the soil test value for the target-yield equation",
      ),
    );
  // one that is left out would count as nothing without a word
  const needed = school === "targetYieldEquation" && input.equation ? {} : { fallback: 0 };
  const a = readNumber(errors, "equation.a", input.equation?.a, { min: 0, max: 500, ...needed });
  const b = readNumber(errors, "equation.b", input.equation?.b, { min: 0, max: 500, ...needed });
  const soilTest = readNumber(errors, "equation.soilTest", input.equation?.soilTest, {
    min: 0,
    max: 10_000,
    ...needed,
  });
  if (errors.length > 0) return failed(errors);

  const targetYield = quantity("target", target, "t/ha", known.targetYieldTPerHa);
  const tables: Basis = {
    kind: "assumption",
    text: "recalled, in the form of index tables; check against the one that holds for you",
  };
  const group = responds === "strong" ? ", crop that answers strongly" : "";
  const bySchool: Record<PkSchool, () => Expression> = {
    replaceAndBuildUp: () =>
      plus(
        times(
          targetYield,
          quantity("offtake", offtake, "kg/t", known.offtakeKgPerT),
          quantity(`class factor (${soilClass}${group})`, OFFTAKE_FACTOR[responds][soilClass], "", {
            id: "classFactor",
            basis: tables,
          }),
        ),
        quantity(`build-up (${soilClass}${group})`, BUILD_UP_KG_PER_HA[responds][soilClass], "kg/ha", {
          id: "buildUp",
          basis: tables,
        }),
      ),
    criticalLevel: () =>
      rule(
        "rate by soil class and crop group, none above the critical level",
        [
          { label: "crop group", value: `answers ${responds === "usual" ? "as most crops" : "strongly"}` },
          { label: "soil class", value: soilClass, basis: { kind: "measured", text: "soil test" } },
        ],
        CRITICAL_RATE_KG_PER_HA[nutrient][responds][soilClass],
        "kg/ha",
      ),
    targetYieldEquation: () =>
      asMeasure(
        atLeast(
          minus(
            times(quantity("a", a, ""), numberOf(targetYield)),
            times(quantity("b", b, ""), quantity("soil test", soilTest, "")),
          ),
          0,
        ),
        "kg/ha",
      ),
  };
  const kgPerHa = computed(`${name} to apply`, UNIT[nutrient], bySchool[school]());
  return ok({ kgPerHa: kgPerHa.value, offtakeKgPerHa: target * offtake }, { kgPerHa });
}
