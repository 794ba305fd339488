/**
 * A large made-up practice for load tests: 60 growers with 10 fields each, plans of a season, a third of them issued.
 *   npm run large    loads it into the database that DATABASE_URL and MIGRATION_DATABASE_URL name (./start's otherwise)
 */

import { resolveGuide } from "../src/core/guides/resolve-guide";
import { Random } from "../src/core/random";
import { unwrap } from "../src/core/result";
import type { DemoPractice } from "../src/server/demo/demo-practice";
import { testGuide } from "../tests/support/guides";

export const LARGE_EMAIL = "petra@highfold.example";

const SOILS = ["sandyLoam", "loam", "siltLoam", "clayLoam", "siltyClayLoam", "clay"] as const;
const BEFORE = ["barley", "fabaBean", "oilseedRape", "pea", "oats"] as const;
const FIRST = ["Upper", "Lower", "Far", "Near", "Old", "Long", "Broad", "High", "Little", "Great"];
const SECOND = ["Furlong", "Croft", "Ridge", "Meadow", "Bottom", "Piece", "Headland", "Hollow", "Acre", "Brow"];

/** The practice as demo data, the same for the same numbers. `template` gives stations, prices and products. */
export function largePractice(template: DemoPractice, growers = 60, fieldsEach = 10): DemoPractice {
  const random = new Random(60_600);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random.uniform() * list.length)] as T;
  const first = template.stations[0];
  if (!first) throw new Error("the template needs a station");
  // six stations of much the same climate, each a little higher
  const stations = Array.from({ length: 6 }, (_, i) => ({
    ...first,
    name: `${first.name} ${i + 1}`,
    altitudeM: first.altitudeM + 15 * i,
  }));
  // a kind with no seed lot would leave a plan without seed: only those with one are grown
  const crops = [
    ["wheat", "winter"],
    ["wheat", "winter"],
    ["wheat", "spring"],
    ["potato", "maincrop"],
  ] as const;
  const names = Array.from({ length: growers }, (_, i) => `Holding ${String(i + 1).padStart(2, "0")}`);
  return {
    ...template,
    // they stand on farms and fields of the template
    stores: [],
    loads: [],
    storeReadings: [],
    practice: { ...template.practice, name: "Highfold Field Advice" },
    people: [
      {
        email: LARGE_EMAIL,
        name: "Petra Highfold",
        role: "owner",
        licence: { number: "DEMO-0600", issuer: "Made-up office", endsOn: null },
      },
    ],
    growers: names.map((name) => ({ name })),
    stations,
    farms: names.map((name, i) => ({
      name,
      grower: name,
      station: stations[i % stations.length]!.name,
      zone: "temperate upland plain",
      tractors: 1 + Math.floor(random.uniform() * 3),
      harvesters: 1,
      hands: 2 + Math.floor(random.uniform() * 4),
    })),
    fields: names.flatMap((farm) =>
      Array.from({ length: fieldsEach }, (_, f) => {
        const [guideId, kindId] = pick(crops);
        const resolved = unwrap(resolveGuide(testGuide(guideId), { kind: kindId }));
        const target = resolved.product.targetTPerHa;
        return {
          name: `${FIRST[f % FIRST.length]} ${pick(SECOND)}`,
          farm,
          areaHa: Math.round(10 * (3 + 25 * random.uniform())) / 10,
          textureClass: pick(SOILS),
          drainage: pick(["free", "moderate", "poor"] as const),
          note: "",
          boundary: null,
          soilTests: [
            {
              takenOn: "2025-09-15",
              depthCm: 15,
              scheme: "olsenIndex",
              ph: Math.round(10 * (5.8 + 1.4 * random.uniform())) / 10,
              organicMatterPct: 3,
              levels: {
                p: Math.round(10 + 30 * random.uniform()),
                k: Math.round(90 + 160 * random.uniform()),
                mg: 70,
              },
              soilMineralNKgPerHa: Math.round(30 + 50 * random.uniform()),
            },
          ],
          history: [2026, 2025, 2024].map((season) => ({
            season,
            crop: pick(BEFORE),
            harvestOn: `${season}-08-05`,
            yieldTPerHa: 5,
            harvested: season < 2026 || f % 2 === 0,
          })),
          plans: [
            {
              season: 2027,
              ...(f % 3 === 0 ? { issueOn: template.practice.asOf } : {}),
              decisions: {
                version: 2,
                crop: { guideId, kindId },
                targetTPerHa:
                  Math.round(10 * (target.low + (target.typical - target.low) * (0.6 + 0.6 * random.uniform()))) / 10,
              },
            },
          ],
        };
      }),
    ),
  };
}
