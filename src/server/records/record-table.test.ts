import { describe, expect, it } from "vitest";
import { z } from "zod";
import type { Client } from "../storage/db";
import { recordTable } from "./record-table";

const lots = recordTable(
  "lot",
  z.strictObject({ id: z.string(), bagKg: z.number(), marks: z.unknown().default(null) }),
  {
    id: "id",
    bagKg: "bag_kg",
    marks: "marks",
  },
);

describe("a record's table", () => {
  it("selects its columns under the record's keys", () => {
    expect(lots.select("l")).toBe('l.id as "id", l.bag_kg as "bagKg", l.marks as "marks"');
  });

  it("reads a row as a record, leaving out what belongs to others", () => {
    expect(lots.parse({ id: "a", bagKg: 25, marks: null, fieldId: "f" })).toEqual({ id: "a", bagKg: 25, marks: null });
  });

  it("still reads a row that was kept when a limit was wider", () => {
    const narrow = recordTable(
      "lot",
      z.strictObject({ bagKg: z.number().max(10), day: z.iso.date().refine((d) => d > "1990") }),
      {
        bagKg: "bag_kg",
        day: "day",
      },
    );
    expect(narrow.parse({ bagKg: 25, day: "1985-05-01" })).toEqual({ bagKg: 25, day: "1985-05-01" });
    expect(() => narrow.parse({ bagKg: "25", day: "1985-05-01" })).toThrow();
  });

  it("names table and key of a row that is none", () => {
    expect(() => lots.parse({ id: "a", bagKg: "25" })).toThrow(/^lot\.bagKg: .*found \{"id":"a","bagKg":"25"\}/);
  });

  it("puts a record in with what else its row needs; objects as JSON, dates and nulls as they are", async () => {
    const asked: { text: string; values: unknown[] }[] = [];
    const client = { query: async (text: string, values: unknown[]) => void asked.push({ text, values }) };
    const since = new Date(0);
    await lots.insert(client as unknown as Client, { practice_id: "p", since }, { id: "a", bagKg: 25, marks: ["x"] });
    await lots.insert(client as unknown as Client, {}, { id: "b", bagKg: 5, marks: null });
    expect(asked).toEqual([
      {
        text: "insert into lot (practice_id, since, id, bag_kg, marks) values ($1, $2, $3, $4, $5)",
        values: ["p", since, "a", 25, '["x"]'],
      },
      { text: "insert into lot (id, bag_kg, marks) values ($1, $2, $3)", values: ["b", 5, null] },
    ]);
  });
});
