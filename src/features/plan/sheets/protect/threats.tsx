"use client";

import { formatDay } from "@/core/dates";
import { scoutDecision } from "@/core/protect/scout-decision";
import { TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { usePlanModel } from "../../plan-context";
import { PaysFrom } from "./pays-from";

/** What was counted of it last, and what that says. */
function LastVisit({ threatId }: { threatId: string }) {
  const { facts } = usePlanModel();
  const { number } = useUnits();
  const last = facts.scouting?.find((s) => s.threatId === threatId);
  if (!last) return null;
  const mean = last.counts.reduce((a, b) => a + b, 0) / last.counts.length;
  const said =
    last.threshold !== null && last.counts.length > 1
      ? scoutDecision({ counts: last.counts, threshold: last.threshold })
      : null;
  return (
    <span className="block text-ink">
      {formatDay(last.day)}: mean {number(mean, 1)} of {last.counts.length}
      {said?.ok && last.threshold !== null && (
        <b className={said.value.decision === "act" ? "text-advise" : ""}>
          {" "}
          against {number(last.threshold)}: {said.value.decision}
        </b>
      )}
      <span className="text-soft">, {last.person}</span>
    </span>
  );
}

const ORDER = ["prevent", "cultivate", "physical", "biological", "chemical"];

/** What may come and when on this field, what to look for, when to act, and what can be done in its order. */
export function Threats() {
  const { plan } = usePlanModel();
  if (!plan) return null;
  const { guide } = plan.crop;
  const day = (id: string) => plan.stages.find((s) => s.id === id)?.date;
  return (
    <table className="w-full border-collapse">
      <caption className="sr-only">Threats to look for</caption>
      <TableHead columns={["Threat", "Look", "Act above"]} />
      <tbody>
        {guide.threats.map((t) => {
          const [from, to] = [day(t.stages[0]), day(t.stages[1])];
          return (
            <tr key={t.id} className="border-t border-line align-top text-[13px]" title={t.symptoms}>
              <th scope="row" className="py-1 pr-3 text-left font-medium">
                {t.name} <span className="block text-[12px] font-normal text-soft">{t.organism}</span>
              </th>
              <td className="py-1 pr-3 text-soft">
                {from && to && (
                  <span className="block text-ink">
                    {formatDay(from)} to {formatDay(to)}
                  </span>
                )}
                {t.scout.number} {t.scout.unit}, {t.scout.pattern}
                <LastVisit threatId={t.id} />
              </td>
              <td className="py-1">
                <details>
                  <summary className="cursor-pointer">{t.threshold}</summary>
                  <ul className="mt-1 grid gap-0.5 text-[12px]">
                    <li>Symptoms: {t.symptoms}.</li>
                    <li>
                      Favoured by {t.favoured}; carried by {t.carriedBy}.
                    </li>
                    {[...t.options]
                      .sort((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind))
                      .map((o) => (
                        <li key={o.what}>
                          {o.kind}: {o.what}.
                        </li>
                      ))}
                  </ul>
                  <PaysFrom threatId={t.id} name={t.name.toLowerCase()} unit={t.scout.unit} />
                </details>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
