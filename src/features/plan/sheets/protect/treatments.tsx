"use client";

import { Trash2 } from "lucide-react";
import { useState } from "react";
import { formatDay } from "@/core/dates";
import { firstStageOf, labelledUses } from "@/core/sheets/protect/label-crop";
import type { PlannedTreatment } from "@/core/sheets/protect/part";
import { LABEL_PARTS } from "@/core/sheets/protect/signature";
import { inputMeasure } from "@/core/units/input-measures";
import { dimensionOf } from "@/core/units/measure-ids";
import { Button } from "@/ui/button";
import { Disclosure } from "@/ui/disclosure";
import { Pick } from "@/ui/pick";
import { Link } from "../../../shared/link";
import { newId } from "../../../shared/new-id";
import { send } from "../../../shared/send";
import { useUnits } from "../../../shared/units";
import { DecidedChoice } from "../../inputs/decided-choice";
import { DecidedNumber } from "../../inputs/decided-number";
import { usePlanModel } from "../../plan-context";
import { TankMix } from "./tank-mix";

/** Chemical treatments of this plan: planned within the label, signed by a licensed adviser. */
export function Treatments() {
  const { plan, facts, set, editable } = usePlanModel();
  const [threat, setThreat] = useState<string | null>(null);
  if (!plan) return null;
  const { guide } = plan.crop;
  const products = facts.products ?? [];
  const against = (id: string) => products.filter((p) => labelledUses(p, plan.protect.crop, id).length > 0);
  const chosen = guide.threats.find((t) => t.id === threat);
  const offered = chosen ? against(chosen.id) : [];
  return (
    <section aria-label="Treatments" className="mt-3">
      <h3 className="text-base">Treatments</h3>
      {plan.protect.treatments.length === 0 && (
        <p className="py-1 text-soft">None is planned. A look and its threshold come before any of them.</p>
      )}
      <ul className="grid gap-2">
        {plan.protect.treatments.map((t) => (
          <Treatment key={t.id} treatment={t} />
        ))}
      </ul>
      {guide.protect.treats === "never" && (
        <p className="py-1">This crop is grown without products: what else can be done stands with each threat.</p>
      )}
      {editable && guide.protect.treats !== "never" && (
        <div className="mt-2 flex flex-wrap items-baseline gap-x-3 gap-y-1">
          <span>Plan one against</span>
          <Pick
            aria-label="Against what"
            value={threat ?? ""}
            empty="choose"
            options={guide.threats.map((t) => {
              const count = against(t.id).length;
              return {
                value: t.id,
                label: `${t.name}: ${count > 0 ? `${count} ${count === 1 ? "label names" : "labels name"} it` : "no label names it"}`,
              };
            })}
            onChange={(event) => setThreat(event.currentTarget.value || null)}
          />
          {offered.map((product) => (
            <Button
              key={product.id}
              onClick={() => {
                if (!chosen) return;
                set(`protect/treatments/treat-${newId().slice(0, 8)}`, {
                  threat: chosen.id,
                  productId: product.id,
                  stage: firstStageOf(guide.stages, chosen.stages, labelledUses(product, plan.protect.crop, chosen.id)),
                });
                setThreat(null);
              }}
            >
              {product.name}
            </Button>
          ))}
          {chosen && offered.length === 0 && (
            <span className="text-[13px]">
              No product of the register is labelled for {chosen.name.toLowerCase()} in {guide.name.toLowerCase()}: look
              at what else can be done above, ask for a permit, or{" "}
              <Link href="/records/protection-products" className="text-action underline underline-offset-2">
                type in a label
              </Link>
              .
            </span>
          )}
        </div>
      )}
      {products.length === 0 && (
        <p className="mt-1 text-[13px] text-soft">
          The register is empty: no product ships with the application.{" "}
          <Link href="/records/protection-products" className="text-action underline underline-offset-2">
            Type in the labels
          </Link>{" "}
          of what you use.
        </p>
      )}
      <p className="mt-2 border-l-[3px] border-advise pl-2 text-[13px]">
        The product's own label, the local code and a licensed adviser decide. What stands here is what somebody typed
        in. What was done stands in the{" "}
        <Link href="/treatments" className="text-action underline underline-offset-2">
          spray record
        </Link>
        .
      </p>
    </section>
  );
}

function Treatment({ treatment: t }: { treatment: PlannedTreatment }) {
  const { plan, facts, set, editable } = usePlanModel();
  const { number, show, split } = useUnits();
  const rateIn = dimensionOf(inputMeasure(t.unit).perArea) ?? "count";
  if (!plan) return null;
  const { guide } = plan.crop;
  const operation = plan.operations.find((o) => o.id === t.id);
  const threat = guide.threats.find((x) => x.id === t.threatId);
  const same = (facts.products ?? []).filter((p) => labelledUses(p, plan.protect.crop, t.threatId).length > 0);
  const options = same.map((p) => ({
    value: p.id,
    label: p.name,
    note: `${p.active}${p.group ? `, group ${p.group}` : ""}`,
  }));
  return (
    <li className="border border-line px-3 py-2" data-treatment={t.id}>
      <p className="flex flex-wrap items-baseline gap-x-3">
        <b>{threat?.name ?? t.threatId}</b>
        {operation?.doneOn ? (
          <span>done {formatDay(operation.doneOn)}</span>
        ) : (
          operation?.date && <span>{formatDay(operation.date)}</span>
        )}
        <DecidedChoice
          path={`protect/treatments/${t.id}/productId`}
          label={`Product against ${threat?.name ?? t.threatId}`}
          value={t.product?.id ?? ""}
          options={options}
        />
        {editable && !operation?.doneOn && (
          <Button
            look="quiet"
            className="ml-auto"
            aria-label={`Leave out the treatment against ${threat?.name ?? t.threatId}`}
            onClick={() => set(`protect/treatments/${t.id}`, undefined)}
          >
            <Trash2 size={14} aria-hidden />
          </Button>
        )}
      </p>
      <p className="mt-1 flex flex-wrap items-baseline gap-x-2">
        <DecidedNumber
          path={`protect/treatments/${t.id}/ratePerHa`}
          label="Rate of the product"
          value={t.ratePerHa}
          dimension={rateIn}
          width="3.6em"
        />
        {t.waterLPerHa === null ? (
          "spread dry,"
        ) : (
          <>
            in
            <DecidedNumber
              path={`protect/treatments/${t.id}/waterLPerHa`}
              label="Water of the treatment"
              value={t.waterLPerHa}
              dimension="volumePerArea"
              width="4em"
            />
          </>
        )}
        <DecidedNumber
          path={`protect/treatments/${t.id}/days`}
          label="Days after the stage"
          value={t.days}
          dimension="days"
          decimals={0}
          suffix="days after"
          width="2.6em"
        />
        <DecidedChoice
          path={`protect/treatments/${t.id}/stage`}
          label="Stage of the treatment"
          value={t.stageId}
          options={[
            { value: "planting", label: "Planting", note: "BBCH 0" },
            ...plan.stages.map((s) => ({
              value: s.id,
              label: s.name,
              note: `BBCH ${s.bbch}, ${formatDay(s.date)}`,
            })),
          ]}
        />
      </p>
      {t.use && t.product && (
        <p className="mt-1 text-[13px] text-soft">
          Label: {t.use.rateLow ? `${split(t.use.rateLow, rateIn).number} to ` : "up to "}
          {show(t.use.rate, rateIn)}
          {t.use.most ? `, ${t.use.most} a season` : ""}
          {t.use.intervalDays ? `, ${t.use.intervalDays} days between` : ""}
          {t.use.fromBbch !== null || t.use.toBbch !== null
            ? `, BBCH ${t.use.fromBbch ?? 0} to ${t.use.toBbch ?? 99}`
            : ""}
          {t.use.harvestWaitDays !== null ? `, ${t.use.harvestWaitDays} days to the harvest` : ""}
          {t.product.reEntryHours ? `, nobody in the crop for ${number(t.product.reEntryHours)} hours` : ""}
          {t.product.group ? `; group ${t.product.group}` : ""}
          {t.use.permit
            ? `; permit ${t.use.permit}${t.use.permitUntil ? ` until ${formatDay(t.use.permitUntil, true)}` : ""}`
            : ""}
          .
        </p>
      )}
      {t.product && <TankMix treatment={t} product={t.product} areaHa={plan.areaHa} />}
      {!operation?.doneOn && <Signature treatment={t} />}
    </li>
  );
}

/** Who stands for it; signing is of the treatment as it is saved. */
function Signature({ treatment: t }: { treatment: PlannedTreatment }) {
  const { plan, planId, isSaved, setSignOffs } = usePlanModel();
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const day = plan?.operations.find((o) => o.id === t.id)?.date ?? null;
  const ask = async (sign: boolean) => {
    setBusy(true);
    setProblem(null);
    const reply = sign
      ? await send("POST /api/plans/{id}/sign-offs", {
          path: { id: planId },
          body: { treatmentId: t.id, signed: t.toSign },
        })
      : await send("DELETE /api/plans/{id}/sign-offs", { path: { id: planId }, query: { treatmentId: t.id } });
    setBusy(false);
    if (!reply.ok) {
      setProblem(reply.reason);
      return;
    }
    setSignOffs((list) => [
      ...list.filter((s) => s.treatmentId !== t.id),
      ...(sign ? [{ treatmentId: t.id, signed: t.toSign, person: "you", licenceNo: "", at: "now", forDay: day }] : []),
    ]);
  };
  return (
    <>
      <p className="mt-1 flex flex-wrap items-baseline gap-x-3 text-[13px]">
        {t.signed ? (
          <span className="font-semibold">
            ✓ signed by {t.signed.person}
            {t.signed.licenceNo ? `, licence ${t.signed.licenceNo}` : ""}
            {t.signed.at !== "now" ? `, ${t.signed.at}` : ""}
          </span>
        ) : (
          t.unsigned && <span className="text-stop">It {t.unsigned}.</span>
        )}
        {t.signed ? (
          <Button look="quiet" disabled={busy} onClick={() => void ask(false)}>
            Take the signature back
          </Button>
        ) : (
          <Button disabled={busy || !isSaved || !t.product} onClick={() => void ask(true)}>
            Sign this treatment
          </Button>
        )}
        {problem && (
          <span role="alert" className="text-stop">
            {problem}{" "}
            {problem.includes("under People") && (
              <Link href="/people" className="text-action underline underline-offset-2">
                To People
              </Link>
            )}
          </span>
        )}
      </p>
      <Disclosure summary="What is signed" first={false} className="text-[13px] text-soft">
        <ul className="list-disc pl-5 text-[13px]">
          {t.toSign
            .split(" | ")
            .slice(0, -LABEL_PARTS)
            .map((words) => (
              <li key={words}>{words}</li>
            ))}
          <li>the label as it stands in the register: rate, water, number, stages, waits, buffers and its texts</li>
          {day && <li>for {formatDay(day, true)}, as far as the label lets the weather carry it</li>}
        </ul>
      </Disclosure>
    </>
  );
}
