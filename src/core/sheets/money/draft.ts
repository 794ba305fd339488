import { computed, type Input } from "../../figure";
import { goodsOf } from "../../guides/fitting";
import { listedPrice } from "../../plan/listed-price";
import { type InputLine, listInputs, type Operation } from "../../plan/operation";
import { SHEET_NAMES, SHEETS, type SheetId } from "../../sheet-ids";
import type { MeasureId } from "../../units/measure-ids";
import type { Draft } from "../sheet";
import { joinNames } from "../words";
import { besidesPerHa, broughtBesides } from "./besides";
import type { MoneyPart } from "./part";

/** Cost by sheet, output at the target, margin, and the yield and price at which the crop breaks even. */
export function costedMoney(draft: Draft, operations: Operation[], inputs: InputLine[]): void {
  const { context, facts, decisions, parts, targetTPerHa } = draft;
  const missing = notPlanned(draft, inputs);
  const unit: MeasureId = "money/ha";
  const costBySheet = costsBySheet(draft, operations);
  const lines = SHEETS.filter((sheet) => (costBySheet[sheet] ?? 0) > 0);
  const costPerHa =
    100 *
    context.use(
      "money.cost",
      computed(
        "Cost",
        lines.reduce((sum, s) => sum + (costBySheet[s] ?? 0), 0) / 100,
        unit,
        "sum of the sheets",
        lines.map((s) => ({ label: costName(s), value: (costBySheet[s] ?? 0) / 100, unit })),
        `Variable costs and field work; not planned yet: ${joinNames(missing)}.`,
      ),
    );

  const { guide, product } = context.crop;
  const entered = decisions.money?.pricePerT;
  // a price of grain with its straw has the straw in it: where straw is sold by itself, grain fetches grain's
  const sold =
    parts.harvest.straw && parts.harvest.straw.worthPerHa > 0
      ? guide.products.find((p) => p.id === goodsOf(product))
      : product;
  const pricePerT = entered ?? listedPrice(facts.prices, guide, sold) ?? null;
  parts.money = {
    notPlanned: missing,
    costBySheet,
    costPerHa,
    paymentPerHa: decisions.money?.paymentPerHa ?? 0,
    outputPerHa: null,
    marginPerHa: null,
    marginExpectedPerHa: null,
    pricePerT,
    breakEvenTPerHa: null,
    breakEvenPricePerT: null,
  };
  // what is sold besides and what is paid need not be earned by the product
  const besides = broughtBesides(parts.harvest, parts.money.paymentPerHa);
  const besidesWorth = besidesPerHa(parts);
  const owed = Math.max(0, costPerHa - besidesWorth);
  const breakEvenPricePerT = targetTPerHa > 0 ? owed / targetTPerHa : null;
  parts.money.breakEvenPricePerT = breakEvenPricePerT;
  if (pricePerT === null || pricePerT === 0) return;
  const price: Input = {
    label: "price",
    value: pricePerT / 100,
    unit: "money/t",
    basis:
      entered === undefined
        ? { kind: "source" as const, text: "the practice's price list" }
        : { kind: "decided" as const, text: "entered" },
  };
  const target: Input = { label: "target", value: targetTPerHa, unit: "t/ha" };
  const cost: Input = { label: "cost", value: costPerHa / 100, unit };
  const sums: Input[] = besides.map((b) => ({ label: b.name, value: b.worthPerHa / 100, unit }));
  const plus = besides.map((b) => ` + ${b.name}`).join("");
  const outputPerHa = targetTPerHa * pricePerT + besidesWorth;
  const marginPerHa = outputPerHa - costPerHa;
  const breakEvenTPerHa = owed / pricePerT;
  const left = besides.length > 0 ? `(cost${besides.map((b) => ` - ${b.name}`).join("")})` : "cost";
  context.show(
    "money.output",
    computed("Output at target", outputPerHa / 100, unit, `target x price${plus}`, [target, price, ...sums]),
  );
  context.show(
    "money.margin",
    computed("Margin at target", marginPerHa / 100, unit, `target x price${plus} - cost`, [
      target,
      price,
      ...sums,
      cost,
    ]),
  );
  const expected = parts.site.expectedTPerHa;
  const marginExpectedPerHa = expected * pricePerT + besidesWorth - costPerHa;
  context.show(
    "money.marginExpected",
    computed("Margin at expected yield", marginExpectedPerHa / 100, unit, `expected yield x price${plus} - cost`, [
      { label: "expected yield", value: expected, unit: "t/ha" },
      price,
      ...sums,
      cost,
    ]),
  );
  const { yieldTPerHa } = parts.harvest;
  if (yieldTPerHa !== null)
    context.show(
      "money.marginHarvested",
      computed(
        "Margin at what was harvested",
        (yieldTPerHa * pricePerT + besidesWorth - costPerHa) / 100,
        unit,
        `yield by its loads x price${plus} - cost`,
        [{ label: "yield by its loads", value: yieldTPerHa, unit: "t/ha" }, price, ...sums, cost],
      ),
    );
  context.show(
    "money.breakEvenYield",
    computed("Break-even yield", breakEvenTPerHa, "t/ha", `${left} / price`, [cost, ...sums, price]),
  );
  if (breakEvenPricePerT !== null)
    context.show(
      "money.breakEvenPrice",
      computed("Break-even price", breakEvenPricePerT / 100, "money/t", `${left} / target`, [cost, ...sums, target]),
    );
  Object.assign(parts.money, { outputPerHa, marginPerHa, marginExpectedPerHa, breakEvenTPerHa });
}

/** Work and what is bought, by sheet, each with its working. */
function costsBySheet({ context, facts, decisions }: Draft, operations: Operation[]): MoneyPart["costBySheet"] {
  const unit: MeasureId = "money/ha";
  const { areaHa } = facts.field;
  const costBySheet: MoneyPart["costBySheet"] = {};
  for (const sheet of SHEETS) {
    const all = operations.filter((o) => o.sheet === sheet);
    const own = all.filter((o) => o.costPerHa > 0);
    const bought = listInputs(all, areaHa);
    const other = sheet === "money" ? (decisions.money?.otherCostPerHa ?? 0) : 0;
    const cost =
      own.reduce((sum, o) => sum + o.costPerHa, 0) + bought.reduce((sum, i) => sum + i.cost / areaHa, 0) + other;
    if (cost <= 0) continue;
    costBySheet[sheet] = cost;
    context.show(
      `money.${sheet}`,
      computed(
        `Cost, ${costName(sheet).toLowerCase()}`,
        cost / 100,
        unit,
        "work (diesel, driver, machine or contractor; hand work) + what is bought",
        [
          ...own.map((o) => ({ label: o.name, value: o.costPerHa / 100, unit })),
          ...bought.map((i) => ({ label: i.name, value: i.cost / areaHa / 100, unit })),
          ...(other > 0 ? [{ label: "other, entered", value: other / 100, unit }] : []),
        ],
      ),
    );
  }
  return costBySheet;
}

/** What the crop will cost and this plan does not know yet: named, not counted as nothing. */
function notPlanned({ context, facts, decisions, parts }: Draft, inputs: InputLine[]): string[] {
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
