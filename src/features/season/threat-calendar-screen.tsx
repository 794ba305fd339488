"use client";

import { useRouter } from "next/navigation";
import { useMemo } from "react";
import { addDays, daysBetween, formatDay } from "@/core/dates";
import { LIKELIHOODS, type Likelihood } from "@/core/guides/threat-words";
import type { ThreatCalendar, ThreatGroup } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { Disclosure } from "@/ui/disclosure";
import { TableHead } from "@/ui/table-head";
import { LIKELIHOOD_LOOK } from "../shared/likelihood-look";
import { Link } from "../shared/link";
import { type Packed, unpack } from "../shared/packed";
import { useTold } from "../shared/units";
import { draftingInWords, useDrafting } from "./use-drafting";

const STEP_DAYS = 28;
/** What may come to which fields in the next weeks, threat by threat, the likeliest first. */
export function ThreatCalendarScreen({ sheet: packed, today }: { sheet: Packed<ThreatCalendar>; today: string }) {
  const sheet = useTold(useMemo(() => unpack(packed), [packed]));
  const router = useRouter();
  const drafting = useDrafting("draft", sheet.waiting);
  const go = (more: Partial<{ season: string; from: string; days: string }>) =>
    router.push(
      `/season/threats?${new URLSearchParams({
        season: String(sheet.season ?? ""),
        from: sheet.from,
        days: String(daysBetween(sheet.from, sheet.to)),
        ...more,
      })}`,
    );
  return (
    <div className="mx-auto max-w-[1100px] px-4 py-4">
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1 className="text-2xl">
          Threats, {formatDay(sheet.from, true)} to {formatDay(sheet.to, true)}
        </h1>
        <Link href="/season" className="text-action underline underline-offset-2">
          Back to the season
        </Link>
        <span className="ml-auto flex flex-wrap gap-2 print:hidden">
          {sheet.season !== null && (
            <Choice
              label="Season"
              value={String(sheet.season)}
              options={sheet.seasons.map((s) => ({ value: String(s), label: String(s) }))}
              onChange={(season) => go({ season })}
            />
          )}
          <Button onClick={() => go({ from: addDays(sheet.from, -STEP_DAYS) })}>Earlier</Button>
          <Button onClick={() => go({ from: today })}>From today</Button>
          <Button onClick={() => go({ from: addDays(sheet.from, STEP_DAYS) })}>Later</Button>
        </span>
      </div>
      {drafting && (
        <p role="status" className="text-soft">
          {draftingInWords(drafting)}
        </p>
      )}
      {sheet.groups.length === 0 && <p className="mt-3">No threat of any plan has its time in these weeks.</p>}
      <ul className="mt-3 grid gap-2">
        {sheet.groups.map((group) => (
          <Group key={group.id} group={group} />
        ))}
      </ul>
      <p className="mt-3 text-[13px] text-soft">
        From each field's crop, stages, crops before, soil, date, variety, measured weather and counts; each plan's
        Protect sheet has what can be done. A likelihood is no find: look first.
      </p>
    </div>
  );
}

function Group({ group }: { group: ThreatGroup }) {
  const counts = [...LIKELIHOODS].reverse().flatMap((l): [Likelihood, number][] => {
    const n = group.fields.filter((f) => f.likelihood === l).length;
    return n > 0 ? [[l, n]] : [];
  });
  return (
    <li className="border border-line bg-sheet px-3 py-2">
      <Disclosure
        first={false}
        summary={
          <>
            <b>{group.name}</b>:{" "}
            {counts.map(([l, n], i) => (
              <span key={l} className={LIKELIHOOD_LOOK[l]}>
                {i > 0 && ", "}
                {l} on {n} {n === 1 ? "field" : "fields"}
              </span>
            ))}
          </>
        }
      >
        <p className="mt-1 text-[13px] text-soft">
          Act above: {group.threshold}. Look at {group.scout}.
        </p>
        <div className="overflow-x-auto">
          <table className="w-full border-collapse text-[13px]">
            <caption className="sr-only">Fields with {group.name.toLowerCase()}</caption>
            <TableHead className="[&>th]:px-1" columns={["Field", "How likely", "When", "Why"]} />
            <tbody>
              {group.fields.map((f) => (
                <tr key={f.planId} className="border-t border-line align-top [&>*]:px-1 [&>*]:py-1">
                  <th scope="row" className="text-left font-normal">
                    <Link href={`/plans/${f.planId}`} className="touch text-action underline underline-offset-2">
                      {f.field}
                    </Link>
                    <span className="block text-soft">{f.farm}</span>
                  </th>
                  <td className={LIKELIHOOD_LOOK[f.likelihood]}>{f.likelihood}</td>
                  <td className="whitespace-nowrap">
                    {formatDay(f.from)} to {formatDay(f.to)}
                    {f.broodOn && <span className="block text-soft">brood about {formatDay(f.broodOn)}</span>}
                  </td>
                  <td className="text-soft">{f.why.join("; ")}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </Disclosure>
    </li>
  );
}
