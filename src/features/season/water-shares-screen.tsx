"use client";

import { useRouter } from "next/navigation";
import type { WaterShares } from "@/server/contracts";
import { Choice } from "@/ui/choice";
import { figures, TableHead } from "@/ui/table-head";
import { WrittenValue } from "@/ui/written-value";
import { Link } from "../shared/link";
import { useUnits } from "../shared/units";
import { draftingInWords, useDrafting } from "./use-drafting";

/** Too little water: where a farm's share of it earns most, and what each field is left without. */
export function WaterSharesScreen({ sheet }: { sheet: WaterShares }) {
  const router = useRouter();
  const { number, show, split, unitOf, money, currency, read } = useUnits();
  const go = (more: Partial<{ season: string; farm: string; m3: string }>) =>
    router.push(
      `/season/water?${new URLSearchParams({
        season: String(sheet.season ?? ""),
        farm: sheet.farmId,
        ...more,
      })}`,
    );
  const drafting = useDrafting("draft", sheet.waiting);
  const short = sheet.volumeM3 < sheet.askedM3 - 1;
  return (
    <div className="mx-auto max-w-[1100px] px-4 py-4">
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1 className="text-2xl">Allocate water</h1>
        <Link href="/season" className="text-action underline underline-offset-2">
          Back to the season
        </Link>
      </div>
      {drafting && (
        <p role="status" className="text-soft">
          {draftingInWords(drafting)}
        </p>
      )}
      {sheet.season === null ? (
        <p className="mt-3">
          No irrigated field has a plan. Say in the field's record that it is irrigated, then plan a crop on it.
        </p>
      ) : (
        <>
          <p className="mt-3 flex flex-wrap items-baseline gap-x-2 gap-y-1">
            <Choice
              label="Farm"
              value={sheet.farmId}
              options={sheet.farms.map((f) => ({ value: f.id, label: f.name }))}
              onChange={(farm) => go({ farm })}
            />
            in season
            <Choice
              label="Season"
              value={String(sheet.season)}
              options={sheet.seasons.map((s) => ({ value: String(s), label: String(s) }))}
              onChange={(season) => go({ season })}
            />
            <WrittenValue
              label="Water that there is"
              text={split(sheet.volumeM3, "waterVolume").number}
              suffix={unitOf("waterVolume")}
              width="7em"
              read={read("Water that there is", "waterVolume", { min: 0, max: 1_000_000_000 })}
              onValue={() => {}}
              onCommit={(m3) => go({ m3: String(Math.round(m3)) })}
              onClear={() => go({})}
            />
            <span className="text-soft">of {show(sheet.askedM3, "waterVolume")} that its plans ask for</span>
          </p>
          {sheet.problem && (
            <p role="alert" className="text-stop">
              {sheet.problem}
            </p>
          )}
          {sheet.fields.length === 0 ? (
            <p className="mt-3">None of its fields can be shared over.</p>
          ) : (
            <div className="mt-3 overflow-x-auto">
              <table className="w-full border-collapse">
                <TableHead
                  columns={[
                    "Field",
                    "Crop",
                    ...figures("Area", "Demand", "Gets", "At the roots", "Yield", `Lost, ${currency}`),
                    { name: "Stages under stress", className: "pl-4" },
                  ]}
                />
                <tbody>
                  {sheet.fields.map((f) => (
                    <tr key={f.planId} className="border-t border-line align-baseline">
                      <th scope="row" className="py-1 text-left">
                        <Link href={`/plans/${f.planId}`} className="underline underline-offset-2">
                          {f.field}
                        </Link>
                        <span className="block text-[12px] font-normal text-soft">{f.farm}</span>
                      </th>
                      <td>{f.crop}</td>
                      <td className="whitespace-nowrap pl-5 text-right">{show(f.areaHa, "area")}</td>
                      <td className="whitespace-nowrap pl-5 text-right">{show(f.askedM3, "waterVolume")}</td>
                      <td className="whitespace-nowrap pl-5 text-right font-semibold">
                        {show(f.volumeM3, "waterVolume")}
                      </td>
                      <td className="whitespace-nowrap pl-5 text-right">{show(f.netMm, "waterDepth", 0)}</td>
                      <td className="whitespace-nowrap pl-5 text-right">{number(f.yieldPct, 0)} %</td>
                      <td className="whitespace-nowrap pl-5 text-right">{f.priced ? money(f.lost) : "no price"}</td>
                      <td className="pl-4 text-[13px]">
                        {f.dry.map((d) => `${d.name} ${d.days} ${d.days === 1 ? "day" : "days"}`).join(", ") ||
                          "nothing"}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          )}
          {sheet.marginalPerM3 !== null && (
            <p className="mt-2">
              {short
                ? `The next cubic metre would earn ${money(sheet.marginalPerM3, 2)} ${currency}: as much may it cost.`
                : "There is enough: another cubic metre would earn nothing."}
            </p>
          )}
          {sheet.aside.length > 0 && (
            <p className="mt-1 text-soft">
              Not shared over: {sheet.aside.join(", ")}; they cannot be drafted, or have no weather station.
            </p>
          )}
          <p className="mt-2 text-[12px] text-soft">
            Each plan is drafted with less and less water, its irrigations ending when the water ends; the yield is what
            FAO-33's responses leave of the target, at the crop's price, less what the water costs. The steepest step
            gets water first. On the simulated season that each is planned on; a dip between two amounts means: water a
            part of the field well.
          </p>
        </>
      )}
    </div>
  );
}
