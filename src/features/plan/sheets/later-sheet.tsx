"use client";

import type { SheetId } from "@/core/guides/schema";
import { SHEET_NAMES } from "../../shared/sheet-mark";
import { SheetHead } from "../decision-line";
import { usePlanModel } from "../plan-context";

/** Sheets 5 to 8 for now: what the guide knows, and operations planned by days and stage. */
export function LaterSheet({ sheet }: { sheet: SheetId }) {
  const { plan } = usePlanModel();
  if (!plan) return null;
  const { guide } = plan.crop;
  return (
    <div>
      <SheetHead
        title={SHEET_NAMES[sheet]}
        about="dated by days and stage from the crop guide, to be refined; nothing here is computed from this field yet"
      />
      {sheet === "water" && (
        <ul className="grid gap-1 py-1">
          <li>
            Critical stages:{" "}
            {guide.water.criticalStages.map((id) => guide.stages.find((s) => s.id === id)?.name ?? id).join(", ")}.
          </li>
          <li>Stop: {guide.water.stop}.</li>
          {guide.water.standing.map((s) => (
            <li key={s.fromStage}>
              From {guide.stages.find((x) => x.id === s.fromStage)?.name ?? s.fromStage}:{" "}
              {s.depthCm > 0 ? `${s.depthCm} cm of water` : "drained"}, {s.why}.
            </li>
          ))}
          <li className="text-soft">{guide.water.risks}.</li>
        </ul>
      )}
      {sheet === "protect" && (
        <table className="w-full border-collapse">
          <caption className="sr-only">Threats to look for</caption>
          <thead>
            <tr className="text-left text-[12px] text-soft">
              <th scope="col" className="font-medium">
                Threat
              </th>
              <th scope="col" className="font-medium">
                Look
              </th>
              <th scope="col" className="font-medium">
                Act above
              </th>
            </tr>
          </thead>
          <tbody>
            {guide.threats.map((t) => (
              <tr key={t.id} className="border-t border-line align-top text-[13px]" title={t.symptoms}>
                <th scope="row" className="py-1 pr-3 text-left font-medium">
                  {t.name}
                </th>
                <td className="py-1 pr-3 text-soft">
                  {t.scout.number} {t.scout.unit}, {t.scout.pattern}
                </td>
                <td className="py-1">{t.threshold}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {sheet === "harvest" && (
        <ul className="grid gap-1 py-1">
          {guide.harvest.signs.map((s) => (
            <li key={s.observe}>
              {s.observe}: <span className="font-medium">{s.readyWhen}</span>
            </li>
          ))}
          <li className="text-soft">{guide.harvest.care}.</li>
        </ul>
      )}
      {sheet === "keep" && <p className="py-1">{guide.keep.store}.</p>}
    </div>
  );
}
