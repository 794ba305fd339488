import ExcelJS from "exceljs";
import Papa from "papaparse";
import { wholeBags } from "@/core/feed/dose-fertilisers";
import type { DocumentSource } from "./source";

interface OrderLine {
  Product: string;
  Kind: string;
  "Per ha": number;
  Unit: string;
  Quantity: number;
  Used: number;
  Bags: number | null;
  "Bag kg": number | null;
  "To buy": number;
  Price: number;
  Cost: number;
  Currency: string;
}

const round = (value: number, decimals: number) => Number(value.toFixed(decimals));

/**
 * What is still to be bought for the field, with whole bags: what logged jobs took stands as used. Quantities in kg or t, money
 * in the practice's currency.
 *
 * Example: 2,000 kg over two splits, the first of 800 kg logged: 1,200 kg to buy, two bags of 600 kg.
 */
export function orderLines({ issued, logged = [] }: DocumentSource): OrderLine[] {
  const done = issued.operations.filter((o) => o.doneOn || logged.includes(o.id)).flatMap((o) => o.inputs);
  return issued.inputs
    .filter((input) => input.kind !== "manure")
    .map((input) => {
      const decimals = input.unit === "t" || input.unit === "L" ? 2 : 1;
      const used = done.reduce((sum, i) => (i.kind === input.kind && i.id === input.id ? sum + i.quantity : sum), 0);
      const left = Math.max(0, input.quantity - used);
      const bags = input.bagKg ? wholeBags(left, input.bagKg) : null;
      const toBuy = bags !== null && input.bagKg ? bags * input.bagKg : left;
      return {
        Product: input.name,
        Kind: input.kind,
        "Per ha": round(input.perHa, decimals),
        Unit: input.unit,
        Quantity: round(input.quantity, decimals),
        Used: round(used, decimals),
        Bags: bags,
        "Bag kg": input.bagKg,
        "To buy": round(toBuy, decimals),
        Price: round(input.pricePerUnit / 100, 4),
        Cost: round((toBuy * input.pricePerUnit) / 100, 2),
        Currency: issued.practice.currency,
      };
    });
}

export function orderCsv(source: DocumentSource): string {
  return Papa.unparse(orderLines(source), { escapeFormulae: true, newline: "\r\n" });
}

export async function orderXlsx(source: DocumentSource): Promise<Buffer> {
  const book = new ExcelJS.Workbook();
  book.creator = "Wheatonomy";
  const sheet = book.addWorksheet("Input order");
  const { issued, season, number, issuedAt } = source;
  sheet.addRow([
    `Input order, ${issued.field.name} (${issued.field.farm}), season ${season}, version ${number} of ${issuedAt}`,
  ]).font = { bold: true, size: 13 };
  sheet.addRow([`${issued.field.areaHa} ha, ${issued.crop.kindName}`]);
  sheet.addRow([]);
  const lines = orderLines(source);
  const heads = Object.keys(lines[0] ?? { Product: "" });
  const head = sheet.addRow(heads);
  head.font = { bold: true };
  for (const line of lines) sheet.addRow(Object.values(line));
  const total = sheet.addRow(
    heads.map((h) =>
      h === "Product"
        ? "Sum"
        : h === "Cost"
          ? {
              formula: `SUM(K${head.number + 1}:K${head.number + lines.length})`,
              result: round(
                lines.reduce((s, l) => s + l.Cost, 0),
                2,
              ),
            }
          : null,
    ),
  );
  total.font = { bold: true };
  sheet.columns.forEach((column, i) => {
    column.width = i === 0 ? 34 : 12;
  });
  sheet.views = [{ state: "frozen", ySplit: head.number }];
  return Buffer.from(await book.xlsx.writeBuffer());
}
