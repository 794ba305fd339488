"use client";

import { useState } from "react";
import { activeIngredient, sprayMix } from "@/core/protect/spray";
import type { ProtectionProduct } from "@/core/records/protection-product";
import type { PlannedTreatment } from "@/core/sheets/protect/part";
import { Disclosure } from "@/ui/disclosure";
import { WrittenValue } from "@/ui/written-value";
import { useUnits } from "../../../shared/units";

/** Tanks where nobody typed one: a field sprayer's, and a knapsack's on small plots [L]; assumptions. */
const TANK_L = 1200;
const KNAPSACK_L = 15;
const SMALL_HA = 1;

/** What goes into each tank on this field, and how one does it. */
export function TankMix({
  treatment: t,
  product,
  areaHa,
}: {
  treatment: PlannedTreatment;
  product: ProtectionProduct;
  areaHa: number;
}) {
  const { number, read, show } = useUnits();
  const [tankL, setTankL] = useState(areaHa <= SMALL_HA ? KNAPSACK_L : TANK_L);
  const mix = sprayMix({
    areaHa,
    waterLPerHa: t.waterLPerHa,
    tankL,
    dose: { amount: t.ratePerHa, unit: t.unit, per: "ha" },
  });
  const grams =
    product.content === null
      ? null
      : t.unit === "L"
        ? activeIngredient({ productPerHa: t.ratePerHa, unit: "L", contentGPerL: product.content })
        : activeIngredient({ productPerHa: t.ratePerHa, unit: "kg", contentPct: product.content });
  const measured = (amount: number) =>
    amount < 1 ? `${number(1000 * amount, 0)} ${t.unit === "L" ? "mL" : "g"}` : `${number(amount, 2)} ${t.unit}`;
  return (
    <Disclosure first={false} className="mt-1 text-[13px]" summary="Tank and spray sheet">
      <div className="grid gap-1 py-1 text-[13px]">
        <p className="flex flex-wrap items-baseline gap-x-2">
          A tank of
          <WrittenValue
            label="Tank"
            text={number(tankL, 0)}
            suffix="L"
            width="4em"
            read={read("Tank", "count", { above: 0, max: 100_000 })}
            onValue={setTankL}
          />
        </p>
        {mix.ok ? (
          <p>
            {show(areaHa, "area")}: {number(mix.value.waterL, 0)} L of water and {measured(mix.value.total)} of{" "}
            {product.name} in all.{" "}
            {mix.value.fullTanks > 0 &&
              `${mix.value.fullTanks} full ${mix.value.fullTanks === 1 ? "tank" : "tanks"} with ${measured(mix.value.perFullTank)} each`}
            {mix.value.fullTanks > 0 && mix.value.lastTankL > 0 && ", then "}
            {mix.value.lastTankL > 0 && `${number(mix.value.lastTankL, 0)} L with ${measured(mix.value.perLastTank)}`}.
          </p>
        ) : (
          <p className="text-stop">{mix.errors.map((e) => e.message).join("; ")}</p>
        )}
        <p>
          {grams?.ok &&
            `${number(grams.value.gPerHa, 0)} g/ha of ${product.active}${product.moves ? `, ${product.moves}` : ""}. `}
          {mix.ok && product.packSize
            ? `${Math.ceil(mix.value.total / product.packSize - 1e-9)} packs of ${number(product.packSize)} ${t.unit}`
            : ""}
          {product.batch ? `, batch ${product.batch}` : ""}
        </p>
        <p>
          Half of the water first, then the product, then the rest; stir on. The last tank is mixed to measure: nothing
          is left over.
          {product.partners ? ` ${product.partners}` : ""}
        </p>
        <p>
          {product.windMs ? `Wind up to ${show(product.windMs, "wind")}` : "Wind as the label says"}, never in still
          inversions, towards water, hives, houses or people.{" "}
          {product.bees === "evening" && "Only after bees have stopped flying. "}
          {product.bees === "notInBloom" && "Not on crops or weeds in bloom. "}
          {product.reEntryHours ? `Nobody in the crop for ${number(product.reEntryHours)} hours.` : ""}
        </p>
        {product.equipment && <p>To wear: {product.equipment}</p>}
        {product.hazards && <p>Hazards: {product.hazards}</p>}
        {product.firstAid && <p>First aid: {product.firstAid}</p>}
        <p className="text-soft">
          Rinse the tank three times and spray the rinse water onto the treated field; empty packs rinsed and handed in
          as the law says.
        </p>
      </div>
    </Disclosure>
  );
}
