"use client";

import { type RefObject, useState } from "react";
import type { Basis, Figure } from "@/core/figure/figure";
import { decidedAt } from "@/core/plan/decided-at";
import type { FigureId } from "@/core/plan/figure-ids";
import { boundsAt } from "@/core/sheets/decision-bounds";
import type { Change, DecisionPath } from "@/core/sheets/decisions";
import { Button } from "@/ui/button";
import { AnchoredPopover } from "@/ui/popover";
import { WrittenValue } from "@/ui/written-value";
import { useTold, useUnits } from "../shared/units";
import { usePlanModel } from "./plan-context";
import { shownFigure } from "./shown-figure";

const BASIS: Record<Basis["kind"], string> = {
  computed: "computed",
  source: "source",
  assumption: "assumption",
  measured: "measured",
  decided: "yours",
};

/** The working of a figure beside the element that shows it; what went into it opens in its place, and leads back. */
export function WorkingPanel({
  id,
  figure,
  anchor,
  onClose,
}: {
  id: string;
  figure: Figure;
  anchor: RefObject<HTMLElement | null>;
  onClose: () => void;
}) {
  const { plan } = usePlanModel();
  const [opened, setOpened] = useState<string[]>([]);
  const at = opened.at(-1);
  const shown = at !== undefined && plan ? (shownFigure(plan, at) ?? figure) : figure;
  const before = opened.length > 1 && plan ? shownFigure(plan, opened.at(-2) as string) : figure;
  return (
    <AnchoredPopover anchor={anchor} label={`Working of ${figure.label}`} onClose={onClose}>
      {at !== undefined && (
        <Button look="quiet" onClick={() => setOpened(opened.slice(0, -1))}>
          {`Back to ${before?.label ?? figure.label}`}
        </Button>
      )}
      <Working key={at ?? id} id={at ?? id} figure={shown} open={(next) => setOpened([...opened, next])} />
    </AnchoredPopover>
  );
}

function Working({ id, figure: whole, open }: { id: string; figure: Figure; open: (id: string) => void }) {
  const { plan } = usePlanModel();
  const figure = useTold(whole);
  const { measured: amount } = useUnits();
  return (
    <div>
      <h3 className="text-base">{figure.label}</h3>
      {figure.formula && figure.inputs.length === 0 && <p className="mt-1 text-soft">= {figure.formula}</p>}
      {figure.inputs.length > 0 && (
        <table className="mt-2 w-full border-collapse">
          <tbody>
            <tr className="border-b-2 border-ink">
              <th scope="row" className="py-1 text-left">
                {figure.override ? "computed" : "result"}
              </th>
              <td className="whitespace-nowrap py-1 text-right font-bold">
                {amount(figure.override?.computed ?? figure.value, figure.unit)}
              </td>
            </tr>
            {figure.formula && (
              <tr>
                <td colSpan={2} className="py-1 text-soft">
                  = {figure.formula}
                </td>
              </tr>
            )}
            {figure.inputs.map((input, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: the order of a working never changes
              <tr key={i} className="border-t border-line align-top">
                <th scope="row" className="py-1 pr-2 text-left font-normal">
                  {input.from && plan && shownFigure(plan, input.from) ? (
                    <button type="button" className="opens" onClick={() => open(input.from as string)}>
                      {input.label}
                      <span className="sr-only">. Show its working</span>
                    </button>
                  ) : (
                    input.label
                  )}
                  {input.basis && input.basis.kind !== "computed" && (
                    <span className="block text-[12px] text-soft">{`${BASIS[input.basis.kind]}: ${input.basis.text}`}</span>
                  )}
                </th>
                <td className="whitespace-nowrap py-1 text-right font-medium">{amount(input.value, input.unit)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {figure.basis.kind !== "computed" && (
        <p className="mt-1">
          {amount(figure.override?.computed ?? figure.value, figure.unit)}{" "}
          <span className="text-soft">{`${BASIS[figure.basis.kind]}: ${figure.basis.text}`}</span>
        </p>
      )}
      {figure.note && <p className="mt-2 text-[13px] text-soft">{figure.note}</p>}
      {figure.open ? (
        <Override id={id} figure={figure} />
      ) : (
        figure.formula && (
          <p className="mt-2 text-[13px] text-soft">
            This follows from the values above and cannot be set itself. Change one of those.
          </p>
        )
      )}
    </div>
  );
}

function Override({ id, figure }: { id: string; figure: Figure }) {
  const { change, editable, bounds } = usePlanModel();
  const { measure, measured, readMeasure } = useUnits();
  const path = decidedAt(id as FigureId) as DecisionPath;
  const override = `overrides/${id}`;
  const limits =
    path === override ? ((figure.override?.computed ?? figure.value) < 0 ? {} : { min: 0 }) : boundsAt(bounds, path);
  /** its own value with the reason, or neither; what was stored beside its place before goes */
  const put = (own: { value: number; reason: string } | undefined) =>
    change(
      ...(path === override
        ? [{ path, value: own }]
        : [
            { path, value: own?.value },
            { path: `reasons/${id}`, value: own } as Change,
            { path: override, value: undefined } as Change,
          ]),
    );
  const [value, setValue] = useState<number | null>(figure.override?.value ?? null);
  const [reason, setReason] = useState(figure.override?.reason ?? "");
  const [asked, setAsked] = useState(false);
  if (!editable) return null;
  return (
    <div className="mt-3 border-t border-line pt-2">
      {figure.override && (
        <p className="mb-1">
          Yours: <b>{measured(figure.override.value, figure.unit)}</b>
          {figure.override.reason ? `, because ${figure.override.reason}.` : "."}
        </p>
      )}
      <div className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
        <span className="text-soft">Use instead</span>
        <WrittenValue
          label={`${figure.label}, your value`}
          text={value === null ? "" : measure(value, figure.unit).number}
          read={readMeasure(figure.label, figure.unit, limits)}
          onValue={setValue}
          onClear={() => setValue(null)}
          suffix={measure(0, figure.unit).unit}
          width="5em"
        />
        <WrittenValue
          label="Reason for the override"
          align="left"
          width="12em"
          text={reason}
          read={(typed) => ({ ok: true, value: typed })}
          onValue={setReason}
          onClear={() => setReason("")}
          suffix="reason"
        />
      </div>
      {asked && (value === null || reason.trim() === "") && (
        <p role="alert" className="text-[12px] text-stop">
          An override needs a value and a reason, so that it can be understood later.
        </p>
      )}
      <div className="mt-2 flex gap-3">
        <Button
          onClick={() => {
            setAsked(true);
            if (value !== null && reason.trim() !== "") put({ value, reason: reason.trim() });
          }}
        >
          Override
        </Button>
        {figure.override && (
          <Button look="quiet" onClick={() => put(undefined)}>
            Back to the computed value
          </Button>
        )}
      </div>
    </div>
  );
}
