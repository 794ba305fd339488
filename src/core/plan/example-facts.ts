/** A field to test plans with: 14.2 ha clay loam, a little acid, beans coming off late; prices in hundredths of a crown. */

import type { PlanFacts } from "./facts";

const month = (meanC: number, rainMm: number, etoMm: number) => ({ meanC, rainMm, etoMm });

export const EXAMPLE_CLIMATE = {
  station: "Corvane Weir",
  latitudeDeg: 47,
  months: [month(-1.4, 38, 14), month(0.4, 34, 22), month(5, 40, 48), month(9.9, 52, 76), month(14.6, 74, 106), month(18, 76, 124), month(20, 58, 138), month(19.5, 54, 120), month(15, 56, 76), month(9.8, 56, 42), month(4.4, 54, 20), month(0.1, 48, 12)],
};

export const EXAMPLE_FACTS: PlanFacts = {
  field: { id: "f1", name: "Coney Bank", farm: "Pennick Farm", areaHa: 14.2, textureClass: "clayLoam", drainage: "free", zone: "temperate upland plain", compactionDepthCm: null, irrigated: false, handWork: false, contractor: false },
  soilTest: { takenOn: "2024-09-10", depthCm: 15, scheme: "olsenIndex", ph: 5.8, organicMatterPct: 3.1, p: 14, k: 180, mg: 70, soilMineralNKgPerHa: 55, ecE: null },
  previousCrop: { crop: "fabaBean", harvest: "2026-09-14", harvested: false },
  history: [
    { season: 2026, crop: "fabaBean", yieldTPerHa: null },
    { season: 2025, crop: "barley", yieldTPerHa: 6.8 },
    { season: 2024, crop: "oilseedRape", yieldTPerHa: 3.4 },
    { season: 2023, crop: "wheat", yieldTPerHa: 8.1 },
  ],
  climate: EXAMPLE_CLIMATE,
  fertilisers: [
    { id: "urea", name: "Urea 46, treated", nPct: 46, p2o5Pct: 0, k2oPct: 0, sPct: 0, pricePerT: 44_000, bagKg: 50, containsChloride: false, organic: false },
    { id: "as", name: "Ammonium sulphate 21 + 24 S", nPct: 21, p2o5Pct: 0, k2oPct: 0, sPct: 24, pricePerT: 29_000, bagKg: 50, containsChloride: false, organic: false },
    { id: "tsp", name: "Triple superphosphate 46", nPct: 0, p2o5Pct: 46, k2oPct: 0, sPct: 0, pricePerT: 46_000, bagKg: 50, containsChloride: false, organic: false },
    { id: "mop", name: "Muriate of potash 60", nPct: 0, p2o5Pct: 0, k2oPct: 60, sPct: 0, pricePerT: 38_000, bagKg: 50, containsChloride: true, organic: false },
    { id: "sop", name: "Sulphate of potash 50 + 18 S", nPct: 0, p2o5Pct: 0, k2oPct: 50, sPct: 18, pricePerT: 62_000, bagKg: 50, containsChloride: false, organic: false },
  ],
  limes: [{ id: "limestone", name: "Ground limestone", material: "groundLimestone", neutralisingValuePct: 90, finenessPct: 85, pricePerT: 3800 }],
  seedLots: [
    { id: "lot1", guideId: "wheat", kindId: "winter", variety: "Haldane Gold", thousandGrainWeightG: 46.2, germinationPct: 95, unitMassG: null, certified: true, pricePerT: 52_000, bagKg: 500 },
    { id: "lot2", guideId: "potato", kindId: "maincrop", variety: "Ostler Red", thousandGrainWeightG: null, germinationPct: 97, unitMassG: 55, certified: true, pricePerT: 48_000, bagKg: 1000 },
    { id: "lot3", guideId: "rice", kindId: "medium", variety: "Lockmere 7", thousandGrainWeightG: 24.5, germinationPct: 88, unitMassG: null, certified: true, pricePerT: 70_000, bagKg: 20 },
  ],
  prices: { currency: "cr", dieselPerL: 150, labourPerH: 2400, machinePerH: { default: 4500, harvester: 16_000, planter: 7000, destoner: 8000 }, contractPerHa: { harvester: 13_500, mouldboard: 8500 }, cropPerT: { "wheat.grain": 21_500, "potato.tubers": 18_000, "rice.paddy": 26_000 }, dryingPerTPoint: 180 },
  log: [],
  today: "2026-08-12",
};
