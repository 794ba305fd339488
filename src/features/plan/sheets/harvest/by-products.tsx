"use client";

import type { DecisionPath } from "@/core/sheets/decisions";
import { DecidedMoney } from "../../inputs/decided-money";
import { DecisionLine } from "../../inputs/decision-line";
import { usePlanModel } from "../../plan-context";
import { FigureValue } from "../../working";

/** What comes off besides the product and is sold by itself. */
export function ByProducts() {
  const { plan, decisions } = usePlanModel();
  return plan?.harvest.byProducts.map(({ id, name, worthPerHa }) => (
    <DecisionLine
      key={id}
      what={`${name.charAt(0).toUpperCase()}${name.slice(1)}`}
      hint="comes off besides; how much is taken stands with the schools"
      value={
        <DecidedMoney
          path={`harvest/byProductPerT/${id}` as DecisionPath}
          label={`Price of ${name}`}
          value={decisions.harvest?.byProductPerT?.[id] ?? null}
          per="t"
        />
      }
      leads={
        <span>
          <FigureValue id={`harvest.byProduct.${id}`} decimals={1} />
          {worthPerHa > 0 && (
            <>
              {" "}
              bring <FigureValue id={`harvest.byProduct.${id}.worth`} decimals={0} />
            </>
          )}
        </span>
      }
    />
  ));
}
