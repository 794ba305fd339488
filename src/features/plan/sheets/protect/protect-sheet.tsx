"use client";

import { TableHead } from "@/ui/table-head";
import { SheetHead } from "../../decision-line";
import { usePlanModel } from "../../plan-context";
import { LATER } from "../guide-notes";

/** Sheet 6 for now: threats to look for, with the threshold, and what can be done in its order. */
export function ProtectSheet() {
  const { plan } = usePlanModel();
  if (!plan) return null;
  const { guide } = plan.crop;
  const stage = (id: string) => guide.stages.find((s) => s.id === id)?.name ?? id;
  const { weeds } = guide;
  return (
    <div>
      <SheetHead title="Protect" about={LATER} />
      <p className="py-1">
        Weed-free from {stage(weeds.weedFreeFrom)} to {stage(weeds.weedFreeTo)}; the crop competes{" "}
        {{ weak: "weakly", medium: "fairly", strong: "strongly" }[weeds.competitiveness]}
        {weeds.rootsNearSurface && ", and its roots lie near the surface: hoe shallow"}.
      </p>
      <table className="w-full border-collapse">
        <caption className="sr-only">Threats to look for</caption>
        <TableHead columns={["Threat", "Look", "Act above"]} />
        <tbody>
          {guide.threats.map((t) => (
            <tr key={t.id} className="border-t border-line align-top text-[13px]" title={t.symptoms}>
              <th scope="row" className="py-1 pr-3 text-left font-medium">
                {t.name} <span className="block text-[12px] font-normal text-soft">{t.organism}</span>
              </th>
              <td className="py-1 pr-3 text-soft">
                {t.scout.number} {t.scout.unit}, {t.scout.pattern}; {stage(t.stages[0])} to {stage(t.stages[1])}
              </td>
              <td className="py-1">
                <details>
                  <summary className="cursor-pointer">{t.threshold}</summary>
                  <ul className="mt-1 grid gap-0.5 text-[12px]">
                    <li>Symptoms: {t.symptoms}.</li>
                    <li>
                      Favoured by {t.favoured}; carried by {t.carriedBy}.
                    </li>
                    {t.options.map((o) => (
                      <li key={o.what}>
                        {o.kind}: {o.what}.
                      </li>
                    ))}
                  </ul>
                </details>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
