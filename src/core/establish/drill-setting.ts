import { readNumber } from "../args";
import { over, times } from "../figure/expression";
import { computed, quantity } from "../figure/figure";
import { type FieldError, failed, ok, type Result } from "../result";

/**
 * The next setting of a drill or spreader whose amount rises in proportion to its scale: setting x wanted / caught. Try again at it until the
 * catch is within two per cent. Errors: a setting or catch of nothing, by name.
 *
 * Example: at 42 it let 36 g fall where 40 g are wanted: 42 x 40 / 36 = 46.7.
 */
export function drillSetting(input: { setting: number; caughtG: number; wantedG: number }): Result<{
  setting: number;
  offPct: number;
}> {
  const errors: FieldError[] = [];
  const above = { above: 0, max: 1_000_000 };
  const setting = readNumber(errors, "setting", input?.setting, above);
  const caught = readNumber(errors, "caughtG", input?.caughtG, { ...above, unit: "g" });
  const wanted = readNumber(errors, "wantedG", input?.wantedG, { ...above, unit: "g" });
  if (errors.length > 0) return failed(errors);
  const next = computed(
    "Next setting",
    "",
    over(times(quantity("setting", setting, ""), quantity("wanted", wanted, "g")), quantity("caught", caught, "g")),
  );
  return ok({ setting: next.value, offPct: (caught / wanted - 1) * 100 }, { setting: next });
}
