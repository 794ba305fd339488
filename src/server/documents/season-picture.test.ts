import { describe, expect, it } from "vitest";
import type { IssuedPlan } from "@/core/views/issued-plan";
import { seasonPicture } from "./season-picture";

type Operation = IssuedPlan["operations"][number];
const operation = (
  id: string,
  sheet: Operation["sheet"],
  date: string | null,
  doneOn: string | null = null,
): Operation => ({
  id,
  role: "look",
  sheet,
  name: id,
  detail: "",
  reason: "",
  date,
  earliest: date,
  latest: date,
  doneOn,
  inputs: [],
  cautions: [],
  condition: null,
  settings: [],
  byDaysAndStage: false,
});

describe("the picture of a season", () => {
  it("runs from the first month to ten days after the last job, with a row a sheet that has any", () => {
    const picture = seasonPicture([
      operation("sow", "seed", "2026-10-02", "2026-10-04"),
      operation("till", "ground", "2026-09-28"),
      operation("cut", "harvest", "2027-07-22"),
      operation("nobody knows when", "water", null),
    ])!;
    expect(picture).toMatchObject({ from: "2026-09-01", until: "2027-08-01" });
    expect(picture.rows.map((r) => r.sheet)).toEqual(["ground", "seed", "harvest"]);
    // twelve firsts of a month, over the turn of the year
    expect(picture.months.map((m) => m.name).join(" ")).toBe("Sep Oct Nov Dec Jan Feb Mar Apr May Jun Jul Aug");
    expect(picture.at("2026-09-01")).toBe(0);
    expect(picture.at("2027-08-01")).toBe(1);
    // 31 of 334 days
    expect(picture.at("2026-10-02")).toBeCloseTo(31 / 334, 9);
    expect(picture.rows[1]!.marks[0]).toMatchObject({ date: "2026-10-04", done: true });
  });
  it("is none where nothing has a date", () => {
    expect(seasonPicture([operation("x", "seed", null)])).toBeNull();
  });
});
