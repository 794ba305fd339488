/** The climates of stations. */

import { type Climate, type KeptNormal, withReferenceEt } from "@/core/weather/climate";
import { type Client, rows } from "../storage/db";
import { groupBy } from "../storage/group-by";

/** Climates of stations by their id; a station without twelve months has none. */
export async function loadClimates(
  client: Client,
  practiceId: string,
  stationIds: string[],
): Promise<Map<string, Climate>> {
  const months = await rows<
    KeptNormal & { stationId: string; station: string; latitudeDeg: number; altitudeM: number }
  >(
    client,
    `select s.id as "stationId", s.name as station, s.latitude_deg as "latitudeDeg", s.altitude_m as "altitudeM",
       n.mean_c as "meanC", n.rain_mm as "rainMm", n.eto_mm as "etoMm", n.tmin_c as "tminC", n.tmax_c as "tmaxC", n.wet_days as "wetDays",
       n.solar_mj_per_m2 as "solarMjPerM2", n.rh_mean_pct as "rhMeanPct", n.wind_ms as "windAt2mMs"
     from station s join station_normal n on n.practice_id = s.practice_id and n.station_id = s.id
     where s.practice_id = $1 and s.id = any($2::uuid[]) order by s.id, n.month`,
    [practiceId, stationIds],
  );
  const climates = new Map<string, Climate>();
  for (const [id, own] of groupBy(months, (m) => m.stationId)) {
    const first = own[0];
    if (!first || own.length !== 12) continue;
    climates.set(id, {
      station: first.station,
      latitudeDeg: first.latitudeDeg,
      altitudeM: first.altitudeM,
      months: withReferenceEt(
        own.map(({ stationId: _s, station: _n, latitudeDeg: _l, altitudeM: _a, ...month }) => month),
        first.latitudeDeg,
      ),
    });
  }
  return climates;
}
