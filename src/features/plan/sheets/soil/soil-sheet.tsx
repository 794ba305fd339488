"use client";

import { formatDay } from "@/core/dates";
import { NUTRIENTS, type SoilTestKey } from "@/core/nutrients";
import { LIME_METHODS, limeMethod } from "@/core/soil/lime-methods";
import { textureName } from "@/core/soil/texture";
import { Choice } from "@/ui/choice";
import { figures, TableHead } from "@/ui/table-head";
import { WrittenValue } from "@/ui/written-value";
import { useUnits } from "../../../shared/units";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine, SheetHead } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** "Phosphorus"-like names of what a laboratory finds. */
const tested = (key: SoilTestKey) => NUTRIENTS.find((n) => n.soilTestKey === key);

const sentenceCase = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** Sheet 2: the soil test interpreted, and lime. */
export function SoilSheet() {
  const { plan, facts, decisions, set, editable } = usePlanModel();
  const { number, show, currency, read } = useUnits();
  if (!plan) return null;
  const test = facts.soilTest;
  const { soil } = plan;
  const method = limeMethod(decisions.soil?.lime?.method);
  return (
    <div>
      <SheetHead
        title="Soil"
        about={
          test
            ? `test of ${formatDay(test.takenOn, true)}, 0 to ${show(test.depthCm, "length")}, ${textureName(facts.field.textureClass)}`
            : "no soil test for this field"
        }
      />
      {test && (
        <table className="w-full border-collapse">
          <caption className="sr-only">Soil test with classes</caption>
          <TableHead columns={["Tested", ...figures("Value"), { name: "Class and limits", className: "pl-6" }]} />
          <tbody>
            <tr className="border-t border-line">
              <th scope="row" className="py-1 text-left font-normal">
                pH
              </th>
              <td className="py-1 text-right font-semibold">{test.ph}</td>
              <td className="py-1 pl-6 text-[13px] text-soft">
                {plan.crop.guide.name.toLowerCase()} does best from {plan.crop.guide.soil.ph.bestFrom} to{" "}
                {plan.crop.guide.soil.ph.bestTo}, fails below {plan.crop.guide.soil.ph.failsBelow} and above{" "}
                {plan.crop.guide.soil.ph.failsAbove}
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
          what="Raise pH to"
          hint={`${plan.crop.guide.name.toLowerCase()} wants ${plan.crop.guide.soil.limeTargetPh.value}`}
          value={
            <DecidedNumber
              path="soil/lime/targetPh"
              label="Target pH"
              value={soil.targetPh}
              dimension="count"
              suffix="pH"
              decimals={1}
              width="4em"
            />
          }
          leads={
            <span>
              needs <FigureValue id="soil.lime" decimals={1} />
            </span>
          }
        />
        <DecisionLine
          what="Lime requirement by"
          value={
            <span className="inline-flex flex-wrap items-baseline justify-end gap-x-2">
              <Choice
                label="Lime requirement by"
                value={method.id}
                disabled={!editable}
                options={LIME_METHODS.map(({ id, name, why }) => ({ value: id, label: name, note: why }))}
                onChange={(id) =>
                  set("soil/lime/method", id === LIME_METHODS[0].id ? undefined : limeMethod(id as never).id)
                }
              />
              {method.asks && (
                <DecidedNumber
                  path="soil/lime/bufferTPerHa"
                  label="CaCO3 by the laboratory, for 20 cm"
                  value={decisions.soil?.lime?.bufferTPerHa ?? null}
                  dimension="dressing"
                  decimals={1}
                  width="3.6em"
                />
              )}
            </span>
          }
          leads={
            method.asks === null ? null : (
              <span className="text-soft">calcium carbonate for 20 cm, as the laboratory says</span>
            )
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
          what="Incorporation depth"
          hint="depth that the lime must serve"
          value={
            <DecidedNumber
              path="soil/lime/depthCm"
              label="Incorporation depth"
              value={soil.limeDepthCm}
              dimension="length"
              width="4em"
            />
          }
          leads={
            soil.limeDressings > 1 ? (
              <span>{show(soil.limeThisSeasonTPerHa, "dressing")} this season, the rest a season later</span>
            ) : null
          }
        />
        {soil.salt.gypsumTPerHa !== null && soil.salt.gypsumTPerHa > 0 && (
          <DecisionLine
            what="Gypsum"
            hint="calcium replaces sodium"
            value={<FigureValue id="soil.gypsum" decimals={1} />}
            leads={
              <span className="inline-flex flex-wrap gap-x-2">
                {soil.salt.gypsumThisSeasonTPerHa < soil.salt.gypsumTPerHa && (
                  <span>
                    <FigureValue id="soil.gypsumNow" decimals={1} /> this season,
                  </span>
                )}
                <span>delivered at</span>
                <WrittenValue
                  label="Price of gypsum per tonne, delivered"
                  text={decisions.soil?.gypsum?.pricePerT ? number(decisions.soil.gypsum.pricePerT / 100, 2) : ""}
                  suffix={`${currency}/t`}
                  disabled={!editable}
                  width="5em"
                  read={read("Price of gypsum", "count", { min: 0, max: 1_000_000 })}
                  onValue={(v) => set("soil/gypsum/pricePerT", Math.round(v * 100))}
                  onClear={() => set("soil/gypsum/pricePerT", undefined)}
                />
              </span>
            }
          />
        )}
        {soil.salt.leachingMm !== null && (
          <DecisionLine what="To leach the salt" value={<FigureValue id="soil.leaching" decimals={0} />} />
        )}
      </div>
    </div>
  );
}
