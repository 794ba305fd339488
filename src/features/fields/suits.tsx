"use client";

import { CRITERION_NAMES } from "@/core/plan/site-criteria";
import type { SiteLine } from "@/server/contracts";
import { Disclosure } from "@/ui/disclosure";
import { figures, TableHead } from "@/ui/table-head";
import { CriteriaList } from "../shared/criteria-list";
import { useTold, useUnits } from "../shared/units";

/** Under this a crop is not for this field: shown folded away. */
const POOR = 0.4;

/** What suits a field, the best first, each with what limits it and what would lift it. */
export function Suits({ lines: written, season }: { lines: SiteLine[]; season: string }) {
  const lines = useTold(written);
  const good = lines.filter((l) => l.score >= POOR);
  const poor = lines.filter((l) => l.score < POOR);
  return (
    <>
      <p className="py-1 text-[13px] text-soft">
        {season}: the lowest of sixteen criteria, from the soil test, the ground, the station's climate and what grew
        before. A planning index; unknown values are not marked down.
      </p>
      <Lines lines={good} label="Crops that suit this field" />
      {poor.length > 0 && (
        <Disclosure
          summary={`${poor.length} that are not suitable`}
          first={false}
          className="py-1 text-[13px] font-semibold"
        >
          <Lines lines={poor} label="Crops that do not suit this field" />
        </Disclosure>
      )}
    </>
  );
}

function Lines({ lines, label }: { lines: SiteLine[]; label: string }) {
  const { number } = useUnits();
  return (
    <table className="w-full border-collapse">
      <caption className="sr-only">{label}</caption>
      <TableHead columns={["Crop", ...figures("Site"), { name: "Main limit", className: "pl-6" }]} />
      <tbody>
        {lines.map((line) => {
          const limit = line.criteria.find((c) => c.id === line.limiting);
          return (
            <tr key={`${line.guideId} ${line.kindId}`} className="border-t border-line align-baseline">
              <th scope="row" className="w-56 py-1 text-left font-normal">
                {line.name}
              </th>
              <td className="whitespace-nowrap py-1 text-right font-semibold">{number(100 * line.score, 0)} %</td>
              <td className="py-1 pl-6 text-[13px]">
                {limit ? (
                  <Disclosure
                    summary={
                      <>
                        <b>{CRITERION_NAMES[limit.id]}</b>: {limit.reason}
                      </>
                    }
                    first={false}
                  >
                    <CriteriaList criteria={line.criteria} />
                  </Disclosure>
                ) : (
                  <span className="text-soft">nothing that is known</span>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
