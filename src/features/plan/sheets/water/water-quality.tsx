"use client";

import { ANALYSED, ANALYSIS_LIMITS, mostOfSecond, type WaterAnalysis } from "@/core/water/water-quality";
import { Choice } from "@/ui/choice";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { DecidedNumber } from "../../inputs/decided-number";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

const NAMES: Record<keyof WaterAnalysis, string> = {
  ecDsM: "Conductivity",
  sar: "Sodium adsorption ratio",
  chlorideMgL: "Chloride",
  nitrateMgL: "Nitrate",
};

/** The field's water, a second one that is mixed in, and what both come to. */
export function WaterQuality() {
  const { plan, facts, decisions, set, editable } = usePlanModel();
  const { number } = useUnits();
  if (!plan) return null;
  const { quality, leachingPct } = plan.water;
  const { field } = facts;
  const own: WaterAnalysis = {
    ecDsM: field.waterEcDsM ?? null,
    sar: field.waterSar ?? null,
    chlorideMgL: field.waterChlorideMgL ?? null,
    nitrateMgL: field.waterNitrateMgL ?? null,
  };
  const blend = decisions.water?.blend ?? {};
  const limit = plan.crop.guide.soil.salinity.thresholdDsM / 1.5;
  return (
    <div className="grid gap-1 pb-2">
      <table className="w-full border-collapse">
        <TableHead columns={["In the water", ...figures("This field's", "A second water", "As given")]} />
        <tbody>
          {ANALYSED.map((key) => {
            const { unit } = ANALYSIS_LIMITS[key];
            const shown = (value: number | null | undefined) =>
              value == null ? "not known" : `${number(value, value < 10 ? 2 : 0)} ${unit}`;
            return (
              <tr key={key} className="border-t border-line">
                <th scope="row" className="py-0.5 text-left font-normal">
                  {NAMES[key]}
                </th>
                <td className="text-right">{shown(own[key])}</td>
                <td className="text-right">
                  <DecidedNumber
                    path={`water/blend/${key}`}
                    label={`${NAMES[key]} of the second water`}
                    value={blend[key]}
                    dimension="count"
                    suffix={unit}
                    width="4em"
                  />
                </td>
                <td className="text-right">{shown(quality[key])}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="flex flex-wrap items-baseline gap-x-2">
        Of the second water
        <DecidedNumber
          path="water/blend/sharePct"
          label="Share of the second water"
          value={blend.sharePct ?? 0}
          dimension="percent"
          suffix="%"
          width="3.2em"
        />
        {own.ecDsM != null && blend.ecDsM !== undefined && (
          <span className="text-[13px] text-soft">
            {own.ecDsM > blend.ecDsM
              ? `at least ${number(100 - mostOfSecond(blend.ecDsM, own.ecDsM, limit), 0)} %`
              : `at most ${number(mostOfSecond(own.ecDsM, blend.ecDsM, limit), 0)} %`}{" "}
            keep the soil under what {plan.crop.guide.name.toLowerCase()} bears (soil 1.5 times the water's salt)
          </span>
        )}
      </p>
      {leachingPct !== null && plan.water.pond && (
        <p>
          <FigureValue id="water.leaching" decimals={0} /> of the water should drain; what seeps away under the pond
          does it.
        </p>
      )}
      {leachingPct !== null && !plan.water.pond && (
        <p className="flex flex-wrap items-baseline gap-x-2">
          <FigureValue id="water.leaching" decimals={0} /> of the water should drain:
          <Choice
            label="Leaching water"
            value={decisions.water?.leach ? "given" : "left"}
            disabled={!editable}
            onChange={(id) => set("water/leach", id === "given" ? true : undefined)}
            options={[
              { value: "left", label: "left to the winter's rain", note: "where it drains in most years" },
              { value: "given", label: "given with every irrigation", note: "where it does not" },
            ]}
          />
        </p>
      )}
      {plan.water.nitrogenKgPerHa > 0 && (
        <p>
          <FigureValue id="water.nitrogen" decimals={0} /> come with the season's water; Feed takes them off.
        </p>
      )}
      {own.ecDsM == null && (
        <p className="text-[13px] text-soft">The analysis of this field's water stands in the field's record.</p>
      )}
    </div>
  );
}
