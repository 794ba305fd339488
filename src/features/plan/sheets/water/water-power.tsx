"use client";

import { MONTHS } from "@/core/dates";
import { PIPE_KINDS, PIPES } from "@/core/water/pipes";
import { SHAFT_KWH_PER_LITRE, sunPays, sunPump } from "@/core/water/sun-pump";
import { completeNormals } from "@/core/weather/climate";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { DecidedChoice } from "../../inputs/decided-choice";
import { DecidedMoney } from "../../inputs/decided-money";
import { DecidedNumber } from "../../inputs/decided-number";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** Of panels and pump together, by heat, dust and wires [%], and how long panels last; usual figures, to be replaced by an offer's. */
const USUAL_PERFORMANCE_PCT = 75;
const USUAL_LIFE_YEARS = 20;

/** Pipe and pump, and the same work done by the sun. */
export function WaterPower() {
  const { plan, facts, decisions } = usePlanModel();
  const { number } = useUnits();
  if (!plan) return null;
  const pump = decisions.water?.pump ?? {};
  return (
    <div className="grid gap-2 pb-2">
      <p className="flex flex-wrap items-baseline gap-x-2">
        Pipe of
        <DecidedNumber
          path="water/pump/pipeLengthM"
          label="Length of the pipe"
          value={pump.pipeLengthM ?? facts.field.waterDistanceM ?? null}
          dimension="distance"
          width="4em"
        />
        and
        <DecidedNumber
          path="water/pump/pipeInsideMm"
          label="Inside of the pipe"
          value={pump.pipeInsideMm ?? null}
          dimension="count"
          suffix="mm inside,"
          width="4em"
        />
        <DecidedChoice
          path="water/pump/pipeKind"
          label="Kind of pipe"
          value={pump.pipeKind ?? "plastic"}
          usual="plastic"
          options={PIPE_KINDS.map((id) => ({ value: id, label: PIPES[id].name }))}
        />
        {plan.figures["water.pipe"] ? (
          <span>
            loses <FigureValue id="water.pipe" decimals={1} />
          </span>
        ) : (
          <span className="text-[12px] text-soft">no loss is counted until length and inside are known</span>
        )}
      </p>
      <p className="flex flex-wrap items-baseline gap-x-2">
        Pump
        <DecidedNumber
          path="water/pump/pumpEfficiencyPct"
          label="Efficiency of the pump"
          value={pump.pumpEfficiencyPct ?? 65}
          dimension="percent"
          suffix="%,"
          width="3em"
        />
        motor
        <DecidedNumber
          path="water/pump/motorEfficiencyPct"
          label="Efficiency of the motor"
          value={pump.motorEfficiencyPct ?? 88}
          dimension="percent"
          suffix="%"
          width="3em"
        />
        <span className="text-soft">
          against <FigureValue id="water.head" decimals={0} />
        </span>
      </p>
      {plan.water.kwh > 0 && facts.climate ? (
        <Sun />
      ) : (
        <p className="text-[13px] text-soft">
          {plan.water.kwh > 0 ? "No station: the sun is not known." : "This water takes no power."}
        </p>
      )}
      <p className="text-[12px] text-soft">
        {number(SHAFT_KWH_PER_LITRE, 0)} kWh at the shaft from a litre of diesel is usual of small engines: type that
        price by the kilowatt-hour to set the sun against it.
      </p>
    </div>
  );
}

/** The panels and tank that this season's water asks for, month by month, and when they have paid. */
function Sun() {
  const { plan, facts, decisions } = usePlanModel();
  const { number, show, money, currency } = useUnits();
  const climate = facts.climate;
  if (!plan || !climate) return null;
  const own = decisions.water?.sun ?? {};
  const normals = completeNormals(climate);
  const byMonth = new Map<number, { kwh: number; m3: number }>();
  for (const irrigation of plan.water.irrigations) {
    const month = Number(irrigation.date.slice(5, 7)) - 1;
    const sum = byMonth.get(month) ?? { kwh: 0, m3: 0 };
    byMonth.set(month, { kwh: sum.kwh + irrigation.kwh, m3: sum.m3 + irrigation.volumeM3 });
  }
  const sized = sunPump({
    months: [...byMonth].map(([month, sum]) => ({
      month,
      ...sum,
      days: [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31][month] ?? 30,
    })),
    solarMjPerM2: normals.months.map((m) => m.solarMjPerM2),
    performanceRatioPct: own.performancePct ?? USUAL_PERFORMANCE_PCT,
    largestGiftM3: Math.max(...plan.water.irrigations.map((g) => g.volumeM3)),
  });
  if (!sized.ok) return <p className="text-stop">{sized.errors.map((e) => e.message).join("; ")}</p>;
  const { kwPeak, tankM3, months } = sized.value;
  const perKwh = own.perKwh ?? facts.prices.energyPerKwh ?? 0;
  const life = own.lifeYears ?? USUAL_LIFE_YEARS;
  const price = kwPeak * (own.pricePerKwPeak ?? 0) + tankM3 * (own.tankPricePerM3 ?? 0);
  const pays = sunPays({
    price,
    subsidyPct: own.subsidyPct ?? 0,
    kwhPerYear: plan.water.kwh,
    perKwh,
    lifeYears: life,
  });
  return (
    <div>
      <table className="w-full border-collapse">
        <caption className="text-left text-[13px]">
          By the sun: {number(kwPeak, 1)} kW of panels and a tank of {show(tankM3, "waterVolume")}
          {normals.assumed.includes("solar radiation") && (
            <span className="text-soft">
              {" "}
              (the station gives no radiation: estimated from its range of temperature)
            </span>
          )}
        </caption>
        <TableHead columns={["Month", ...figures("A day's water", "A day's energy", "Full sun", "Panels")]} />
        <tbody>
          {months.map((m) => (
            <tr key={m.month} className="border-t border-line">
              <th scope="row" className="py-0.5 text-left font-normal">
                {MONTHS[m.month]}
              </th>
              <td className="text-right">{show(m.m3PerDay, "waterVolume")}</td>
              <td className="text-right">{number(m.kwhPerDay, 1)} kWh</td>
              <td className="text-right">{number(m.sunHours, 1)} h</td>
              <td className={`text-right ${m.kwPeak === kwPeak ? "font-semibold" : ""}`}>{number(m.kwPeak, 1)} kW</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 flex flex-wrap items-baseline gap-x-2">
        Panels yield
        <DecidedNumber
          path="water/sun/performancePct"
          label="What panels and pump make of the sun"
          value={own.performancePct ?? USUAL_PERFORMANCE_PCT}
          dimension="percent"
          suffix="% of their peak;"
          width="3em"
        />
        they cost
        <DecidedMoney path="water/sun/pricePerKwPeak" label="Price of panels" value={own.pricePerKwPeak} per="kW" />
        the tank
        <DecidedMoney path="water/sun/tankPricePerM3" label="Price of the tank" value={own.tankPricePerM3} per="m³" />
        subsidy
        <DecidedNumber
          path="water/sun/subsidyPct"
          label="Subsidy"
          value={own.subsidyPct ?? 0}
          dimension="percent"
          suffix="%;"
          width="3em"
        />
        power now
        <DecidedMoney path="water/sun/perKwh" label="Price of power now" value={perKwh} per="kWh" width="4em" />
        over
        <DecidedNumber
          path="water/sun/lifeYears"
          label="Years that panels last"
          value={life}
          dimension="count"
          suffix="years"
          width="2.6em"
        />
      </p>
      {price > 0 && pays.ok ? (
        <p className="font-semibold">
          {money(pays.value.own)} {currency} of one's own{" "}
          {Number.isFinite(pays.value.years)
            ? `are earned back in ${number(pays.value.years, 1)} years${pays.value.years > life ? ", longer than panels last" : ""}; a kilowatt-hour comes to ${money(pays.value.perKwhOverLife, 2)} ${currency}.`
            : "are never earned back: power costs nothing now."}
        </p>
      ) : (
        <p className="text-[13px] text-soft">Type what panels cost to see when they have paid for themselves.</p>
      )}
      <p className="text-[12px] text-soft">
        The month's energy spread evenly over its days; without interest and repair, and without what the panels earn in
        the rest of the year.
      </p>
    </div>
  );
}
