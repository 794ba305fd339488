/** What treatments break of their labels, what is not signed, and what the field asks for besides. */

import { addDays, daysBetween, formatDay, type IsoDate } from "../../dates";
import type { SignOff } from "../../plan/facts";
import { change } from "../decisions";
import type { Check } from "../sheet";
import { round, sentence } from "../words";
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
      `${treatments.length === 1 ? "A treatment is" : `${treatments.length} treatments are`} planned, and this crop is grown without products.`,
      "By its kind, or by the way of protection that was chosen: leave them out, or choose another way.",
      treatments.map((t) => ({
        label: `Leave out ${(t.product?.name ?? "the treatment").toLowerCase()}`,
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
              label: `${round(t.use.rate, 3)} ${t.unit}/ha`,
              changes: [change(`protect/treatments/${t.id}/ratePerHa`, t.use.rate)],
            },
          ]
        : []),
      ...(done
        ? []
        : [{ label: "Leave this treatment out", changes: [change(`protect/treatments/${b.treatment}`, undefined)] }]),
    ]);
  }
  const halfKnown = new Map<string, SignOff>();
  for (const t of treatments) {
    const operation = opOf.get(t.id);
    if (operation?.doneOn || !t.product) continue;
    if (t.unsigned !== null)
      add(
        "stop",
        `protect.unsigned.${t.id}`,
        `${operation?.name ?? "A treatment"} ${t.unsigned}.`,
        "Every chemical treatment names a licensed adviser who stands for it before the plan is issued: sign it on this sheet.",
      );
    if (t.signed?.licence) halfKnown.set(t.signed.licenceNo, t.signed);
    checkField(check, t.id, t.product.name, t.product.waterBufferM, t.product.houseBufferM);
    if (t.product.stock !== null && t.ratePerHa * facts.field.areaHa > t.product.stock)
      add(
        "hint",
        `protect.stock.${t.id}`,
        `${round(t.ratePerHa * facts.field.areaHa, 1)} ${t.unit} of ${t.product.name} are needed, ${round(t.product.stock, 1)} are in stock.`,
        "Order what is missing; a part of a pack is bought whole.",
      );
    const date = operation?.date;
    const { next } = facts;
    const waitsUntil = date && t.use?.plantBackDays ? addDays(date, t.use.plantBackDays) : null;
    if (waitsUntil && next && waitsUntil > next.planting)
      add(
        "stop",
        `protect.nextCrop.${t.id}`,
        `${sentence(next.name).slice(0, -1)} is to be planted on ${formatDay(next.planting, true)}: after ${t.product.name} on ${formatDay(date as IsoDate)} the label asks to wait until ${formatDay(waitsUntil, true)}.`,
        `${t.use?.plantBackDays} days between: treat earlier, with another product, or plant later.`,
      );
    else if (date && t.use?.plantBackDays)
      add(
        "hint",
        `protect.plantBack.${t.id}`,
        `After ${t.product.name} nothing else is sown or planted before ${formatDay(addDays(date, t.use.plantBackDays), true)}.`,
        `The label asks for ${t.use.plantBackDays} days: also where this crop fails and another takes its place.`,
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
        `${operation?.name ?? "A treatment"} on ${formatDay(date)} lies outside of the time in which it matters, ${formatDay(threat.from)} to ${formatDay(threat.to)}.`,
        "The label may allow it; it does little then.",
      );
    if (date && t.use?.permitUntil && date <= t.use.permitUntil && daysBetween(date, t.use.permitUntil) < PERMIT_DAYS)
      add(
        "hint",
        `protect.permitEnds.${t.id}`,
        `Permit ${t.use.permit} for ${t.product.name} ends on ${formatDay(t.use.permitUntil, true)}, ${daysBetween(date, t.use.permitUntil)} days after the planned day.`,
        "A treatment that slips past it has none: ask for its renewal in time.",
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
        `${t.product.name} is an insecticide, and on ${formatDay(date as IsoDate)} the crop is in bloom.`,
        "The label names no rule for bees; nobody sprays insecticides into bloom all the same, nor onto weeds in bloom.",
      );
    if (date && t.product.stockUntil && date > t.product.stockUntil)
      add(
        "advise",
        `protect.expired.${t.id}`,
        `The stock of ${t.product.name} keeps until ${formatDay(t.product.stockUntil, true)}, planned is ${formatDay(date, true)}.`,
        "Old product separates and fails: use another batch.",
      );
  }
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
        "An owner of the practice records it under People: a signature is worth what its licence is.",
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
      `${one.product.name} and ${other.product.name} are planned on ${formatDay(one.date)}: in one tank only where a label names the other.`,
      said.length > 0
        ? `By the register, ${said.join(" ")}`
        : "No label of the register names a partner: two passes, or another day.",
    );
  });
}

/** What has to stand before the first brood is there comes too late after it. */
function checkBroods({ plan, add }: Check): void {
  for (const { id, threatId, option } of plan.protect.measures) {
    const broodOn = plan.protect.threats.find((t) => t.id === threatId)?.broodOn;
    const operation = plan.operations.find((o) => o.id === id);
    if (!option.beforeBrood || !broodOn || !operation?.date || operation.doneOn || operation.date <= broodOn) continue;
    add(
      "advise",
      `protect.brood.${id}`,
      `${operation.name} on ${formatDay(operation.date)} comes after the first brood, about ${formatDay(broodOn)}.`,
      "What has laid by then is under it: put it on earlier, or do without.",
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
    `${guide.name} for seed asks for ${round(isolationM.value)} m to other ${guide.name.toLowerCase()}, and the farm has another field of it this season.`,
    "Measure the distance; where it is less, move one of them, sow so that they do not bloom together, or net the seed plants in with bees of their own.",
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
      `Expected here: ${threat.name.toLowerCase()}${why.length > 0 ? ` (${why.join("; ")})` : ""}. Nothing is planned against that.`,
      `Look first: ${threat.threshold}. What can be done before stands with it on this sheet.`,
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
      `Open water is ${round(openWaterM)} m from the field: the label of ${name} asks for ${round(waterBufferM)} m.`,
      `Leave ${round(waterBufferM - openWaterM)} m unsprayed on that side, and spray with wind away from it.`,
    );
  if (houseBufferM && housesM != null && housesM < houseBufferM)
    add(
      "advise",
      `protect.houses.${id}`,
      `Houses are ${round(housesM)} m from the field: the label of ${name} asks for ${round(houseBufferM)} m.`,
      `Leave ${round(houseBufferM - housesM)} m unsprayed on that side, and tell those who live there.`,
    );
}
