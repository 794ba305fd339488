"use client";

import { useMemo } from "react";
import { addDays, formatDay } from "@/core/dates";
import { drySowing, rainSeason, rainSeasonStartMonth } from "@/core/weather/rain-season";
import { seasonWeather } from "@/core/weather/season-weather";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../shared/units";
import { usePlanModel } from "../plan-context";

/** Most of a field that may be lost in the mean by sowing it dry; assumption, a usual bearable loss of seed. */
const RISK_PCT = 10;

/** Where there is one rainy season: its onset and end, and what sowing dry ahead of it risks on a rain-fed field. */
export function Rains() {
  const { facts, season, plan } = usePlanModel();
  const { number } = useUnits();
  const rains = useMemo(() => {
    const start = facts.climate ? rainSeasonStartMonth(facts.climate) : null;
    if (!facts.climate || start === null) return null;
    const weather = seasonWeather(facts.climate, season, { today: facts.today, observed: facts.observedWeather });
    const own = rainSeason(weather, season, start);
    const onset = own.onsetSpread;
    const dates = onset ? [-28, -21, -14, -7, 0].map((days) => addDays(onset.middle, days)) : [];
    return { own, seasons: weather.seasons, ahead: dates.map((date) => drySowing(weather, own, date, RISK_PCT)) };
  }, [facts.climate, facts.today, facts.observedWeather, season]);
  if (!rains || !plan) return null;
  const { onsetSpread, endSpread, falseStartPct } = rains.own;
  const { method } = plan.crop;
  return (
    <div>
      <h3 className="text-[14px]">The rains</h3>
      <p className="text-[13px]">
        {onsetSpread
          ? `Onset about ${formatDay(onsetSpread.middle)} (${formatDay(onsetSpread.early)} to ${formatDay(onsetSpread.late)} in 8 seasons of 10), with a false start before in ${number(falseStartPct, 0)} of 100`
          : "Fail to set in in more than half of the seasons"}
        {endSpread && `; end about ${formatDay(endSpread.middle)}`}.{" "}
        <span className="text-soft">
          {rains.seasons} simulated seasons; onset is 20 mm in 3 days with no dry spell of 10 days in the 30 after.
        </span>
      </p>
      {facts.field.irrigated ? (
        <p className="text-[13px] text-soft">The field is irrigated: it need not wait for them.</p>
      ) : method && (method.how === "drilled" || method.how === "broadcast" || method.how === "stations") ? (
        <table className="mt-1 w-full border-collapse text-[12px]">
          <caption className="text-left text-soft">
            Sown dry and deeper ({number(method.depthCm.high, 0)} cm) ahead of them; share such that no more than{" "}
            {RISK_PCT} % of the field is lost in the mean (assumption)
          </caption>
          <TableHead
            columns={["Sown", ...figures("fails", "false onset", "no rain", "days gained", "share at most")]}
          />
          <tbody>
            {rains.ahead.map((d) => (
              <tr key={d.date} className="border-t border-line">
                <td>{formatDay(d.date)}</td>
                <td className="text-right font-semibold">{number(d.failPct, 0)} %</td>
                <td className="text-right">{number(d.falseStartPct, 0)} %</td>
                <td className="text-right">{number(d.noRainPct, 0)} %</td>
                <td className="text-right">{d.daysWon}</td>
                <td className="text-right">{number(d.sharePct, 0)} %</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <p className="text-[13px] text-soft">
          This way of planting waits for standing water; seed drilled dry ahead of the rains is another method of the
          crop.
        </p>
      )}
    </div>
  );
}
