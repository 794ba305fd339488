/**
 * A reading copy of plans as plain text, for the adviser who reads them whole before signing: npm run -s plans writes
 * every plan of the demo practices; with `-- --every` every kind and planting method of every guide, on a field that
 * suits it and on the field of the demo that suits it least. A word after it keeps the plans whose heading holds it.
 */

import { formatDay } from "../src/core/dates";
import type { Basis, Figure } from "../src/core/figure/figure";
import type { Guide } from "../src/core/guides/schema";
import type { PlanFacts } from "../src/core/plan/facts";
import { whyInWords } from "../src/core/plan/job-words";
import { SHEETS } from "../src/core/sheet-ids";
import { checkPlan } from "../src/core/sheets/check-plan";
import type { Decisions } from "../src/core/sheets/decisions";
import { draftPlan } from "../src/core/sheets/draft-plan";
import { formatNumber } from "../src/core/units/format-quantity";
import { wordsFor } from "../src/core/units/words";
import { demoPlans } from "../tests/support/demo-plans";
import { everyPlan } from "../tests/support/every-plan";
import { testGuide } from "../tests/support/guides";

const words = process.argv.slice(2).filter((a) => !a.startsWith("--"));
const every = process.argv.includes("--every");
const n = (value: number) =>
  formatNumber(value, { decimals: Math.abs(value) >= 100 ? 0 : Math.abs(value) >= 10 ? 1 : 2 });
const day = (date: string | null) => (date ? formatDay(date, true) : "no date");

for (const plan of every
  ? everyPlan()
  : demoPlans().map((p) => ({ ...p, title: `${p.field}, ${p.practice.practice.name}` }))) {
  const text = readingCopy(plan.title, plan.facts, plan.decisions, plan.season, testGuide(plan.decisions.crop.guideId));
  if (words.every((w) => text.slice(0, text.indexOf("\n")).toLowerCase().includes(w.toLowerCase())))
    process.stdout.write(`${text}\n`);
}

/** One plan: facts, figures with their working, operations in order, findings. */
function readingCopy(title: string, facts: PlanFacts, decisions: Decisions, season: number, guide: Guide): string {
  const lines: string[] = [];
  const drafted = draftPlan(facts, decisions, season, guide);
  if (!drafted.ok) return `# ${title}: ${drafted.errors.map((e) => e.message).join("; ")}\n`;
  const plan = drafted.value;
  const { crop } = plan;
  lines.push(`# ${title}: ${crop.kind.name}, ${crop.method.name.toLowerCase()}, harvest ${season}`, "");
  lines.push("## Facts", ...factLines(facts), "");
  lines.push("## Figures");
  for (const [id, figure] of Object.entries(plan.figures)) if (figure) lines.push(figureLine(id, figure));
  lines.push("", "## Threats");
  for (const t of plan.protect.threats) {
    const span = t.from && t.to ? `${formatDay(t.from)} to ${formatDay(t.to)}` : "no date";
    const why = t.reasons.map((r) => `${r.by > 0 ? "+" : ""}${r.by} ${r.why}`).join("; ");
    lines.push(
      `- ${t.id}, ${span}: ${t.likelihood}${why ? ` (${why})` : ""}${t.broodOn ? `, brood ${day(t.broodOn)}` : ""}`,
    );
  }
  lines.push("", "## Operations");
  for (const o of plan.operations) {
    const span = o.earliest && o.latest ? ` (${formatDay(o.earliest)} to ${formatDay(o.latest)})` : "";
    lines.push(`- ${day(o.date)}${span} ${o.name} [${o.sheet}, ${o.tiedTo}]${o.doneOn ? ", done" : ""}`);
    lines.push(`    ${[o.detail, whyInWords(o)].filter(Boolean).join(" ")}`);
    for (const i of o.inputs)
      lines.push(
        `    ${i.name}: ${n(i.perHa)} ${i.unit}/ha, ${n(i.quantity)} ${i.unit}${i.bags ? `, ${i.bags} bags` : ""}`,
      );
    const work = [
      o.hoursPerHa > 0 ? `${n(o.hoursPerHa)} h/ha ${o.power}` : "",
      o.helperHoursPerHa > 0 ? `${n(o.helperHoursPerHa)} h/ha helpers` : "",
      o.fuelLPerHa > 0 ? `${n(o.fuelLPerHa)} L/ha` : "",
      o.costPerHa > 0 ? `${n(o.costPerHa / 100)} ${facts.prices.currency}/ha` : "",
    ].filter(Boolean);
    if (work.length > 0) lines.push(`    ${work.join(", ")}`);
    for (const c of o.cautions) lines.push(`    ! ${c.text}`);
  }
  lines.push("", "## Findings");
  for (const f of checkPlan(plan, facts, decisions)) lines.push(`- ${f.severity} [${f.sheet}] ${f.title} ${f.why}`);
  for (const sheet of SHEETS) for (const note of crop.guide.notes[sheet] ?? []) lines.push(`  note [${sheet}] ${note}`);
  return wordsFor({ unitSet: "metric", decimal: "point", currency: facts.prices.currency }).tell(
    `${lines.join("\n")}\n`,
  );
}

function factLines(facts: PlanFacts): string[] {
  const { field, soilTest: test, previousCrop: before, climate } = facts;
  const own = Object.entries(field).filter(
    ([key, value]) => key !== "id" && value !== null && typeof value !== "object",
  );
  return [
    own.map(([key, value]) => `${key} ${value}`).join("; "),
    test ? `soil test ${JSON.stringify(test)}` : "no soil test",
    before
      ? `after ${before.name}, off ${day(before.harvest)}${before.harvested ? "" : " (expected)"}`
      : "nothing before",
    `history ${facts.history.map((h) => `${h.season} ${h.crop} ${h.yieldTPerHa ?? "-"}`).join(", ")}`,
    climate ? `${climate.station}, ${climate.latitudeDeg} degrees, ${climate.altitudeM} m` : "no climate",
    `read as of ${day(facts.today)}`,
  ];
}

function figureLine(id: string, figure: Figure): string {
  const basis = (b: Basis | undefined) => (!b || b.kind === "computed" ? "" : ` (${b.kind}: ${b.text})`);
  const inputs = figure.inputs
    .map(
      (i) =>
        `${i.label} ${typeof i.value === "number" ? n(i.value) : i.value}${i.unit ? ` ${i.unit}` : ""}${basis(i.basis)}`,
    )
    .join("; ");
  return `- ${id}: ${figure.label} ${n(figure.value)} ${figure.unit}${basis(figure.basis)}${figure.formula ? ` = ${figure.formula}` : ""}${inputs ? ` [${inputs}]` : ""}${figure.note ? ` ${figure.note}` : ""}`;
}
