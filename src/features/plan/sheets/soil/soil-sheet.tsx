"use client";

import { formatDay } from "@/core/dates";
import { NUTRIENTS, type SoilTestKey } from "@/core/nutrients";
import { textureName } from "@/core/soil/texture";
import { Choice } from "@/ui/choice";
import { WrittenValue } from "@/ui/written-value";
import { useUnits } from "../../../shared/units";
import { DecisionLine, SheetHead } from "../../decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** "Phosphorus"-like names of what a laboratory finds. */
const tested = (key: SoilTestKey) => NUTRIENTS.find((n) => n.soilTestKey === key);

const sentenceCase = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** Sheet 2: the soil test interpreted, and lime. */
export function SoilSheet() {
  const { plan, facts, decisions, set, editable } = usePlanModel();
  const { number, split, read, show, currency } = useUnits();
  if (!plan) return null;
  const test = facts.soilTest;
  const { soil } = plan;
  return (
    <div>
      <SheetHead
        title="Soil"
        about={
          test
            ? `test of ${formatDay(test.takenOn, true)}, 0 to ${test.depthCm} cm, ${textureName(facts.field.textureClass)}`
            : "no soil test of this field"
        }
      />
      {test && (
        <table className="w-full border-collapse">
          <caption className="sr-only">Soil test with classes</caption>
          <thead>
            <tr className="text-[12px] text-soft">
              <th scope="col" className="text-left font-medium">
                Tested
              </th>
              <th scope="col" className="text-right font-medium">
                Value
              </th>
              <th scope="col" className="pl-6 text-left font-medium">
                Class and limits
              </th>
            </tr>
          </thead>
          <tbody>
            <tr className="border-t border-line">
              <th scope="row" className="py-1 text-left font-normal">
                pH
              </th>
              <td className="py-1 text-right font-semibold">{test.ph}</td>
              <td className="py-1 pl-6 text-[13px] text-soft">
                {plan.crop.guide.name.toLowerCase()} does best from {plan.crop.guide.soil.ph.bestFrom} to{" "}
                {plan.crop.guide.soil.ph.bestTo}, fails below {plan.crop.guide.soil.ph.failsBelow}
              </td>
            </tr>
            <tr className="border-t border-line">
              <th scope="row" className="py-1 text-left font-normal">
                Organic matter
              </th>
              <td className="py-1 text-right font-semibold">{number(test.organicMatterPct)} %</td>
              <td />
            </tr>
            {soil.readings.map((reading) => (
              <tr key={reading.nutrient} className="border-t border-line">
                <th scope="row" className="py-1 text-left font-normal">
                  {`${sentenceCase(tested(reading.nutrient)?.name ?? reading.nutrient)} (${tested(reading.nutrient)?.element ?? reading.nutrient})`}
                </th>
                <td className="py-1 text-right font-semibold">
                  {number(reading.value)} <span className="text-[12px] font-normal text-soft">{reading.unit}</span>
                </td>
                <td className="py-1 pl-6">
                  <b>{reading.class}</b>{" "}
                  <span className="text-[13px] text-soft">{`${reading.range[0] === null ? "up" : `over ${reading.range[0]}`} to ${reading.range[1] ?? "any"}`}</span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div className="mt-3">
        <DecisionLine
          what="Lift the pH to"
          hint={`${plan.crop.guide.name.toLowerCase()} wants ${plan.crop.guide.soil.limeTargetPh.value}`}
          value={
            <WrittenValue
              label="Target pH"
              text={number(soil.targetPh, 1)}
              width="4em"
              suffix="pH"
              disabled={!editable}
              read={read("Target pH", "count", { min: 3, max: 9 })}
              onValue={(v) => set("soil/lime/targetPh", v)}
              onClear={() => set("soil/lime/targetPh", undefined)}
            />
          }
          leads={
            <span>
              needs <FigureValue id="soil.lime" decimals={1} />
            </span>
          }
        />
        <DecisionLine
          what="With"
          value={
            <Choice
              label="Lime product"
              value={soil.limeProductId ?? ""}
              disabled={!editable}
              options={facts.limes.map((l) => ({
                value: l.id,
                label: l.name,
                note: `neutralising value ${l.neutralisingValuePct}, fineness ${l.finenessPct}, ${number(l.pricePerT / 100, 2)} ${currency}/t spread`,
              }))}
              onChange={(id) => set("soil/lime/productId", id)}
            />
          }
          leads={
            soil.limeTPerHa > 0 ? (
              <span>
                costs <FigureValue id="soil.limeCost" decimals={0} />; {soil.limeLeadDays} days before sowing at least
              </span>
            ) : (
              <span className="text-soft">nothing to spread</span>
            )
          }
        />
        <DecisionLine
          what="Mixed in to"
          hint="depth that the lime must serve"
          value={
            <WrittenValue
              label="Depth limed"
              text={split(decisions.soil?.lime?.depthCm ?? test?.depthCm ?? 15, "length").number}
              suffix={split(15, "length").unit}
              width="4em"
              disabled={!editable}
              read={read("Depth limed", "length", { above: 0, max: 60 })}
              onValue={(v) => set("soil/lime/depthCm", v)}
              onClear={() => set("soil/lime/depthCm", undefined)}
            />
          }
          leads={
            soil.limeTPerHa > 7.5 ? <span>{show(7.5, "dressing")} this season, the rest a season later</span> : null
          }
        />
      </div>
    </div>
  );
}
