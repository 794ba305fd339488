"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { formatDay } from "@/core/dates";
import type { FarmStation, StationLine } from "@/server/contracts";
import { Choice } from "@/ui/choice";
import { TableHead } from "@/ui/table-head";
import { Link } from "../shared/link";
import { send } from "../shared/send";
import { useUnits } from "../shared/units";

/** Weather stations, and which farm takes its weather from which. */
export function StationsScreen({
  stations,
  farms,
  editable,
}: {
  stations: StationLine[];
  farms: FarmStation[];
  editable: boolean;
}) {
  const { number } = useUnits();
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const choose = async (farmId: string, stationId: string) => {
    setProblem(null);
    const reply = await send("PUT /api/farms", { body: { farmId, stationId } });
    if (reply.ok) router.refresh();
    else setProblem(reply.status === null ? `${reply.reason} The station was not changed; try again.` : reply.reason);
  };
  return (
    <div className="mx-auto grid max-w-[1100px] gap-5 px-4 py-4">
      <div className="flex flex-wrap items-baseline gap-x-6">
        <h1 className="text-2xl">Weather stations</h1>
        {editable && (
          <span className="ml-auto flex gap-5">
            <Link href="/records/stations?add" className="touch text-action underline underline-offset-2">
              Add a station
            </Link>
            <Link href="/records/stations" className="touch text-action underline underline-offset-2">
              Edit places and normals
            </Link>
          </span>
        )}
      </div>
      {stations.length === 0 && (
        <p>None yet. A station needs twelve monthly normals; dates, water and yield follow from them.</p>
      )}
      <div className="overflow-x-auto border border-line bg-sheet">
        <table className="w-full border-collapse">
          <TableHead className="[&>th]:px-3" columns={["Station", "Place", "Measured days", "Farms"]} />
          <tbody>
            {stations.map((s) => (
              <tr key={s.id} className="border-t border-line [&>td]:px-3 [&>td]:py-2">
                <td>
                  <Link href={`/stations/${s.id}`} className="font-title text-[15px] font-bold hover:underline">
                    {s.name}
                  </Link>
                </td>
                <td>
                  {number(Math.abs(s.latitudeDeg), 2)}° {s.latitudeDeg < 0 ? "south" : "north"},{" "}
                  {number(s.altitudeM, 0)} m
                </td>
                <td>
                  {s.measuredDays > 0 && s.measuredFrom && s.measuredTo
                    ? `${s.measuredDays}, ${formatDay(s.measuredFrom, true)} to ${formatDay(s.measuredTo, true)}`
                    : "none: simulated from normals"}
                </td>
                <td>{s.farms.join(", ") || "none"}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <section aria-label="Farms" className="border border-line bg-sheet px-4 py-2">
        <h2 className="text-base">Where each farm takes its weather from</h2>
        <ul>
          {farms.map((farm) => (
            <li
              key={farm.id}
              className="grid items-baseline gap-x-3 border-t sm:grid-cols-[14em_1fr] border-line py-1.5 first:border-0"
            >
              <span>{farm.name}</span>
              <Choice
                label={`Station of ${farm.name}`}
                disabled={!editable}
                value={farm.stationId ?? ""}
                options={stations.map((s) => ({ value: s.id, label: s.name }))}
                onChange={(id) => void choose(farm.id, id)}
              />
            </li>
          ))}
        </ul>
        {problem && (
          <p role="alert" className="text-stop">
            {problem}
          </p>
        )}
        <p className="text-[12px] text-soft">
          Stages, windows, workable days and chances of all plans of a farm follow from its station. Plans that are
          issued stay as they were given out.
        </p>
      </section>
    </div>
  );
}
