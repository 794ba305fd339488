"use client";

import type { ECharts, EChartsCoreOption } from "echarts/core";
import { useEffect, useRef } from "react";

let library: Promise<typeof import("echarts/core")> | undefined;

/** The chart library, fetched when the first chart is drawn. */
function load() {
  library ??= Promise.all([
    import("echarts/core"),
    import("echarts/charts"),
    import("echarts/components"),
    import("echarts/renderers"),
  ]).then(([core, charts, components, renderers]) => {
    core.use([
      charts.LineChart,
      charts.BarChart,
      charts.CustomChart,
      components.GridComponent,
      components.TooltipComponent,
      components.LegendComponent,
      components.MarkLineComponent,
      components.MarkAreaComponent,
      renderers.SVGRenderer,
    ]);
    return core;
  });
  return library;
}

/** Between the steps of a first drawing [ms]. */
const BETWEEN_MS = 20;

/**
 * A chart as SVG, so that it takes its colours from the page's variables in either theme. `label` says in words what it
 * shows; a table with the same figures belongs beside it.
 */
export function Chart({
  option,
  height,
  label,
  onDate,
}: {
  option: EChartsCoreOption;
  height: number;
  label: string;
  /** told which category or time was clicked */
  onDate?: (value: number) => void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const chart = useRef<ECharts | null>(null);
  const latest = useRef({ option, onDate });
  latest.current = { option, onDate };
  useEffect(() => {
    let gone = false;
    let later: ReturnType<typeof setTimeout> | undefined;
    let drawnAt = 0;
    const observer = new ResizeObserver(() => {
      // what it was drawn in is no other size
      const width = box.current?.clientWidth ?? 0;
      if (width === drawnAt) return;
      drawnAt = width;
      chart.current?.resize();
    });
    void load().then((core) => {
      const node = box.current;
      if (gone || !node) return;
      const made = core.init(node, null, { renderer: "svg" });
      chart.current = made;
      drawnAt = node.clientWidth;
      // the ground first and what stands on it a moment later: together they would hold up a hand for too long
      const { series, ...ground } = latest.current.option;
      later = setTimeout(() => {
        made.setOption(ground);
        later = setTimeout(() => made.setOption(latest.current.option, { notMerge: true }), BETWEEN_MS);
      });
      made.getZr().on("click", (event: { offsetX: number; offsetY: number }) => {
        const point = made.convertFromPixel({ gridIndex: 0 }, [event.offsetX, event.offsetY]) as number[] | undefined;
        if (point?.[0] !== undefined) latest.current.onDate?.(point[0]);
      });
      observer.observe(node);
    });
    return () => {
      gone = true;
      clearTimeout(later);
      observer.disconnect();
      chart.current?.dispose();
      chart.current = null;
    };
  }, []);
  useEffect(() => {
    chart.current?.setOption(option, { notMerge: true });
  }, [option]);
  return <div ref={box} role="img" aria-label={label} style={{ height }} className="w-full" />;
}

/** Text and lines of a chart in the page's own. */
export const CHART_TEXT = { color: "var(--soft)", fontFamily: "var(--font-text)", fontSize: 11 } as const;
export const CHART_LINE = { lineStyle: { color: "var(--line)" } } as const;
