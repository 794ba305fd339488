"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Prices } from "@/core/plan/facts";
import type { Fertiliser } from "@/core/records/inputs/fertiliser";
import type { PricedMaterial } from "@/core/sheets/materials";
import type { UnitSet } from "@/core/units/units";
import type { Sent } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { Pick } from "@/ui/pick";
import { WrittenValue } from "@/ui/written-value";
import { send } from "../shared/send";
import { UNIT_SETS } from "../shared/unit-sets";
import { useUnits } from "../shared/units";
import { WrittenDate } from "../shared/written-date";

/** How one of a unit is called in a price. */
const PIECE: Partial<Record<PricedMaterial["unit"], string>> = { units: "piece", m2: "m²" };

/** Units, working date and prices of the practice; saved as one goes. */
export function SettingsScreen({
  practice,
  prices,
  fertilisers,
  crops,
  kinds,
  materials,
  implementNames,
  harvesters,
  editable,
}: {
  practice: { name: string; unitSet: UnitSet; decimalMark: "point" | "comma"; asOf: string | null };
  prices: Prices;
  fertilisers: Fertiliser[];
  crops: { key: string; name: string }[];
  /** products by kind: a price of their own goes before the crop's */
  kinds: { key: string; name: string }[];
  materials: PricedMaterial[];
  implementNames: Record<string, string>;
  /** machines of their own, priced apart from what tractors pull */
  harvesters: string[];
  editable: boolean;
}) {
  const { number, read, currency } = useUnits();
  const router = useRouter();
  const [state, setState] = useState<"saved" | "saving" | string>("saved");
  // priced, or asked about here
  const [asked, setAsked] = useState<Record<"machine" | "contractor" | "kind", string[]>>({
    machine: [],
    contractor: [],
    kind: [],
  });
  const machines = [...new Set([...Object.keys(prices.machinePerH), ...harvesters, ...asked.machine])];
  const contractors = [...new Set([...Object.keys(prices.contractPerHa), ...asked.contractor])];
  const machinesAll = Object.entries(implementNames).map(([value, name]) => ({ value, label: name }));
  const pricedKinds = kinds.filter((c) => prices.cropPerT[c.key] !== undefined || asked.kind.includes(c.key));
  const another = (label: string, of: keyof typeof asked, there: string[], all: { value: string; label: string }[]) =>
    editable && (
      <Pick
        aria-label={label}
        className="mt-1 text-[13px]"
        value=""
        empty={label}
        options={all.filter(({ value }) => !there.includes(value))}
        onChange={(event) => setAsked({ ...asked, [of]: [...asked[of], event.currentTarget.value] })}
      />
    );
  const save = async (settings: Sent<"PUT /api/settings">) => {
    setState("saving");
    const reply = await send("PUT /api/settings", { body: settings });
    // where somebody else was first, what they wrote comes into sight
    if (reply.ok || reply.status === 409) router.refresh();
    setState(
      reply.ok ? "saved" : reply.status === null ? `${reply.reason} The last change is not saved yet.` : reply.reason,
    );
  };
  const price = (
    label: string,
    minor: number | undefined,
    unit: string,
    put: (changed: { from: number | null; to: number }) => Sent<"PUT /api/settings">,
  ) => (
    <div key={label} className="flex items-baseline justify-between gap-3 border-b border-line py-1">
      <span>{label}</span>
      <WrittenValue
        label={label}
        text={minor === undefined ? "" : number(minor / 100, 2)}
        suffix={`${currency}${unit}`}
        width="6em"
        disabled={!editable}
        read={read(label, "count", { min: 0, max: 1_000_000 })}
        onValue={(v) => void save(put({ from: minor ?? null, to: Math.round(v * 100) }))}
      />
    </div>
  );
  return (
    <div className="mx-auto max-w-[1100px] px-4 py-4">
      <div className="flex items-baseline gap-4">
        <h1 className="text-2xl">Settings</h1>
        <p className="text-soft">{practice.name}</p>
        <p role="status" className={`ml-auto ${state === "saved" || state === "saving" ? "text-soft" : "text-stop"}`}>
          {state}
        </p>
      </div>
      {!editable && <p className="mt-2 text-soft">Only the owner and advisers of the practice may change these.</p>}
      <div className="mt-3 gap-x-10 md:columns-2 [&>section]:mb-5">
        <section>
          <h2 className="border-b border-line pb-1 text-lg">Units and date</h2>
          <div className="flex justify-between border-b border-line py-1.5">
            <span>Units</span>
            <Choice
              label="Unit set"
              value={practice.unitSet}
              options={UNIT_SETS}
              disabled={!editable}
              onChange={(to) => void save({ unitSet: { from: practice.unitSet, to: to as UnitSet } })}
            />
          </div>
          <div className="flex justify-between border-b border-line py-1.5">
            <span>Decimal mark</span>
            <Choice
              label="Decimal mark"
              value={practice.decimalMark}
              disabled={!editable}
              options={[
                { value: "point", label: "Point, 1.5" },
                { value: "comma", label: "Comma, 1,5" },
              ]}
              onChange={(to) => void save({ decimalMark: { from: practice.decimalMark, to: to as "point" | "comma" } })}
            />
          </div>
          <div className="flex items-baseline justify-between gap-3 border-b border-line py-1.5">
            <span>
              Working date{" "}
              <span className="text-[12px] text-soft">work as if today were this date; empty for the real one</span>
            </span>
            <WrittenDate
              label="Working date"
              day={practice.asOf ?? null}
              today={practice.asOf ?? new Date().toISOString().slice(0, 10)}
              disabled={!editable}
              onDay={(to) => void save({ asOf: { from: practice.asOf, to } })}
              onClear={() => void save({ asOf: { from: practice.asOf, to: null } })}
            />
          </div>
        </section>
        <section>
          <h2 className="border-b border-line pb-1 text-lg">Crops, per tonne</h2>
          {crops.map((c) =>
            price(c.name, prices.cropPerT[c.key], "/t", (v) => ({ prices: { cropPerT: { [c.key]: v } } })),
          )}
          {pricedKinds.map((c) =>
            price(c.name, prices.cropPerT[c.key], "/t", (v) => ({ prices: { cropPerT: { [c.key]: v } } })),
          )}
          {another(
            "Price a crop type apart",
            "kind",
            pricedKinds.map((c) => c.key),
            kinds.map((c) => ({ value: c.key, label: c.name })),
          )}
        </section>
        <section>
          <h2 className="border-b border-line pb-1 text-lg">Work</h2>
          {price("Diesel", prices.dieselPerL, "/L", (dieselPerL) => ({ prices: { dieselPerL } }))}
          {price("Labour", prices.labourPerH, "/h", (labourPerH) => ({ prices: { labourPerH } }))}
          {price("Pumping energy", prices.energyPerKwh ?? 0, "/kWh", (energyPerKwh) => ({
            prices: { energyPerKwh },
          }))}
          {price("Water", prices.waterPerM3 ?? 0, "/m³", (waterPerM3) => ({ prices: { waterPerM3 } }))}
          {price("Drying", prices.dryingPerTPoint, "/t and point", (dryingPerTPoint) => ({
            prices: { dryingPerTPoint },
          }))}
          {price("Default machine with tractor, per hour", prices.otherMachinePerH, "/h", (otherMachinePerH) => ({
            prices: { otherMachinePerH },
          }))}
          {machines.map((id) =>
            price(`Machine, ${implementNames[id] ?? id}`, prices.machinePerH[id], "/h", (v) => ({
              prices: { machinePerH: { [id]: v } },
            })),
          )}
          {another("Add a machine price", "machine", machines, machinesAll)}
          {contractors.map((id) =>
            price(`Contractor, ${implementNames[id] ?? id}`, prices.contractPerHa[id], "/ha", (v) => ({
              prices: { contractPerHa: { [id]: v } },
            })),
          )}
          {another("Price another contractor's work", "contractor", contractors, machinesAll)}
        </section>
        <section>
          <h2 className="border-b border-line pb-1 text-lg">Fertilisers, per tonne</h2>
          {fertilisers.map((f) => price(f.name, f.pricePerT, "/t", (v) => ({ fertilisers: { [f.id]: v } })))}
        </section>
        <section>
          <h2 className="border-b border-line pb-1 text-lg">Material of jobs</h2>
          {materials.map((m) =>
            price(
              `${m.name.charAt(0).toUpperCase()}${m.name.slice(1)}`,
              prices.materialPerUnit?.[m.key],
              `/${PIECE[m.unit] ?? m.unit}`,
              (v) => ({ prices: { materialPerUnit: { [m.key]: v } } }),
            ),
          )}
        </section>
      </div>
      <p className="mt-6">
        <Button look="quiet" onClick={() => router.push("/fields")}>
          To the fields
        </Button>
      </p>
    </div>
  );
}
