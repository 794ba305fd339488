"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { formatDay } from "@/core/dates";
import { NUTRIENTS, type SoilTestKey } from "@/core/nutrients";
import { interpretSoilTest } from "@/core/soil/interpret-soil-test";
import { textureName } from "@/core/soil/texture";
import type { FieldSheet } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { send } from "../shared/send";
import { useUnits } from "../shared/units";
import { FieldOutline } from "./field-outline";

const sentenceCase = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** One field: what it is, its soil tests, what grew on it, its plans. */
export function FieldScreen({
  sheet,
  crops,
  names,
  today,
  mayPlan,
}: {
  sheet: FieldSheet;
  crops: { id: string; name: string }[];
  /** of every crop, by id */
  names: Record<string, string>;
  today: string;
  mayPlan: boolean;
}) {
  const { show, number } = useUnits();
  const { field, soilTests, history, plans } = sheet;
  const cropName = (id: string) => names[id] ?? id;
  // phosphorus and potassium always, others where some test has them
  const nutrients = NUTRIENTS.flatMap(({ soilTestKey: key, need }) =>
    key && (need === "offtake" || soilTests.some((t) => t.levels[key] !== undefined)) ? [key] : [],
  );
  return (
    <div className="mx-auto max-w-[1100px] px-4 py-4">
      <div className="flex flex-wrap items-start gap-6">
        <div className="grow">
          <h1 className="text-2xl">{field.name}</h1>
          <p className="text-soft">
            {field.farm}, {field.grower}
          </p>
          <p className="mt-2">
            {show(field.areaHa, "area")}, {textureName(field.textureClass)}, {field.drainage} drainage,{" "}
            {field.irrigated ? "irrigated" : "rain-fed"}
            {field.compactionDepthCm ? `, compacted down to ${show(field.compactionDepthCm, "length")}` : ""}
          </p>
          {field.note && <p className="mt-1">{field.note}</p>}
          <p className="mt-1 text-soft">
            Station:{" "}
            {sheet.climate
              ? `${sheet.climate.station}, ${number(sheet.climate.latitudeDeg, 1)}° latitude, ${number(
                  sheet.climate.months.reduce((s, m) => s + m.rainMm, 0),
                  0,
                )} mm a year`
              : "none"}
          </p>
        </div>
        <FieldOutline boundary={field.boundary} />
      </div>

      <section className="mt-5">
        <h2 className="border-b border-line pb-1 text-lg">Plans</h2>
        <ul>
          {plans.map((plan) => (
            <li key={plan.id} className="border-b border-line py-1.5">
              <Link href={`/plans/${plan.id}`} className="font-semibold text-action underline underline-offset-2">
                Season {plan.season}: {cropName(plan.guideId)}
              </Link>{" "}
              <span className="text-soft">{plan.issued ? `version ${plan.issued} issued` : "draft"}</span>
            </li>
          ))}
        </ul>
        {mayPlan && <StartPlan fieldId={field.id} crops={crops} today={today} taken={plans.map((p) => p.season)} />}
      </section>

      <section className="mt-5">
        <h2 className="border-b border-line pb-1 text-lg">Soil tests</h2>
        {soilTests.length === 0 && <p className="py-2 text-soft">None yet. A plan without one says so on its face.</p>}
        <table className="w-full border-collapse">
          <thead>
            <tr className="text-[12px] text-soft">
              {["Taken", "Depth", "pH", "Organic matter", ...nutrients.map(sentenceCase), "Mineral N"].map(
                (head, i) => (
                  <th key={head} scope="col" className={`py-1 font-medium ${i === 0 ? "text-left" : "text-right"}`}>
                    {head}
                  </th>
                ),
              )}
            </tr>
          </thead>
          <tbody>
            {soilTests.map((test) => {
              const read = interpretSoilTest(test.levels, test.scheme);
              const classOf = (nutrient: SoilTestKey) =>
                read.ok ? read.value.readings.find((r) => r.nutrient === nutrient)?.class : undefined;
              return (
                <tr key={test.id} className="border-t border-line">
                  <th scope="row" className="py-1 text-left font-normal">
                    {formatDay(test.takenOn, true)}
                  </th>
                  <td className="py-1 text-right">{show(test.depthCm, "length")}</td>
                  <td className="py-1 text-right font-semibold">{test.ph}</td>
                  <td className="py-1 text-right">{test.organicMatterPct} %</td>
                  {nutrients.map((n) => (
                    <td key={n} className="py-1 text-right">
                      {test.levels[n] === undefined ? "not tested" : number(test.levels[n])}{" "}
                      <span className="text-[12px] text-soft">{classOf(n)}</span>
                    </td>
                  ))}
                  <td className="py-1 text-right">
                    {test.soilMineralNKgPerHa === null ? "" : show(test.soilMineralNKgPerHa, "massPerArea")}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </section>

      <section className="mt-5">
        <h2 className="border-b border-line pb-1 text-lg">History</h2>
        <table className="w-full max-w-xl border-collapse">
          <thead>
            <tr className="text-[12px] text-soft">
              <th scope="col" className="py-1 text-left font-medium">
                Season
              </th>
              <th scope="col" className="py-1 text-left font-medium">
                Crop
              </th>
              <th scope="col" className="py-1 text-right font-medium">
                Yield
              </th>
              <th scope="col" className="py-1 text-right font-medium">
                Off the field
              </th>
            </tr>
          </thead>
          <tbody>
            {history.map((line) => (
              <tr key={line.season} className="border-t border-line">
                <th scope="row" className="py-1 text-left font-normal">
                  {line.season}
                </th>
                <td className="py-1">{cropName(line.crop)}</td>
                <td className="py-1 text-right">{line.yieldTPerHa === null ? "" : show(line.yieldTPerHa, "yield")}</td>
                <td className="py-1 text-right">
                  {line.harvestOn ? `${line.harvested ? "" : "expected "}${formatDay(line.harvestOn, true)}` : ""}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </div>
  );
}

function StartPlan({
  fieldId,
  crops,
  today,
  taken,
}: {
  fieldId: string;
  crops: { id: string; name: string }[];
  today: string;
  taken: number[];
}) {
  const router = useRouter();
  const year = Number(today.slice(0, 4));
  const seasons = [year, year + 1, year + 2].filter((s) => !taken.includes(s));
  const [season, setSeason] = useState(seasons.includes(year + 1) ? year + 1 : (seasons[0] ?? year));
  const [crop, setCrop] = useState(crops[0]?.id ?? "");
  const [problem, setProblem] = useState<string | null>(null);
  if (seasons.length === 0) return null;
  const start = async () => {
    const reply = await send("POST /api/plans", { body: { fieldId, season, guideId: crop } });
    if (reply.ok) router.push(`/plans/${reply.value.id}`);
    else setProblem(reply.reason);
  };
  return (
    <p className="mt-2 flex flex-wrap items-baseline gap-3">
      Start a plan for season
      <Choice
        label="Season"
        value={String(season)}
        options={seasons.map((s) => ({ value: String(s), label: String(s) }))}
        onChange={(s) => setSeason(Number(s))}
      />
      with
      <Choice
        label="Crop"
        value={crop}
        options={crops.map((c) => ({ value: c.id, label: c.name }))}
        onChange={setCrop}
      />
      <Button look="main" onClick={() => void start()}>
        Start
      </Button>
      {problem && (
        <span role="alert" className="text-stop">
          {problem}
        </span>
      )}
    </p>
  );
}
