"use client";

import { useRouter } from "next/navigation";
import { type ReactNode, useState } from "react";
import { formatDay } from "@/core/dates";
import { NUTRIENTS, type SoilTestKey } from "@/core/nutrients";
import { interpretSoilTest } from "@/core/soil/interpret-soil-test";
import { textureName } from "@/core/soil/texture";
import type { FieldSheet, KindId } from "@/server/contracts";
import { Button } from "@/ui/button";
import { figures, TableHead } from "@/ui/table-head";
import { RecordEditor } from "../records/record-editor";
import { Link } from "../shared/link";
import { useUnits } from "../shared/units";
import { FieldOutline } from "./field-outline";
import { Plantings } from "./plantings";
import { SoilStrips } from "./soil-strips";
import { Descent, MergeFields, SplitField } from "./split-merge";
import { StartPlan } from "./start-plan";
import { Suits } from "./suits";

const sentenceCase = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** What few laboratories are asked for: shown where some test has it. */
const SELDOM_TESTED: { name: string; unit: string; of: (test: FieldSheet["soilTests"][number]) => number | null }[] = [
  { name: "Salt, ECe", unit: "dS/m", of: (t) => t.ecE },
  { name: "Sodium, ESP", unit: "%", of: (t) => t.espPct },
  { name: "Sodium, SAR", unit: "", of: (t) => t.sar },
  { name: "CEC", unit: "cmol/kg", of: (t) => t.cecCmolPerKg },
];

/** Slope, stones, depth, water and the way to the outlet, as far as they are known. */
function siteInWords(
  field: FieldSheet["field"],
  show: ReturnType<typeof useUnits>["show"],
  number: ReturnType<typeof useUnits>["number"],
): string {
  return [
    field.slopePct === null ? "" : `slope ${number(field.slopePct)} %`,
    field.stonesPct === null ? "" : `${number(field.stonesPct)} % stones`,
    field.soilDepthCm === null ? "" : `${show(field.soilDepthCm, "length")} deep`,
    field.waterSource === null
      ? ""
      : `water from ${field.waterSource}${field.waterM3PerYear === null ? "" : `, ${show(field.waterM3PerYear, "waterVolume")} a year`}`,
    field.waterDistanceM === null ? "" : `${show(field.waterDistanceM, "distance")} from the water`,
    field.outletKm === null ? "" : `${show(field.outletKm, "haul")} to where the harvest goes`,
    field.shadePct === null ? "" : `${number(field.shadePct)} % in shade`,
    field.obstacles,
    field.grazed ? "grazed" : "",
    field.openWaterM === null ? "" : `open water at ${show(field.openWaterM, "distance")}`,
    field.housesM === null ? "" : `houses at ${show(field.housesM, "distance")}`,
  ]
    .filter(Boolean)
    .join(", ");
}

/** One field: what it is, its soil tests, what grew on it, its plans. */
export function FieldScreen({
  id,
  sheet,
  crops,
  names,
  today,
  mayPlan,
}: {
  id: string;
  sheet: FieldSheet;
  crops: { id: string; name: string; kinds: { id: string; name: string }[] }[];
  /** of every crop, by id */
  names: Record<string, string>;
  today: string;
  mayPlan: boolean;
}) {
  const { show, number } = useUnits();
  const router = useRouter();
  const [editing, setEditing] = useState<{ kindId: KindId; id: string | null; given?: { fieldId: string } } | null>(
    null,
  );
  const [making, setMaking] = useState<"split" | "merge" | null>(null);
  const edit = (kindId: KindId, of: string | null) => setEditing({ kindId, id: of, given: { fieldId: id } });
  const { field, soilTests, history, plantings } = sheet;
  const cropName = (id: string) => names[id] ?? id;
  // phosphorus and potassium always, others where some test has them
  const nutrients = NUTRIENTS.flatMap(({ soilTestKey: key, need }) =>
    key && (need === "offtake" || soilTests.some((t) => t.levels[key] !== undefined)) ? [key] : [],
  );
  const seldom = SELDOM_TESTED.filter(({ of }) => soilTests.some((t) => of(t) !== null));
  return (
    <div className="mx-auto max-w-[1100px] px-4 py-4">
      <div className="flex flex-wrap items-start gap-6">
        <div className="grow">
          <h1 className="text-2xl">
            {field.name}{" "}
            {mayPlan && (
              <Button look="quiet" className="ml-2 text-[14px]" onClick={() => setEditing({ kindId: "fields", id })}>
                Edit the field
              </Button>
            )}
            {mayPlan && !field.retired && (
              <>
                <Button look="quiet" className="ml-2 text-[14px]" onClick={() => setMaking("split")}>
                  Split it
                </Button>
                {sheet.beside.length > 0 && (
                  <Button look="quiet" className="ml-2 text-[14px]" onClick={() => setMaking("merge")}>
                    Merge it
                  </Button>
                )}
              </>
            )}
          </h1>
          {field.retired && <p className="text-advise">▲ Retired: no new plans are started on it.</p>}
          <p className="text-soft">
            {field.farm}, {field.grower}
          </p>
          <Descent {...sheet.descent} />
          <p className="mt-2">
            {show(field.areaHa, "area")}, {textureName(field.textureClass)}, {field.drainage} drainage,{" "}
            {field.irrigated ? "irrigated" : "rain-fed"}
            {field.compactionDepthCm ? `, compacted down to ${show(field.compactionDepthCm, "length")}` : ""}
          </p>
          <p className="mt-1 text-[13px]">{siteInWords(field, show, number)}</p>
          {field.note && <p className="mt-1">{field.note}</p>}
          <p className="mt-1 text-soft">
            Station:{" "}
            {sheet.climate
              ? `${sheet.climate.station}, ${number(sheet.climate.latitudeDeg, 1)}° latitude, ${show(
                  Math.round(sheet.climate.months.reduce((s, m) => s + m.rainMm, 0)),
                  "waterDepth",
                )} a year`
              : "none"}
          </p>
        </div>
        <FieldOutline boundary={field.boundary} />
      </div>

      <section className="mt-5">
        <h2 className="border-b border-line pb-1 text-lg">Plans</h2>
        <Plantings plantings={plantings} cropName={cropName} fieldHa={field.areaHa} mayPlan={mayPlan} />
        {mayPlan && (
          <StartPlan
            field={field}
            plantings={plantings}
            crops={crops}
            start={sheet.start}
            startKinds={sheet.startKinds}
            cropName={cropName}
            today={today}
          />
        )}
      </section>

      <section className="mt-5" aria-label="What suits this field">
        <h2 className="border-b border-line pb-1 text-lg">What suits this field</h2>
        <Suits
          lines={sheet.suits}
          season={`Season ${Number(today.slice(0, 4)) + (today.slice(5, 7) >= "07" ? 1 : 0)}`}
        />
      </section>

      <section className="mt-5">
        <h2 className="flex items-baseline justify-between border-b border-line pb-1 text-lg">
          Soil tests
          <span className="flex gap-4">
            <Link href={`/fields/${id}/sampling`} className="text-[14px] text-action underline underline-offset-2">
              Sampling plan
            </Link>
            {mayPlan && (
              <Button look="quiet" className="text-[14px]" onClick={() => edit("soil-tests", null)}>
                Add a soil test
              </Button>
            )}
          </span>
        </h2>
        {soilTests.length === 0 && <p className="py-2 text-soft">None yet. A plan without one says so on its face.</p>}
        <table className="w-full border-collapse">
          <TableHead
            columns={[
              "Taken",
              ...figures(
                "Depth",
                "pH",
                "Organic matter",
                ...nutrients.map(sentenceCase),
                "Mineral N",
                ...seldom.map((s) => s.name),
              ),
            ]}
          />
          <tbody>
            {soilTests.map((test) => {
              const read = interpretSoilTest(test.levels, test.scheme, sheet.schemes);
              const classOf = (nutrient: SoilTestKey) =>
                read.ok ? read.value.readings.find((r) => r.nutrient === nutrient)?.class : undefined;
              return (
                <tr key={test.id} className="border-t border-line">
                  <th scope="row" className="py-1 text-left font-normal">
                    <Opens may={mayPlan} onOpen={() => edit("soil-tests", test.id)}>
                      {formatDay(test.takenOn, true)}
                    </Opens>
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
                  {seldom.map(({ name, of, unit }) => (
                    <td key={name} className="py-1 text-right">
                      {of(test) === null ? "" : `${number(of(test) as number)} ${unit}`}
                    </td>
                  ))}
                </tr>
              );
            })}
          </tbody>
        </table>
        <SoilStrips tests={soilTests} schemes={sheet.schemes} />
      </section>

      <section className="mt-5">
        <h2 className="flex items-baseline justify-between border-b border-line pb-1 text-lg">
          History
          {mayPlan && (
            <Button look="quiet" className="text-[14px]" onClick={() => edit("grown-crops", null)}>
              Add a crop of the past
            </Button>
          )}
        </h2>
        <table className="w-full max-w-xl border-collapse">
          <TableHead columns={["Season", "Crop", ...figures("Yield", "Harvested on")]} />
          <tbody>
            {history.map((line) => (
              <tr key={line.id} className="border-t border-line">
                <th scope="row" className="py-1 text-left font-normal">
                  <Opens may={mayPlan} onOpen={() => edit("grown-crops", line.id)}>
                    {line.season}
                  </Opens>
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
      {making === "split" && <SplitField field={field} id={id} onClose={() => setMaking(null)} />}
      {making === "merge" && (
        <MergeFields field={field} id={id} beside={sheet.beside} onClose={() => setMaking(null)} />
      )}
      {editing && (
        <RecordEditor
          {...editing}
          today={today}
          onClose={() => setEditing(null)}
          onSaved={() => {
            setEditing(null);
            router.refresh();
          }}
        />
      )}
    </div>
  );
}

/** A line's name that opens its form, for those who may change it. */
function Opens({ may, onOpen, children }: { may: boolean; onOpen: () => void; children: ReactNode }) {
  return may ? (
    <button
      type="button"
      className="underline decoration-line underline-offset-2 hover:decoration-ink"
      onClick={onOpen}
    >
      {children}
    </button>
  ) : (
    children
  );
}
