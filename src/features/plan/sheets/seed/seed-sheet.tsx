"use client";

import { fallBack } from "@/core/sheets";
import { change as changeOf } from "@/core/sheets/decisions";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { WrittenValue } from "@/ui/written-value";
import { useUnits } from "../../../shared/units";
import { DecisionLine, SheetHead } from "../../decision-line";
import { useMovingDates } from "../../moving-dates";
import { useOpenWindow, usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";
import { DrillCheck } from "./drill-check";
import { EmergenceInput } from "./emergence-input";

/** Sheet 3: the stand aimed for, the lot that gives it, and what to order and catch. */
export function SeedSheet() {
  const onWindow = useOpenWindow();
  const { plan, facts, decisions, set, change, editable } = usePlanModel();
  const { put } = useMovingDates();
  const { number, split, read, show, currency } = useUnits();
  if (!plan) return null;
  const { seed } = plan;
  const { guide, kind, method } = plan.crop;
  const lots = facts.seedLots.filter((l) => l.guideId === guide.id && l.kindId === kind.id);
  const lot = lots.find((l) => l.id === seed.lotId);
  const sowing = plan.operations.find((o) => o.role === "plant");
  const planted = sowing?.doneOn != null;
  const unitwise = seed.by === "unit";
  const bySpacing = unitwise || method?.nursery !== undefined;
  const sown = plan.figures["seed.tgw"];
  const plantDecimals = seed.targetPlantsPerM2 < 20 ? 1 : 0;
  return (
    <div>
      <SheetHead
        title="Seed"
        about={method ? `${method.name.toLowerCase()}, from target plants, lot and losses` : ""}
      />
      {guide.methods.length > 1 && (
        <DecisionLine
          what="Establish by"
          value={
            <Choice
              label="Planting method"
              value={method.id}
              disabled={!editable}
              options={guide.methods.map((m) => ({ value: m.id, label: m.name }))}
              onChange={(id) =>
                // another way of planting asks for another way of working the ground and for its own spacing
                change(...fallBack("method"), changeOf("crop/methodId", id))
              }
            />
          }
        />
      )}
      <DecisionLine
        what={unitwise ? "Plant about" : method?.nursery ? "Transplant about" : "Sow about"}
        value={
          <WrittenValue
            label="Planting date"
            type="date"
            width="9em"
            disabled={!editable || planted}
            text={plan.plantingDate ?? ""}
            read={(typed) =>
              /^\d{4}-\d{2}-\d{2}$/.test(typed)
                ? { ok: true, value: typed }
                : { ok: false, message: `Planting date: ${typed || "nothing"} given, allowed is a date` }
            }
            onValue={(date) => {
              if (sowing) put(sowing, date);
            }}
            onClear={() => sowing && set(`dates/${sowing.id}`, undefined)}
          />
        }
        leads={
          <Button look="quiet" onClick={onWindow}>
            Sowing window and chances
          </Button>
        }
      />
      {lots.length > 0 && (
        <DecisionLine
          what="Variety and lot"
          value={
            <Choice
              label="Seed lot"
              value={seed.lotId ?? ""}
              disabled={!editable}
              options={lots.map((l) => ({
                value: l.id,
                label: l.variety,
                note: `${l.thousandGrainWeightG ? `${l.thousandGrainWeightG} g per thousand, ` : l.unitMassG ? `${l.unitMassG} g each, ` : ""}${l.germinationPct} % ${unitwise ? "sprouting" : "germination"}, ${number(l.pricePerT / 100)} ${currency}/t, ${l.certified ? "certified" : "own, not certified"}`,
              }))}
              onChange={(id) => set("seed/lotId", id)}
            />
          }
          leads={
            lot ? (
              <span className="text-soft">
                {lot.certified ? "certified" : "own seed"}, {number(lot.pricePerT / 100)} {currency}/t
              </span>
            ) : null
          }
        />
      )}
      <DecisionLine
        what="Aim for"
        hint={
          method
            ? `usual ${show(method.targetPlantsPerM2.low, "countPerArea", plantDecimals)} to ${show(method.targetPlantsPerM2.high, "countPerArea", plantDecimals)}`
            : ""
        }
        value={
          <WrittenValue
            label="Target plants"
            text={split(seed.targetPlantsPerM2, "countPerArea", plantDecimals).number}
            suffix={`plants${split(1, "countPerArea").unit}`}
            width="5em"
            disabled={!editable}
            read={read("Target plants", "countPerArea", { above: 0, max: 20000 })}
            onValue={(v) => set("seed/targetPlantsPerM2", v)}
            onClear={() => set("seed/targetPlantsPerM2", undefined)}
          />
        }
        leads={
          <span>
            <FigureValue id="seed.targetPlants" decimals={plantDecimals} />
            {!unitwise && plan.figures["seed.seedsPerM2"] && (
              <>
                {" "}
                from <FigureValue id="seed.seedsPerM2" decimals={0} /> seeds
              </>
            )}
          </span>
        }
      />
      {seed.adjustments.length > 0 && (
        <div className="border-b border-line py-1.5">
          <p className="text-[12px] text-soft">The usual target, moved by</p>
          <div className="mt-0.5 flex flex-wrap gap-x-4 gap-y-1">
            {seed.adjustments.map((a) => (
              <label key={a.id} className="inline-flex items-center gap-1.5 text-[13px]" title={a.why}>
                <input
                  type="checkbox"
                  checked={a.on}
                  disabled={!editable}
                  className="size-4 accent-(--action)"
                  onChange={(event) =>
                    set(`seed/adjustments/${a.id}`, {
                      on: event.currentTarget.checked,
                      ...(decisions.seed?.adjustments?.[a.id]?.changePct === undefined
                        ? {}
                        : { changePct: decisions.seed.adjustments[a.id]?.changePct }),
                    })
                  }
                />
                {a.situation}
                <WrittenValue
                  label={`${a.situation}, change`}
                  text={number(a.changePct, 1).replace(/\.0$/, "")}
                  suffix="%"
                  width="3em"
                  disabled={!editable}
                  read={read("Change", "percent", { min: -90, max: 300 })}
                  onValue={(v) => set(`seed/adjustments/${a.id}`, { on: true, changePct: v })}
                  onClear={() => set(`seed/adjustments/${a.id}`, undefined)}
                />
              </label>
            ))}
          </div>
        </div>
      )}
      {sown && (
        <DecisionLine
          what="Weight and germination"
          hint={sown.basis.kind === "measured" ? sown.basis.text : ""}
          value={
            <span className="inline-flex flex-wrap justify-end gap-x-3">
              <WrittenValue
                label="Thousand-grain weight"
                text={number(sown.value)}
                suffix="g"
                width="3.6em"
                disabled={!editable}
                read={read("Thousand-grain weight", "seedMass", { above: 0, max: 5000 })}
                onValue={(v) => set("seed/thousandGrainWeightG", v)}
                onClear={() => set("seed/thousandGrainWeightG", undefined)}
              />
              <WrittenValue
                label="Germination"
                text={number(plan.figures["seed.germination"]?.value ?? 0)}
                suffix="%"
                width="3em"
                disabled={!editable}
                read={read("Germination", "percent", { above: 0, max: 100 })}
                onValue={(v) => set("seed/germinationPct", v)}
                onClear={() => set("seed/germinationPct", undefined)}
              />
            </span>
          }
          leads={method?.nursery ? null : <EmergenceInput />}
        />
      )}
      {bySpacing ? (
        <DecisionLine
          what={unitwise ? "Set in rows" : "Hills"}
          value={
            <span className="inline-flex flex-wrap justify-end gap-x-2">
              <WrittenValue
                label="Row spacing"
                text={split(seed.rowSpacingCm ?? 0, "length").number}
                width="3.4em"
                disabled={!editable}
                read={read("Row spacing", "length", { above: 0, max: 1000 })}
                onValue={(v) => set("seed/rowSpacingCm", v)}
                onClear={() => set("seed/rowSpacingCm", undefined)}
              />
              ×
              <WrittenValue
                label="Spacing in the row"
                text={split(seed.inRowSpacingCm ?? 0, "length").number}
                suffix={split(1, "length").unit}
                width="3.4em"
                disabled={!editable}
                read={read("Spacing in the row", "length", { above: 0, max: 1000 })}
                onValue={(v) => set("seed/inRowSpacingCm", v)}
                onClear={() => set("seed/inRowSpacingCm", undefined)}
              />
            </span>
          }
          leads={
            unitwise ? (
              <span>
                gives <FigureValue id="seed.units" decimals={0} /> planted
              </span>
            ) : (
              <span>
                <FigureValue id="seed.inRowSpacing" decimals={1} /> for the target; nursery{" "}
                <FigureValue id="seed.nurseryArea" decimals={0} />
              </span>
            )
          }
        />
      ) : (
        <DecisionLine
          what="Rate by"
          value={
            <Choice
              label="Seed rate school"
              value={decisions.seed?.school ?? "population"}
              disabled={!editable}
              options={[
                {
                  value: "population",
                  label: "Population",
                  note: "default: answers to this lot's weight and germination",
                },
                { value: "handbook", label: "Handbook mass", note: "a customary rate; the plants it gives are shown" },
              ]}
              onChange={(v) => set("seed/school", v === "handbook" ? "handbook" : undefined)}
            />
          }
          leads={
            <span>
              <FigureValue id="seed.rate" decimals={0} />
              {plan.figures["seed.handbookPlants"] && (
                <span className="text-soft">
                  ; handbook{" "}
                  {number(
                    decisions.seed?.handbookRateKgPerHa ??
                      (method?.stock.by === "seed" ? method.stock.handbookRateKgPerHa.typical : 0),
                  )}{" "}
                  kg/ha would give <FigureValue id="seed.handbookPlants" decimals={0} />
                </span>
              )}
            </span>
          }
        />
      )}
      {decisions.seed?.school === "handbook" && !bySpacing && (
        <DecisionLine
          what="Handbook rate"
          value={
            <WrittenValue
              label="Handbook rate"
              text={
                split(
                  decisions.seed.handbookRateKgPerHa ??
                    (method?.stock.by === "seed" ? method.stock.handbookRateKgPerHa.typical : 0),
                  "massPerArea",
                ).number
              }
              suffix={split(1, "massPerArea").unit}
              disabled={!editable}
              read={read("Handbook rate", "massPerArea", { above: 0, max: 10000 })}
              onValue={(v) => set("seed/handbookRateKgPerHa", v)}
              onClear={() => set("seed/handbookRateKgPerHa", undefined)}
            />
          }
        />
      )}
      {unitwise && (
        <DecisionLine
          what="Mass of one, and mass bought"
          hint="leave the mass empty to have it computed"
          value={
            <span className="inline-flex flex-wrap justify-end gap-x-3">
              <WrittenValue
                label="Mass of one"
                text={number(plan.figures["seed.unitMass"]?.value ?? 0)}
                suffix="g"
                width="3.4em"
                disabled={!editable}
                read={read("Mass of one", "seedMass", { above: 0, max: 5000 })}
                onValue={(v) => set("seed/unitMassG", v)}
                onClear={() => set("seed/unitMassG", undefined)}
              />
              <WrittenValue
                label="Stock"
                text={decisions.seed?.stockKgPerHa ? split(decisions.seed.stockKgPerHa, "massPerArea").number : ""}
                suffix={split(1, "massPerArea").unit}
                width="4.4em"
                disabled={!editable}
                read={read("Stock", "massPerArea", { above: 0, max: 100000 })}
                onValue={(v) => set("seed/stockKgPerHa", v)}
                onClear={() => set("seed/stockKgPerHa", undefined)}
              />
            </span>
          }
          leads={
            <span>
              <FigureValue id="seed.bought" decimals={0} /> bought, of which{" "}
              <FigureValue id="seed.planted" decimals={0} /> planted
            </span>
          }
        />
      )}
      <DecisionLine
        what={unitwise ? "Stock to order" : "Seed to order"}
        hint={`for ${show(plan.areaHa, "area")}`}
        value={
          <WrittenValue
            label="Reserve"
            text={number(seed.reservePct)}
            suffix="% reserve"
            width="3em"
            disabled={!editable}
            read={read("Reserve", "percent", { min: 0, max: 200 })}
            onValue={(v) => set("seed/reservePct", v)}
            onClear={() => set("seed/reservePct", undefined)}
          />
        }
        leads={
          <span>
            <FigureValue id="seed.order" decimals={0} />
            {seed.bags !== null && lot && ` = ${seed.bags} bags of ${number(lot.bagKg)} kg`}
          </span>
        }
      />
      <DrillCheck />
    </div>
  );
}
