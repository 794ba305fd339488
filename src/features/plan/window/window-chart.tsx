"use client";

import { useMemo } from "react";
import { DAY_MS, type IsoDate, isoDate, toDay } from "@/core/dates";
import type { DatedWindow } from "@/core/plan/sowing-windows";
import type { WindowAnswer } from "@/core/season/sowing-window";
import { displayUnit } from "@/core/units/display-units";
import { conversion } from "@/core/units/units";
import { CHART_LINE, CHART_TEXT, Chart } from "@/ui/chart";
import { useUnits } from "../../shared/units";

const ms = (date: IsoDate) => toDay(date) * DAY_MS;

/** Yields of all simulated seasons by sowing date as a heat map, and the chance of the target as a curve over it. */
export function WindowChart({
  answer,
  windows,
  planned,
  onDate,
}: {
  answer: WindowAnswer;
  windows: DatedWindow[];
  planned: IsoDate | null;
  onDate: (date: IsoDate) => void;
}) {
  const { split, unitSet, bushelCrop } = useUnits();
  const option = useMemo(() => {
    const { dates, classTPerHa, seasons } = answer;
    const first = dates[0];
    const last = dates.at(-1);
    if (!first || !last) return {};
    const step = dates[1] ? ms(dates[1].date) - ms(first.date) : DAY_MS;
    // what a tonne a hectare is in the reader's unit
    const context = { unitSet, bushelCrop };
    const perUnit = 1 / (conversion(displayUnit("yield", context), "yield", context)?.factor ?? 1);
    const cells = dates.flatMap((d) =>
      d.classes.flatMap((count, c) => (count > 0 ? [[ms(d.date), c * classTPerHa * perUnit, count / seasons]] : [])),
    );
    const line = (date: IsoDate | null | undefined, name: string, colour: string) =>
      date
        ? [
            {
              xAxis: ms(date),
              lineStyle: { color: colour, type: "solid", width: 1.5 },
              label: { formatter: name, color: colour },
            },
          ]
        : [];
    return {
      animation: false,
      grid: { left: 48, right: 46, top: 30, bottom: 30 },
      textStyle: CHART_TEXT,
      xAxis: {
        type: "time",
        min: ms(first.date),
        max: ms(last.date) + step,
        axisLabel: { ...CHART_TEXT, hideOverlap: true },
        axisLine: CHART_LINE,
      },
      yAxis: [
        {
          type: "value",
          name: split(1, "yield").unit,
          nameTextStyle: CHART_TEXT,
          axisLabel: CHART_TEXT,
          splitLine: CHART_LINE,
        },
        {
          type: "value",
          name: "chance, %",
          nameTextStyle: CHART_TEXT,
          min: 0,
          max: 100,
          axisLabel: CHART_TEXT,
          splitLine: { show: false },
        },
      ],
      series: [
        {
          type: "custom",
          silent: true,
          data: cells,
          renderItem: (
            _: unknown,
            api: { value: (i: number) => number; coord: (p: number[]) => number[]; size: (p: number[]) => number[] },
          ) => {
            const [x, top] = api.coord([api.value(0), api.value(1) + classTPerHa * perUnit]) as [number, number];
            const [right, bottom] = api.coord([api.value(0) + step, api.value(1)]) as [number, number];
            return {
              type: "rect",
              shape: { x, y: top, width: Math.max(1, right - x + 0.4), height: Math.max(1, bottom - top + 0.4) },
              style: { fill: "var(--seed)", opacity: Math.min(1, 0.06 + 1.7 * api.value(2)) },
            };
          },
        },
        {
          type: "line",
          yAxisIndex: 1,
          silent: true,
          showSymbol: false,
          data: dates.map((d) => [ms(d.date) + step / 2, d.chancePct]),
          lineStyle: { color: "var(--ink)", width: 2 },
          markLine: {
            symbol: "none",
            silent: true,
            data: [
              ...line(planned, "planned", "var(--action)"),
              ...line(answer.lastSensible, "last sensible", "var(--stop)"),
            ],
          },
          markArea: {
            silent: true,
            data: windows.map((w) => [
              {
                xAxis: ms(w.from),
                itemStyle: {
                  color: "transparent",
                  borderColor: "var(--harvest-mark)",
                  borderWidth: 1,
                  borderType: "dashed",
                },
                label: { color: "var(--soft)", position: "insideBottomLeft", distance: 5 },
                name: "customary",
              },
              { xAxis: ms(w.until) },
            ]),
          },
        },
        {
          type: "line",
          silent: true,
          showSymbol: false,
          data: [
            [ms(first.date), answer.targetTPerHa * perUnit],
            [ms(last.date) + step, answer.targetTPerHa * perUnit],
          ],
          lineStyle: { color: "var(--harvest-mark)", width: 1.5, type: "dotted" },
        },
      ],
    };
  }, [answer, windows, planned, split, unitSet, bushelCrop]);
  return (
    <Chart
      option={option}
      height={250}
      label={`Yields of ${answer.seasons} simulated seasons by sowing date, and the chance of reaching the target. The same figures stand in the table below.`}
      onDate={(value) => {
        const day = Math.round(value / DAY_MS);
        const nearest = answer.dates.reduce((a, b) =>
          Math.abs(toDay(b.date) - day) < Math.abs(toDay(a.date) - day) ? b : a,
        );
        onDate(nearest ? nearest.date : isoDate(day));
      }}
    />
  );
}
