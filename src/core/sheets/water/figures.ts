import { computed, type Input } from "../../figure";
import type { FigureId } from "../../plan/figure-ids";
import type { MeasureId } from "../../units/measure-ids";
import type { Draft } from "../sheet";
import type { Means } from "./means";
import type { WaterPart } from "./part";
import { WATER_SCHOOLS } from "./schools";

/** The figures of a season's water, each with its working. */
export function showFigures(
  { context, facts }: Draft,
  part: WaterPart,
  { efficiency, flow, pumpKw }: Means,
  medianNeedMm: number,
): void {
  const show = (id: FigureId, label: string, value: number, unit: MeasureId, formula: string, inputs: Input[]) =>
    context.show(id, computed(label, value, unit, formula, inputs));
  const days: Input[] = [
    { label: "school", value: WATER_SCHOOLS[part.school] },
    { label: "irrigations", value: part.irrigations.length, unit: "" },
    { label: "need of the median season by the balance", value: medianNeedMm, unit: "mm" },
  ];
  show(
    "water.use",
    "Crop water use without stress (ETc)",
    part.etcMm,
    "mm",
    "sum over the days of kc x reference evapotranspiration",
    days,
  );
  show(
    "water.stressDays",
    "Stress days",
    part.stressDays,
    "days",
    "days on which the crop takes up less than it needs",
    days,
  );
  show(
    "water.yield",
    "Relative yield, stage by stage",
    part.relativeYieldPct,
    "%",
    "product over the stages of 1 - ky x (1 - use / need)",
    part.responses.flatMap(({ stage, ky, etaMm, etcMm }) => [
      { label: `${stage}, ky`, value: ky, unit: "" },
      { label: "its use", value: etaMm, unit: "mm" },
      { label: "its need", value: etcMm, unit: "mm" },
    ]),
  );
  const { seasonKy } = context.crop.guide.water;
  if (part.seasonYieldPct !== null && seasonKy)
    show(
      "water.yieldSeason",
      "Relative yield, whole season",
      part.seasonYieldPct,
      "%",
      "1 - ky of the season x (1 - use / need)",
      [
        {
          label: "ky of the season",
          value: seasonKy.value,
          unit: "",
          basis: { kind: "source", text: context.source(seasonKy.source) },
        },
        { label: "use", value: part.etaMm, unit: "mm" },
        { label: "need", value: part.etcMm, unit: "mm" },
      ],
    );
  if (!facts.field.irrigated) return;
  const arrives = part.pond ? 100 : efficiency;
  const mm = (label: string, value: number): Input => ({ label, value, unit: "mm" });
  show(
    "water.net",
    "Net irrigation",
    part.netMm,
    "mm",
    "sum of the irrigations on the simulated season that is planned on",
    days,
  );
  show("water.gross", "Gross irrigation", part.grossMm, "mm", "net water / share that arrives x 100", [
    mm("net water", part.netMm),
    { label: "arrives", value: arrives, unit: "%" },
  ]);
  show("water.volume", "Water for the field", part.volumeM3, "m³", "gross water x 10 x area", [
    mm("gross water", part.grossMm),
    { label: "area", value: facts.field.areaHa, unit: "ha" },
  ]);
  show("water.hours", "Pumping hours", part.hours, "h", "volume / flow", [
    { label: "volume", value: part.volumeM3, unit: "m³" },
    { label: "flow", value: flow, unit: "m³/h" },
  ]);
  show("water.energy", "Pumping energy", part.kwh, "kWh", "hours x power", [
    { label: "hours", value: part.hours, unit: "h" },
    { label: "power", value: pumpKw, unit: "kW" },
  ]);
}
