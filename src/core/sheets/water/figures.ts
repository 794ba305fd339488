import { atLeast, type Expression, minus, over, rule, times } from "../../figure/expression";
import { computed, type Input, quantity, resultOf } from "../../figure/figure";
import type { FigureId } from "../../plan/figure-ids";
import type { MeasureId } from "../../units/measure-ids";
import { yieldOfStages } from "../../water/yield-from-water";
import type { Draft } from "../sheet";
import type { Means } from "./means";
import type { WaterPart } from "./part";
import { WATER_SCHOOLS } from "./schools";

/** The figures of a season's water, each with its working. */
export function showFigures({ context, facts }: Draft, part: WaterPart, { pumpKw }: Means, medianNeedMm: number): void {
  const show = (id: FigureId, label: string, unit: MeasureId, expression: Expression) => {
    const figure = computed(label, unit, expression);
    context.show(id, figure);
    return figure;
  };
  const days: Input[] = [
    { label: "school", value: WATER_SCHOOLS[part.school] },
    quantity("irrigations", part.irrigations.length, ""),
    quantity("need of the median season by the balance", medianNeedMm, "mm"),
  ];
  show(
    "water.use",
    "Crop water use without stress (ETc)",
    "mm",
    rule("sum over the days of kc x reference evapotranspiration", days, part.etcMm, "mm"),
  );
  show(
    "water.stressDays",
    "Stress days",
    "days",
    rule("days on which the crop takes up less than it needs", days, part.stressDays, "days"),
  );
  show("water.yield", "FAO-33 check, stage by stage", "%", yieldOfStages(part.responses));
  const { seasonKy } = context.crop.guide.water;
  if (part.seasonYieldPct !== null && seasonKy)
    show(
      "water.yieldSeason",
      "FAO-33 check, whole season",
      "%",
      atLeast(
        minus(
          1,
          times(
            quantity("ky of the season", seasonKy.value, "", {
              basis: { kind: "source", text: context.source(seasonKy.source) },
            }),
            minus(1, over(quantity("use", part.etaMm, "mm"), quantity("need", part.etcMm, "mm"))),
          ),
        ),
        0,
      ),
    );
  if (!facts.field.irrigated) return;
  const net = show(
    "water.net",
    "Net irrigation",
    "mm",
    rule("sum of the irrigations on the simulated season that is planned on", days, part.netMm, "mm"),
  );
  const arrives = part.pond
    ? quantity("share that arrives", 100, "%")
    : context.input("water.efficiency", "share that arrives");
  const gross = show("water.gross", "Gross irrigation", "mm", over(resultOf("net water", net), arrives));
  const volume = show(
    "water.volume",
    "Water for the field",
    "m³",
    times(resultOf("gross water", gross), quantity("area", facts.field.areaHa, "ha")),
  );
  const hours = show(
    "water.hours",
    "Pumping hours",
    "h",
    over(resultOf("volume", volume), context.input("water.flow", "flow")),
  );
  show("water.energy", "Pumping energy", "kWh", times(resultOf("hours", hours), quantity("power", pumpKw, "kW")));
}
