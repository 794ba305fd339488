/** The demo practices without a database: their fields as facts and their plans, for laws over all of them and for reading. */

import fs from "node:fs";
import path from "node:path";
import type { PlanFacts } from "../../src/core/plan/facts";
import { previousCropOf } from "../../src/core/plan/previous-crop";
import type { Decisions } from "../../src/core/sheets/decisions";
import { upgradeDecisions } from "../../src/core/sheets/decisions-schema";
import type { Climate } from "../../src/core/weather/climate";
import { checkDemo, type Practice } from "../../src/server/demo/demo-practice";
import { cropBefore } from "../../src/server/plans/guides";

const folder = path.resolve(import.meta.dirname, "../../db/demo");

export const DEMO_PRACTICES: readonly Practice[] = fs
  .readdirSync(folder)
  .filter((f) => f.endsWith(".json"))
  .sort()
  .map((f) => checkDemo(JSON.parse(fs.readFileSync(path.join(folder, f), "utf8"))));

export interface DemoPlan {
  practice: Practice;
  field: string;
  season: number;
  decisions: Decisions;
  facts: PlanFacts;
}

/** Facts of a demo field, as the server puts them together, for a crop that is harvested in `season`. */
export function demoFacts(
  practice: Practice,
  field: Practice["fields"][number],
  season: number,
  plan?: Practice["fields"][number]["plans"][number],
): PlanFacts {
  const farm = practice.farms.find((f) => f.name === field.farm);
  const station = practice.stations.find((s) => s.name === farm?.station);
  if (!farm || !station) throw new Error(`${field.name}: no farm or station`);
  const { boundary: _, note: _n, soilTests, history, plans: _p, farm: _f, ...own } = field;
  const { name: farmName, labourPerH, ...ofFarm } = farm;
  const { part } = plan ?? {};
  const grown = [...history].sort((a, b) => b.season - a.season);
  return {
    field: {
      ...own,
      ...ofFarm,
      id: field.name,
      farm: farmName,
      name: part ? `${field.name}, ${part.name}` : field.name,
      areaHa: part?.areaHa ?? field.areaHa,
    },
    soilTest: [...soilTests].sort((a, b) => (a.takenOn < b.takenOn ? 1 : -1))[0] ?? null,
    previousCrop: previousCropOf(grown, season, `${season}-01-01`, cropBefore),
    history: grown.map((h) => ({
      season: h.season,
      crop: h.crop,
      yieldTPerHa: h.yieldTPerHa,
      family: cropBefore(h.crop).family,
    })),
    climate: climateOf(station),
    observedWeather: null,
    fertilisers: practice.fertilisers,
    limes: practice.limes,
    seedLots: practice.seedLots,
    products: practice.protectionProducts,
    prices: {
      currency: practice.practice.currency,
      ...practice.practice.prices,
      ...(labourPerH === null ? {} : { labourPerH }),
    },
    log: (plan?.log ?? []).map((entry) => ({
      operationId: entry.operationId,
      doneOn: entry.doneOn,
      quantityPerHa: entry.quantityPerHa ?? null,
      note: entry.note ?? "",
    })),
    observations: [],
    today: practice.practice.asOf,
  };
}

/** Every plan of the demo practices. */
export function demoPlans(): DemoPlan[] {
  return DEMO_PRACTICES.flatMap((practice) =>
    practice.fields.flatMap((field) =>
      field.plans.map((plan) => ({
        practice,
        field: plan.part ? `${field.name}, ${plan.part.name}` : field.name,
        season: plan.season,
        decisions: upgradeDecisions(plan.decisions),
        facts: demoFacts(practice, field, plan.season, plan),
      })),
    ),
  );
}

function climateOf(station: Practice["stations"][number]): Climate {
  return {
    station: station.name,
    latitudeDeg: station.latitudeDeg,
    altitudeM: station.altitudeM,
    months: station.months.map(
      ([meanC, rainMm, etoMm, tminC, tmaxC, wetDays, solarMjPerM2, rhMeanPct, windAt2mMs]) => ({
        meanC: meanC as number,
        rainMm: rainMm as number,
        etoMm: etoMm as number,
        tminC,
        tmaxC,
        wetDays,
        solarMjPerM2,
        rhMeanPct,
        windAt2mMs,
      }),
    ),
  };
}
