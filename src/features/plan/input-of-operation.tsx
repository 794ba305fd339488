"use client";

import { amountInWords, rateInWords } from "@/core/plan/job-words";
import type { OperationInput } from "@/core/plan/operation";
import { inputMeasure } from "@/core/units/input-measures";
import { WrittenValue } from "@/ui/written-value";
import { useUnits } from "../shared/units";
import { usePlanModel } from "./plan-context";

/** What an operation takes; material that it takes besides can be given another amount and a price. */
export function InputOfOperation({ input, at, done }: { input: OperationInput; at: string; done: boolean }) {
  const { set, editable } = usePlanModel();
  const words = useUnits();
  const { measure, read, readMeasure, number, currency } = words;
  if (input.kind !== "material" || !editable || done)
    return (
      <p>
        {input.name}: {rateInWords(input, words)}, {amountInWords(input, words)} for the field
        {input.how && <span className="block text-[12px] text-soft">{input.how}</span>}
      </p>
    );
  const { perArea } = inputMeasure(input.unit);
  const shown = measure(input.perHa, perArea);
  return (
    <div>
      {input.name}:{" "}
      <WrittenValue
        label={`${input.name}, rate`}
        text={shown.number}
        suffix={shown.unit}
        read={readMeasure(input.name, perArea, { min: 0, max: 1_000_000 })}
        onValue={(perHa) => set(`materials/perHa/${at}.${input.id}`, perHa)}
        onClear={() => set(`materials/perHa/${at}.${input.id}`, undefined)}
      />
      , {amountInWords(input, words)} for the field, at{" "}
      <WrittenValue
        label={`${input.name}, price`}
        text={input.pricePerUnit > 0 ? number(input.pricePerUnit / 100) : ""}
        suffix={`${currency}/${input.unit === "units" ? "piece" : input.unit}`}
        read={read(`Price of ${input.name}`, "count", { min: 0, max: 1e7 })}
        onValue={(price) => set(`materials/price/${input.id}`, price * 100)}
        onClear={() => set(`materials/price/${input.id}`, undefined)}
      />
      <span className="block text-[12px] text-soft">{input.how}</span>
    </div>
  );
}
