/** Treatments against their labels, missing signatures, and what the field itself requires. */

import { addDays, daysBetween, formatDay, type IsoDate } from "../../dates";
import type { SignOff } from "../../plan/facts";
import type { Operation } from "../../plan/operation";
import { inputMeasure } from "../../units/input-measures";
import { q } from "../../units/told";
import { change } from "../decisions";
import type { Check } from "../sheet";
import { sentence } from "../words";
import { BLOOM, bbchOn } from "./label";
import { breaksOf, loggedOf } from "./planned-breaks";

/** Days before and after its time in which a treatment is still of use. */
const LATE_DAYS = 14;
/** A permit that ends within so many days of the treatment is spoken of. */
const PERMIT_DAYS = 60;

export function checkProtect(check: Check): void {
  const { plan, facts, add } = check;
  const { treatments } = plan.protect;
  const { guide } = plan.crop;
  checkExpected(check);
  checkPurity(check);
  checkBroods(check);
  if (treatments.length === 0 && !facts.treated) return;
  checkTanks(check);
  if (guide.protect.treats === "never" && treatments.length > 0)
    add(
      "stop",
      "protect.none",
      `${treatments.length === 1 ? "A treatment is" : `${treatments.length} treatments are`} planned, but this crop is grown without plant protection products.`,
      "This follows from its crop type or from the protection strategy. Omit the treatments, or choose another strategy.",
      treatments.map((t) => ({
        label: `Omit ${t.product?.name ?? "the treatment"}`,
        changes: [change(`protect/treatments/${t.id}`, undefined)],
      })),
    );
  const opOf = new Map(plan.operations.map((o) => [o.id, o]));
  const logged = loggedOf(plan, facts);
  const seen = new Map<string, number>();
  for (const b of breaksOf(plan, facts)) {
    // one of each rule of a treatment has the plain id, the next are numbered
    const key = `protect.${b.rule}.${b.treatment}`;
    const again = seen.get(key) ?? 0;
    seen.set(key, again + 1);
    const t = treatments.find((x) => x.id === b.treatment);
    // what is done cannot be left out any more: it is said, and stops nothing
    const done = opOf.get(b.treatment)?.doneOn != null || logged.some((l) => l.id === b.treatment);
    // but a harvest that is not brought in yet can wait
    const canWait = b.rule === "harvest" && !plan.operations.some((o) => o.role === "harvest" && o.doneOn);
    add(done && !canWait ? "advise" : "stop", again > 0 ? `${key}.${again}` : key, b.title, b.why, [
      ...(b.rule === "rate" && t?.use && !done
        ? [
            {
              label: `Rate ${q(t.use.rate, inputMeasure(t.unit).perArea, 3)}`,
              changes: [change(`protect/treatments/${t.id}/ratePerHa`, t.use.rate)],
            },
          ]
        : []),
      ...(done
        ? []
        : [{ label: "Omit this treatment", changes: [change(`protect/treatments/${b.treatment}`, undefined)] }]),
    ]);
  }
  const halfKnown = new Map<string, SignOff>();
  const unsigned: Unsigned[] = [];
  for (const t of treatments) {
    const operation = opOf.get(t.id);
    if (operation?.doneOn || !t.product) continue;
    if (t.unsigned !== null) unsigned.push({ id: t.id, why: t.unsigned, name: inWords(operation) });
    if (t.signed?.licence) halfKnown.set(t.signed.licenceNo, t.signed);
    checkField(check, t.id, t.product.name, t.product.waterBufferM, t.product.houseBufferM);
    if (t.product.stock !== null && t.ratePerHa * facts.field.areaHa > t.product.stock)
      add(
        "hint",
        `protect.stock.${t.id}`,
        `${q(t.ratePerHa * facts.field.areaHa, inputMeasure(t.unit).total, 1)} of ${t.product.name} are needed, ${q(t.product.stock, inputMeasure(t.unit).total, 1)} are in stock.`,
        "Order the rest. Packs are sold whole.",
      );
    const date = operation?.date;
    const { next } = facts;
    const waitsUntil = date && t.use?.plantBackDays ? addDays(date, t.use.plantBackDays) : null;
    if (waitsUntil && next && waitsUntil > next.planting)
      add(
        "stop",
        `protect.nextCrop.${t.id}`,
        `${sentence(next.name).slice(0, -1)} is planned for ${formatDay(next.planting, true)}; after ${t.product.name} on ${formatDay(date as IsoDate)} the label allows it from ${formatDay(waitsUntil, true)}.`,
        `The plant-back interval is ${t.use?.plantBackDays} days. Treat earlier, use another product, or plant later.`,
      );
    else if (date && t.use?.plantBackDays)
      add(
        "hint",
        `protect.plantBack.${t.id}`,
        `After ${t.product.name} no other crop may be sown or planted before ${formatDay(addDays(date, t.use.plantBackDays), true)}.`,
        `The plant-back interval is ${t.use.plantBackDays} days. It also applies if this crop fails and is replaced.`,
      );
    const threat = plan.protect.threats.find((x) => x.id === t.threatId);
    if (
      date &&
      threat?.from &&
      threat.to &&
      (date < addDays(threat.from, -LATE_DAYS) || date > addDays(threat.to, LATE_DAYS))
    )
      add(
        "advise",
        `protect.time.${t.id}`,
        `${operation?.name ?? "A treatment"} on ${formatDay(date)} is outside the risk period, ${formatDay(threat.from)} to ${formatDay(threat.to)}.`,
        "The label may allow it, but it is likely to do little at that time.",
      );
    if (date && t.use?.permitUntil && date <= t.use.permitUntil && daysBetween(date, t.use.permitUntil) < PERMIT_DAYS)
      add(
        "hint",
        `protect.permitEnds.${t.id}`,
        `Authorisation ${t.use.permit} for ${t.product.name} ends on ${formatDay(t.use.permitUntil, true)}, ${daysBetween(date, t.use.permitUntil)} days after the planned day.`,
        "If the treatment is delayed past it, it is not authorised. Ask for renewal in time.",
      );
    const bbch = date ? bbchOn(plan.stages, date) : null;
    if (
      t.product.kind === "insecticide" &&
      t.product.bees === "none" &&
      bbch !== null &&
      bbch >= BLOOM.from &&
      bbch <= BLOOM.to
    )
      add(
        "advise",
        `protect.bloom.${t.id}`,
        `${t.product.name} is an insecticide, and the crop is expected to flower on ${formatDay(date as IsoDate)}.`,
        "The label has no rule for bees. Even so, do not spray insecticide on any crop or weed in flower.",
      );
    if (date && t.product.stockUntil && date > t.product.stockUntil)
      add(
        "advise",
        `protect.expired.${t.id}`,
        `The stock of ${t.product.name} must be used by ${formatDay(t.product.stockUntil, true)}; the treatment is planned for ${formatDay(date, true)}.`,
        "Old product separates and fails. Use another batch.",
      );
  }
  checkSignatures(check, unsigned);
  for (const { person, licenceNo, licence } of halfKnown.values()) {
    const missing = [
      ...(licence?.issuer === "" ? ["issuer"] : []),
      ...(licence?.endsOn === null ? ["expiry date"] : []),
    ];
    if (missing.length > 0)
      add(
        "hint",
        `protect.licence.${licenceNo}`,
        `Licence ${licenceNo} of ${person} has no ${missing.join(" and no ")} on record.`,
        "An owner of the practice can enter it under People.",
      );
  }
}

interface Unsigned {
  id: string;
  why: string;
  name: string;
}
const inWords = (operation: Operation | undefined): string =>
  operation ? `${operation.name}${operation.date ? ` (${formatDay(operation.date)})` : ""}` : "A treatment";

/** Treatments that no adviser stands for: those of one cause together. */
function checkSignatures({ add }: Check, unsigned: Unsigned[]): void {
  for (const why of new Set(unsigned.map((u) => u.why))) {
    const own = unsigned.filter((u) => u.why === why);
    add(
      "stop",
      `protect.unsigned.${own[0]?.id}`,
      own.length === 1 ? `${own[0]?.name} ${why}.` : `${own.map((u) => u.name).join("; ")}: each ${why}.`,
      `The plan cannot be issued until a licensed adviser signs ${own.length === 1 ? "this treatment" : "them"} on the Protect sheet.`,
    );
  }
}

/** Treatments of one day go in one tank only where a label says so. */
function checkTanks({ plan, add }: Check): void {
  const dated = plan.protect.treatments.flatMap((t) => {
    const operation = plan.operations.find((o) => o.id === t.id);
    return t.product && t.waterLPerHa !== null && operation?.date && !operation.doneOn
      ? [{ id: t.id, product: t.product, date: operation.date }]
      : [];
  });
  dated.forEach((one, i) => {
    const other = dated.slice(i + 1).find((o) => o.date === one.date && o.product.id !== one.product.id);
    if (!other) return;
    const said = [one, other].flatMap((t) => (t.product.partners ? [`${t.product.name}: ${t.product.partners}`] : []));
    add(
      said.length > 0 ? "hint" : "advise",
      `protect.tank.${one.id}`,
      `${one.product.name} and ${other.product.name} are both planned on ${formatDay(one.date)}. Tank-mix them only if a label names the other.`,
      said.length > 0
        ? `Tank-mix partners by your product list: ${said.join(" ")}`
        : "No label in your list names a partner. Make two passes, or choose another day.",
    );
  });
}

/** Barriers that must be in place before the first generation. */
function checkBroods({ plan, add }: Check): void {
  for (const { id, threatId, option } of plan.protect.measures) {
    const broodOn = plan.protect.threats.find((t) => t.id === threatId)?.broodOn;
    const operation = plan.operations.find((o) => o.id === id);
    if (!option.beforeBrood || !broodOn || !operation?.date || operation.doneOn || operation.date <= broodOn) continue;
    add(
      "advise",
      `protect.brood.${id}`,
      `${operation.name} on ${formatDay(operation.date)} is after the first generation, expected about ${formatDay(broodOn)}.`,
      "Eggs laid by then are already under it. Do it earlier, or omit it.",
    );
  }
}

/** Seed is pure only so far from other fields of its kind. */
function checkPurity({ plan, facts, add }: Check): void {
  const { guide, kind } = plan.crop;
  const { isolationM } = guide.pollination;
  if (!isolationM || !kind.endUses.includes("seed") || !facts.nearby?.thisSeason.includes(guide.id)) return;
  add(
    "advise",
    "protect.purity",
    `${guide.name} for seed needs ${q(isolationM.value, "m")} of isolation, and the farm has another field of ${guide.name.toLowerCase()} this season.`,
    "Measure the distance. If it is less, move one of them, sow so that they do not flower together, or cage the seed plants with their own bees.",
  );
}

/** What is expected and has no answer yet. */
function checkExpected({ plan, facts, add }: Check): void {
  const { guide } = plan.crop;
  for (const { id, to, likelihood, reasons } of plan.protect.threats) {
    // its time is over
    if (to !== null && to < facts.today) continue;
    const threat = guide.threats.find((t) => t.id === id);
    const answered =
      plan.protect.treatments.some((t) => t.threatId === id) || plan.protect.measures.some((m) => m.threatId === id);
    if (likelihood !== "expected" || answered || !threat) continue;
    const why = reasons.filter((r) => r.by > 0).map((r) => r.why);
    add(
      "hint",
      `protect.expected.${id}`,
      `${threat.name}: very likely here${why.length > 0 ? ` (${why.join("; ")})` : ""}. Nothing is planned.`,
      `${sentence(`Scout before you decide: ${threat.threshold}`)} Preventive options are on this sheet.`,
    );
  }
}

function checkField(
  { facts, add }: Check,
  id: string,
  name: string,
  waterBufferM: number | null,
  houseBufferM: number | null,
): void {
  const { openWaterM, housesM } = facts.field;
  if (waterBufferM && openWaterM != null && openWaterM < waterBufferM)
    add(
      "advise",
      `protect.water.${id}`,
      `${name} needs a buffer of ${q(waterBufferM, "m")}; open water is ${q(openWaterM, "m")} away.`,
      `Leave at least ${q(waterBufferM - openWaterM, "m")} unsprayed on that side, and spray only with the wind blowing away from the water.`,
    );
  if (houseBufferM && housesM != null && housesM < houseBufferM)
    add(
      "advise",
      `protect.houses.${id}`,
      `${name} needs a buffer of ${q(houseBufferM, "m")}; houses are ${q(housesM, "m")} away.`,
      `Leave at least ${q(houseBufferM - housesM, "m")} unsprayed on that side, and inform the residents.`,
    );
}
