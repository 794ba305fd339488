"use client";

import type { DecisionPath } from "@/core/sheets/decisions";
import { milledLot } from "@/core/sheets/keep/milled";
import { Choice } from "@/ui/choice";
import { Disclosure } from "@/ui/disclosure";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { DecidedNumber } from "../../inputs/decided-number";
import { usePlanModel } from "../../plan-context";

/** What a mill, a press or a sheller gave back of a lot, held against what is usual. */
export function Milled() {
  const { plan, decisions, set, editable } = usePlanModel();
  const { number } = useUnits();
  const ways = Object.entries(plan?.crop.guide.keep.milling ?? {});
  const own = decisions.keep?.milled;
  const [id, way] = ways.find(([key]) => key === own?.way) ?? ways[0] ?? [];
  if (!plan || !way) return null;
  const lot = milledLot(plan, decisions);
  return (
    <Disclosure
      first={own !== undefined}
      summary="Milled, pressed or shelled: do the fractions add up?"
      className="py-1.5"
    >
      <p className="flex flex-wrap items-baseline gap-x-3 py-1">
        <Choice
          label="How it was milled"
          value={id as string}
          disabled={!editable}
          options={ways.map(([value, w]) => ({ value, label: w.name }))}
          onChange={(value) => set("keep/milled/way", value === ways[0]?.[0] ? undefined : value)}
        />
        <span>
          of{" "}
          <DecidedNumber
            path="keep/milled/inputKg"
            label="What went in"
            value={own?.inputKg}
            dimension="mass"
            width="5em"
          />
        </span>
      </p>
      <table className="w-full text-[13px]" aria-label="Fractions">
        <TableHead columns={["Fraction", ...figures("Weighed", "Share", "Usual")]} />
        <tbody>
          {Object.entries(way.fractions).map(([key, fraction]) => {
            const share = lot?.shares[key];
            return (
              <tr key={key} className="border-t border-line">
                <th scope="row" className="py-1 text-left font-normal first-letter:uppercase">
                  {fraction.name}
                </th>
                <td className="text-right">
                  <DecidedNumber
                    path={`keep/milled/fractionsKg/${key}` as DecisionPath}
                    label={`${fraction.name}, weighed`}
                    value={own?.fractionsKg?.[key]}
                    dimension="mass"
                    width="5em"
                  />
                </td>
                <td className={`text-right ${lot?.doubtful.includes(key) ? "font-semibold text-advise" : ""}`}>
                  {share === undefined ? "" : `${number(share, 1)} %`}
                </td>
                <td className="text-right text-soft">
                  {fraction.usualPct.from} to {fraction.usualPct.to} %
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {lot && (
        <p className={`py-1 text-[13px] ${lot.doubtful.includes("sum") ? "text-advise" : ""}`}>
          {number(lot.sumPct, 1)} % of what went in
          {lot.doubtful.length === 0 ? ": nothing to doubt." : "."}
        </p>
      )}
    </Disclosure>
  );
}
