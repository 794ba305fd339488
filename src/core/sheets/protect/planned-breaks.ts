/** What the treatments of a plan break of their labels, on the days that they have in it. */

import type { IsoDate } from "../../dates";
import type { PlanFacts } from "../../plan/facts";
import type { Plan } from "../plan";
import { bbchOn, type LabelBreak, type LabelTreatment, type LoggedTreatment, labelBreaks } from "./label";

type Treated = Pick<PlanFacts, "treated">;

/** What was put on this ground and is no treatment of the plan: it counts, whatever is decided now. */
export const loggedOf = ({ protect }: Pick<Plan, "protect">, { treated = [] }: Treated): LoggedTreatment[] =>
  treated
    .filter((done) => !protect.treatments.some((t) => t.id === done.operationId))
    .map(({ day, ...done }) => ({ ...done, date: day }));

/** Every limit that a plan's treatments break, in the order of their dates. */
export function breaksOf(plan: Plan, facts: Treated): LabelBreak[] {
  const { treatments, crop } = plan.protect;
  if (treatments.length === 0 && !facts.treated) return [];
  const { guide } = plan.crop;
  const opOf = new Map(plan.operations.map((o) => [o.id, o]));
  const asLabelled = treatments.map((t): LabelTreatment => {
    const threat = guide.threats.find((x) => x.id === t.threatId);
    const operation = opOf.get(t.id);
    const date = operation?.doneOn ?? operation?.date ?? null;
    return {
      id: t.id,
      product: t.product,
      target: { id: t.threatId, name: (threat?.name ?? t.threatId).toLowerCase(), organism: threat?.organism ?? "" },
      ratePerHa: operation?.inputs[0]?.perHa ?? t.ratePerHa,
      waterLPerHa: t.waterLPerHa,
      date,
      bbch: date ? bbchOn(plan.stages, date) : null,
    };
  });
  const handWork = plan.operations.flatMap((o) =>
    o.date && !o.doneOn && o.power === "hands" && o.hoursPerHa > 0 && o.role !== "treat" && o.role !== "look"
      ? [{ name: o.name, date: o.date as IsoDate }]
      : [],
  );
  const picks = plan.operations.filter((o) => o.role === "harvest" && o.date).map((o) => o.date as IsoDate);
  const harvest = picks.sort()[0] ?? plan.harvestDate;
  return labelBreaks(asLabelled, crop, { harvest, handWork, logged: loggedOf(plan, facts) });
}

/**
 * What keeps work that is planned from being done as it stands, by the operation: weather, stages that were seen and labels that were
 * typed anew move what was within its label when it was issued. Of a treatment that is done it is the harvest that has to wait. A
 * product that the register has no more is no rule of a label.
 */
export function forbiddenOf(plan: Plan, facts: Treated): Map<string, string> {
  const forbidden = new Map<string, string>();
  const open = (id: string) => plan.operations.some((o) => o.id === id && o.doneOn === null);
  const harvest = plan.operations.find((o) => o.role === "harvest" && o.doneOn === null)?.id;
  for (const { treatment, rule, title, why } of breaksOf(plan, facts)) {
    const of = rule === "harvest" && !open(treatment) ? harvest : treatment;
    if (rule !== "product" && of !== undefined && !forbidden.has(of)) forbidden.set(of, `${title} ${why}`);
  }
  return forbidden;
}
