"use client";

import type { ReactNode } from "react";
import type { PlantingLine } from "@/server/contracts";
import { Link } from "../shared/link";
import { useUnits } from "../shared/units";
import { ChangePart } from "./change-part";

/** What a planting is called on its field: season, crop, and the part that it has. */
export function plantingInWords(planting: PlantingLine, cropName: (id: string) => string): string {
  const chosen = planting.drafts.find((d) => d.chosen) ?? planting.drafts[0];
  const crop = chosen ? cropName(chosen.guideId) : "no plan yet";
  return `Season ${planting.season}: ${crop}${planting.part ? `, ${planting.part}` : ""}`;
}

/** A field's plantings, each with its drafts; what comes after another one stands under it. */
export function Plantings({
  plantings,
  cropName,
  fieldHa,
  mayPlan,
}: {
  plantings: PlantingLine[];
  cropName: (id: string) => string;
  fieldHa: number;
  mayPlan: boolean;
}) {
  const { show } = useUnits();
  const known = new Set(plantings.map((p) => p.id));
  const line = (planting: PlantingLine, depth: number): ReactNode => {
    const next = plantings.filter((p) => p.follows === planting.id);
    const chosen = planting.drafts.find((d) => d.chosen) ?? planting.drafts[0];
    const others = planting.drafts.filter((d) => d.id !== chosen?.id);
    return (
      <li key={planting.id}>
        <p className="border-b border-line py-1.5" style={{ paddingLeft: `${depth * 1.4}rem` }}>
          {depth > 0 && <span className="text-soft">then </span>}
          {chosen && (
            <Link href={`/plans/${chosen.id}`} className="font-semibold text-action underline underline-offset-2">
              {plantingInWords(planting, cropName)}
            </Link>
          )}{" "}
          <span className="text-soft">
            {planting.areaHa === null ? "" : `${show(planting.areaHa, "area")}, `}
            {chosen?.issued ? `version ${chosen.issued} issued` : "draft"}
          </span>
          {others.map((d) => (
            <Link key={d.id} href={`/plans/${d.id}`} className="ml-3 text-action underline underline-offset-2">
              Draft {d.draft}
              {d.guideId === chosen?.guideId ? "" : `: ${cropName(d.guideId)}`}
            </Link>
          ))}
          {mayPlan && planting.areaHa !== null && (
            <ChangePart planting={{ ...planting, areaHa: planting.areaHa }} fieldHa={fieldHa} />
          )}
        </p>
        {next.length > 0 && <ul>{next.map((p) => line(p, depth + 1))}</ul>}
      </li>
    );
  };
  return <ul>{plantings.filter((p) => p.follows === null || !known.has(p.follows)).map((p) => line(p, 0))}</ul>;
}
