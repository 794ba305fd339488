"use client";

import { LIMIT_NAMES } from "@/core/rehearsal/outcome";
import { SHEET_FACES } from "@/core/sheets/faces";
import type { RehearsedSeasons } from "@/core/sheets/rehearsed/part";
import { BAD_SEASON, type LedgerLine } from "@/core/sheets/sheet";
import { useUnits } from "../shared/units";
import { usePlanModel } from "./plan-context";
import { shownFigure } from "./shown-figure";
import { ReachTarget } from "./window/reach-target";
import { FigureValue } from "./working";

/** Target, plants, balance and money, always in sight, with the change against the last issued version. */
export function Ledger({ onWindow }: { onWindow: () => void }) {
  const { plan } = usePlanModel();
  if (!plan) return null;
  const { rehearsed } = plan.rehearsal;
  const lines = SHEET_FACES.flatMap(({ present }) => present.ledger?.(plan) ?? []);
  return (
    <section aria-label="Ledger" className="border border-line bg-sheet px-3 py-2">
      <div className="flex items-baseline justify-between">
        <h2 className="text-base">Ledger</h2>
        <AgainstVersion />
      </div>
      <dl>
        <Line label="Target" figures={[{ id: "target" }]} />
        <ReachTarget onOpen={onWindow} />
        <Line
          label="Expected yield"
          figures={[{ id: "yield.expect", decimals: 1 }]}
          {...(rehearsed ? { under: { words: BAD_SEASON, id: "yield.bad", decimals: 1 } } : {})}
        />
        {rehearsed && <HeldBack heldBackBy={rehearsed.heldBackBy} />}
        {lines.map((line) => (
          <Line key={line.label} {...line} />
        ))}
      </dl>
    </section>
  );
}

/** What holds the yield back most, in order. */
function HeldBack({ heldBackBy }: Pick<RehearsedSeasons, "heldBackBy">) {
  const { split } = useUnits();
  const unit = split(0, "yield").unit;
  const named = heldBackBy
    .slice(0, 4)
    .filter((h) => h.tPerHa >= Math.max(LEAST_T, LEAST_SHARE * (heldBackBy[0]?.tPerHa ?? 0)));
  if (named.length === 0) return null;
  return (
    <div className="py-[3px]">
      <dt className="sr-only">Held back by</dt>
      <dd className="text-[12px] text-soft">
        Held back by {named.map((h) => `${LIMIT_NAMES[h.limit]} ${split(h.tPerHa, "yield", 1).number}`).join(", ")}{" "}
        {unit}
      </dd>
    </div>
  );
}
/** What takes less than this part of what takes most is not named, nor what one decimal would call nothing [t/ha]. */
const LEAST_SHARE = 0.05;
const LEAST_T = 0.05;

function AgainstVersion() {
  const { changes } = usePlanModel();
  return <p className="text-[12px] text-soft">{changes.length > 0 ? "change against the last version" : ""}</p>;
}

function Line({ label, figures, of, under }: LedgerLine) {
  const { changes, plan } = usePlanModel();
  const { measureChange } = useUnits();
  const [first] = figures;
  const figure = first && plan ? shownFigure(plan, first.id) : undefined;
  const change =
    figures.length === 1 ? changes.find((c) => c.kind === "figure" && c.what === figure?.label) : undefined;
  return (
    <div className="grid grid-cols-[1fr_auto_3.2em] items-baseline gap-2 py-[3px]">
      <dt>
        {label} {of && <span className="text-[12px] text-soft">{of}</span>}
        {under && (
          <span className="block text-[12px] text-soft">
            {under.words}{" "}
            <FigureValue
              id={under.id}
              unit={false}
              {...(under.decimals === undefined ? {} : { decimals: under.decimals })}
            />
          </span>
        )}
      </dt>
      <dd className={`flex justify-end gap-2 ${figures.length > 1 ? "col-span-2" : ""}`}>
        {figures.map(({ id, decimals }) => (
          <FigureValue key={id} id={id} unit={figures.length === 1} {...(decimals === undefined ? {} : { decimals })} />
        ))}
      </dd>
      {figures.length === 1 && (
        <dd className="text-right text-[12px] text-soft">
          {change && figure
            ? measureChange(Number(change.before), figure.value, figure.unit, first?.decimals).number
            : ""}
        </dd>
      )}
    </div>
  );
}
