"use client";

import { formatDay } from "@/core/dates";
import { STORE_KINDS } from "@/core/guides/store-kinds";
import { STORE_AIR } from "@/core/records/produce/store";
import type { StoresSheet } from "@/server/contracts";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../shared/units";

const TONE = { stop: "text-stop", advise: "text-advise", hint: "text-soft" } as const;
const SIGN = { stop: "■", advise: "▲", hint: "●" } as const;

/** One store: how full it is, its lots with how long they keep and what a buyer gives, and what is amiss. */
export function StoreSection({
  store,
  offers,
  onSeed,
}: {
  store: StoresSheet["stores"][number];
  offers: StoresSheet["offers"];
  /** makes a lot of seed of what stands there; absent for those who may not */
  onSeed?: ((lot: StoresSheet["stores"][number]["lots"][number]) => void) | undefined;
}) {
  const { number, show, split, money, currency } = useUnits();
  const kind = STORE_KINDS[store.kind];
  const air = STORE_AIR[store.air as keyof typeof STORE_AIR].toLowerCase();
  return (
    <section className="min-w-0 border border-line bg-sheet p-3" aria-label={store.name}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="text-lg">{store.name}</h2>
        <span className="text-[13px] text-soft">
          {store.farm}; {kind.toLowerCase()}, air: {air}
        </span>
        <span className="ml-auto text-[13px]">
          {split(store.filledM3, "storeVolume", 0).number} of {show(store.capacityM3, "storeVolume", 0)}
        </span>
      </div>
      <Filling store={store} />
      {store.lots.length === 0 ? (
        <p className="mt-1 text-soft">Empty: clean it and let it dry before the next crop.</p>
      ) : (
        <div className="overflow-x-auto">
          <table className="mt-1 w-full border-collapse [&_td]:px-1.5 [&_td]:whitespace-nowrap">
            <caption className="sr-only">Lots in {store.name}</caption>
            <TableHead
              className="[&>th]:px-1.5"
              columns={["Lot", ...figures("Weight", "Moisture", "Keeps until", `Best buyer, ${currency}/t`)]}
            />
            <tbody>
              {store.lots.map((lot) => {
                const own = offers.find((o) => o.crop === lot.crop && o.season === lot.season && o.lot === lot.lot);
                const best = own?.offers[0];
                return (
                  <tr key={`${lot.crop} ${lot.season} ${lot.lot}`} className="border-t border-line align-baseline">
                    <th scope="row" className="py-1 text-left font-normal">
                      {lot.name}, {lot.season}
                      {lot.lot && <b> {lot.lot}</b>}
                      {onSeed && (
                        <button
                          type="button"
                          className="block text-left text-[12px] text-action underline underline-offset-2 print:hidden"
                          onClick={() => onSeed(lot)}
                        >
                          Save for seed
                        </button>
                      )}
                    </th>
                    <td className="text-right">{show(lot.massT, "load", 1)}</td>
                    <td className="text-right">{lot.moisturePct === null ? "" : `${number(lot.moisturePct, 1)} %`}</td>
                    <td className="text-right" title={lot.keepsWhy}>
                      {lot.keepsUntil === null ? "not known" : formatDay(lot.keepsUntil, true)}
                      <span className="block whitespace-normal text-[12px] text-soft">{lot.keepsWhy}</span>
                    </td>
                    <td className="text-right">
                      {best ? (
                        <>
                          {best.pricePerT > 0 ? money(best.pricePerT) : "refused"}
                          <span className="block whitespace-normal text-[12px] text-soft">
                            {best.buyer}
                            {best.amiss.length > 0 && `: ${best.amiss.join("; ")}`}
                            {best.blends.length > 0 && `. ${best.blends.join("; ")}`}
                          </span>
                        </>
                      ) : (
                        <span className="text-soft">no offer</span>
                      )}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      )}
      {store.notes.length > 0 && (
        <ul className="mt-1 grid gap-0.5 text-[13px]">
          {store.notes.map((note) => (
            <li key={note.text} className="flex gap-2">
              <span aria-hidden className={TONE[note.weight]}>
                {SIGN[note.weight]}
              </span>
              {note.text}
            </li>
          ))}
        </ul>
      )}
      <p className="mt-1 text-[12px] text-soft">
        {store.lastLookOn ? `Last looked into on ${formatDay(store.lastLookOn, true)}` : "Never looked into"}
        {store.lookDueOn && `, next by ${formatDay(store.lookDueOn, true)}`}.
      </p>
    </section>
  );
}

/** A section through the room: its lots lie on one another, as high as they fill it. */
function Filling({ store }: { store: StoresSheet["stores"][number] }) {
  let below = 0;
  const height = 46;
  return (
    <svg
      viewBox={`0 0 400 ${height}`}
      preserveAspectRatio="none"
      className="mt-1 h-11 w-full"
      role="img"
      aria-label={`${Math.round(store.filledPct)} % filled`}
    >
      <path
        d={`M1 4V${height - 1}H399V4`}
        fill="none"
        stroke="var(--soft)"
        strokeWidth="2"
        vectorEffect="non-scaling-stroke"
      />
      {store.lots.map((lot, i) => {
        const share = Math.min(1 - below, (lot.roomM3 ?? 0) / store.capacityM3);
        const y = height - 2 - (below + share) * (height - 6);
        below += share;
        return (
          <rect
            key={`${lot.crop} ${lot.season} ${lot.lot}`}
            x={3}
            y={y}
            width={394}
            height={Math.max(1, share * (height - 6))}
            fill="var(--harvest)"
            opacity={0.75 - (i % 3) * 0.22}
          />
        );
      })}
    </svg>
  );
}
