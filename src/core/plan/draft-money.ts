import { computed } from "../figure";
import { SHEETS, type SheetId } from "../guides/sheets";
import type { DraftContext } from "./draft-context";
import type { InputLine, MoneySheet, Operation } from "./plan";

const INPUT_SHEET: Record<InputLine["kind"], SheetId> = {
  seed: "seed",
  fertiliser: "feed",
  manure: "feed",
  lime: "soil",
};
const NAMES: Record<SheetId, string> = {
  ground: "Ground",
  soil: "Soil",
  seed: "Seed",
  feed: "Feed",
  water: "Water",
  protect: "Protect",
  harvest: "Harvest",
  keep: "Keep",
  money: "Other",
};

/** Sheet 9: cost by sheet, output at the target, margin, and the yield and price at which the crop breaks even. */
export function draftMoney(
  context: DraftContext,
  operations: Operation[],
  inputs: InputLine[],
  targetTPerHa: number,
): MoneySheet {
  const { facts, decisions, resolved } = context;
  const unit = `${facts.prices.currency}/ha`;
  const costBySheet: MoneySheet["costBySheet"] = {};
  const add = (sheet: SheetId, cost: number) => {
    costBySheet[sheet] = (costBySheet[sheet] ?? 0) + cost;
  };
  for (const operation of operations) add(operation.sheet, operation.costPerHa);
  for (const input of inputs) add(INPUT_SHEET[input.kind], input.cost / facts.field.areaHa);
  if (decisions.money?.otherCostPerHa) add("money", decisions.money.otherCostPerHa);

  const lines = SHEETS.filter((sheet) => (costBySheet[sheet] ?? 0) > 0);
  for (const sheet of lines) {
    const own = operations
      .filter((o) => o.sheet === sheet && o.costPerHa > 0)
      .map((o) => ({ label: o.name, value: o.costPerHa / 100, unit }));
    const bought = inputs
      .filter((i) => INPUT_SHEET[i.kind] === sheet)
      .map((i) => ({ label: i.name, value: i.cost / facts.field.areaHa / 100, unit }));
    context.put(
      `money.${sheet}`,
      computed(
        `Cost, ${NAMES[sheet].toLowerCase()}`,
        (costBySheet[sheet] ?? 0) / 100,
        unit,
        "work (diesel, driver, machine or contractor; hand work) + what is bought",
        [...own, ...bought],
      ),
    );
  }
  const costPerHa =
    100 *
    context.put(
      "money.cost",
      computed(
        "Cost",
        lines.reduce((sum, s) => sum + (costBySheet[s] ?? 0), 0) / 100,
        unit,
        "sum of the sheets",
        lines.map((s) => ({ label: NAMES[s], value: (costBySheet[s] ?? 0) / 100, unit })),
        "Variable costs and field work; rent, overheads and finance are not in it unless entered.",
      ),
    );

  const pricePerT =
    decisions.money?.pricePerT ?? facts.prices.cropPerT[`${resolved.guide.id}.${resolved.product.id}`] ?? null;
  if (pricePerT === null || pricePerT === 0)
    return {
      costBySheet,
      costPerHa,
      outputPerHa: null,
      marginPerHa: null,
      pricePerT,
      breakEvenTPerHa: null,
      breakEvenPricePerT: targetTPerHa > 0 ? costPerHa / targetTPerHa : null,
    };
  const outputPerHa = targetTPerHa * pricePerT;
  const price = {
    label: "price",
    value: pricePerT / 100,
    unit: `${facts.prices.currency}/t`,
    basis:
      decisions.money?.pricePerT === undefined
        ? { kind: "source" as const, text: "the practice's price list" }
        : { kind: "decided" as const, text: "entered" },
  };
  const target = { label: "target", value: targetTPerHa, unit: "t/ha" };
  const cost = { label: "cost", value: costPerHa / 100, unit };
  context.put("money.output", computed("Output at target", outputPerHa / 100, unit, "target x price", [target, price]));
  const marginPerHa =
    100 *
    context.put(
      "money.margin",
      computed("Margin at target", (outputPerHa - costPerHa) / 100, unit, "target x price - cost", [
        target,
        price,
        cost,
      ]),
    );
  const breakEvenTPerHa = context.put(
    "money.breakEvenYield",
    computed("Break-even yield", costPerHa / pricePerT, "t/ha", "cost / price", [cost, price]),
  );
  const breakEvenPricePerT =
    100 *
    context.put(
      "money.breakEvenPrice",
      computed("Break-even price", costPerHa / targetTPerHa / 100, `${facts.prices.currency}/t`, "cost / target", [
        cost,
        target,
      ]),
    );
  return { costBySheet, costPerHa, outputPerHa, marginPerHa, pricePerT, breakEvenTPerHa, breakEvenPricePerT };
}
