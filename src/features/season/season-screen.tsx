"use client";

import { useVirtualizer } from "@tanstack/react-virtual";
import { useRouter } from "next/navigation";
import { memo, useEffect, useMemo, useRef, useState } from "react";
import { addDays, type IsoDate, monthName } from "@/core/dates";
import type { WeekLoad } from "@/core/season/level-load";
import type { Resource } from "@/core/views/outline";
import type { SeasonSheet } from "@/server/contracts";
import { Choice } from "@/ui/choice";
import { BrokenPlans } from "../shared/broken-plans";
import { dayScale, monthsWithin } from "../shared/day-scale";
import { Link } from "../shared/link";
import { type Packed, unpack } from "../shared/packed";
import { useTold, useUnits } from "../shared/units";
import { FieldName } from "./field-name";
import { LoadStrip, MiniRibbon } from "./mini-ribbon";
import { OfferedMoves } from "./offered-moves";
import { RESOURCE_NAMES, type SeasonLoad, seasonLoad } from "./season-load";
import { type SeasonRow, useSeasonRows } from "./season-rows";
import { draftingInWords, useDrafting } from "./use-drafting";

type Grouping = "farm" | "crop" | "grower";
const NAME_WIDTH = 226;

type Item =
  | { kind: "group"; key: string; name: string; rows: SeasonRow[]; farmId: string | null }
  | { kind: "row"; row: SeasonRow };

/** All fields of a season as stacked ribbons, with the load of machines and crews on the same line of time. */
export function SeasonScreen({
  sheet: packed,
  stamp,
  today,
  mayPlan,
}: {
  sheet: Packed<SeasonSheet>;
  /** another one whenever the server drew the page anew */
  stamp: string;
  today: string;
  mayPlan: boolean;
}) {
  const sheet = useTold(useMemo(() => unpack(packed), [packed]));
  const router = useRouter();
  const { show } = useUnits();
  const [grouping, setGrouping] = useState<Grouping>("farm");
  const [words, setWords] = useState("");
  const [state, setState] = useState("all");
  const drafting = useDrafting("draft", sheet.waiting);
  const { rows, problem } = useSeasonRows(sheet.season, stamp);
  const shown = useMemo(() => {
    const wanted = words.trim().toLowerCase().split(/\s+/).filter(Boolean);
    return (rows ?? []).filter((row) => {
      const text = `${row.field} ${row.farm} ${row.grower} ${row.crop}`.toLowerCase();
      if (!wanted.every((w) => text.includes(w))) return false;
      if (state === "clash") return row.conflicts > 0;
      if (state === "draft") return row.version === null;
      if (state === "issued") return row.version !== null;
      return true;
    });
  }, [rows, words, state]);
  const load = useMemo(
    () => seasonLoad(rows ?? [], sheet.farms, sheet.firstWeek, today),
    [rows, sheet.farms, sheet.firstWeek, today],
  );
  return (
    <div className="mx-auto max-w-[1360px] px-4 py-4">
      <div className="mb-2 flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1 className="text-2xl">Season {sheet.season}</h1>
        {sheet.seasons.length > 1 && (
          <Choice
            label="Season"
            value={String(sheet.season)}
            options={sheet.seasons.map((s) => ({ value: String(s), label: String(s) }))}
            onChange={(s) => router.push(`/season?season=${s}`)}
          />
        )}
        <Link
          href={`/season/water?season=${sheet.season}`}
          className="touch inline-flex items-center text-action underline underline-offset-2"
        >
          Allocate water
        </Link>
        <Link
          href={`/season/threats?season=${sheet.season}`}
          className="touch inline-flex items-center text-action underline underline-offset-2"
        >
          Threats
        </Link>
        <Link
          href={`/season/harvest?season=${sheet.season}`}
          className="touch inline-flex items-center text-action underline underline-offset-2"
        >
          Harvest
        </Link>
        <Link href="/season/stores" className="touch inline-flex items-center text-action underline underline-offset-2">
          Stores
        </Link>
        <label className="flex items-baseline gap-2">
          <span className="text-soft">Show</span>
          <input
            className="writes w-44 text-left font-normal"
            placeholder="field, farm, crop"
            value={words}
            onChange={(event) => setWords(event.currentTarget.value)}
          />
        </label>
        <Choice
          label="State of the plan"
          value={state}
          options={[
            { value: "all", label: "all plans" },
            { value: "draft", label: "not issued" },
            { value: "issued", label: "issued" },
            { value: "clash", label: "with clashing dates" },
          ]}
          onChange={setState}
        />
        <span className="flex items-baseline gap-2">
          <span className="text-soft">by</span>
          <Choice
            label="Grouped by"
            value={grouping}
            options={[
              { value: "farm", label: "farm" },
              { value: "crop", label: "crop" },
              { value: "grower", label: "grower" },
            ]}
            onChange={(g) => setGrouping(g as Grouping)}
          />
        </span>
        <p className="ml-auto min-w-[14em] text-right text-soft" role="status">
          {drafting
            ? draftingInWords(drafting)
            : rows
              ? `${shown.length} of ${rows.length} fields, ${show(
                  shown.reduce((sum, r) => sum + r.areaHa, 0),
                  "area",
                  0,
                )}`
              : "fetching the fields"}
        </p>
      </div>
      {problem && (
        <p role="alert" className="mb-2 text-stop">
          {problem}
        </p>
      )}
      <BrokenPlans lines={sheet.broken} linked advice="Its page leads back to what could be drafted last." />
      <OfferedMoves load={load} rows={rows} farms={sheet.farms} mayPlan={mayPlan} />
      <SeasonList
        rows={shown}
        all={rows ?? NO_ROWS}
        awaited={rows ? 0 : sheet.plans}
        groups={sheet.farms.length}
        grouping={grouping}
        load={load}
        season={sheet.season}
        today={today}
      />
      {rows?.length === 0 && !drafting && (
        <p className="border border-line bg-sheet p-4">
          No plan of this season yet. Start one from{" "}
          <Link href="/fields" className="text-action underline underline-offset-2">
            a field
          </Link>
          ; it appears here.
        </p>
      )}
      <p className="mt-1 text-[12px] text-soft">
        Above the line work on the crop, below it work on ground, soil and seed; thin ticks are done. Workable days are
        those reached in 7 simulated seasons of 10, six a week at most; hands work six days.
      </p>
    </div>
  );
}

const NO_ROWS: SeasonRow[] = [];

/** The stacked ribbons; apart from the rest of the page, so that scrolling draws only what comes into view. */
const SeasonList = memo(function SeasonList({
  rows,
  all,
  awaited,
  groups,
  grouping,
  load,
  season,
  today,
}: {
  rows: SeasonRow[];
  all: SeasonRow[];
  /** rows that are still being fetched, and how many farms they are of: their room is kept */
  awaited: number;
  groups: number;
  grouping: Grouping;
  load: SeasonLoad;
  season: number;
  today: IsoDate;
}) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(1240);
  useEffect(() => {
    const node = box.current;
    if (!node) return;
    const observer = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width));
    observer.observe(node);
    return () => observer.disconnect();
  }, []);
  const items = useMemo<Item[]>(() => {
    const groups = new Map<string, SeasonRow[]>();
    for (const row of rows) {
      const own = groups.get(row[grouping]);
      if (own) own.push(row);
      else groups.set(row[grouping], [row]);
    }
    return [...groups]
      .sort(([a], [b]) => a.localeCompare(b))
      .flatMap(([name, own]): Item[] => [
        { kind: "group", key: name, name, rows: own, farmId: grouping === "farm" ? (own[0]?.farmId ?? null) : null },
        ...own.map((row): Item => ({ kind: "row", row })),
      ]);
  }, [rows, grouping]);
  const loadOf = useMemo(() => {
    const byFarm = new Map<string, WeekLoad[]>();
    for (const l of load.loads) {
      const farm = l.resource.split("|")[0] as string;
      const own = byFarm.get(farm);
      if (own) own.push(l);
      else byFarm.set(farm, [l]);
    }
    return byFarm;
  }, [load]);
  const [from, to] = useMemo(() => {
    let first = `${season}-01-01`;
    let last = `${season}-09-01`;
    for (const row of all)
      for (const o of row.operations) {
        if (o.date < first) first = o.date;
        if (o.date > last) last = o.date;
      }
    return [addDays(first, -10), addDays(last, 14)] as [IsoDate, IsoDate];
  }, [all, season]);
  // on a phone the name stands over its ribbon rather than beside it
  const narrow = width < 640;
  const nameWidth = narrow ? 0 : NAME_WIDTH;
  const ribbonWidth = Math.max(240, width - nameWidth - (narrow ? 2 : 18));
  const x = useMemo(() => dayScale(from, to, 4, ribbonWidth - 4), [from, to, ribbonWidth]);
  const scroll = useRef<HTMLElement>(null);
  const heights = narrow ? { group: 88, row: 74 } : { group: 48, row: 36 };
  const virtual = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroll.current,
    estimateSize: (i) => heights[items[i]?.kind ?? "row"],
    overscan: 6,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: rows are of another height when the page is narrow
  useEffect(() => virtual.measure(), [narrow]);
  const months = monthsWithin(from, to);
  const every = Math.ceil(44 / Math.max(1, ribbonWidth / Math.max(1, months.length)));

  return (
    <div ref={box} className="border border-line bg-sheet">
      <div className="flex border-b border-line" aria-hidden>
        <div style={{ width: nameWidth }} className={narrow ? "hidden" : "shrink-0 px-2 py-1 text-[12px] text-soft"}>
          {grouping === "farm" ? "bars: hours a week, line: what fits" : ""}
        </div>
        <svg width={ribbonWidth} height={22} className="block" aria-hidden>
          {months.map(
            (d, i) =>
              i % every === 0 && (
                <text key={d} x={x(d) + 3} y={15} fontSize={11} fill="var(--soft)">
                  {`${monthName(d)}${d.slice(5, 7) === "01" ? ` ${d.slice(0, 4)}` : ""}`}
                </text>
              ),
          )}
        </svg>
      </div>
      <section
        ref={scroll}
        aria-label="Fields of the season"
        className="relative max-h-[64vh] overflow-auto"
        data-season-list
      >
        <ul
          style={{
            height: virtual.getTotalSize() || (awaited > 0 ? groups * heights.group + awaited * heights.row : 0),
          }}
          className="relative"
        >
          {virtual.getVirtualItems().map((v) => {
            const item = items[v.index] as Item;
            return (
              <li
                key={item.kind === "group" ? `g.${item.key}` : item.row.planId}
                className={`absolute inset-x-0 flex border-b border-line ${narrow ? "flex-col justify-center" : "items-center"} ${item.kind === "group" ? "bg-selected" : ""}`}
                style={{ height: v.size, transform: `translateY(${v.start}px)` }}
              >
                {item.kind === "group" ? (
                  <GroupLine
                    nameWidth={nameWidth || "100%"}
                    item={item}
                    loads={item.farmId ? (loadOf.get(item.farmId) ?? NO_LOADS) : NO_LOADS}
                    x={x}
                    width={ribbonWidth}
                  />
                ) : (
                  <>
                    <FieldName row={item.row} width={nameWidth || "100%"} />
                    <MiniRibbon row={item.row} x={x} width={ribbonWidth} />
                  </>
                )}
              </li>
            );
          })}
        </ul>
        {today > from && today < to && (
          <div
            aria-hidden
            className="pointer-events-none absolute top-0 w-px bg-[var(--stop)]"
            style={{ left: nameWidth + x(today), height: virtual.getTotalSize() }}
          />
        )}
      </section>
    </div>
  );
});

const NO_LOADS: WeekLoad[] = [];

function GroupLine({
  item,
  nameWidth,
  loads: own,
  x,
  width,
}: {
  nameWidth: number | string;
  item: Extract<Item, { kind: "group" }>;
  loads: WeekLoad[];
  x: Parameters<typeof LoadStrip>[0]["x"];
  width: number;
}) {
  const kinds = [...new Set(own.map((l) => l.resource.split("|")[1] as Resource))];
  const ratio = (kind: Resource) =>
    Math.max(0, ...own.filter((l) => l.resource.endsWith(kind)).map((l) => l.hours / Math.max(0.1, l.capacity)));
  const [chosen, setChosen] = useState<Resource | null>(null);
  const kind = chosen ?? kinds.reduce<Resource | null>((a, b) => (a === null || ratio(b) > ratio(a) ? b : a), null);
  const strip = useMemo(() => own.filter((l) => kind && l.resource.endsWith(`|${kind}`)), [own, kind]);
  const over = strip.filter((l) => l.hours > l.capacity + 1e-9);
  return (
    <>
      <div className="shrink-0 px-2 leading-tight" style={{ width: nameWidth }}>
        <b>{item.name}</b>{" "}
        <span className="text-[12px] text-soft">
          {item.rows.length} {item.rows.length === 1 ? "field" : "fields"}
        </span>
        {kind && (
          <span className="block text-[12px]">
            {kinds.length > 1 ? (
              <button
                type="button"
                className="font-semibold text-action underline underline-offset-2"
                title="Show the next one"
                onClick={() => setChosen(kinds[(kinds.indexOf(kind) + 1) % kinds.length] ?? null)}
              >
                {RESOURCE_NAMES[kind]}
                <span className="sr-only">: show the load of the next</span>
              </button>
            ) : (
              RESOURCE_NAMES[kind]
            )}
            {over.length > 0 && (
              <span className="ml-1 text-stop">
                ▲ {over.length} {over.length === 1 ? "week" : "weeks"} over
              </span>
            )}
          </span>
        )}
      </div>
      {strip.length > 0 ? <LoadStrip loads={strip} x={x} width={width} /> : <span />}
    </>
  );
}
