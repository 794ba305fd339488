/** The facts that plans are drafted from, for one plan or for hundreds with the same few queries. */

import type { IsoDate } from "@/core/dates";
import type { PlanFacts, PreviousCrop } from "@/core/plan/facts";
import { offDate } from "@/core/plan/off-date";
import { previousCropOf } from "@/core/plan/previous-crop";
import { draftPlan } from "@/core/sheets/draft-plan";
import type { Asker } from "../access/access";
import { type Client, rows } from "../storage/db";
import { keepByInputs, keyOf } from "../storage/kept-by-inputs";
import { type Catalogue, loadCatalogue } from "./catalogue";
import { cropBefore } from "./guides";
import { loadRecorded, type PlanRow, type Recorded } from "./plan-records";
import { readDecisions } from "./stored-decisions";

/** Facts as they were put together last, of as many plans as are looked at by turns. */
const factsAsBefore = keepByInputs<PlanFacts>(1000);

/**
 * Facts of each plan, by its id; a plan whose field this person may not see is left out. What is given is shared, and the
 * very same object as long as nothing of it changed: it is not to be changed.
 */
export async function loadPlanFacts(client: Client, asker: Asker, plans: PlanRow[]): Promise<Map<string, PlanFacts>> {
  const result = new Map<string, PlanFacts>();
  if (plans.length === 0) return result;
  const [recorded, catalogue] = await Promise.all([loadRecorded(client, asker, plans), loadCatalogue(client, asker)]);
  const planIds = [...recorded.keys()];
  const followed = planIds.filter((id) => recorded.get(id)?.isFollowed);
  const [before, next, chosen] = await Promise.all([
    loadPlansBefore(client, asker, recorded),
    followed.length > 0 ? loadNextPlantings(client, asker, followed) : new Map<string, PlanFacts["next"]>(),
    catalogue.retired.size > 0 ? loadChosenText(client, [asker.practiceId, planIds]) : new Map<string, string>(),
  ]);
  for (const { id, season } of plans) {
    const own = recorded.get(id);
    if (!own) continue;
    const last = before.get(id);
    const after = next.get(id);
    const offered = withoutRetired(asker.practiceId, catalogue, chosen.get(id) ?? "");
    const inputs = [own, offered, last, after && keyOf(after), asker.today];
    const facts = factsAsBefore(id, inputs, () => ({
      ...own.facts,
      previousCrop: last?.previousCrop ?? previousCropOf(own.grown, season, `${season}-01-01`, cropBefore),
      history: [...(last ? [last.grown] : []), ...own.grown].map(
        ({ season, crop, kindId, productId, yieldTPerHa }) => ({
          season,
          crop,
          kindId,
          productId,
          yieldTPerHa,
          family: cropBefore(crop).family,
        }),
      ),
      ...offered,
      prices: { ...offered.prices, ...(own.labourPerH === null ? {} : { labourPerH: own.labourPerH }) },
      ...(after ? { next: after } : {}),
      today: asker.today,
    }));
    result.set(id, facts);
  }
  return result;
}

/** What is planted after the crops of plans with treatments, on the same ground: some labels ask the next crop to wait. */
async function loadNextPlantings(
  client: Client,
  { practiceId }: Asker,
  planIds: string[],
): Promise<Map<string, NonNullable<PlanFacts["next"]>>> {
  const found = await rows<{ planId: string; crop: string; planting: IsoDate | null }>(
    client,
    `select p.id as "planId", n.decisions->'crop'->>'guideId' as crop,
       to_char('1970-01-01'::date + (nullif(o.season, '')::jsonb->>2)::int + (nullif(o.season, '')::jsonb->>3)::int, 'YYYY-MM-DD') as planting
     from plan p join plan n on n.practice_id = p.practice_id and n.field_id = p.field_id and n.chosen and n.season = p.season + 1
     join plan_outline o on o.practice_id = n.practice_id and o.plan_id = n.id and o.basis = 'draft' and o.problem is null
     where p.practice_id = $1 and p.id = any($2::uuid[]) and p.decisions->'protect'->'treatments' is not null`,
    [practiceId, planIds],
  );
  return new Map(
    found.flatMap(({ planId, crop, planting }) =>
      planting ? [[planId, { crop, name: cropBefore(crop).name, planting }] as const] : [],
    ),
  );
}

/** What each plan has decided, as text to look for an id in. */
async function loadChosenText(client: Client, asked: unknown[]): Promise<Map<string, string>> {
  const found = await rows<{ id: string; text: string }>(
    client,
    "select id, decisions::text as text from plan where practice_id = $1 and id = any($2::uuid[])",
    asked,
  );
  return new Map(found.map((p) => [p.id, p.text]));
}

/** What plans were offered last, by the retired products that they have chosen: mostly none, so that all share one. */
const offeredBefore = keepByInputs<Catalogue>(200);

/** What is retired is offered to no plan that has not chosen it. */
function withoutRetired(
  practiceId: string,
  offered: Catalogue & { retired: ReadonlySet<string> },
  decided: string,
): Catalogue {
  const chosen = [...offered.retired].filter((id) => decided.includes(`"${id}"`));
  return offeredBefore(`${practiceId} ${chosen.join(" ")}`, [offered], () => {
    const { retired, ...catalogue } = offered;
    const still = <T extends { id: string }>(list: T[]) =>
      list.filter(({ id }) => !retired.has(id) || chosen.includes(id));
    return {
      ...catalogue,
      fertilisers: still(catalogue.fertilisers),
      limes: still(catalogue.limes),
      seedLots: still(catalogue.seedLots),
    };
  });
}

interface Before {
  previousCrop: PreviousCrop;
  grown: PlanFacts["history"][number];
}

/** What plans of before left, by plan. */
const leftBy = keepByInputs<Before | null>(1000);

/** What the planting before left, and when it is or was off, by the plan that comes after it. */
async function loadPlansBefore(
  client: Client,
  asker: Asker,
  recorded: Map<string, Recorded>,
): Promise<Map<string, Before>> {
  const result = new Map<string, Before>();
  const plans = [
    ...new Map([...recorded.values()].flatMap(({ before }) => (before ? [[before.id, before]] : []))).values(),
  ];
  if (plans.length === 0) return result;
  const [facts, decided] = await Promise.all([
    loadPlanFacts(client, asker, plans),
    rows<{ id: string; revision: number; decisions: unknown }>(
      client,
      "select id, revision, decisions from plan where practice_id = $1 and id = any($2::uuid[])",
      [asker.practiceId, plans.map((p) => p.id)],
    ),
  ]);
  const decisionsOf = new Map(decided.map((d) => [d.id, d]));
  for (const [planId, { before }] of recorded) {
    const own = before && facts.get(before.id);
    const stored = before && decisionsOf.get(before.id);
    if (!before || !own || !stored) continue;
    const { revision, decisions } = stored;
    const left = leftBy(before.id, [own, keyOf(decisions), revision], () => leftOf(before.season, decisions, own));
    if (left) result.set(planId, left);
  }
  return result;
}

/** What a plan of before leaves, as it is drafted now; null where it cannot be. */
function leftOf(season: number, decisions: unknown, facts: PlanFacts): Before | null {
  const read = readDecisions(decisions);
  const drafted = read.ok && draftPlan(facts, read.value.decisions, season, read.value.guide);
  if (!drafted || drafted.ok === false) return null;
  const harvest = drafted.value.operations.filter((o) => o.role === "harvest").at(-1);
  const crop = drafted.value.crop.guide.id;
  return {
    previousCrop: {
      crop,
      ...cropBefore(crop),
      harvest: offDate(drafted.value.operations),
      harvested: Boolean(harvest?.doneOn),
    },
    grown: { season, crop, yieldTPerHa: null },
  };
}
