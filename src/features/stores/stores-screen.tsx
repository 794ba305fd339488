"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { formatDay } from "@/core/dates";
import { LOAD_ENDS } from "@/core/records/produce/load";
import type { Values } from "@/core/records/values";
import type { HarvestedField, StoresSheet } from "@/server/contracts";
import { Button } from "@/ui/button";
import { figures, TableHead } from "@/ui/table-head";
import { RecordEditor } from "../records/record-editor";
import { Link } from "../shared/link";
import { newId } from "../shared/new-id";
import { send } from "../shared/send";
import { useTold, useUnits } from "../shared/units";
import { StoreSection } from "./store-section";

/** What stands in stores, what came off fields, what left and what it brought. */
export function StoresScreen({
  sheet: written,
  editable,
  today,
}: {
  sheet: StoresSheet;
  editable: boolean;
  today: string;
}) {
  const sheet = useTold(written);
  const router = useRouter();
  const [seed, setSeed] = useState<Values | null>(null);
  const { show, money, currency } = useUnits();
  const seasons = [...new Set(sheet.gone.map((g) => g.season))].sort((a, b) => b - a);
  return (
    <div className="mx-auto max-w-[1280px] px-4 py-4">
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1 className="text-2xl">Stores</h1>
        <Link href="/season" className="touch inline-flex items-center text-action underline underline-offset-2">
          Back to the season
        </Link>
        {editable && (
          <span className="ml-auto flex flex-wrap gap-x-4 print:hidden">
            {(
              [
                ["loads", "Write down a load"],
                ["store-readings", "Record an inspection"],
                ["stores", "Add a store"],
              ] as const
            ).map(([kind, label]) => (
              <Link
                key={kind}
                href={`/records/${kind}?add`}
                className="touch inline-flex items-center text-action underline underline-offset-2"
              >
                {label}
              </Link>
            ))}
          </span>
        )}
      </div>
      {sheet.problems.length > 0 && (
        <ul className="mt-2 grid gap-1">
          {sheet.problems.map((p) => (
            <li key={p.loadId} className="text-stop">
              {p.ticket ? `Ticket ${p.ticket}` : "A load"} of {formatDay(p.on, true)}: {p.message}. Counted as what
              stood there;{" "}
              <Link href="/records/loads" className="underline underline-offset-2">
                look at the loads
              </Link>
              .
            </li>
          ))}
        </ul>
      )}
      {sheet.stores.length === 0 && (
        <p className="mt-3">
          No store is known yet. Add one, then write down each load that goes in: what stands there, how long it keeps
          and what each field yielded follow from the loads.
        </p>
      )}
      <div className="mt-3 grid items-start gap-4 lg:grid-cols-2">
        {sheet.stores.map((store) => (
          <StoreSection
            key={store.id}
            store={store}
            offers={sheet.offers.filter((o) => o.storeId === store.id)}
            onSeed={
              editable
                ? (lot) =>
                    // named and tested by whoever keeps it
                    setSeed({ guideId: lot.crop, certified: false })
                : undefined
            }
          />
        ))}
      </div>
      {sheet.coming.length > 0 && (
        <section className="mt-5" aria-labelledby="coming">
          <h2 id="coming" className="border-b border-line pb-1 text-lg">
            Room for the coming harvest
          </h2>
          <div className="overflow-x-auto">
            <table className="w-full border-collapse [&_td]:px-1.5">
              <caption className="sr-only">Where each coming harvest goes</caption>
              <TableHead
                className="[&>th]:px-1.5"
                columns={[
                  "Field",
                  "Crop",
                  "Harvest",
                  ...figures("Into store", "Room"),
                  { name: "Where", className: "pl-4" },
                ]}
              />
              <tbody>
                {sheet.coming.map((c) => (
                  <tr key={c.planId} className="border-t border-line align-baseline">
                    <th scope="row" className="py-1 text-left font-normal">
                      {c.field}, {c.farm}
                    </th>
                    <td>{c.cropName}</td>
                    <td className="whitespace-nowrap">{formatDay(c.harvestOn, true)}</td>
                    <td className="text-right whitespace-nowrap">{show(c.massT, "load", 0)}</td>
                    <td className="text-right whitespace-nowrap">{show(c.roomM3, "storeVolume", 0)}</td>
                    <td className="pl-4">
                      {c.parts.map((p) => `${p.store} ${show(p.massT, "load", 0)}`).join(", ")}
                      {c.leftT > 0 && (
                        <span className="block text-advise">
                          ▲ no room for {show(c.leftT, "load", 0)}
                          {c.parts.length === 0 ? "" : " of it"}
                        </span>
                      )}
                      {c.barred.map((b) => (
                        <span key={b.store} className="block text-[12px] text-soft">
                          not into {b.store}: {b.why}
                        </span>
                      ))}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <p className="text-[12px] text-soft">
            At the plans&apos; targets, as moist as they are stored, by the day of harvest; room as the stores stand
            today and with what contracts take out before: an empty one first, then beside the same crop, never beside
            what it must not share.
          </p>
        </section>
      )}
      {sheet.contracts.length > 0 && (
        <section className="mt-5" aria-labelledby="contracts">
          <h2 id="contracts" className="border-b border-line pb-1 text-lg">
            Contracts
          </h2>
          <ul>
            {sheet.contracts.map((c) => (
              <li key={`${c.buyer} ${c.crop} ${c.season} ${c.deliverBy}`} className="border-b border-line py-1">
                {c.buyer}: {c.cropName.toLowerCase()} of {c.season}, <b>{show(c.deliveredT, "load", 1)}</b>
                {c.amountT !== null && ` of ${show(c.amountT, "load", 1)}`} delivered
                {c.leftT ? `, ${show(c.leftT, "load", 1)} left` : ""}
                {c.deliverBy && (
                  <span className={c.late ? "text-stop" : "text-soft"}>
                    {c.late ? `, late since ${formatDay(c.deliverBy, true)}` : `, by ${formatDay(c.deliverBy, true)}`}
                  </span>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      {sheet.harvested.length > 0 && (
        <section className="mt-5" aria-labelledby="harvested">
          <h2 id="harvested" className="border-b border-line pb-1 text-lg">
            Off the fields
          </h2>
          <div className="overflow-x-auto">
            <table className="w-full border-collapse [&_td]:px-1.5">
              <caption className="sr-only">What the loads say that each field yielded</caption>
              <TableHead
                className="[&>th]:px-1.5"
                columns={["Field", "Crop", ...figures("Loads", "Weighed", "Yield", "Target"), "In the field's history"]}
              />
              <tbody>
                {sheet.harvested.map((line) => (
                  <HarvestedRow key={`${line.fieldId} ${line.season} ${line.crop}`} line={line} editable={editable} />
                ))}
              </tbody>
            </table>
          </div>
        </section>
      )}
      {sheet.gone.length > 0 && (
        <section className="mt-5" aria-labelledby="gone">
          <h2 id="gone" className="border-b border-line pb-1 text-lg">
            Dispatched and used
          </h2>
          <div className="overflow-x-auto">
            <table className="w-full max-w-[720px] border-collapse [&_td]:px-1.5">
              <caption className="sr-only">What was sold, eaten, fed, kept as seed or lost</caption>
              <TableHead
                className="[&>th]:px-1.5"
                columns={["Harvest", "Crop", "To", ...figures("Weight", `Brought, ${currency}`, `${currency}/t`)]}
              />
              <tbody>
                {seasons.flatMap((season) =>
                  sheet.gone
                    .filter((g) => g.season === season)
                    .map((g) => (
                      <tr key={`${season} ${g.crop} ${g.end}`} className="border-t border-line">
                        <td className="py-1 pl-0">{season}</td>
                        <td>{g.crop}</td>
                        <td>{LOAD_ENDS[g.end as keyof typeof LOAD_ENDS]}</td>
                        <td className="text-right">{show(g.massT, "load", 1)}</td>
                        <td className="text-right">{g.worth > 0 ? money(g.worth) : ""}</td>
                        <td className="text-right">{g.worth > 0 ? money(g.worth / g.massT) : ""}</td>
                      </tr>
                    )),
                )}
              </tbody>
            </table>
          </div>
          {sheet.driedOffT > 0.05 && (
            <p className="text-[13px] text-soft">
              {show(sheet.driedOffT, "load", 1)} of water were dried off on the way.
            </p>
          )}
        </section>
      )}
      {seed && (
        <RecordEditor
          kindId="seed-lots"
          id={null}
          given={seed}
          today={today}
          onClose={() => setSeed(null)}
          onSaved={() => {
            setSeed(null);
            router.refresh();
          }}
        />
      )}
      <p className="mt-4 text-[12px] text-soft">
        {STORE_CAUTION} Room by the guide&apos;s bulk; days by its table, each day by the warmth of the last look before
        it.
      </p>
    </div>
  );
}

const STORE_CAUTION =
  "Moving grain drowns people and silos hold gas: never in alone, unload stopped and locked; mouldy grain, nuts and green potatoes are poisonous.";

function HarvestedRow({ line, editable }: { line: HarvestedField; editable: boolean }) {
  const router = useRouter();
  const { show } = useUnits();
  const [problem, setProblem] = useState<string | null>(null);
  const yieldTPerHa = Math.round(line.tPerHa * 1000) / 1000;
  const same = line.kept?.yieldTPerHa != null && Math.abs(line.kept.yieldTPerHa - yieldTPerHa) < 0.005;
  const keep = async () => {
    const values = {
      fieldId: line.fieldId,
      season: line.season,
      crop: line.crop,
      kindId: line.kindId,
      productId: line.productId,
      yieldTPerHa,
      harvestOn: line.lastOn,
      harvested: true,
      residueTaken: line.kept?.residueTaken ?? null,
    };
    const reply = line.kept
      ? await send("PUT /api/records/{kind}/{id}", {
          path: { kind: "grown-crops", id: line.kept.id },
          body: { revision: line.kept.revision, values },
        })
      : await send("POST /api/records/{kind}", { path: { kind: "grown-crops" }, body: { id: newId(), values } });
    setProblem(reply.ok ? null : reply.reason);
    if (reply.ok) router.refresh();
  };
  return (
    <tr className="border-t border-line">
      <th scope="row" className="py-1 text-left font-normal">
        {line.field} <span className="text-[12px] text-soft">{line.farm}</span>
      </th>
      <td>
        {line.cropName}, {line.season}
      </td>
      <td className="text-right">{line.loads}</td>
      <td className="text-right">{show(line.massT, "load", 1)}</td>
      <td
        className="text-right"
        title={
          line.standardPct === null
            ? `${show(line.massT, "load", 1)} / ${show(line.areaHa, "area")}`
            : line.asWeighed
              ? "as weighed: not every load has a moisture"
              : `at ${line.standardPct} % moisture, over ${show(line.areaHa, "area")}`
        }
      >
        <b>{show(line.tPerHa, "yield", 2)}</b>
        <span className="block text-[12px] text-soft">
          {line.standardPct === null ? "fresh" : line.asWeighed ? "as weighed" : `at ${line.standardPct} %`}
        </span>
      </td>
      <td className="text-right">{line.targetTPerHa === null ? "" : show(line.targetTPerHa, "yield", 1)}</td>
      <td>
        {same ? (
          `as of ${formatDay(line.lastOn)}`
        ) : (
          <>
            {line.kept?.yieldTPerHa != null ? `${show(line.kept.yieldTPerHa, "yield", 2)} ` : "none yet "}
            {editable && (
              <Button look="quiet" onClick={() => void keep()}>
                Take this yield
              </Button>
            )}
          </>
        )}
        {problem && (
          <span role="alert" className="block text-stop">
            {problem}
          </span>
        )}
      </td>
    </tr>
  );
}
