/** The coming days' weather against what the fields' threats wait for: asked for by the week once it is shown. */

import { addDays, type IsoDate, isoDate, toDay } from "@/core/dates";
import { spellDays } from "@/core/protect/threat-weather";
import { OUTLOOK_DAYS } from "@/core/season/outlook";
import { standInWeather } from "@/core/weather/season-weather";
import type { Access } from "../access/access";
import type { OutlookRisk } from "../contracts";
import { threatsOfGuides } from "../plans/guides";
import { loadClimates } from "../stations/climates";
import { type Client, rows } from "../storage/db";

/** Days before today that count towards a spell. */
const RUN_UP = 21;

/** For each farm with an issued plan, which threats in their time find the weather that they wait for, and on which of the coming days. */
export async function loadOutlookRisks(client: Client, access: Access): Promise<OutlookRisk[]> {
  const last = addDays(access.today, OUTLOOK_DAYS - 1);
  const found = await rows<{ farm: string; stationId: string; threatId: string; fields: string[] }>(
    client,
    `select fa.name as farm, fa.station_id as "stationId", t.threat ->> 'id' as "threatId", array_agg(distinct f.name order by f.name) as fields
     from plan_outline o cross join lateral jsonb_array_elements(o.threats) as t (threat)
       join plan p on p.practice_id = o.practice_id and p.id = o.plan_id
       join field f on f.practice_id = p.practice_id and f.id = p.field_id
       join farm fa on fa.practice_id = f.practice_id and fa.id = f.farm_id and fa.station_id is not null
     where o.practice_id = $1 and o.basis = 'issued' and t.threat ->> 'from' <= $3 and t.threat ->> 'to' >= $2
     group by 1, 2, 3 order by 1`,
    [access.practiceId, access.today, last],
  );
  const climates = await loadClimates(client, access.practiceId, [...new Set(found.map((r) => r.stationId))]);
  const known = threatsOfGuides();
  const from = addDays(access.today, -RUN_UP);
  const weatherOf = new Map(
    [...climates].map(([id, climate]) => [id, standInWeather(climate, from, RUN_UP + OUTLOOK_DAYS)]),
  );
  return found.flatMap(({ farm, stationId, threatId, fields }): OutlookRisk[] => {
    const weather = weatherOf.get(stationId);
    const own = known.get(threatId);
    const rule = own?.weather[0];
    if (!weather || !own || !rule) return [];
    const days = spellDays(rule, weather, 0, toDay(access.today), toDay(last)).map((d): IsoDate => isoDate(d));
    return days.length > 0 ? [{ farm, threat: own.name, rule: rule.name, days, fields }] : [];
  });
}
