"use client";

import { formatDay } from "@/core/dates";
import { MANURE_IDS, MANURES } from "@/core/feed/manure";
import { NUTRIENTS, nutrientOf } from "@/core/nutrients";
import { Choice } from "@/ui/choice";
import { WrittenValue } from "@/ui/written-value";
import { useUnits } from "../../../shared/units";
import { DecisionLine, SheetHead } from "../../decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** Sheet 4: what the target needs, less what the field gives, in splits that add up, and what to buy for it. */
export function FeedSheet() {
  const { plan, facts, decisions, set, editable } = usePlanModel();
  const { number, split, read, money, currency } = useUnits();
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
      <SheetHead title="Feed" about="what the target needs, less what the field already gives, in splits that add up" />
      <DecisionLine
        what="Nitrogen"
        hint="balance of uptake, soil and manure"
        value={<FigureValue id="feed.n" decimals={0} />}
        leads={
          <span className="inline-flex flex-wrap gap-x-2">
            soil
            <WrittenValue
              label="Soil mineral N"
              text={number(plan.figures["feed.mineralN"]?.value ?? 0)}
              width="2.6em"
              disabled={!editable}
              read={read("Soil mineral N", "massPerArea", { min: 0, max: 500 })}
              onValue={(v) => set("feed/soilMineralNKgPerHa", v)}
              onClear={() => set("feed/soilMineralNKgPerHa", undefined)}
            />
            +
            <WrittenValue
              label="Mineralised in season"
              text={number(plan.figures["feed.mineralisation"]?.value ?? 0)}
              width="2.6em"
              disabled={!editable}
              read={read("Mineralised in season", "massPerArea", { min: 0, max: 500 })}
              onValue={(v) => set("feed/mineralisationKgPerHa", v)}
              onClear={() => set("feed/mineralisationKgPerHa", undefined)}
            />
            + <FigureValue id="feed.residueN" decimals={0} unit={false} />, recovery
            <WrittenValue
              label="Recovery of fertiliser N"
              text={number(plan.figures["feed.recovery"]?.value ?? 0)}
              width="2.8em"
              disabled={!editable}
              read={read("Recovery", "count", { above: 0, max: 1 })}
              onValue={(v) => set("feed/recovery", v)}
              onClear={() => set("feed/recovery", undefined)}
            />
          </span>
        }
      />
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
                label: "Replace and build up",
                note: "default where soil is tested regularly: keeps the soil in range",
              },
              { value: "criticalLevel", label: "Critical level", note: "a rate by class, none above the level" },
            ]}
            onChange={(v) => set("feed/pkSchool", v === "criticalLevel" ? "criticalLevel" : undefined)}
          />
        }
        leads={
          <span>
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
              <WrittenValue
                label="Manure rate"
                text={split(manure.tPerHa, "dressing").number}
                suffix={split(1, "dressing").unit}
                width="3em"
                disabled={!editable}
                read={read("Manure rate", "dressing", { min: 0, max: 200 })}
                onValue={(v) => set("feed/manure/tPerHa", v)}
              />
            )}
            {manure && (
              <WrittenValue
                label="Hours to incorporation"
                text={number(manure.hoursToIncorporation)}
                suffix="h to turn in"
                width="2.4em"
                disabled={!editable}
                read={read("Hours to incorporation", "count", { min: 0, max: 10000 })}
                onValue={(v) => set("feed/manure/hoursToIncorporation", v)}
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
        <thead>
          <tr className="text-[12px] text-soft">
            <th scope="col" className="text-left font-medium">
              Split
            </th>
            <th scope="col" className="text-left font-medium">
              When
            </th>
            <th scope="col" className="whitespace-nowrap pl-2 text-right font-medium">
              Share
            </th>
            <th scope="col" className="whitespace-nowrap pl-2 text-right font-medium">
              N {perHa}
            </th>
            <th scope="col" className="pl-3 text-left font-medium">
              Product
            </th>
            <th scope="col" className="whitespace-nowrap pl-2 text-right font-medium">
              {perHa}
            </th>
            <th scope="col" className="whitespace-nowrap pl-2 text-right font-medium">
              Bags, field
            </th>
          </tr>
        </thead>
        <tbody>
          {feed.splits.map((line) => {
            const dose = feed.doses.find((d) => d.at === line.id);
            const operation = date(line.id);
            return (
              <tr key={line.id} className="border-t border-line align-baseline">
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
                  <WrittenValue
                    label={`${line.name}, share`}
                    text={number(line.sharePct)}
                    suffix="%"
                    width="3em"
                    disabled={!editable}
                    read={read("Share", "percent", { min: 0, max: 100 })}
                    onValue={(v) => set(`feed/shares/${line.id}`, v)}
                    onClear={() => set(`feed/shares/${line.id}`, undefined)}
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
                <td className="py-1 text-right">
                  {dose ? <FigureValue id={`feed.bags.${line.id}.${dose.id}`} decimals={0} unit={false} /> : "0"}
                </td>
              </tr>
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
            <td className="py-1 text-right">{feed.doses.filter((d) => !d.base).reduce((s, d) => s + d.bags, 0)}</td>
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
                  <FigureValue id={`feed.bags.${dose.at}.${dose.id}`} decimals={0} unit={false} />
                </td>
              </tr>
            ))}
        </tbody>
      </table>
      <Balance />
      <p className="sr-only">Fertiliser {money(feed.doses.reduce((s, d) => s + d.cost, 0))} a hectare</p>
    </div>
  );
}

/** Need against what is given, nutrient by nutrient. */
function Balance() {
  const { plan } = usePlanModel();
  const { split } = useUnits();
  if (!plan) return null;
  const { need, supplied } = plan.feed;
  const most = Math.max(1, ...Object.values(need), ...Object.values(supplied));
  // the main four always, others where there is something to balance
  const shown = NUTRIENTS.filter(
    (n) =>
      ["balance", "offtake", "perTonne"].includes(n.need) ||
      need[n.id] > 0 ||
      (supplied[n.id] > 0 && !n.trace && n.need !== "none"),
  );
  return (
    <dl className="mt-3 grid gap-1" aria-label="Need against given">
      {shown.map(({ id: key, label, trace }) => (
        <div key={key} className="grid grid-cols-[3em_minmax(0,1fr)] items-center gap-2">
          <dt className="text-[13px]">{label}</dt>
          <dd className="flex items-center gap-2">
            <span className="relative block h-4 w-[62%]" aria-hidden>
              <span
                className="absolute inset-y-0 left-0 opacity-40"
                style={{ width: `${(supplied[key] / most) * 100}%`, background: "var(--feed)" }}
              />
              <span
                className="absolute -inset-y-0.5 w-[2px] bg-ink"
                style={{ left: `calc(${(need[key] / most) * 100}% - 1px)` }}
              />
            </span>
            <span className="whitespace-nowrap text-[12px] text-soft">
              need {split(need[key], "massPerArea", trace ? 1 : 0).number}, given{" "}
              <FigureValue id={`feed.supplied.${key}`} decimals={trace ? 1 : 0} unit={false} />
            </span>
          </dd>
        </div>
      ))}
    </dl>
  );
}
