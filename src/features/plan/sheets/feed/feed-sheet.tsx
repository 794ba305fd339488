"use client";

import dynamic from "next/dynamic";
import { Fragment } from "react";
import { formatDay } from "@/core/dates";
import { MANURE_IDS, MANURES } from "@/core/feed/manure";
import { NUTRIENTS, nutrientOf } from "@/core/nutrients";
import { Choice } from "@/ui/choice";
import { Disclosure } from "@/ui/disclosure";
import { figures, TableHead } from "@/ui/table-head";
import { useUnits } from "../../../shared/units";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine, SheetHead } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";
import { Balance } from "./balance";
import { Coefficients, NitrogenSchools, SCHOOLS } from "./nitrogen-schools";

/** Drafts the plan by rate: fetched when somebody looks. */
const NitrogenByRate = dynamic(() => import("./nitrogen-response").then((m) => m.NitrogenByRate));

/** Sheet 4: what the crop needs, less what the field gives, in splits that add up, and what to buy for it. */
export function FeedSheet() {
  const { plan, facts, decisions, set, editable } = usePlanModel();
  const { number, split, moneyPerArea, currency } = useUnits();
  if (!plan) return null;
  const { feed } = plan;
  const manure = decisions.feed?.manure;
  const fertiliser = (usable: (f: (typeof facts.fertilisers)[number]) => boolean) =>
    facts.fertilisers.filter(usable).map((f) => ({
      value: f.id,
      label: f.name,
      note: `${number(f.pricePerT / 100)} ${currency}/t${f.containsChloride ? ", chloride" : ""}`,
    }));
  const perHa = split(1, "massPerArea").unit;
  const shareSum = feed.splits.reduce((sum, s) => sum + s.sharePct, 0);
  const date = (id: string) => plan.operations.find((o) => o.id === id);
  return (
    <div>
      <SheetHead title="Feed" about="what the crop needs, less what the field already gives, in splits that add up" />
      <DecisionLine
        what="Nitrogen"
        hint={SCHOOLS[feed.nitrogenBy].hint}
        value={<FigureValue id="feed.n" decimals={0} />}
        leads={
          <span className="inline-flex flex-wrap gap-x-2">
            {feed.nitrogenBy === "balance" ? "soil" : "balance: soil"}
            <DecidedNumber
              path="feed/soilMineralNKgPerHa"
              label="Soil mineral N"
              value={plan.figures["feed.mineralN"]?.value ?? 0}
              dimension="massPerArea"
              suffix=""
              width="2.6em"
            />
            +
            <DecidedNumber
              path="feed/mineralisationKgPerHa"
              label="N mineralised in season"
              value={plan.figures["feed.mineralisation"]?.value ?? 0}
              dimension="massPerArea"
              suffix=""
              width="2.6em"
            />
            + <FigureValue id="feed.residueN" decimals={0} unit={false} />, recovery
            <DecidedNumber
              path="feed/recovery"
              label="Fertiliser N recovery"
              value={plan.figures["feed.recovery"]?.value ?? 0}
              dimension="count"
              suffix=""
              width="2.8em"
            />
          </span>
        }
      />
      <NitrogenSchools />
      <Disclosure first={false} summary="Yield and margin by nitrogen rate" className="py-1 text-[13px] text-action">
        <NitrogenByRate />
      </Disclosure>
      <DecisionLine
        what="Phosphate and potash by"
        value={
          <Choice
            label="School for phosphate and potash"
            value={decisions.feed?.pkSchool ?? "replaceAndBuildUp"}
            disabled={!editable}
            options={[
              {
                value: "replaceAndBuildUp",
                label: "Maintenance and build-up",
                note: "default where soil is tested regularly: keeps the soil in range",
              },
              {
                value: "criticalLevel",
                label: "Response only",
                note: "a rate by class and crop group, none above the level",
              },
              {
                value: "targetYieldEquation",
                label: "Target-yield equation",
                note: "a x target - b x soil test, by coefficients of a local calibration",
              },
            ]}
            onChange={(v) => set("feed/pkSchool", v === "replaceAndBuildUp" ? undefined : v)}
          />
        }
        leads={
          <span>
            {decisions.feed?.pkSchool === "targetYieldEquation" &&
              (["p2o5", "k2o"] as const).map((id) => (
                <Coefficients key={id} path={`feed/pkEquation/${id}`} of={nutrientOf(id).label} names={["a", "b"]} />
              ))}
            {NUTRIENTS.filter((n) => n.need === "offtake").map((n, i) => (
              <span key={n.id}>
                {i > 0 && ", "}
                <FigureValue id={`feed.${n.id}`} decimals={0} />
              </span>
            ))}
          </span>
        }
      />
      <DecisionLine
        what="Manure"
        value={
          <span className="inline-flex flex-wrap items-baseline justify-end gap-x-2">
            <Choice
              label="Manure"
              value={manure?.kind ?? "none"}
              disabled={!editable}
              options={[
                { value: "none", label: "None" },
                ...MANURE_IDS.map((id) => ({ value: id, label: MANURES[id].name })),
              ]}
              onChange={(v) =>
                set(
                  "feed/manure",
                  v === "none"
                    ? undefined
                    : {
                        kind: v,
                        tPerHa: manure?.tPerHa ?? 20,
                        hoursToIncorporation: manure?.hoursToIncorporation ?? 6,
                      },
                )
              }
            />
            {manure && (
              <DecidedNumber
                path="feed/manure/tPerHa"
                label="Manure rate"
                value={manure.tPerHa}
                dimension="dressing"
                width="3em"
                keeps
              />
            )}
            {manure && (
              <DecidedNumber
                path="feed/manure/hoursToIncorporation"
                label="Hours to incorporation"
                value={manure.hoursToIncorporation}
                dimension="count"
                suffix="h to turn in"
                width="2.4em"
                keeps
              />
            )}
          </span>
        }
        leads={
          manure ? (
            <span>
              gives{" "}
              {NUTRIENTS.filter((n) => feed.manure[n.id] > 0).map((n, i) => (
                <span key={n.id}>
                  {i > 0 && ", "}
                  <FigureValue id={`feed.manure.${n.id}`} decimals={0} unit={false} /> {n.label}
                </span>
              ))}{" "}
              this season
            </span>
          ) : null
        }
      />
      <DecisionLine
        what="Base dressing"
        value={
          <span className="inline-flex flex-wrap justify-end gap-x-3">
            {feed.base.map(({ nutrient, productId }) => {
              const { label, name } = nutrientOf(nutrient);
              return (
                <Choice
                  key={nutrient}
                  label={`${name.charAt(0).toUpperCase()}${name.slice(1)} product`}
                  value={productId ?? ""}
                  disabled={!editable}
                  options={[
                    ...(productId === null
                      ? [{ value: "", label: `no ${label} product`, note: "none in the catalogue" }]
                      : []),
                    ...fertiliser((f) => (f.contents[nutrient] ?? 0) > 0),
                  ]}
                  onChange={(id) => set(`feed/products/${nutrient}`, id || undefined)}
                />
              );
            })}
            {feed.base.length === 0 && <span className="text-soft">nothing needed</span>}
          </span>
        }
        leads={
          <span>
            fertiliser costs <FigureValue id="feed.cost" decimals={0} />
          </span>
        }
      />
      <DecisionLine
        what="Split the nitrogen"
        value={
          <Choice
            label="Split pattern"
            value={feed.patternId}
            disabled={!editable}
            options={plan.crop.guide.feed.patterns.map((p) => ({ value: p.id, label: p.name, note: p.why }))}
            onChange={(id) =>
              set("feed", { ...decisions.feed, patternId: id, shares: undefined, splitProducts: undefined })
            }
          />
        }
        leads={
          <span className="text-soft">{plan.crop.guide.feed.patterns.find((p) => p.id === feed.patternId)?.why}</span>
        }
      />
      <table className="mt-1 w-full border-collapse">
        <caption className="sr-only">Nitrogen splits</caption>
        <TableHead
          className="[&>th]:pl-2 [&>th:first-child]:pl-0"
          columns={[
            "Split",
            "When",
            ...figures("Share", `N ${perHa}`),
            { name: "Product", className: "pl-3" },
            ...figures(perHa, "Bags, field"),
          ]}
        />
        <tbody>
          {feed.splits.map((line) => {
            const doses = feed.doses.filter((d) => d.at === line.id);
            const dose = doses.find((d) => d.id === line.productId) ?? doses[0];
            const operation = date(line.id);
            return (
              <Fragment key={line.id}>
                <tr className="border-t border-line align-baseline">
                  <th scope="row" className="whitespace-nowrap py-1 pr-2 text-left font-normal">
                    {line.name}
                  </th>
                  <td className="py-1 pr-2 text-[13px]">
                    {operation?.date ? (
                      <span className="whitespace-nowrap">
                        {formatDay(operation.date)} <span className="text-[12px] text-soft">{operation.tiedTo}</span>
                      </span>
                    ) : (
                      "none"
                    )}
                  </td>
                  <td className="py-1 text-right">
                    <DecidedNumber
                      path={`feed/shares/${line.id}`}
                      label={`${line.name}, share`}
                      value={line.sharePct}
                      dimension="percent"
                      suffix="%"
                      width="3em"
                    />
                  </td>
                  <td className="py-1 text-right">
                    <FigureValue id={`feed.split.${line.id}`} decimals={0} unit={false} />
                  </td>
                  <td className="max-w-[12em] py-1 pl-3">
                    <Choice
                      label={`${line.name}, product`}
                      value={line.productId ?? ""}
                      disabled={!editable}
                      options={fertiliser((f) => (f.contents.n ?? 0) > 0)}
                      onChange={(id) => set(`feed/splitProducts/${line.id}`, id)}
                    />
                  </td>
                  <td className="py-1 text-right">
                    {dose ? <FigureValue id={`feed.dose.${line.id}.${dose.id}`} decimals={0} unit={false} /> : "0"}
                  </td>
                  <td className="py-1 text-right">{dose ? <Bags at={line.id} product={dose.id} /> : "0"}</td>
                </tr>
                {doses
                  .filter((d) => d !== dose)
                  .map((other) => (
                    <tr key={other.id} className="text-[13px]">
                      <th scope="row" colSpan={3} className="pb-1 text-left font-normal text-soft">
                        with it, for {nutrientOf(other.by).name}
                      </th>
                      <td className="pb-1 text-right text-soft">
                        {split(other.brings.n ?? 0, "massPerArea", 0).number}
                      </td>
                      <td className="pb-1 pl-3">{other.name}</td>
                      <td className="pb-1 text-right">
                        <FigureValue id={`feed.dose.${line.id}.${other.id}`} decimals={0} unit={false} />
                      </td>
                      <td className="pb-1 text-right">
                        <Bags at={line.id} product={other.id} />
                      </td>
                    </tr>
                  ))}
              </Fragment>
            );
          })}
          <tr className="border-t-2 border-ink font-semibold">
            <th scope="row" colSpan={2} className="py-1 text-left">
              Sum
            </th>
            <td className={`py-1 text-right ${Math.abs(shareSum - 100) > 0.5 ? "text-stop" : ""}`}>
              {number(shareSum, shareSum % 1 < 0.05 ? 0 : 1)} %
            </td>
            <td className="py-1 text-right">
              {
                split(
                  feed.splits.reduce((s, l) => s + l.nKgPerHa, 0),
                  "massPerArea",
                  0,
                ).number
              }
            </td>
            <td />
            <td className="py-1 text-right">
              {
                split(
                  feed.doses.filter((d) => !d.base).reduce((s, d) => s + d.kgPerHa, 0),
                  "massPerArea",
                  0,
                ).number
              }
            </td>
            <td />
          </tr>
          {feed.doses
            .filter((d) => d.base)
            .map((dose) => (
              <tr key={dose.id} className="border-t border-line text-[13px]">
                <th scope="row" className="py-1 text-left font-normal">
                  Base
                </th>
                <td className="py-1">{date(dose.at)?.date ? formatDay(date(dose.at)?.date as string) : ""}</td>
                <td />
                <td className="py-1 text-right">
                  {dose.brings.n ? split(dose.brings.n, "massPerArea", 0).number : ""}
                </td>
                <td className="py-1 pl-3">{dose.name}</td>
                <td className="py-1 text-right">
                  <FigureValue id={`feed.dose.${dose.at}.${dose.id}`} decimals={0} unit={false} />
                </td>
                <td className="py-1 text-right">
                  <Bags at={dose.at} product={dose.id} />
                </td>
              </tr>
            ))}
        </tbody>
      </table>
      <Balance />
      <p className="sr-only">Fertiliser {moneyPerArea(feed.doses.reduce((s, d) => s + d.cost, 0))}</p>
    </div>
  );
}

/** Bags to carry out for a job; nothing of what is sold loose. */
function Bags({ at, product }: { at: string; product: string }) {
  const { plan } = usePlanModel();
  const id = `feed.bags.${at}.${product}` as const;
  return plan?.asides[id] ? (
    <FigureValue id={id} decimals={1} unit={false} />
  ) : (
    <span className="text-soft">loose</span>
  );
}
