"use client";

import { useState } from "react";
import type { WeedFigures } from "@/core/guides/schema-threats";
import { byGround } from "@/core/guides/scouting";
import { weedYears } from "@/core/protect/weed-years";
import { yieldAtStake } from "@/core/sheets/protect/at-stake";
import { figures, TableHead } from "@/ui/table-head";
import { WrittenValue } from "@/ui/written-value";
import { useUnits } from "../../../shared/units";
import { usePlanModel } from "../../plan-context";

const YEARS = 5;
/** Plants where nobody counted, and what control takes of them [%]; assumptions. */
const USUAL_PLANTS = 10;
const USUAL_EFFICACY_PCT = 80;

/** What weeds cost this year, and over years by the seed that they return, with and without control. */
export function WeedWorth({
  threatId,
  weed,
  placeM2,
}: {
  threatId: string;
  weed: WeedFigures;
  placeM2?: number | undefined;
}) {
  const { plan, facts } = usePlanModel();
  const { number, read, areaMoney, moneyUnit } = useUnits();
  const counted = facts.scouting?.find((s) => s.threatId === threatId);
  const mean = counted && byGround(counted.counts.reduce((a, b) => a + b, 0) / counted.counts.length, placeM2);
  const [typed, setTyped] = useState<number | null>(null);
  const [efficacy, setEfficacy] = useState(USUAL_EFFICACY_PCT);
  if (!plan) return null;
  const plants = typed ?? mean ?? USUAL_PLANTS;
  const run = (efficacyPct: number) => {
    const result = weedYears({
      plantsPerM2: plants,
      lossPctPerPlant: weed.lossPctPerPlant.typical,
      greatestLossPct: weed.greatestLossPct.typical,
      seedsPerPlant: weed.seedsPerPlant.typical,
      emergePct: weed.emergePct.typical,
      survivePct: weed.survivePct.typical,
      efficacyPct,
      years: YEARS,
    });
    return result.ok ? result.value.years : [];
  };
  const [left, controlled] = [run(0), run(efficacy)];
  const price = plan.money.pricePerT;
  const worth = (i: number) =>
    price === null
      ? null
      : (((left[i]?.lossPct ?? 0) - (controlled[i]?.lossPct ?? 0)) / 100) * yieldAtStake(plan) * price;
  const all = left.reduce<number | null>((sum, _, i) => {
    const one = worth(i);
    return sum === null || one === null ? null : sum + one;
  }, 0);
  return (
    <div className="grid gap-1 border-t border-line pt-1">
      <p className="flex flex-wrap items-baseline gap-x-2">
        With
        <WrittenValue
          label="Plants to a square metre"
          text={number(plants, plants < 10 ? 1 : 0)}
          suffix="/m²"
          width="3.4em"
          read={read("Plants to a square metre", "count", { min: 0, max: 10_000 })}
          onValue={setTyped}
        />
        {typed === null && (mean === undefined ? "(nobody has counted yet)" : "as counted,")} and control that takes
        <WrittenValue
          label="Efficacy"
          text={number(efficacy, 0)}
          suffix="% of them:"
          width="2.8em"
          read={read("Efficacy", "percent", { min: 0, max: 100 })}
          onValue={setEfficacy}
        />
      </p>
      <div className="overflow-x-auto">
        <table className="border-collapse">
          <caption className="sr-only">Loss by year, without and with control</caption>
          <TableHead
            className="[&>th]:px-1"
            columns={[
              "Year",
              ...figures("Plants/m², left alone", "Loss", "Plants/m², controlled", "Loss then", "Worth"),
            ]}
          />
          <tbody>
            {left.map((y, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a year is its place
              <tr key={i} className="border-t border-line">
                <th scope="row" className="pr-3 text-left font-normal">
                  {i + 1}
                </th>
                <td className="px-2 text-right">{number(y.cameUp, 0)}</td>
                <td className="px-2 text-right">{number(y.lossPct, 1)} %</td>
                <td className="px-2 text-right">{number(controlled[i]?.cameUp ?? 0, 0)}</td>
                <td className="px-2 text-right">{number(controlled[i]?.lossPct ?? 0, 1)} %</td>
                <td className="px-2 text-right">{worth(i) === null ? "no price" : areaMoney(worth(i) ?? 0)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="text-soft">
        {all !== null && `${areaMoney(all)} ${moneyUnit} over ${YEARS} such crops. `}
        By {number(weed.lossPctPerPlant.typical, 1)} % a plant, at most {number(weed.greatestLossPct.typical)} %;{" "}
        {number(weed.seedsPerPlant.typical)} seeds of a plant come into the ground alive, of which{" "}
        {number(weed.emergePct.typical)} % come up in a year and {number(weed.survivePct.typical)} % of the rest live on
        (recalled figures; this crop each year).
      </p>
    </div>
  );
}
