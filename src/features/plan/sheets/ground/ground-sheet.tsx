"use client";

import { type ImplementId, implementOf } from "@/core/ground/implements";
import type { PlannedPass } from "@/core/sheets/ground/part";
import { Choice } from "@/ui/choice";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine, SheetHead } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** Tools that can be drawn behind another in one trip. */
const DRAWN_BEHIND: ImplementId[] = ["roller", "harrow", "drill"];

const sizeOf = (pass: PlannedPass, key: "depthCm" | "speedKmH" | "widthM") =>
  key === "depthCm" ? (pass.tools[0]?.depthCm ?? 0) : pass[key];

/** Sheet 1: two tillage systems side by side, and the passes of the one chosen. */
export function GroundSheet() {
  const { plan, decisions, set, editable } = usePlanModel();
  const { spoken, unitOf, measureChange } = useUnits();
  if (!plan) return null;
  const { chosen, compared, all } = plan.ground;
  const options = all.map((s) => ({
    value: s.id,
    label: s.name,
    note: `${s.fit === "harms" ? "Harms: " : ""}${s.why}`,
  }));
  const rows: [string, "fuel" | "hours" | "cost" | "cover", number][] = [
    ["Diesel", "fuel", 1],
    ["Hours", "hours", 2],
    ["Cost of passes", "cost", 0],
    ["Residue cover after sowing", "cover", 0],
  ];
  return (
    <div>
      <SheetHead
        title="Ground"
        about={`${plan.crop.guide.ground.tilth} tilth, loosened ${spoken.quantity(plan.crop.guide.ground.loosenCm.low, "length")} to ${spoken.quantity(plan.crop.guide.ground.loosenCm.high, "length")} deep${all.length > 1 ? "; two systems compared over all passes, planting included" : ""}`}
      />
      <DecisionLine
        what="Tillage system"
        value={
          <Choice
            label="Tillage system"
            value={chosen.id}
            options={options}
            disabled={!editable}
            onChange={(id) => set("ground/systemId", id)}
          />
        }
        leads={<span className="text-soft">{chosen.why}</span>}
      />
      <DecisionLine
        what="Residue of the previous crop"
        value={
          <Choice
            label="Residue"
            value={decisions.ground?.residue ?? "kept"}
            disabled={!editable}
            options={[
              { value: "kept", label: "Left on the field" },
              { value: "baled", label: "Baled and removed" },
            ]}
            onChange={(value) => set("ground/residue", value === "baled" ? "baled" : undefined)}
          />
        }
        leads={
          <span>
            leaves <FigureValue id="ground.cover" decimals={0} /> cover after sowing
          </span>
        }
      />
      {all.length > 1 && (
        <table className="mt-2 w-full border-collapse">
          <caption className="sr-only">Two tillage systems compared</caption>
          <thead>
            <tr className="text-[12px] text-soft">
              <th scope="col" className="py-1 text-left font-medium">
                For 1 {unitOf("area")}
              </th>
              <th scope="col" className="py-1 text-right font-semibold text-ink">
                {chosen.name}
              </th>
              <th scope="col" className="py-1 text-right font-medium">
                <Choice
                  label="Compare with"
                  value={compared.id}
                  options={options.filter((o) => o.value !== chosen.id)}
                  onChange={(id) => set("ground/compareWith", id)}
                  disabled={!editable}
                />
              </th>
              <th scope="col" className="w-24 py-1 text-right font-medium">
                difference
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map(([label, key, decimals]) => {
              const a = plan.asides[`system.${chosen.id}.${key}`];
              const b = plan.asides[`system.${compared.id}.${key}`];
              return (
                <tr key={key} className="border-t border-line">
                  <th scope="row" className="py-1 text-left font-normal">
                    {label}
                  </th>
                  <td className="py-1 text-right">
                    <FigureValue id={`system.${chosen.id}.${key}`} decimals={decimals} />
                  </td>
                  <td className="py-1 text-right">
                    <FigureValue id={`system.${compared.id}.${key}`} decimals={decimals} />
                  </td>
                  <td className="py-1 text-right text-soft">
                    {a && b && measureChange(a.value, b.value, a.unit, decimals).number}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {chosen.passes.length > 0 && (
        <table className="mt-3 w-full border-collapse">
          <caption className="pb-1 text-left text-[13px] text-soft">Passes of “{chosen.name}”</caption>
          <TableHead columns={["Pass", ...figures("Depth", "Speed", "Width", "With", "Diesel", "Work rate")]} />
          <tbody>
            {chosen.passes.map((pass) => (
              <tr
                key={pass.id}
                className="border-t border-line align-baseline"
                title={`Before going on: ${pass.decision}`}
              >
                <th scope="row" className="py-1 text-left font-normal">
                  {pass.name}
                </th>
                {(
                  [
                    ["depthCm", "Depth", "length"],
                    ["speedKmH", "Speed", "speed"],
                    ["widthM", "Width", "distance"],
                  ] as const
                ).map(([key, label, dimension]) => (
                  <td key={key} className="py-1 text-right">
                    <DecidedNumber
                      path={`ground/passes/${pass.id}/${key}`}
                      label={`${pass.name}, ${label.toLowerCase()}`}
                      value={sizeOf(pass, key)}
                      dimension={dimension}
                      width="3.4em"
                    />
                  </td>
                ))}
                <td className="py-1 text-right">
                  <Choice
                    label={`${pass.name}, with`}
                    value={decisions.ground?.passes?.[pass.id]?.with ?? "nothing"}
                    disabled={!editable}
                    options={[
                      { value: "nothing", label: "nothing", note: "one tool in this trip" },
                      ...DRAWN_BEHIND.filter((i) => i !== pass.tools[0]?.implement).map((i) => ({
                        value: i,
                        label: implementOf(i).name,
                        note: "in the same trip: drafts and diesel are added, covers multiplied",
                      })),
                    ]}
                    onChange={(i) => set(`ground/passes/${pass.id}/with`, i === "nothing" ? undefined : i)}
                  />
                </td>
                <td className="py-1 text-right">
                  <FigureValue id={`pass.${chosen.id}.${pass.id}.fuel`} decimals={1} />
                </td>
                <td className="py-1 text-right">
                  <FigureValue id={`pass.${chosen.id}.${pass.id}.rate`} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}
