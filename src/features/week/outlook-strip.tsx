"use client";

import { useEffect, useState } from "react";
import { formatDay, toDay } from "@/core/dates";
import { FIT_JOBS, FIT_LIMITS, FIT_NAMES, hoursInWords } from "@/core/season/fit-hours";
import type { FarmOutlook, OutlookRisk } from "@/server/contracts";
import { Choice } from "@/ui/choice";
import { send } from "../shared/send";
import { useUnits } from "../shared/units";

const DAY = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

/** Seven simulated days of a farm, and the hours of each that are fit for drilling, spreading, spraying, harvesting. */
export function OutlookStrip({ outlooks, today }: { outlooks: FarmOutlook[]; today: string }) {
  const { show, split, spoken, tell } = useUnits();
  const farms = outlooks.flatMap((o) => o.farms).sort();
  const [farm, setFarm] = useState(farms[0] ?? "");
  const risks = useRisks().filter((r) => r.farm === farm);
  const shown = outlooks.find((o) => o.farms.includes(farm)) ?? outlooks[0];
  if (!shown) return null;
  return (
    <section aria-label="Outlook" className="mb-4 border border-line bg-sheet px-4 py-2">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="text-base">Outlook</h2>
        {farms.length > 1 ? (
          <Choice
            label="Outlook of the farm"
            value={farm}
            options={farms.map((name) => ({ value: name, label: name }))}
            onChange={setFarm}
          />
        ) : (
          <b>{farm}</b>
        )}
        <p className="text-[12px]">
          <span className="border border-advise px-1 font-semibold text-advise">simulated</span>{" "}
          <span className="text-soft">
            from the climate of {shown.station}, not a forecast; soil{" "}
            {shown.soil.replace(/[A-Z]/g, (l) => ` ${l.toLowerCase()}`)}
            {shown.measuredTo ? `; rain measured to ${formatDay(shown.measuredTo)}` : ""}
          </span>
        </p>
      </div>
      <div className="overflow-x-auto">
        <table className="w-full min-w-[640px] border-collapse text-[12px]">
          <thead>
            <tr>
              <th scope="col" className="w-[7.5em] text-left font-normal text-soft">
                <span className="sr-only">What</span>
              </th>
              {shown.days.map((d) => (
                <th key={d.date} scope="col" className={`px-1 text-left ${d.date === today ? "text-stop" : ""}`}>
                  {DAY[(toDay(d.date) + 3) % 7]} {formatDay(d.date)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr className="border-t border-line align-top">
              <th scope="row" className="py-1 text-left font-normal text-soft">
                Weather
              </th>
              {shown.days.map((d) => (
                <td key={d.date} className="px-1 py-1">
                  {split(d.tminC, "temperature", 0).number} to {show(d.tmaxC, "temperature", 0)},{" "}
                  {d.rainMm < 0.1 ? "dry" : spoken.quantity(d.rainMm, "waterDepth")}, wind {show(d.windMs, "wind", 1)}
                  {!d.workable && <span className="text-advise">, soil too wet</span>}
                </td>
              ))}
            </tr>
            {risks.length > 0 && (
              <tr className="border-t border-line align-top">
                <th scope="row" className="py-1 text-left font-normal text-soft">
                  Weather suits
                </th>
                {shown.days.map((d) => (
                  <td key={d.date} className="px-1 py-1">
                    {risks
                      .filter((r) => r.days.includes(d.date))
                      .map((r) => (
                        <span key={r.threat} className="block" title={`${r.rule}; ${r.fields.join(", ")}`}>
                          {r.threat.toLowerCase()}
                        </span>
                      ))}
                  </td>
                ))}
              </tr>
            )}
            {FIT_JOBS.map((job) => (
              <tr key={job} className="border-t border-line">
                <th scope="row" className="py-1 text-left font-normal text-soft" title={tell(FIT_LIMITS[job])}>
                  {FIT_NAMES[job]}
                </th>
                {shown.days.map((d) => {
                  const hours = d.fit[job];
                  return (
                    <td key={d.date} className="px-1 py-1">
                      {hours.length === 0 ? (
                        <span className="text-soft">no</span>
                      ) : (
                        <span className="block">
                          <b>{hours.length} h</b> <span className="text-soft">{hoursInWords(hours)}</span>
                        </span>
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-1 text-[13px] font-semibold">
        Simulated weather, not a forecast. Never choose a spray day by it: measure the wind on the field.
      </p>
      <details className="text-[12px] text-soft">
        <summary className="cursor-pointer">When an hour counts as fit</summary>
        <ul>
          {FIT_JOBS.map((job) => (
            <li key={job}>
              {FIT_NAMES[job]}: {tell(FIT_LIMITS[job])}
            </li>
          ))}
        </ul>
        <p>
          Assumptions after usual codes of practice. The label's limits on wind and rain, and what you see on the field,
          go first.
        </p>
      </details>
    </section>
  );
}

/** What the coming days let in: asked for once the page is there. */
function useRisks(): OutlookRisk[] {
  const [risks, setRisks] = useState<OutlookRisk[]>([]);
  useEffect(() => {
    let gone = false;
    void send("GET /api/outlook-risks", {}).then((reply) => {
      if (!gone && reply.ok) setRisks(reply.value.risks);
    });
    return () => {
      gone = true;
    };
  }, []);
  return risks;
}
