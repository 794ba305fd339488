"use client";

import dynamic from "next/dynamic";
import { formatDay } from "@/core/dates";
import { byGround, countedIn, lookInWords } from "@/core/guides/scouting";
import { scoutDecision } from "@/core/protect/scout-decision";
import type { PlannedThreat } from "@/core/sheets/protect/part";
import { Disclosure } from "@/ui/disclosure";
import { TableHead } from "@/ui/table-head";
import { LIKELIHOOD_LOOK } from "../../../shared/likelihood-look";
import { useUnits } from "../../../shared/units";
import { usePlanModel } from "../../plan-context";
import { PaysFrom } from "./pays-from";
import { ThreatOptions } from "./threat-options";
import { WeedWorth } from "./weed-worth";

// rests on the simulated seasons, which a page does not carry before somebody asks
const ThreatWeather = dynamic(() => import("./threat-weather").then((m) => m.ThreatWeather), { ssr: false });

/** What was counted of it last, and what that says. */
function LastVisit({ threatId, placeM2 }: { threatId: string; placeM2?: number | undefined }) {
  const { facts } = usePlanModel();
  const { number } = useUnits();
  const last = facts.scouting?.find((s) => s.threatId === threatId);
  if (!last) return null;
  const mean = last.counts.reduce((a, b) => a + b, 0) / last.counts.length;
  const said =
    last.threshold !== null && last.counts.length > 1
      ? scoutDecision({ counts: last.counts, threshold: last.threshold })
      : null;
  return (
    <span className="block text-ink">
      {formatDay(last.day)}: mean {number(byGround(mean, placeM2), 1)}
      {placeM2 ? "/m²" : ""} of {last.counts.length}
      {said?.ok && last.threshold !== null && (
        <b className={said.value.decision === "act" ? "text-advise" : ""}>
          {" "}
          against {number(byGround(last.threshold, placeM2))}: {said.value.decision}
        </b>
      )}
      <span className="text-soft">
        , {last.person}
        {last.note && `: ${last.note}`}
      </span>
      {(last.photos?.length ?? 0) > 0 && (
        <span className="mt-1 flex flex-wrap gap-2">
          {last.photos?.map((id, i) => (
            <a key={id} href={`/api/scouting/photos/${id}`} target="_blank" rel="noreferrer">
              {/* biome-ignore lint/performance/noImgElement: it is private, and small already */}
              <img
                src={`/api/scouting/photos/${id}`}
                alt={`${i + 1} of ${formatDay(last.day)}`}
                loading="lazy"
                className="h-14 w-14 border border-line object-cover"
              />
            </a>
          ))}
        </span>
      )}
    </span>
  );
}

/** What may come to this field, when and how likely, what to look for, when to act, and what can be done in its order. */
export function Threats() {
  const { plan } = usePlanModel();
  if (!plan) return null;
  return (
    <table className="w-full border-collapse">
      <caption className="sr-only">Threats in the order in which their time comes</caption>
      <TableHead columns={["Threat", "When, how likely", "Scouting and threshold"]} />
      <tbody>
        {plan.protect.threats.map((t) => (
          <ThreatRow key={t.id} threat={t} />
        ))}
      </tbody>
    </table>
  );
}

function ThreatRow({ threat: here }: { threat: PlannedThreat }) {
  const { plan } = usePlanModel();
  const t = plan?.crop.guide.threats.find((x) => x.id === here.id);
  if (!plan || !t) return null;
  const name = t.name.toLowerCase();
  return (
    <>
      <tr className="border-t border-line align-top text-[13px]" title={t.symptoms}>
        <th scope="row" className="py-1 pr-3 text-left font-medium">
          {t.name} <span className="block text-[12px] font-normal text-soft">{t.organism}</span>
        </th>
        <td className="py-1 pr-3">
          {here.from && here.to ? `${formatDay(here.from)} to ${formatDay(here.to)}, ` : ""}
          <span className={LIKELIHOOD_LOOK[here.likelihood]}>{here.likelihood}</span>
          {here.reasons.map((r) => (
            <span key={r.why} className="block text-[12px] text-soft">
              {r.by > 0 ? "+" : "−"} {r.why}
            </span>
          ))}
          {here.broodOn && t.broods && (
            <span className="block text-[12px] text-soft">
              {t.broods.what}: about {formatDay(here.broodOn)}
            </span>
          )}
        </td>
        <td className="py-1">
          {t.threshold}
          <span className="block text-soft">
            {lookInWords(t.scout)}, {t.scout.pattern}
          </span>
          <LastVisit threatId={t.id} placeM2={t.scout.placeM2} />
        </td>
      </tr>
      <tr>
        <td colSpan={3} className="pb-1 text-[12px]">
          <Disclosure first={false} className="text-action" summary={`What to do about ${name}`}>
            <div className="grid gap-1 border-l-2 border-line py-1 pl-3">
              <p>
                Symptoms: {t.symptoms}. Favoured by {t.favoured}; carried by {t.carriedBy}.
              </p>
              <ThreatOptions threat={t} likelihood={here.likelihood} />
              {t.weather.length > 0 && <ThreatWeather threatId={t.id} rules={t.weather} />}
              {t.weed ? (
                <WeedWorth threatId={t.id} weed={t.weed} placeM2={t.scout.placeM2} />
              ) : (
                <PaysFrom threatId={t.id} name={name} unit={countedIn(t.scout)} />
              )}
            </div>
          </Disclosure>
        </td>
      </tr>
    </>
  );
}
