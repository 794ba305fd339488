"use client";

import dynamic from "next/dynamic";
import { waysOfKind } from "@/core/guides/fitting";
import { takeAnother } from "@/core/sheets/faces";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { Disclosure } from "@/ui/disclosure";
import { WrittenValue } from "@/ui/written-value";
import { useUnits } from "../../../shared/units";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine, SheetHead } from "../../inputs/decision-line";
import { PlannedDate } from "../../inputs/planned-date";
import { useOpenWindow, usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";
import { Containers } from "./containers";
import { DrillCheck } from "./drill-check";
import { EmergenceInput } from "./emergence-input";
import { EmergenceLine } from "./emergence-line";
import { LotsInHand } from "./lots";
import { Mixture } from "./mixture";
import { RaisedIn } from "./raised-in";
import { SizeOfProduct } from "./size";
import { Spacing } from "./spacing";
import { CountedStandLine } from "./stand";
import { Stations } from "./stations";

/** The field to scale: fetched beside the sheet, nobody waits for it. */
const Layout = dynamic(() => import("./layout").then((m) => m.Layout));
/** Fetches lists and trials: when somebody asks for them. */
const Shortlist = dynamic(() => import("./shortlist").then((m) => m.Shortlist));
/** Drafts the plan with each way: fetched when somebody compares. */
const WaysTable = dynamic(() => import("./ways").then((m) => m.WaysTable));

/** Sheet 3: the stand aimed for, the lot that gives it, and what to order and catch. */
export function SeedSheet() {
  const onWindow = useOpenWindow();
  const { plan, facts, decisions, set, change, editable } = usePlanModel();
  const { number, split, read, show, currency } = useUnits();
  if (!plan) return null;
  const { seed } = plan;
  const { guide, kind, method } = plan.crop;
  const { methods } = waysOfKind(guide, kind.id);
  const lots = facts.seedLots.filter((l) => l.guideId === guide.id && l.kindId === kind.id);
  const lot = lots.find((l) => l.id === seed.lotId);
  const sowing = plan.operations.find((o) => o.role === "plant");
  const unitwise = seed.by === "unit";
  const stands = seed.by === "standing";
  const bySpacing = unitwise || method?.nursery !== undefined;
  const sown = plan.figures["seed.tgw"];
  const plantDecimals = seed.targetPlantsPerM2 < 20 ? 1 : 0;
  return (
    <div>
      <SheetHead
        title="Seed"
        about={method ? `${method.name.toLowerCase()}${stands ? "" : ", from target plants, lot and losses"}` : ""}
      />
      {methods.length > 1 && (
        <DecisionLine
          what="Establishment method"
          value={
            <Choice
              label="Planting method"
              value={method.id}
              disabled={!editable}
              options={methods.map((m) => ({ value: m.id, label: m.name }))}
              onChange={(id) =>
                // another way of planting asks for another way of working the ground and for its own spacing
                change(...takeAnother(guide, decisions.crop, "method", id))
              }
            />
          }
        />
      )}
      {methods.length > 1 && (
        <Disclosure first={false} summary="Compare the ways" className="py-1 text-[13px] text-action">
          <WaysTable />
        </Disclosure>
      )}
      <DecisionLine
        what={
          stands ? "Grows again about" : unitwise ? "Plant about" : method?.nursery ? "Transplant about" : "Sow about"
        }
        value={<PlannedDate operation={sowing} label="Planting date" name="Planting date" />}
        leads={
          stands ? null : (
            <Button look="quiet" onClick={onWindow}>
              Sowing window and chances
            </Button>
          )
        }
      />
      {lots.length > 0 && !stands && (
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
                {lot.certified ? "certified" : "uncertified"}, {number(lot.pricePerT / 100)} {currency}/t
              </span>
            ) : null
          }
        />
      )}
      {!seed.mixture && !stands && (
        <Disclosure first={false} summary="Varieties for this field" className="py-1 text-[13px] text-action">
          <Shortlist key={kind.id} />
        </Disclosure>
      )}
      {/* a mixture's stand is what its shares make */}
      {!seed.mixture && (
        <DecisionLine
          what={stands ? "Full population" : "Target population"}
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
              {stands ? (
                <>
                  <FigureValue id="seed.stands" decimals={1} /> still stand
                </>
              ) : (
                <FigureValue id="seed.targetPlants" decimals={plantDecimals} />
              )}
              {!unitwise && plan.figures["seed.seedsPerM2"] && (
                <>
                  {" "}
                  from <FigureValue id="seed.seedsPerM2" decimals={plantDecimals} /> seeds
                </>
              )}
            </span>
          }
        />
      )}
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
              <DecidedNumber
                path="seed/thousandGrainWeightG"
                label="Thousand-grain weight"
                value={sown.value}
                dimension="seedMass"
                suffix="g"
                width="3.6em"
              />
              <DecidedNumber
                path="seed/germinationPct"
                label="Germination"
                value={plan.figures["seed.germination"]?.value ?? 0}
                dimension="percent"
                suffix="%"
                width="3em"
              />
            </span>
          }
          leads={method?.nursery ? null : <EmergenceInput />}
        />
      )}
      {seed.mixture ? (
        <Mixture />
      ) : stands ? null : seed.stations ? (
        <Stations />
      ) : bySpacing ? (
        <DecisionLine
          what={unitwise ? "Planting pattern" : "Hills"}
          value={<Spacing />}
          leads={
            unitwise ? (
              <span>
                gives <FigureValue id="seed.units" decimals={0} /> planted
              </span>
            ) : (
              <span>
                <FigureValue id="seed.inRowSpacing" decimals={1} /> for the target
                {!seed.trays && (
                  <>
                    ; nursery <FigureValue id="seed.nurseryArea" decimals={0} />
                  </>
                )}
              </span>
            )
          }
        />
      ) : (
        <DecisionLine
          what="Seed rate from"
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
                { value: "handbook", label: "Customary rate", note: "a customary rate; the plants it gives are shown" },
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
                  {show(
                    decisions.seed?.handbookRateKgPerHa ??
                      (method?.stock.by === "seed" ? method.stock.handbookRateKgPerHa.typical : 0),
                    "massPerArea",
                  )}{" "}
                  would give <FigureValue id="seed.handbookPlants" decimals={0} />
                </span>
              )}
            </span>
          }
        />
      )}
      {method.nursery?.trays && <RaisedIn usual={method.nursery.trays.cells} />}
      {decisions.seed?.school === "handbook" && !bySpacing && !seed.stations && !seed.mixture && (
        <DecisionLine
          what="Handbook rate"
          value={
            <DecidedNumber
              path="seed/handbookRateKgPerHa"
              label="Handbook rate"
              value={
                decisions.seed.handbookRateKgPerHa ??
                (method?.stock.by === "seed" ? method.stock.handbookRateKgPerHa.typical : 0)
              }
              dimension="massPerArea"
            />
          }
        />
      )}
      {unitwise && (
        <DecisionLine
          what="Mass per piece, and mass bought"
          hint="diameter only to check it; leave the mass bought empty to have it computed"
          value={
            <span className="inline-flex flex-wrap justify-end gap-x-3">
              <DecidedNumber
                path="seed/unitMassG"
                label="Mass per piece"
                value={plan.figures["seed.unitMass"]?.value ?? 0}
                dimension="seedMass"
                suffix="g"
                width="3.4em"
              />
              <DecidedNumber
                path="seed/unitDiameterCm"
                label="Diameter of one"
                value={decisions.seed?.unitDiameterCm}
                dimension="length"
                width="3em"
              />
              <DecidedNumber
                path="seed/stockKgPerHa"
                label="Stock"
                value={decisions.seed?.stockKgPerHa}
                dimension="massPerArea"
                width="4.4em"
              />
            </span>
          }
          leads={
            <span>
              <FigureValue id="seed.bought" decimals={0} /> bought, of which{" "}
              <FigureValue id="seed.planted" decimals={0} /> planted
              {plan.figures["seed.sources"] && (
                <>
                  , from <FigureValue id="seed.sources" decimals={0} /> that are parted
                </>
              )}
            </span>
          }
        />
      )}
      {!stands && (
        <DecisionLine
          what={unitwise ? "Stock to order" : "Seed to order"}
          hint={`for ${show(plan.areaHa, "area")}`}
          value={
            <DecidedNumber
              path="seed/reservePct"
              label="Reserve"
              value={seed.reservePct}
              dimension="percent"
              suffix="% reserve"
              width="3em"
            />
          }
          leads={
            <span>
              <FigureValue id="seed.order" decimals={seed.orderKg < 10 ? 2 : 0} />
              {seed.bags !== null &&
                lot?.bagKg &&
                ` = ${seed.bags} ${seed.bags === 1 ? "bag" : "bags"} of ${show(lot.bagKg, "mass")}`}
            </span>
          }
        />
      )}
      {!stands && <LotsInHand />}
      <SizeOfProduct />
      <EmergenceLine />
      <CountedStandLine />
      <DrillCheck />
      {!stands && <Layout />}
      <Containers />
    </div>
  );
}
