"use client";

import {
  type Announcements,
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { ArrowDown, ArrowUp, GripVertical } from "lucide-react";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { formatDay, isoDate, toDay } from "@/core/dates";
import { type QueuedField, type QueueField, queueInOrder } from "@/core/harvest/harvest-queue";
import type { HarvestGroup } from "@/server/contracts";
import { Button } from "@/ui/button";
import { figures, TableHead } from "@/ui/table-head";
import { WrittenValue } from "@/ui/written-value";
import type { QueueAnswer, QueueAsked } from "@/workers/harvest-queue.worker";
import { Link } from "../shared/link";
import { send } from "../shared/send";
import { useUnits } from "../shared/units";
import { useWorker } from "../shared/use-worker";

const make = () => new Worker(new URL("../../workers/harvest-queue.worker.ts", import.meta.url));
type Line = HarvestGroup["fields"][number];

/** One machine's fields in the order that loses least, or as somebody drags them, with what that costs. */
export function HarvestQueue({ group, editable }: { group: HarvestGroup; editable: boolean }) {
  const { number, money, currency, read, show, split, unitOf } = useUnits();
  const router = useRouter();
  const [hours, setHours] = useState(group.hoursADay);
  const [rate, setRate] = useState(group.haPerHour);
  const [dryerHours, setDryerHours] = useState(DRYER_HOURS);
  const [own, setOwn] = useState<string[] | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const haPerDay = rate * hours * group.machines * (group.dryShare ?? 1);
  const asked = useMemo((): QueueAsked => {
    const fields = group.fields.map(
      (f): QueueField => ({
        id: f.planId,
        areaHa: f.areaHa,
        readyDay: toDay(f.readyOn),
        lossPerHaPerDay: f.lossPerHaPerDay,
        atMostHaPerDay: Math.min(haPerDay * f.pace, driedHaPerDay(f, dryerHours)),
      }),
    );
    return { fields, haPerDay, spans: daysThere(group) };
  }, [group, haPerDay, dryerHours]);
  const best = useWorker<QueueAsked, QueueAnswer>(make, asked, 100);
  const byId = new Map(asked.fields.map((f) => [f.id, f]));
  const lineOf = new Map(group.fields.map((f) => [f.planId, f]));
  const ids = own ?? best.answer?.ids ?? group.fields.map((f) => f.planId);
  const shown = queueInOrder({ ...asked, fields: ids.flatMap((id) => byId.get(id) ?? []) });
  const priced = group.fields.every((f) => f.priced);
  const amount = (n: number) => (priced ? `${money(n)} ${currency}` : show(n / 1000, "load", 1));
  const dearer = best.answer && own ? shown.loss - best.answer.loss : 0;

  const put = (id: string, at: number) => {
    const rest = ids.filter((i) => i !== id);
    rest.splice(at, 0, id);
    setOwn(rest);
    setSaid(null);
  };
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (over && over.id !== active.id) put(String(active.id), ids.indexOf(String(over.id)));
  };
  const leaves = asked.spans?.at(-1)?.to ?? null;
  const several = new Set(group.fields.map((f) => f.farm)).size > 1;
  const named = (id: string | number) => lineOf.get(String(id))?.field ?? "";
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${named(active.id)} is moved.`,
    onDragOver: ({ active, over }) => (over ? `${named(active.id)} to the place of ${named(over.id)}.` : undefined),
    onDragEnd: ({ active, over }) =>
      over ? `${named(active.id)} took the place of ${named(over.id)}.` : `${named(active.id)} stays.`,
    onDragCancel: ({ active }) => `${named(active.id)} stays.`,
  };
  const take = async () => {
    setBusy(true);
    const moves = shown.order.flatMap((o) => {
      const line = lineOf.get(o.id) as Line;
      const date = isoDate(Math.floor(o.startDay));
      return date === line.readyOn ? [] : [{ planId: line.planId, operationId: line.operationId, date }];
    });
    const reply = moves.length > 0 ? await send("POST /api/moves", { body: { moves } }) : null;
    if (reply === null) setSaid("Every date stands there already.");
    else if (!reply.ok) setSaid(reply.reason);
    else {
      const refused = reply.value.results.flatMap((r) => r.refused ?? []);
      const moved = reply.value.results.length - refused.length;
      setSaid([`${moved} ${moved === 1 ? "date" : "dates"} moved.`, ...refused].join(" "));
      router.refresh();
    }
    setBusy(false);
  };
  return (
    <section className="min-w-0 border border-line bg-sheet p-3" aria-label={`${group.farm}, ${group.machine}`}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="text-lg">
          {group.hired && "Hired: "}
          {group.farm}, {group.machine}
        </h2>
        <span className="inline-flex flex-wrap items-baseline gap-x-2 text-[13px]">
          <WrittenValue
            label="Rate of the machine"
            text={split(rate, "workRate", 2).number}
            suffix={`${unitOf("workRate")},`}
            width="3.4em"
            read={read("Rate of the machine", "workRate", { above: 0, max: 100 })}
            onValue={setRate}
          />
          <WrittenValue
            label="Hours on a day"
            text={number(hours, 1)}
            suffix="h a day,"
            width="2.8em"
            read={read("Hours on a day", "count", { above: 0, max: 24 })}
            onValue={setHours}
          />
          {group.machines > 1 && `${group.machines} of them, `}
          {group.dryShare !== null && `${number(100 * group.dryShare, 0)} % of the days dry: `}
          <b>{show(haPerDay, "area", 1)} a day</b>
          {group.fields.some((f) => f.dryer) && (
            <WrittenValue
              label="Hours of the dryer on a day"
              text={number(dryerHours, 1)}
              suffix="h a day of the dryer"
              width="2.8em"
              read={read("Hours of the dryer on a day", "count", { above: 0, max: 24 })}
              onValue={setDryerHours}
            />
          )}
          {group.spans.length > 0 && <span>there {group.spans.map(spanInWords).join(" and ")}</span>}
        </span>
        <span className="ml-auto text-[13px]" role="status">
          {best.progress !== null
            ? "ordering ..."
            : best.answer &&
              (best.answer.exact ? "the best of all orders" : "improved from simple rules, not proven the best")}
        </span>
      </div>
      <DndContext sensors={sensors} onDragEnd={onDragEnd} accessibility={{ announcements }}>
        <div className="overflow-x-auto">
          <table className="mt-1 w-full border-collapse [&_td]:px-1.5">
            <caption className="sr-only">Harvest order</caption>
            <TableHead
              className="[&>th]:px-1.5"
              columns={["Field", "Crop", ...figures("Area", "Ready", "From", "To", "Waits", "Loses")]}
            />
            <tbody>
              {shown.order.map((o, i) => (
                <Row
                  key={o.id}
                  queued={o}
                  line={lineOf.get(o.id) as Line}
                  farm={several}
                  dryerHaPerDay={heldBy(lineOf.get(o.id), dryerHours, haPerDay)}
                  leaves={leaves}
                  haPerDay={haPerDay}
                  amount={amount}
                  first={i === 0}
                  last={i === shown.order.length - 1}
                  onMove={(by) => put(o.id, i + by)}
                />
              ))}
            </tbody>
          </table>
        </div>
      </DndContext>
      <p className="mt-1 flex flex-wrap items-baseline gap-x-3">
        <span>
          In all <b>{amount(shown.loss)}</b> lost by waiting
          {own && best.answer && (
            <>
              , <b>{amount(Math.max(0, dearer))}</b> more than the best order
            </>
          )}
          .
        </span>
        {own && (
          <Button look="quiet" onClick={() => setOwn(null)}>
            Back to the best order
          </Button>
        )}
        {editable && (
          <Button disabled={busy} onClick={() => void take()}>
            Take these dates
          </Button>
        )}
        <Button look="quiet" className="print:hidden" onClick={() => window.print()}>
          Print for the driver
        </Button>
      </p>
      {best.problem && (
        <p role="alert" className="text-[13px] text-stop">
          The order could not be reckoned: {best.problem}
        </p>
      )}
      {said && (
        <p role="alert" className="text-[13px]">
          {said}
        </p>
      )}
    </section>
  );
}

/** Hours for which a dryer runs on a day of harvest where nobody says: through the night; assumption. */
const DRYER_HOURS = 20;
/** A crop in which less than this of the group's rate is done is told apart. */
const SLOWER = 0.99;
/** Days of a machine that comes or goes on no day that anybody knows. */
const EVER = { from: -100_000, to: 900_000 };

const daysThere = ({ spans }: HarvestGroup): QueueAsked["spans"] =>
  spans.length === 0
    ? undefined
    : spans.map(({ from, to }) => ({ from: from ? toDay(from) : EVER.from, to: to ? toDay(to) : EVER.to }));

const spanInWords = ({ from, to }: HarvestGroup["spans"][number]): string =>
  [from && `from ${formatDay(from)}`, to && `until ${formatDay(to)}`].filter(Boolean).join(" ");

/** Hectares of a field whose grain passes through its dryer in a day; without end where nothing waits for one. */
const driedHaPerDay = ({ dryer }: Line, hours: number): number =>
  dryer ? (dryer.tPerHour * hours) / dryer.tPerHa : Number.POSITIVE_INFINITY;

/** The same where the dryer is what a field waits for; null where the machine or the hands are. */
const heldBy = (line: Line | undefined, hours: number, haPerDay: number): number | null => {
  const dried = line ? driedHaPerDay(line, hours) : Number.POSITIVE_INFINITY;
  return line && dried < haPerDay * line.pace ? dried : null;
};

function Row({
  queued,
  line,
  farm,
  dryerHaPerDay,
  leaves,
  haPerDay,
  amount,
  first,
  last,
  onMove,
}: {
  queued: QueuedField;
  line: Line;
  /** fields of several farms stand in the list */
  farm: boolean;
  dryerHaPerDay: number | null;
  /** the last day of a hired machine */
  leaves: number | null;
  /** in the crop in which the machine or the gang is quickest */
  haPerDay: number;
  amount: (n: number) => string;
  first: boolean;
  last: boolean;
  onMove: (by: number) => void;
}) {
  const { show, number } = useUnits();
  const drag = useDraggable({ id: queued.id });
  const drop = useDroppable({ id: queued.id });
  const start = isoDate(Math.floor(queued.startDay));
  // an end at midnight is the day before
  const end = isoDate(Math.ceil(queued.endDay) - 1);
  const waits = Math.max(0, queued.startDay - toDay(line.readyOn));
  const late = line.latest !== null && end > line.latest;
  const gone = leaves !== null && toDay(end) > leaves;
  return (
    <tr
      ref={drop.setNodeRef}
      className={`border-t border-line align-middle ${drop.isOver ? "bg-paper" : ""}`}
      style={
        drag.transform ? { transform: `translateY(${drag.transform.y}px)`, position: "relative", zIndex: 1 } : undefined
      }
    >
      <th scope="row" className="py-1 text-left font-normal">
        <span className="inline-flex items-center gap-1">
          <button
            ref={drag.setNodeRef}
            {...drag.listeners}
            type="button"
            tabIndex={-1}
            aria-hidden
            className="cursor-grab touch-none text-soft print:hidden"
          >
            <GripVertical size={14} />
          </button>
          <Button
            look="quiet"
            className="print:hidden"
            disabled={first}
            aria-label={`${line.field} earlier`}
            onClick={() => onMove(-1)}
          >
            <ArrowUp size={13} aria-hidden />
          </Button>
          <Button
            look="quiet"
            className="print:hidden"
            disabled={last}
            aria-label={`${line.field} later`}
            onClick={() => onMove(1)}
          >
            <ArrowDown size={13} aria-hidden />
          </Button>
          <Link href={`/plans/${line.planId}`} className="text-action underline underline-offset-2">
            {line.field}
          </Link>
          {farm && <span className="text-soft">{line.farm}</span>}
        </span>
      </th>
      <td>{line.crop}</td>
      <td className="text-right whitespace-nowrap">
        {show(line.areaHa, "area", line.areaHa < 1 ? 2 : 1)}
        {line.pace < SLOWER && (
          <span className="block text-[12px] text-soft">{show(haPerDay * line.pace, "area", 2)} a day</span>
        )}
      </td>
      <td className="text-right whitespace-nowrap">{formatDay(line.readyOn)}</td>
      <td className="text-right whitespace-nowrap">
        <b>{formatDay(start)}</b>
      </td>
      <td className="text-right whitespace-nowrap">
        {formatDay(end)}
        {late && (
          <span
            className="block text-[12px] text-advise"
            title={`its window ends on ${formatDay(line.latest as string)}`}
          >
            past its window
          </span>
        )}
        {gone && <span className="block text-[12px] text-advise">the machine has gone</span>}
        {line.noRoomT > 0 && (
          <span className="block text-[12px] text-advise">no room for {show(line.noRoomT, "load", 0)}</span>
        )}
        {dryerHaPerDay !== null && line.dryer && (
          <span
            className="block text-[12px] text-soft"
            title={`${show(line.dryer.tPerHour, "load", 1)} an hour at ${number(line.dryer.points, 1)} points, ${show(line.dryer.tPerHa, "dressing", 1)} as cut`}
          >
            dryer: {show(dryerHaPerDay, "area", 1)} a day
          </span>
        )}
      </td>
      <td className="text-right whitespace-nowrap">{waits > 0.05 ? `${number(waits, 1)} days` : ""}</td>
      <td className="text-right whitespace-nowrap" title={`${line.lossPctPerDay} % a day`}>
        {amount(queued.loss)}
      </td>
    </tr>
  );
}
