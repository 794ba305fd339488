"use client";

import { DecidedChoice } from "../../inputs/decided-choice";
import { DecidedNumber } from "../../inputs/decided-number";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** Where seedlings are raised: in a bed, or in trays of so many cells. */
export function RaisedIn({ usual }: { usual: number }) {
  const { plan, decisions } = usePlanModel();
  const trays = plan?.seed.trays;
  return (
    <DecisionLine
      what="Raised in"
      value={
        <span className="inline-flex flex-wrap items-baseline justify-end gap-x-3">
          <DecidedChoice
            path="seed/raisedIn"
            label="Raised in"
            value={decisions.seed?.raisedIn ?? "bed"}
            usual="bed"
            options={[
              { value: "bed", label: "A bed", note: "default: nothing to buy; pulled bare-rooted, they rest a week" },
              {
                value: "trays",
                label: "Trays",
                note: "roots stay whole, no rest; a seed to the cell, substrate, water every day",
              },
            ]}
          />
          {trays && (
            <DecidedNumber
              path="seed/cellsPerTray"
              label="Cells of a tray"
              value={decisions.seed?.cellsPerTray ?? usual}
              dimension="count"
              decimals={0}
              suffix="cells"
              width="3em"
            />
          )}
        </span>
      }
      leads={
        trays ? (
          <span>
            <FigureValue id="seed.trays" decimals={0} /> trays, <FigureValue id="seed.substrate" decimals={0} />
          </span>
        ) : null
      }
    />
  );
}
