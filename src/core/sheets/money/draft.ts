import { atLeast, type Expression, minus, over, plus, sum, times } from "../../figure/expression";
import { computed, type Input, quantity } from "../../figure/figure";
import type { FigureId } from "../../plan/figure-ids";
import { type InputLine, listInputs, type Operation } from "../../plan/operation";
import { SHEET_NAMES, SHEETS, type SheetId } from "../../sheet-ids";
import type { MeasureId } from "../../units/measure-ids";
import { cropPrice } from "../crop-price";
import type { Dated, Draft } from "../sheet";
import { joinNames } from "../words";
import { broughtBesides } from "./besides";
import type { MoneyPart } from "./part";

/** Cost by sheet, output at the target, margin, and the yield and price at which the crop breaks even. */
export function costedMoney(draft: Draft<Dated>, operations: Operation[], inputs: InputLine[]): MoneyPart {
  const { context, decisions, parts, targetTPerHa } = draft;
  const missing = notPlanned(draft, inputs);
  const costBySheet = costsBySheet(draft, operations);
  const total = computed(
    "Cost",
    "money/ha",
    sum(
      SHEETS.filter((sheet) => (costBySheet[sheet] ?? 0) > 0).map((sheet) =>
        context.input(`money.${sheet}`, costName(sheet)),
      ),
    ),
    `Variable costs and field work; not planned yet: ${joinNames(missing)}.`,
  );
  context.show("money.cost", total);
  const costPerHa = 100 * total.value;

  const pricePerT = cropPrice(draft, parts.harvest.straw) ?? null;
  const part: MoneyPart = {
    notPlanned: missing,
    costBySheet,
    costPerHa,
    paymentPerHa: decisions.money?.paymentPerHa ?? 0,
    outputPerHa: null,
    marginPerHa: null,
    marginExpectedPerHa: null,
    marginBadPerHa: null,
    pricePerT,
    breakEvenTPerHa: null,
    breakEvenPricePerT: null,
  };
  // what is sold besides and what is paid need not be earned by the product
  const besides = broughtBesides(parts.harvest, part.paymentPerHa);
  const sums = besides.map((b) => quantity(b.name, b.worthPerHa / 100, "money/ha"));
  const cost = context.input("money.cost", "cost");
  const target = context.input("target", "target");
  const owed = sums.length > 0 ? atLeast(minus(cost, ...sums), 0) : cost;
  const show = (id: FigureId, label: string, unit: MeasureId, expression: Expression): number => {
    const figure = computed(label, unit, expression);
    context.show(id, figure);
    return figure.value;
  };
  // minor units of money, as costs are
  const inMinor = (id: FigureId, label: string, expression: Expression): number =>
    100 * show(id, label, "money/ha", expression);
  const breakEvenPrice = targetTPerHa > 0 ? computed("Break-even price", "money/t", over(owed, target)) : null;
  part.breakEvenPricePerT = breakEvenPrice && 100 * breakEvenPrice.value;
  if (pricePerT === null || pricePerT === 0) return part;
  const price = quantity("price", pricePerT / 100, "money/t", {
    basis:
      decisions.money?.pricePerT === undefined
        ? { kind: "source", text: "the practice's price list" }
        : { kind: "decided", text: "entered" },
  });
  const output = (of: Input) => plus(times(of, price), ...sums);
  const margin = (of: Input) => minus(output(of), cost);
  const { yieldTPerHa } = parts.harvest;
  const money = {
    outputPerHa: inMinor("money.output", "Output at target", output(target)),
    marginPerHa: inMinor("money.margin", "Margin at target", margin(target)),
    marginExpectedPerHa: inMinor(
      "money.marginExpected",
      "Margin at expected yield",
      margin(context.input("yield.expect", "expected yield")),
    ),
    marginBadPerHa: context.figures["yield.bad"]
      ? inMinor(
          "money.marginBad",
          "Margin in a bad season",
          margin(context.input("yield.bad", "one season in five yields less")),
        )
      : null,
    breakEvenTPerHa: show("money.breakEvenYield", "Break-even yield", "t/ha", over(owed, price)),
  };
  if (yieldTPerHa !== null)
    inMinor(
      "money.marginHarvested",
      "Margin at what was harvested",
      margin(context.input("harvest.yield", "yield by its loads")),
    );
  if (breakEvenPrice) context.show("money.breakEvenPrice", breakEvenPrice);
  return { ...part, ...money };
}

/** Work and what is bought, by sheet, each with its working. */
function costsBySheet({ context, facts, decisions }: Draft, operations: Operation[]): MoneyPart["costBySheet"] {
  const { areaHa } = facts.field;
  const costBySheet: MoneyPart["costBySheet"] = {};
  for (const sheet of SHEETS) {
    const all = operations.filter((o) => o.sheet === sheet);
    const own = all.filter((o) => o.costPerHa > 0);
    const bought = listInputs(all, areaHa);
    const other = sheet === "money" ? (decisions.money?.otherCostPerHa ?? 0) : 0;
    const lines = [
      ...own.map((o) => quantity(o.name, o.costPerHa / 100, "money/ha")),
      ...bought.map((i) => quantity(i.name, i.cost / areaHa / 100, "money/ha")),
      ...(other > 0 ? [quantity("other, entered", other / 100, "money/ha")] : []),
    ];
    const cost = computed(
      `Cost, ${costName(sheet).toLowerCase()}`,
      "money/ha",
      sum(lines),
      "Work (diesel, driver, machine or contractor; hand work) and what is bought.",
    );
    if (cost.value <= 0) continue;
    costBySheet[sheet] = 100 * cost.value;
    context.show(`money.${sheet}`, cost);
  }
  return costBySheet;
}

/** What the crop will cost and this plan does not know yet: named, not counted as nothing. */
function notPlanned({ context, facts, decisions, parts }: Draft<Dated>, inputs: InputLine[]): string[] {
  const { guide, method } = context.crop;
  // manure is the farm's own where it has no price; whatever else has none is bought at a price that is not known
  const unpriced = inputs.filter((i) => i.pricePerUnit <= 0 && i.quantity > 0 && i.kind !== "manure");
  const wet = facts.field.irrigated || method.waterAtPlanting === "standing";
  return [
    parts.protect.treatments.length > 0 ? "crop protection beyond what is planned" : "crop protection",
    ...(wet && !parts.water.season && !parts.water.pond ? ["water and pumping"] : []),
    ...(guide.tasks.some((t) => t.role === "store" || t.role === "cure" || t.role === "dry") ? ["storage"] : []),
    ...unpriced.map((i) => i.name),
    ...guide.tasks.flatMap((t) => t.uses ?? []),
    ...parts.protect.measures.flatMap((m) => m.option.uses ?? []),
    ...(parts.harvest.straw ? ["baling and carting straw"] : []),
    ...(parts.harvest.carting ? [] : ["carting to the outlet"]),
    ...(decisions.money?.otherCostPerHa ? [] : ["rent and overheads"]),
  ];
}

const costName = (sheet: SheetId) => (sheet === "money" ? "Other" : SHEET_NAMES[sheet]);
