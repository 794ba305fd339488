"use client";

import { formatDay } from "@/core/dates";
import type { Threat } from "@/core/guides/schema";
import type { ThreatOption } from "@/core/guides/schema-threats";
import { type Likelihood, OPTION_KINDS, type OptionKind } from "@/core/guides/threat-words";
import { guideWork, workCost } from "@/core/money/field-work";
import { CHANCES } from "@/core/protect/likelihood";
import { optionWorth } from "@/core/protect/protection-schools";
import { yieldAtStake } from "@/core/sheets/protect/at-stake";
import { cheapestTreatment } from "@/core/sheets/protect/cheapest-treatment";
import { Button } from "@/ui/button";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { usePlanModel } from "../../plan-context";

const KINDS: Record<OptionKind, string> = {
  prevent: "Prevent",
  cultivate: "Cultivate",
  physical: "By hand",
  biological: "Helpers",
  chemical: "Product",
};

/** What can be done about a threat, in its order: what it takes, costs and is worth here, and what it harms. */
export function ThreatOptions({ threat, likelihood }: { threat: Threat; likelihood: Likelihood }) {
  const { plan } = usePlanModel();
  const { unitOf, moneyUnit } = useUnits();
  if (!plan) return null;
  // where no product is used, none is offered
  const options = [...threat.options]
    .filter((o) => o.kind !== "chemical" || plan.crop.guide.protect.treats !== "never")
    .sort((a, b) => OPTION_KINDS.indexOf(a.kind) - OPTION_KINDS.indexOf(b.kind));
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse">
        <caption className="sr-only">What can be done about {threat.name.toLowerCase()}</caption>
        <TableHead
          className="[&>th]:px-1"
          columns={[
            "Kind",
            "What",
            ...figures("Takes", unitOf("workPerArea"), `Cost, ${moneyUnit}`, "Worth"),
            { name: "Planned", hidden: true },
          ]}
        />
        <tbody>
          {options.map((o) => (
            <OptionRow key={o.id} threat={threat} option={o} likelihood={likelihood} />
          ))}
        </tbody>
      </table>
      {threat.lossPct && (
        <p className="text-soft">
          Worth: {Math.round(100 * CHANCES[likelihood])} % that it passes its threshold ({likelihood}; assumption) x{" "}
          {threat.lossPct.typical} % lost then ({threat.lossPct.low} to {threat.lossPct.high}) x what the option takes x
          expected yield x price.
        </p>
      )}
    </div>
  );
}

function OptionRow({
  threat,
  option: o,
  likelihood,
}: {
  threat: Threat;
  option: ThreatOption;
  likelihood: Likelihood;
}) {
  const { plan, facts, set, editable } = usePlanModel();
  const { number, areaMoney, moneyUnit } = useUnits();
  if (!plan) return null;
  const id = `measure-${threat.id}-${o.id}`;
  const planned = plan.operations.find((x) => x.id === id);
  const work = guideWork(o.work, facts.field);
  const hours = work.hoursPerHa + work.helperHoursPerHa;
  const product = o.kind === "chemical" ? cheapestTreatment(plan.protect.crop, facts, threat.id) : null;
  const cost = o.work ? workCost(facts.prices, work, facts.field.contractor) : (product?.costPerHa ?? null);
  const price = plan.money.pricePerT;
  const worth =
    threat.lossPct && o.efficacyPct && price
      ? optionWorth({
          chance: CHANCES[likelihood],
          lossPct: threat.lossPct.typical,
          efficacyPct: o.efficacyPct.typical,
          yieldTPerHa: yieldAtStake(plan),
          pricePerT: price,
        })
      : null;
  const path = `protect/measures/${id}` as const;
  return (
    <tr className="border-t border-line align-top">
      <th scope="row" className="py-0.5 pr-2 text-left font-normal text-soft">
        {KINDS[o.kind]}
      </th>
      <td className="py-0.5 pr-2">
        {o.what}
        {o.uses && <span className="block text-soft">takes {o.uses}</span>}
        {o.kind === "chemical" && (
          <span className="block text-soft">
            {product
              ? `cheapest with a label here: ${product.name}, one treatment`
              : "no label of the register names it"}
          </span>
        )}
        {o.harms && <span className="block text-soft">harms: {o.harms}</span>}
      </td>
      <td className="py-0.5 text-right">{o.efficacyPct ? `${o.efficacyPct.low} to ${o.efficacyPct.high} %` : ""}</td>
      <td className="py-0.5 text-right">{o.work ? number(hours, hours < 10 ? 1 : 0) : ""}</td>
      <td className="py-0.5 text-right">{cost === null ? "" : areaMoney(cost)}</td>
      <td className="py-0.5 text-right">{worth === null ? "" : areaMoney(worth)}</td>
      <td className="py-0.5 pl-2 text-right">
        {planned ? (
          <>
            <span className="block font-semibold">
              {planned.doneOn
                ? `done ${formatDay(planned.doneOn)}`
                : planned.date
                  ? formatDay(planned.date)
                  : "no date"}
            </span>
            {editable && !planned.doneOn && (
              <Button look="quiet" aria-label={`Leave out: ${planned.name}`} onClick={() => set(path, undefined)}>
                Leave out
              </Button>
            )}
          </>
        ) : (
          o.when &&
          editable && (
            <Button
              look="quiet"
              aria-label={`Plan: ${o.mark ?? o.what} against ${threat.name.toLowerCase()}`}
              title={cost === null ? undefined : `${areaMoney(cost)} ${moneyUnit}`}
              onClick={() => set(path, { threat: threat.id, option: o.id })}
            >
              Plan it
            </Button>
          )
        )}
      </td>
    </tr>
  );
}
