"use client";

import { type ReactNode, useState } from "react";
import { dropletClass, knapsackLoads, NOZZLE_TOLERANCE_PCT, nozzleShould } from "@/core/protect/nozzles-and-loads";
import { activeIngredient, sprayMix } from "@/core/protect/spray";
import type { ProtectionProduct } from "@/core/records/inputs/protection-product";
import type { FieldError, Result } from "@/core/result";
import type { PlannedTreatment } from "@/core/sheets/protect/part";
import type { Dimension } from "@/core/units/units";
import { Disclosure } from "@/ui/disclosure";
import { WrittenValue } from "@/ui/written-value";
import { Link } from "../../../shared/link";
import { useUnits } from "../../../shared/units";
import { usePlanModel } from "../../plan-context";

/** What nobody typed: a field sprayer and a knapsack as they are usual; assumptions, to be measured. */
const USUAL = {
  tankL: 1200,
  spacingCm: 50,
  speedKmH: 8,
  knapsackL: 15,
  swathM: 1,
  paceM: 0.75,
  walkMPerMin: 60,
  capMl: 25,
};
const SMALL_HA = 1;

/** What goes into each tank or load on this field, how one calibrates, and how one does it. */
export function TankMix({
  treatment: t,
  product,
  areaHa,
}: {
  treatment: PlannedTreatment;
  product: ProtectionProduct;
  areaHa: number;
}) {
  const { facts, planId } = usePlanModel();
  const { number, show } = useUnits();
  const grams =
    product.content === null
      ? null
      : t.unit === "L"
        ? activeIngredient({ productPerHa: t.ratePerHa, unit: "L", contentGPerL: product.content })
        : activeIngredient({ productPerHa: t.ratePerHa, unit: "kg", contentPct: product.content });
  const total = t.ratePerHa * areaHa;
  const packs = product.packSize ? Math.ceil(total / product.packSize - 1e-9) : 0;
  const dry = t.waterLPerHa === null;
  const byHand = facts.field.handWork || areaHa <= SMALL_HA;
  return (
    <Disclosure
      first={false}
      className="mt-1 text-[13px]"
      summary={dry ? "How it is spread" : byHand ? "Knapsack and spray sheet" : "Tank and spray sheet"}
    >
      <div className="grid gap-1 py-1 text-[13px]">
        {t.waterLPerHa === null ? (
          <p>
            {show(areaHa, "area")}: <Measured amount={total} unit={t.unit} /> of {product.name} in all, spread dry;{" "}
            {show(t.ratePerHa / 10, t.unit === "L" ? "liquidByHand" : "massByHand")}: weigh out what some rows take once
            and pace them off.
          </p>
        ) : byHand ? (
          <Knapsack treatment={t} product={product} areaHa={areaHa} lPerHa={t.waterLPerHa} />
        ) : (
          <Boom treatment={t} product={product} areaHa={areaHa} lPerHa={t.waterLPerHa} />
        )}
        <p>
          {grams?.ok &&
            `${show(grams.value.gPerHa, "activePerArea")} of ${product.active}${product.moves ? `, ${product.moves}` : ""}. `}
          {product.packSize
            ? `${packs} ${packs === 1 ? "pack" : "packs"} of ${number(product.packSize)} ${t.unit}`
            : ""}
          {product.batch ? `, batch ${product.batch}` : ""}
        </p>
        {t.waterLPerHa !== null && <OtherDoses treatment={t} product={product} lPerHa={t.waterLPerHa} />}
        {!dry && (
          <p>
            Droplets {dropletClass(product, 0)}, {dropletClass(product, 3)} from {show(3, "wind")} of wind on; the label
            goes first. Half of the water first, then the product (of several: what dissolves as a solid, then liquids,
            wetters last), then the rest; stir on. The last tank is mixed to measure: nothing is left over.
            {product.partners ? ` ${product.partners}` : ""}
          </p>
        )}
        <p>
          {product.windMs ? `Wind up to ${show(product.windMs, "wind")}` : "Wind as the label says"}, never in still
          inversions, towards water, hives, houses or people.{" "}
          {product.bees === "evening" && "Only after bees have stopped flying. "}
          {product.bees === "notInBloom" && "Not on crops or weeds in bloom. "}
          {product.reEntryHours ? `Nobody in the crop for ${number(product.reEntryHours)} hours: ` : ""}
          <Link
            href={`/treatments/sign?plan=${planId}&treatment=${t.id}`}
            className="text-action underline underline-offset-2"
          >
            re-entry notice
          </Link>
          .
        </p>
        {product.equipment && <p>Protective equipment: {product.equipment}</p>}
        {product.hazards && <p>Hazards: {product.hazards}</p>}
        {product.firstAid && <p>First aid: {product.firstAid}</p>}
        <p className="text-soft">
          {dry
            ? "What is left goes back into its own pack; the spreader is cleaned over the field. "
            : "Rinse the tank three times and spray the rinse water onto the treated field. "}
          Empty packs rinsed and handed in as the law says.
        </p>
      </div>
    </Disclosure>
  );
}

/** An amount in what the measuring jug or the scales show. */
function Measured({ amount, unit }: { amount: number; unit: "L" | "kg" }) {
  const { show } = useUnits();
  const liquid = unit === "L";
  return amount < 1
    ? show(1000 * amount, liquid ? "measuredVolume" : "measuredMass")
    : show(amount, liquid ? "volume" : "mass", 2);
}

/** What somebody knows of the own sprayer, written over what is usual. */
function Given({
  label,
  value,
  dimension,
  then = "",
  max,
  decimals,
  onValue,
}: {
  label: string;
  value: number;
  dimension: Dimension;
  /** what stands behind the unit */
  then?: string;
  /** the most of it, in the internal unit */
  max: number;
  decimals?: number;
  onValue: (value: number) => void;
}) {
  const { split, read } = useUnits();
  const { number, unit } = split(value, dimension, decimals);
  return (
    <WrittenValue
      label={label}
      text={number}
      suffix={`${unit}${then}`}
      width="4em"
      read={read(label, dimension, { above: 0, max })}
      onValue={onValue}
    />
  );
}

const Line = ({ children }: { children: ReactNode }) => (
  <p className="flex flex-wrap items-baseline gap-x-2">{children}</p>
);
const Problems = ({ of }: { of: Result<unknown> }) =>
  of.ok ? null : <p className="text-stop">{of.errors.map((e: FieldError) => e.message).join("; ")}</p>;

/** The rate by the litre of water, in per cent, and as active ingredient: each can be typed, and is turned into the product a hectare. */
function OtherDoses({ treatment: t, product, lPerHa }: Omit<Asked, "areaHa">) {
  const { set, editable } = usePlanModel();
  const { number, show } = useUnits();
  const rate = (perHa: number) => set(`protect/treatments/${t.id}/ratePerHa`, Number(perHa.toPrecision(6)));
  const perLitre = (1000 * t.ratePerHa) / lPerHa;
  const liquid = t.unit === "L";
  const inWater = liquid ? "volumeInWater" : "massInWater";
  const grams = product.content === null ? null : product.content * (liquid ? 1 : 10);
  if (!editable)
    return (
      <p>
        That is {show(perLitre, inWater)} of water, {number(perLitre / 10, 2)} % by {liquid ? "volume" : "mass"}.
      </p>
    );
  return (
    <Line>
      That is
      <Given
        label="By the water"
        value={perLitre}
        dimension={inWater}
        then=" of water,"
        max={1000}
        onValue={(typed) => rate((typed * lPerHa) / 1000)}
      />
      <Given
        label={`Per cent by ${liquid ? "volume" : "mass"}`}
        value={perLitre / 10}
        dimension="percent"
        then={` by ${liquid ? "volume" : "mass"}${grams ? "," : ""}`}
        max={100}
        decimals={3}
        onValue={(typed) => rate((typed * lPerHa) / 100)}
      />
      {grams && (
        <Given
          label="Active ingredient"
          value={t.ratePerHa * grams}
          dimension="activePerArea"
          then=" of the active ingredient"
          max={100_000}
          onValue={(typed) => rate(typed / grams)}
        />
      )}
    </Line>
  );
}

interface Asked {
  treatment: PlannedTreatment;
  product: ProtectionProduct;
  areaHa: number;
  lPerHa: number;
}

function Boom({ treatment: t, product, areaHa, lPerHa }: Asked) {
  const { number, show } = useUnits();
  const [tankL, setTankL] = useState(USUAL.tankL);
  const [spacing, setSpacing] = useState(USUAL.spacingCm);
  const [speed, setSpeed] = useState(USUAL.speedKmH);
  const mix = sprayMix({ areaHa, waterLPerHa: lPerHa, tankL, dose: { amount: t.ratePerHa, unit: t.unit, per: "ha" } });
  const nozzle = nozzleShould({ lPerHa, nozzleSpacingCm: spacing, speedKmH: speed });
  const off = NOZZLE_TOLERANCE_PCT / 100;
  return (
    <>
      <Line>
        A tank of
        <Given label="Tank" value={tankL} dimension="volume" max={100_000} onValue={setTankL} />
      </Line>
      <Problems of={mix} />
      {mix.ok && (
        <p>
          {show(areaHa, "area")}: {show(Math.round(mix.value.waterL), "volume")} of water and{" "}
          <Measured amount={mix.value.total} unit={t.unit} /> of {product.name} in all.{" "}
          {mix.value.fullTanks > 0 && (
            <>
              {mix.value.fullTanks} full {mix.value.fullTanks === 1 ? "tank" : "tanks"} with{" "}
              <Measured amount={mix.value.perFullTank} unit={t.unit} /> each
            </>
          )}
          {mix.value.fullTanks > 0 && mix.value.lastTankL > 0 && ", then "}
          {mix.value.lastTankL > 0 && (
            <>
              {show(Math.round(mix.value.lastTankL), "volume")} with{" "}
              <Measured amount={mix.value.perLastTank} unit={t.unit} />
            </>
          )}
          .
        </p>
      )}
      <Line>
        Nozzles every
        <Given label="Between nozzles" value={spacing} dimension="length" max={500} onValue={setSpacing} />
        at
        <Given label="Speed" value={speed} dimension="speed" max={60} decimals={1} onValue={setSpeed} />
      </Line>
      <Problems of={nozzle} />
      {nozzle.ok && (
        <p>
          Collect each for 30 seconds: it should give <b>{show(nozzle.value.mlIn30s, "measuredVolume")}</b> (
          {show(nozzle.value.mlIn30s * (1 - off), "measuredVolume")} to{" "}
          {show(nozzle.value.mlIn30s * (1 + off), "measuredVolume")}; change the nozzle outside of it),{" "}
          {number(nozzle.value.flowLPerMin, 2)} L/min = {number(lPerHa, 0)} L/ha x {number(speed, 1)} km/h x{" "}
          {number(spacing, 0)} cm / 60,000.
        </p>
      )}
    </>
  );
}

function Knapsack({ treatment: t, product, areaHa, lPerHa }: Asked) {
  const { number, show } = useUnits();
  const [tankL, setTankL] = useState(USUAL.knapsackL);
  const [swath, setSwath] = useState(USUAL.swathM);
  const [walk, setWalk] = useState(USUAL.walkMPerMin);
  const [cap, setCap] = useState(USUAL.capMl);
  const loads = knapsackLoads({
    areaHa,
    lPerHa,
    tankL,
    swathM: swath,
    paceM: USUAL.paceM,
    speedMPerMin: walk,
    ratePerHa: t.ratePerHa,
  });
  return (
    <>
      <Line>
        A knapsack of
        <Given label="Knapsack" value={tankL} dimension="volume" max={200} onValue={setTankL} />
        with a swath of
        <Given label="Swath" value={swath} dimension="distance" max={20} decimals={1} onValue={setSwath} />
        walking
        <Given label="Walking" value={walk} dimension="distance" then=" a minute," max={200} onValue={setWalk} />a cap
        of
        <Given
          label="Cap"
          value={cap}
          dimension={t.unit === "L" ? "measuredVolume" : "measuredMass"}
          max={1000}
          onValue={setCap}
        />
      </Line>
      <Problems of={loads} />
      {loads.ok && (
        <>
          <p>
            {show(areaHa, "area")}: <b>{loads.value.loads}</b> {loads.value.loads === 1 ? "load" : "loads"}
            {loads.value.loads > 1 && ` (the last of ${show(loads.value.lastLoadL, "volume")})`}, each with{" "}
            <Measured amount={loads.value.productPerLoad} unit={t.unit} /> of {product.name}:{" "}
            {number((1000 * loads.value.productPerLoad) / cap, 1)} caps
            {loads.value.loads > 1 && (
              <>
                , the last with <Measured amount={loads.value.productInLast} unit={t.unit} />
              </>
            )}
            .
          </p>
          <p>
            A load goes {show(loads.value.m2PerLoad, "sheet", 0)}, {show(loads.value.metresPerLoad, "distance", 0)} or{" "}
            {number(loads.value.pacesPerLoad, 0)} paces of {show(USUAL.paceM, "distance", 2)}. The lance should give{" "}
            {show(loads.value.flowLPerMin, "volume")} in a minute: collect it; if it gives more, walk faster, if less,
            slower.
          </p>
        </>
      )}
    </>
  );
}
