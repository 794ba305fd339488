import ICAL from "ical.js";
import { describe, expect, it } from "vitest";
import { wordsFor } from "@/core/units/words";
import { writeEvents } from "./calendar";

const METRIC = wordsFor({ unitSet: "metric", decimal: "point", currency: "cr" });

const operation = {
  planId: "p1",
  id: "chisel",
  name: "Chisel; deep, twice",
  field: "Withy Bed",
  farm: "Pennick Farm",
  role: "till" as const,
  detail: "When the soil shatters.",
  condition: null,
  settings: [{ id: "depth" as const, value: 32 }],
  sheet: "ground" as const,
  date: "2026-08-14",
  earliest: "2026-08-12",
  latest: "2026-08-20",
  doneOn: null,
  inputs: [],
  version: 1,
  changes: 0,
  cautions: [{ topic: "machines", text: "Guards on shafts." }],
};
const read = (text: string) => new ICAL.Component(ICAL.parse(text)).getAllSubcomponents("vevent");

describe("the calendar of what is due", () => {
  it("is iCalendar that another program reads, one whole-day event an operation", () => {
    const [event] = read(writeEvents("Van", [operation], METRIC));
    expect(String(event?.getFirstPropertyValue("summary"))).toBe("Chisel; deep, twice, Withy Bed");
    expect(String(event?.getFirstPropertyValue("dtstart"))).toBe("2026-08-14");
    expect(String(event?.getFirstPropertyValue("dtend"))).toBe("2026-08-15");
    const text = String(event?.getFirstPropertyValue("description"));
    expect(text).toContain("Depth 32 cm.\nWhen the soil shatters.");
    expect(text).toContain("Window 2026-08-12 to 2026-08-20.");
    expect(text).toContain("Caution: Guards on shafts.");
    // the same UID as in the plan's own calendar: neither doubles the other
    expect(String(event?.getFirstPropertyValue("uid"))).toBe("p1.chisel@wheatonomy");
  });
  it("shows what is done on the day it was, and is whole without any operation", () => {
    const [event] = read(writeEvents("Van", [{ ...operation, doneOn: "2026-08-13" }], METRIC));
    expect(String(event?.getFirstPropertyValue("summary"))).toMatch(/^Done: /);
    expect(String(event?.getFirstPropertyValue("dtstart"))).toBe("2026-08-13");
    expect(read(writeEvents("Van", [], METRIC))).toEqual([]);
  });
});
