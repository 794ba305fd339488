import { schemeOf, soilSchemeRecord } from "@/core/records/land/soil-scheme";
import type { SchemeLimits } from "@/core/soil/soil-limits";
import { SOIL_TEST_SCHEMES, type SoilTestScheme } from "@/core/soil/soil-test-schemes";
import { type Client, rows, type Scope } from "../storage/db";
import { keptUntilChange } from "../storage/kept";
import { recordTable } from "./record-table";

export const soilSchemeTable = recordTable("soil_scheme", soilSchemeRecord, {
  id: "id",
  name: "name",
  source: "source",
  limits: "limits",
});

/** The limits of a scheme, as a plan carries them; undefined where there is no such scheme. */
export const limitsOfScheme = (scheme: SoilTestScheme | undefined): SchemeLimits | undefined =>
  scheme && {
    id: scheme.id,
    nutrients: scheme.nutrients.map(({ nutrient, unit, limits }) => ({ nutrient, unit, limits })),
  };

/** Every scheme that this practice's tests can be read by: those of the program, then its own, retired ones last. */
export const loadSoilSchemes = keptUntilChange("catalogue", readSoilSchemes);

async function readSoilSchemes(client: Client, scope: Scope): Promise<(SoilTestScheme & { retired: boolean })[]> {
  const own = await rows<Record<string, unknown> & { retired: boolean }>(
    client,
    `select ${soilSchemeTable.select("t")}, t.retired_at is not null as retired from soil_scheme t where t.practice_id = $1 order by 1, t.name`,
    [scope.practiceId],
  );
  return [
    ...SOIL_TEST_SCHEMES.map((s) => ({ ...s, retired: false })),
    ...own
      .map((r) => ({ ...schemeOf(soilSchemeTable.parse(r)), retired: r.retired }))
      .sort((a, b) => Number(a.retired) - Number(b.retired)),
  ];
}
