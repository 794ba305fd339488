"use client";

import type { OperationInput } from "@/core/plan/operation";
import { WrittenValue } from "@/ui/written-value";
import { inputDimension, useInputWords } from "../shared/input-dimension";
import { useUnits } from "../shared/units";
import { usePlanModel } from "./plan-context";

/** What an operation takes; material that it takes besides can be given another amount and a price. */
export function InputOfOperation({ input, at, done }: { input: OperationInput; at: string; done: boolean }) {
  const { set, editable } = usePlanModel();
  const { split, read, number, currency } = useUnits();
  const words = useInputWords();
  if (input.kind !== "material" || !editable || done)
    return (
      <p>
        {input.name}: {words.per(input)}, {words.inAll(input)} for the field
        {input.how && <span className="block text-[12px] text-soft">{input.how}</span>}
      </p>
    );
  const dimension = inputDimension(input.unit);
  const shown = split(input.perHa, dimension);
  return (
    <div>
      {input.name}:{" "}
      <WrittenValue
        label={`${input.name}, a hectare`}
        text={shown.number}
        suffix={words.per(input).replace(shown.number, "").trim()}
        read={read(input.name, dimension, { min: 0, max: 1_000_000 })}
        onValue={(perHa) => set(`materials/perHa/${at}.${input.id}`, perHa)}
        onClear={() => set(`materials/perHa/${at}.${input.id}`, undefined)}
      />
      , {words.inAll(input)} for the field, at{" "}
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
