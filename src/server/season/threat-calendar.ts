/** What may come to the practice's fields in the next weeks, from what stands with the outlines. */

import { addDays, byDate, type IsoDate } from "@/core/dates";
import { lookInWords } from "@/core/guides/scouting";
import { LIKELIHOODS } from "@/core/guides/threat-words";
import type { PlannedThreat } from "@/core/sheets/protect/part";
import type { Access } from "../access/access";
import type { ThreatCalendar, ThreatGroup } from "../contracts";
import { loadPlaces } from "../land/places";
import { threatsOfGuides } from "../plans/guides";
import { outlineLines } from "../plans/outlines";
import { byName } from "../storage/by-name";
import { type Client, rows } from "../storage/db";
import { groupBy } from "../storage/group-by";

/** Days ahead that are looked at where nobody says how many. */
const AHEAD_DAYS = 28;

/** Threats of all chosen plans of a season whose time falls into so many days from a day on, by threat, the likeliest fields first. */
export async function loadThreatCalendar(
  client: Client,
  access: Access,
  wanted: { season?: number; from?: IsoDate; days?: number },
): Promise<ThreatCalendar> {
  const [places, kept, outlines] = await Promise.all([
    loadPlaces(client, access),
    rows<{ planId: string; threats: PlannedThreat[] }>(
      client,
      `select plan_id as "planId", threats from plan_outline where practice_id = $1 and basis = 'draft'`,
      [access.practiceId],
    ),
    outlineLines(client, access, "draft"),
  ]);
  const seasons = [...new Set([...places.values()].map((p) => p.season))].sort((a, b) => b - a);
  const season = seasons.find((s) => s === wanted.season) ?? seasons[0] ?? null;
  const from = wanted.from ?? access.today;
  const to = addDays(from, wanted.days ?? AHEAD_DAYS);
  const threatsOf = new Map(kept.map((k) => [k.planId, k.threats]));
  const stale = new Set(outlines.filter((l) => !l.fresh).map((l) => l.id));
  const own = [...places]
    .filter(([, place]) => place.season === season && !place.retired)
    .sort(([, a], [, b]) => byName(a.farm, b.farm) || byName(a.field, b.field));
  const found = own.flatMap(([planId, { field, farm }]) =>
    (threatsOf.get(planId) ?? []).flatMap((t) =>
      t.from && t.to && t.from <= to && t.to >= from ? [{ plan: { planId, field, farm }, threat: t }] : [],
    ),
  );
  const known = threatsOfGuides();
  const groups = [...groupBy(found, (f) => f.threat.id)].map(([id, list]): ThreatGroup => {
    const sorted = [...list].sort((a, b) => rank(b.threat) - rank(a.threat) || byDate(a.threat.from, b.threat.from));
    const told = known.get(id);
    return {
      id,
      name: told?.name ?? id,
      threshold: told?.threshold ?? "",
      scout: told ? `${lookInWords(told.scout)}, ${told.scout.pattern}` : "",
      fields: sorted.map(({ plan, threat: { reasons, broodOn, ...t } }) => ({
        ...plan,
        from: t.from as IsoDate,
        to: t.to as IsoDate,
        likelihood: t.likelihood,
        why: reasons.map((r) => `${r.by > 0 ? "+" : "−"} ${r.why}`),
        broodOn,
      })),
    };
  });
  return {
    season,
    seasons,
    from,
    to,
    waiting: own.filter(([planId]) => stale.has(planId)).length,
    groups: groups.sort((a, b) => weight(b) - weight(a) || byName(a.name, b.name)),
  };
}

const rank = (t: { likelihood: (typeof LIKELIHOODS)[number] }) => LIKELIHOODS.indexOf(t.likelihood);
/** The likeliest first, then those of most fields. */
const weight = (g: ThreatGroup) => 10_000 * Math.max(...g.fields.map(rank)) + g.fields.length;
