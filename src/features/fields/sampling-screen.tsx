"use client";

import { Printer } from "lucide-react";
import { type Boundary, frameAt, middleOf, type Position, polygonsOf } from "@/core/records/land/boundary-measures";
import type { SamplingPlan } from "@/core/records/notes/sampling-plan";
import type { FieldSheet } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Link } from "../shared/link";
import { useUnits } from "../shared/units";

/** Where and how soil of a field is sampled: to print and take along. */
export function SamplingScreen({
  fieldId,
  field,
  ways,
  wayId,
  plan,
  refused,
}: {
  fieldId: string;
  field: FieldSheet["field"];
  ways: { id: string; name: string; why: string }[];
  wayId: string;
  plan: SamplingPlan | null;
  refused: string | null;
}) {
  const { show, number } = useUnits();
  const samples = plan?.samples ?? [];
  const layers = plan?.way.depthsCm ?? [];
  return (
    <div className="mx-auto max-w-[900px] px-4 py-4">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-2xl">Sampling plan, {field.name}</h1>
        <Link href={`/fields/${fieldId}`} className="text-action underline underline-offset-2 print:hidden">
          Back to the field
        </Link>
        {plan && (
          <Button className="touch ml-auto print:hidden" onClick={() => window.print()}>
            <Printer size={14} aria-hidden /> Print
          </Button>
        )}
      </div>
      <p className="text-soft">
        {field.farm}, {field.grower}; {show(field.areaHa, "area")}
      </p>
      <nav aria-label="Sampling methods" className="mt-3 flex flex-wrap gap-x-6 gap-y-1 print:hidden">
        {ways.map((w) => (
          <Link
            key={w.id}
            href={`/fields/${fieldId}/sampling?way=${w.id}`}
            aria-current={w.id === wayId ? "page" : undefined}
            title={w.why}
            className={`touch ${w.id === wayId ? "font-semibold" : "text-action underline underline-offset-2"}`}
          >
            {w.name}
          </Link>
        ))}
      </nav>
      {refused && (
        <p role="alert" className="mt-3 text-stop">
          {refused}
        </p>
      )}
      {plan && (
        <>
          <p className="mt-3">
            <b>
              {samples.length} {samples.length === 1 ? "sample" : "samples"}
              {layers.length > 1 && ` of ${layers.length} layers each`}
            </b>
            , {plan.way.cores} cores {layers.length > 1 ? "down to" : "each, to"} {show(layers.at(-1) ?? 0, "length")}
            {layers.length > 1 && ` (${layers.map((d) => show(d, "length")).join(", ")})`}; some{" "}
            {plan.minutes < 90 ? `${plan.minutes} minutes` : `${number(plan.minutes / 60, 1)} hours`}.{" "}
            {sentence(ways.find((w) => w.id === wayId)?.why ?? "")}.
          </p>
          <ul className="mt-1 list-disc pl-5">
            {plan.way.handling.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          {field.boundary ? (
            <SamplingMap boundary={field.boundary as Boundary} plan={plan} />
          ) : (
            <p className="mt-3 text-advise">
              ▲ The field has no boundary, so no points can be laid out: walk a W from end to end, {plan.way.cores}{" "}
              cores evenly, ten metres off the edges. Draw the boundary to have them.
            </p>
          )}
          <table className="mt-3 w-full border-collapse">
            <thead>
              <tr className="text-left text-[12px] text-soft">
                <th>Sample</th>
                <th>Mark the bag</th>
                <th className="text-right">Stands for</th>
                <th className="pl-4">Begins at (latitude, longitude)</th>
              </tr>
            </thead>
            <tbody>
              {samples.map((s) => (
                <tr key={s.number} className="border-t border-line">
                  <th scope="row" className="py-1 text-left">
                    {s.number}
                  </th>
                  <td>
                    {layers.map((d, i) => `${field.name} ${s.number}, ${layers[i - 1] ?? 0} to ${d} cm`).join("; ")}
                  </td>
                  <td className="text-right">{show(Number(s.areaHa.toFixed(2)), "area")}</td>
                  <td className="pl-4">
                    {s.points[0] ? `${s.points[0][1].toFixed(5)}, ${s.points[0][0].toFixed(5)}` : ""}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-2 text-[12px] text-soft">Source: {plan.way.source}.</p>
        </>
      )}
    </div>
  );
}

const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** The field north up with the ground of each sample, its cores and the walk from one to the next. */
function SamplingMap({ boundary, plan }: { boundary: Boundary; plan: SamplingPlan }) {
  const frame = frameAt(middleOf(polygonsOf(boundary).flat(2)));
  const at = (p: Position): [number, number] => {
    const [x, y] = frame.toGrid(p);
    return [x, -y];
  };
  const path = (b: Boundary) =>
    polygonsOf(b)
      .flat()
      .map((ring) => `M${ring.map((p) => at(p).join(" ")).join("L")}z`)
      .join("");
  const all = polygonsOf(boundary).flat(2).map(at);
  const xs = all.map((p) => p[0]);
  const ys = all.map((p) => p[1]);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [width, height] = [Math.max(...xs) - left, Math.max(...ys) - top];
  const size = Math.max(width, height);
  const pad = size * 0.03;
  return (
    <figure className="mt-3">
      <svg
        viewBox={`${left - pad} ${top - pad} ${width + 2 * pad} ${height + 2 * pad}`}
        className="max-h-[420px] w-full"
        role="img"
        aria-label={`The field with ${plan.samples.length} ${plan.samples.length === 1 ? "sample" : "samples"} and where their cores are taken`}
      >
        <path d={path(boundary)} fill="none" stroke="var(--ground)" strokeWidth={size * 0.006} />
        {plan.samples.map((s) => (
          <g key={s.number}>
            {s.boundary && plan.samples.length > 1 && (
              <path d={path(s.boundary)} fill="none" stroke="var(--soft)" strokeWidth={size * 0.002} />
            )}
            <path
              d={s.points.length > 1 ? `M${s.points.map((p) => at(p).join(" ")).join("L")}` : ""}
              fill="none"
              stroke="var(--ground)"
              strokeWidth={size * 0.003}
            />
            {s.points.map((p) => (
              <circle key={p.join()} cx={at(p)[0]} cy={at(p)[1]} r={size * 0.007} fill="var(--ink)" />
            ))}
            {s.points[0] && (
              <text
                x={at(s.points[0])[0] + size * 0.012}
                y={at(s.points[0])[1] - size * 0.012}
                fontSize={size * 0.035}
                fill="var(--ink)"
              >
                {s.number}
              </text>
            )}
          </g>
        ))}
      </svg>
      <figcaption className="text-[12px] text-soft">
        North up; {Math.round(width)} m from west to east. The number stands where each walk begins.
      </figcaption>
    </figure>
  );
}
