"use client";

import { useRouter } from "next/navigation";
import { DRYER_POINTS } from "@/core/records/land/farm";
import type { HarvestQueueSheet } from "@/server/contracts";
import { Choice } from "@/ui/choice";
import { Link } from "../shared/link";
import { HarvestQueue } from "./harvest-queue";
import { draftingInWords, useDrafting } from "./use-drafting";

/** The order in which fields are cut or lifted, farm by farm and machine by machine. */
export function HarvestQueuesScreen({ sheet, editable }: { sheet: HarvestQueueSheet; editable: boolean }) {
  const router = useRouter();
  const drafting = useDrafting("draft", sheet.waiting);
  return (
    <div className="mx-auto max-w-[1100px] px-4 py-4">
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-2">
        <h1 className="text-2xl">Harvest {sheet.season}</h1>
        <Link href="/season" className="text-action underline underline-offset-2 print:hidden">
          Back to the season
        </Link>
        {sheet.season !== null && (
          <span className="ml-auto print:hidden">
            <Choice
              label="Season"
              value={String(sheet.season)}
              options={sheet.seasons.map((s) => ({ value: String(s), label: String(s) }))}
              onChange={(season) => router.push(`/season/harvest?season=${season}`)}
            />
          </span>
        )}
      </div>
      {drafting && (
        <p role="status" className="text-soft">
          {draftingInWords(drafting)}
        </p>
      )}
      {sheet.groups.length === 0 && <p className="mt-3">Nothing of this season is still to be harvested.</p>}
      <div className="mt-3 grid gap-4">
        {sheet.groups.map((group) => (
          <HarvestQueue key={`${sheet.season} ${group.id}`} group={group} editable={editable} />
        ))}
      </div>
      <p className="mt-3 text-[12px] text-soft">
        Each field is ready on the day of its plan and loses from then on by its guide; what a machine or a gang does on
        a day is its rate in the crop in which it is quickest x hours x the share of days without rain from 2 mm on. One
        field after another; several machines of one farm count as one that is as quick. A hired machine goes from farm
        to farm where it comes to them on the same days, and roads between them are not counted. Where the farm has a
        dryer, a field goes no faster than grain as cut passes through it: its tonnes an hour at {DRYER_POINTS} points
        of moisture, fewer the more points; what stands wet in a trailer overnight is not counted. Room is that of the
        farm&apos;s stores, as Stores says. What is left when a hired machine goes is cut by whatever comes then.
      </p>
    </div>
  );
}
