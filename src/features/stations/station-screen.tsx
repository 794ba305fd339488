"use client";

import { useMemo } from "react";
import { formatDay, MONTHS } from "@/core/dates";
import { completeNormals } from "@/core/weather/climate";
import type { Spread, YearStatistics } from "@/core/weather/year-statistics";
import type { StationSheet } from "@/server/contracts";
import { CHART_LINE, CHART_TEXT, Chart } from "@/ui/chart";
import { Link } from "../shared/link";
import { useUnits } from "../shared/units";
import { WeatherImport } from "./weather-import";

const day = (monthDay: string) => formatDay(`2027-${monthDay}`);
const words = (s: Spread) => `${day(s.middle)} (${day(s.early)} to ${day(s.late)})`;

/** A station: its year in simulated seasons, its normals, and what was measured there. */
export function StationScreen({
  sheet,
  statistics,
  today,
  editable,
}: {
  sheet: StationSheet;
  statistics: YearStatistics;
  today: string;
  editable: boolean;
}) {
  const { number } = useUnits();
  const { station, climate } = sheet;
  const normals = useMemo(() => completeNormals(climate), [climate]);
  const rain = climate.months.reduce((sum, m) => sum + m.rainMm, 0);
  const eto = climate.months.reduce((sum, m) => sum + m.etoMm, 0);
  return (
    <div className="mx-auto grid max-w-[1360px] gap-4 px-4 py-4">
      <header className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-2xl">{station.name}</h1>
        <p className="text-soft">
          {number(Math.abs(climate.latitudeDeg), 2)}° {climate.latitudeDeg < 0 ? "south" : "north"},{" "}
          {number(station.altitudeM, 0)} m; {number(rain, 0)} mm of rain, {number(eto, 0)} mm of evapotranspiration a
          year; for {station.farms.join(", ") || "no farm"}
        </p>
        <Link href="/stations" className="ml-auto text-action underline underline-offset-2">
          All stations
        </Link>
      </header>
      <div className="grid gap-4 lg:grid-cols-2">
        <YearCharts statistics={statistics} />
        <div className="grid content-start gap-4">
          <Chances statistics={statistics} />
          <WeatherImport sheet={sheet} today={today} editable={editable} />
        </div>
      </div>
      <section aria-label="Normals" className="overflow-x-auto border border-line bg-sheet px-4 py-2">
        <h2 className="text-base">Monthly normals</h2>
        <table className="w-full border-collapse text-[13px]">
          <thead>
            <tr className="text-right text-[12px] text-soft [&>th]:font-normal">
              <th scope="col">
                <span className="sr-only">Normal</span>
              </th>
              {MONTHS.map((m) => (
                <th key={m} scope="col">
                  {m}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {(
              [
                ["Maximum, °C", "tmaxC", 1],
                ["Minimum, °C", "tminC", 1],
                ["Rain, mm", "rainMm", 0],
                ["Wet days", "wetDays", 0],
                ["Evapotranspiration, mm", "etoMm", 0],
                ["Sun, MJ/m² a day", "solarMjPerM2", 1],
                ["Humidity, %", "rhMeanPct", 0],
                ["Wind at 2 m, m/s", "windAt2mMs", 1],
              ] as const
            ).map(([label, key, decimals]) => (
              <tr key={key} className="border-t border-line">
                <th scope="row" className="py-1 text-left font-normal">
                  {label}
                </th>
                {normals.months.map((m, i) => (
                  <td key={MONTHS[i]} className="text-right">
                    {number(m[key], decimals)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        <p className="py-1 text-[12px] text-soft">
          {normals.assumed.length > 0
            ? `The station gives no ${normals.assumed.join(", ")}: estimated from warmth and rain (assumptions, see the method).`
            : "All given by the station."}
        </p>
      </section>
    </div>
  );
}

/** A series of a chart as a line. */
const line = (name: string, data: number[], colour: string, extra = {}) => ({
  name,
  type: "line",
  data,
  showSymbol: false,
  lineStyle: { color: colour, width: 1.6 },
  itemStyle: { color: colour },
  ...extra,
});

function YearCharts({ statistics }: { statistics: YearStatistics }) {
  const { number } = useUnits();
  const labels = statistics.dekads.map((d) => d.from);
  const base = useMemo(() => {
    const axis = {
      type: "category",
      data: labels,
      axisLabel: {
        ...CHART_TEXT,
        interval: (i: number) => i % 3 === 0,
        formatter: (v: string) => MONTHS[Number(v.slice(0, 2)) - 1],
      },
      axisLine: CHART_LINE,
      axisTick: { show: false },
    };
    const value = (name: string, extra = {}) => ({
      type: "value",
      name,
      nameTextStyle: CHART_TEXT,
      axisLabel: CHART_TEXT,
      splitLine: CHART_LINE,
      ...extra,
    });
    return { axis, value };
  }, [labels]);
  const d = statistics.dekads;
  const warmth = useMemo(
    () => ({
      animation: false,
      textStyle: CHART_TEXT,
      grid: { left: 42, right: 44, top: 44, bottom: 26 },
      legend: { top: 0, textStyle: CHART_TEXT, itemHeight: 8 },
      tooltip: { trigger: "axis", valueFormatter: (v: number) => number(v, 1) },
      xAxis: base.axis,
      yAxis: [base.value("°C"), base.value("mm in 10 days", { splitLine: { show: false } })],
      series: [
        {
          name: "rain",
          type: "bar",
          yAxisIndex: 1,
          data: d.map((x) => x.rainMm),
          itemStyle: { color: "var(--rain)" },
          barCategoryGap: "10%",
        },
        line(
          "evapotranspiration",
          d.map((x) => x.etoMm),
          "var(--water)",
          { yAxisIndex: 1 },
        ),
        line(
          "maximum",
          d.map((x) => x.tmaxC),
          "var(--stop)",
        ),
        line(
          "minimum",
          d.map((x) => x.tminC),
          "var(--feed)",
        ),
        line(
          "mean, 1 and 9 in 10",
          d.map((x) => x.coldC),
          "var(--soft)",
          { lineStyle: { type: "dotted", color: "var(--soft)" } },
        ),
        line(
          "mean, 1 and 9 in 10",
          d.map((x) => x.warmC),
          "var(--soft)",
          { lineStyle: { type: "dotted", color: "var(--soft)" } },
        ),
      ],
    }),
    [d, base, number],
  );
  const harm = useMemo(
    () => ({
      animation: false,
      textStyle: CHART_TEXT,
      grid: { left: 42, right: 44, top: 30, bottom: 26 },
      legend: { top: 0, textStyle: CHART_TEXT, itemHeight: 8 },
      tooltip: { trigger: "axis", valueFormatter: (v: number) => `${number(v, 0)} %` },
      xAxis: base.axis,
      yAxis: [base.value("% of seasons", { max: 100 })],
      series: [
        line(
          "a night under 0 °C",
          d.map((x) => x.frostPct),
          "var(--water)",
          { areaStyle: { color: "var(--water)", opacity: 0.15 } },
        ),
        line(
          `a day over ${statistics.heatC} °C`,
          d.map((x) => x.heatPct),
          "var(--stop)",
          { areaStyle: { color: "var(--stop)", opacity: 0.12 } },
        ),
      ],
    }),
    [d, base, number, statistics.heatC],
  );
  return (
    <section aria-label="The year" className="min-w-0 border border-line bg-sheet px-4 py-2">
      <h2 className="text-base">
        The year <span className="text-[13px] font-normal text-soft">in {statistics.seasons} simulated seasons</span>
      </h2>
      <Chart option={warmth} height={280} label="Temperature, rain and evapotranspiration by ten days of the year" />
      <Chart option={harm} height={190} label="Chance of frost and of heat by ten days of the year" />
      <details className="text-[13px]">
        <summary className="cursor-pointer text-action">The same as a table</summary>
        <div className="overflow-x-auto">
          <table className="w-full border-collapse text-right">
            <thead>
              <tr className="text-[12px] text-soft [&>th]:font-normal">
                {["From", "Min", "Max", "Rain", "Dry tenth", "Wet tenth", "ETo", "Frost", "Heat"].map((h) => (
                  <th key={h} scope="col">
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {d.map((x) => (
                <tr key={x.from} className="border-t border-line">
                  <td>{day(x.from)}</td>
                  <td>{number(x.tminC, 1)}</td>
                  <td>{number(x.tmaxC, 1)}</td>
                  <td>{number(x.rainMm, 0)}</td>
                  <td>{number(x.dryRainMm, 0)}</td>
                  <td>{number(x.wetRainMm, 0)}</td>
                  <td>{number(x.etoMm, 0)}</td>
                  <td>{number(x.frostPct, 0)} %</td>
                  <td>{number(x.heatPct, 0)} %</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
    </section>
  );
}

function Chances({ statistics }: { statistics: YearStatistics }) {
  const { lastSpringFrost, firstAutumnFrost, rains } = statistics;
  const lines: [string, string][] = [
    ["Last frost of spring", lastSpringFrost ? words(lastSpringFrost) : "none in most seasons"],
    ["First frost of autumn", firstAutumnFrost ? words(firstAutumnFrost) : "none in most seasons"],
    [
      "Onset of the rains",
      rains ? (rains.onset ? words(rains.onset) : "none in most seasons") : "rain falls the year round",
    ],
    ["End of the rains", rains?.end ? words(rains.end) : rains ? "none in most seasons" : "no end"],
  ];
  if (rains) lines.push(["False starts", `in ${Math.round(rains.falseStartPct)} of 100 seasons`]);
  return (
    <section aria-label="Frost and rains" className="border border-line bg-sheet px-4 py-2">
      <h2 className="text-base">
        Frost and rains <span className="text-[13px] font-normal text-soft">median, and where 8 seasons of 10 lie</span>
      </h2>
      <dl>
        {lines.map(([label, text]) => (
          <div key={label} className="grid grid-cols-[12em_1fr] border-t border-line py-1 first:border-0">
            <dt className="text-soft">{label}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
