"use client";

import type { ColumnDef } from "@tanstack/react-table";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useState } from "react";
import { daysBetween, formatDay } from "@/core/dates";
import { CRITERION_NAMES } from "@/core/plan/site-criteria";
import type { FieldLine, PracticeSteps, SiteLine } from "@/server/contracts";
import { Choice } from "@/ui/choice";
import { DataTable } from "@/ui/data-table";
import { NextSteps } from "../records/next-steps";
import { Link } from "../shared/link";
import { type Packed, unpack } from "../shared/packed";
import { send } from "../shared/send";
import { useTold, useUnits } from "../shared/units";

const NO_CROP = "none";

/** How each field suits a kind of a crop, fetched when one is asked about. */
function useSuits(crop: string): { fields: Record<string, SiteLine> | null; problem: string | null } {
  const [state, setState] = useState<{ fields: Record<string, SiteLine> | null; problem: string | null }>({
    fields: null,
    problem: null,
  });
  useEffect(() => {
    const [guide = "", kind = ""] = crop.split("/");
    if (!kind) {
      setState({ fields: null, problem: null });
      return;
    }
    const stop = new AbortController();
    void send("GET /api/site", { query: { guide, kind }, signal: stop.signal }).then((reply) => {
      if (stop.signal.aborted) return;
      setState(
        reply.ok
          ? { fields: reply.value.fields, problem: null }
          : { fields: null, problem: `It could not be worked out. ${reply.reason}` },
      );
    });
    return () => stop.abort();
  }, [crop]);
  return useTold(state);
}

/** All fields, with what is known and where each plan stands. */
export function FieldsScreen({
  fields: packed,
  names,
  crops,
  today,
  mayPlan,
  steps,
}: {
  fields: Packed<FieldLine[]>;
  names: Record<string, string>;
  crops: { id: string; kinds: { id: string; name: string }[] }[];
  today: string;
  mayPlan: boolean;
  /** how far the practice has come, while it has no fields */
  steps: PracticeSteps | null;
}) {
  const fields = useMemo(() => unpack(packed), [packed]);
  const { split, number } = useUnits();
  const [crop, setCrop] = useState(NO_CROP);
  const suits = useSuits(crop);
  const router = useRouter();
  const columns = useMemo<ColumnDef<FieldLine, unknown>[]>(
    () => [
      {
        id: "field",
        header: "Field",
        accessorFn: (f) => f.name,
        cell: ({ row }) => (
          <Link href={`/fields/${row.original.id}`} className="font-title text-[15px] font-bold hover:underline">
            {row.original.name}
          </Link>
        ),
      },
      { id: "farm", header: "Farm", accessorFn: (f) => f.farm },
      { id: "grower", header: "Grower", accessorFn: (f) => f.grower },
      {
        id: "area",
        header: `Area, ${split(1, "area").unit}`,
        accessorFn: (f) => f.areaHa,
        meta: { right: true },
        cell: ({ row }) => split(row.original.areaHa, "area").number,
      },
      {
        id: "texture",
        header: "Soil",
        accessorFn: (f) => f.textureClass.replace(/[A-Z]/g, (l) => ` ${l.toLowerCase()}`),
      },
      {
        id: "test",
        header: "Soil test",
        accessorFn: (f) => f.testedOn ?? "",
        cell: ({ row }) => {
          const { testedOn, ph } = row.original;
          if (!testedOn) return <span className="text-advise">▲ none</span>;
          const old = daysBetween(testedOn, today) > 4 * 365.25;
          return (
            <span className={old ? "text-advise" : ""}>
              {old ? "▲ " : ""}
              {testedOn.slice(0, 4)}, pH {ph}
            </span>
          );
        },
      },
      ...(suits.fields
        ? [
            {
              id: "site",
              header: "Site for it",
              accessorFn: (f: FieldLine) => Math.round(100 * (suits.fields?.[f.id]?.score ?? 0)),
              meta: { right: true },
              cell: ({ row }: { row: { original: FieldLine } }) => {
                const line = suits.fields?.[row.original.id];
                return line ? `${number(100 * line.score, 0)} %` : "";
              },
            } satisfies ColumnDef<FieldLine, unknown>,
            {
              id: "limit",
              header: "Limited by",
              accessorFn: (f: FieldLine) => {
                const line = suits.fields?.[f.id];
                return line?.limiting ? CRITERION_NAMES[line.limiting] : "";
              },
              cell: ({ row, getValue }: { row: { original: FieldLine }; getValue: () => unknown }) => {
                const line = suits.fields?.[row.original.id];
                const reason = line?.criteria.find((c) => c.id === line.limiting)?.reason;
                return <span title={reason}>{String(getValue())}</span>;
              },
            } satisfies ColumnDef<FieldLine, unknown>,
          ]
        : []),
      {
        id: "plan",
        header: "Plan",
        accessorFn: (f) => (f.guideId ? `${f.season} ${names[f.guideId] ?? f.guideId}` : ""),
        cell: ({ row, getValue }) =>
          row.original.planId ? (
            <Link
              href={`/plans/${row.original.planId}`}
              className="font-semibold text-action underline underline-offset-2"
            >
              {String(getValue())}
            </Link>
          ) : (
            <Link href={`/fields/${row.original.id}`} className="text-action underline underline-offset-2">
              start one
            </Link>
          ),
      },
      {
        id: "state",
        header: "State",
        accessorFn: (f) =>
          f.planId
            ? f.issued
              ? f.logged > 0
                ? `version ${f.issued}, under way, ${f.logged} logged`
                : `version ${f.issued} issued`
              : "draft"
            : "none",
      },
    ],
    [names, split, number, today, suits.fields],
  );
  return (
    <div className="mx-auto max-w-[1360px] px-4 py-4">
      <div className="mb-3 flex flex-wrap items-baseline gap-x-6 gap-y-1">
        <h1 className="text-2xl">Fields</h1>
        <span className="inline-flex items-baseline gap-2 text-[13px]">
          Which suit
          <Choice
            label="Which suit a crop"
            value={crop}
            options={[
              { value: NO_CROP, label: "any crop" },
              ...crops.flatMap((c) => c.kinds.map((k) => ({ value: `${c.id}/${k.id}`, label: k.name }))),
            ]}
            onChange={setCrop}
          />
          {suits.problem && (
            <span role="alert" className="text-stop">
              {suits.problem}
            </span>
          )}
        </span>
        {mayPlan && (
          <Link href="/records/fields?add" className="ml-auto text-action underline underline-offset-2">
            Add a field
          </Link>
        )}
      </div>
      {fields.length === 0 ? (
        <>
          <p>No fields yet.</p>
          {steps && <NextSteps steps={steps} />}
        </>
      ) : (
        <DataTable
          rows={fields}
          columns={columns}
          label="Fields"
          fileName={`fields-${formatDay(today, true).replace(/ /g, "-")}.csv`}
          onOpen={(f) => router.push(f.planId ? `/plans/${f.planId}` : `/fields/${f.id}`)}
        />
      )}
    </div>
  );
}
