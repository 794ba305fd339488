"use client";

import { Download } from "lucide-react";
import { useState } from "react";
import { formatDay } from "@/core/dates";
import type { DecisionPath } from "@/core/sheets/decisions";
import { joined } from "@/core/units/words";
import { comparePlans, type PlanChange, summarisePlan } from "@/core/views/compare";
import type { AuditLine, VersionLine } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { Pick } from "@/ui/pick";
import { figures, TableHead } from "@/ui/table-head";
import { DocumentLink } from "../../shared/document-link";
import { send } from "../../shared/send";
import { useUnits } from "../../shared/units";
import { useAnswer } from "../../shared/use-answer";
import { pathInWords } from "../path-in-words";
import { usePlanModel } from "../plan-context";

const FILES: [string, string][] = [
  ["booklet.pdf", "Booklet"],
  ["card.pdf", "Grower's card"],
  ["labels.pdf", "Labels for rows"],
  ["calendar.ics", "Calendar"],
  ["order.csv", "Input order, CSV"],
  ["order.xlsx", "Input order, XLSX"],
];

/** Issued versions with their documents, and what the draft has changed since the last. */
export function VersionsDialog({
  open,
  onOpenChange,
  versions,
  changed,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  versions: VersionLine[];
  changed: AuditLine[];
}) {
  const { planId } = usePlanModel();
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Versions"
      description="Each issued version is frozen as it was."
      wide
    >
      {versions.length === 0 && (
        <p className="text-soft">None issued yet. Resolve what stops the plan, then issue version 1.</p>
      )}
      <ul className="grid gap-2">
        {versions.map((version) => (
          <li key={version.number} className="border-t border-line pt-2 first:border-0">
            <p>
              <b>Version {version.number}</b>, issued {version.issuedAt} by {version.issuedBy}
              {version.elsewhere && (
                <span className="text-stop"> elsewhere: it came with a file and does not count as issued here</span>
              )}
            </p>
            <p className="flex flex-wrap gap-x-4">
              {FILES.map(([file, label]) => (
                <DocumentLink key={file} href={`/api/plans/${planId}/versions/${version.number}/${file}`}>
                  <Download size={13} aria-hidden /> {label}
                </DocumentLink>
              ))}
            </p>
          </li>
        ))}
      </ul>
      {open && versions.length > 0 && <Comparison versions={versions} />}
      {changed.length > 0 && (
        <details className="mt-4">
          <summary className="cursor-pointer font-semibold">Who changed what, when this page was opened</summary>
          <ul className="mt-1 text-[13px]">
            {changed.map((line, n) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: lines of the books have no other key here and never move
              <li key={n} className="border-t border-line py-0.5">
                <span className="text-soft">{line.at}</span> {line.person}: {line.action}
                <WhatChanged line={line} />
              </li>
            ))}
          </ul>
        </details>
      )}
    </Dialog>
  );
}

const DRAFT = "draft";

/** Any two versions, or one and the draft, side by side. */
function Comparison({ versions }: { versions: VersionLine[] }) {
  const { planId, plan } = usePlanModel();
  const { answer, problem } = useAnswer("GET /api/plans/{id}/summaries", { path: { id: planId } });
  const [first, setFirst] = useState(String(versions[0]?.number ?? ""));
  const [second, setSecond] = useState(DRAFT);
  const options = versions.map((v) => ({ value: String(v.number), label: `version ${v.number}` }));
  const of = (which: string) => (which === DRAFT ? (plan ? summarisePlan(plan) : undefined) : answer?.summaries[which]);
  const [before, after] = [of(first), of(second)];
  return (
    <section aria-label="Comparison of versions" className="mt-4">
      <h3 className="flex flex-wrap items-baseline gap-x-2 text-base">
        Compare
        <Pick
          aria-label="First version"
          value={first}
          options={options}
          onChange={(event) => setFirst(event.currentTarget.value)}
        />
        with
        <Pick
          aria-label="Second version"
          value={second}
          options={[{ value: DRAFT, label: "the draft as it is now" }, ...options]}
          onChange={(event) => setSecond(event.currentTarget.value)}
        />
      </h3>
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      {before && after ? (
        <ChangeList changes={comparePlans(before, after)} />
      ) : (
        !problem && <p className="text-soft">Reading the versions ...</p>
      )}
    </section>
  );
}

/** More leaves than these of one change are counted, not written. */
const MOST_LEAVES = 6;

/** What a line of the books changed, from what to what. */
function WhatChanged({ line: { before, after } }: { line: AuditLine }) {
  const { plan } = usePlanModel();
  if (!plan || !before || !after) return null;
  const paths = [...new Set([...Object.keys(before), ...Object.keys(after)])];
  const leaf = (value: unknown) =>
    value === undefined || value === null
      ? "default"
      : typeof value === "object"
        ? "set"
        : /^\d{4}-\d{2}-\d{2}$/.test(String(value))
          ? formatDay(String(value), true)
          : String(value);
  return (
    <ul className="pl-4">
      {paths.slice(0, MOST_LEAVES).map((path) => (
        <li key={path}>
          {pathInWords(path as DecisionPath, plan)}: {leaf(before[path])} → {leaf(after[path])}
        </li>
      ))}
      {paths.length > MOST_LEAVES && <li className="text-soft">and {paths.length - MOST_LEAVES} more</li>}
    </ul>
  );
}

/** Changes between versions, line by line. */
function ChangeList({ changes }: { changes: PlanChange[] }) {
  const { measured, measureChange } = useUnits();
  if (changes.length === 0) return <p className="text-soft">Nothing has changed.</p>;
  const amount = (value: PlanChange["before"], unit?: PlanChange["unit"]) => {
    if (value === null) return "none";
    if (typeof value === "string") return /^\d{4}-\d{2}-\d{2}$/.test(value) ? formatDay(value, true) : value || "none";
    return measured(value, unit);
  };
  return (
    <table className="mt-1 w-full border-collapse">
      <TableHead columns={["What", ...figures("Before", "Now", "Change")]} />
      <tbody>
        {changes.map((change) => (
          <tr key={`${change.kind}${change.what}`} className="border-t border-line">
            <th scope="row" className="py-0.5 text-left font-normal">
              {change.what} {change.kind === "added" ? "(added)" : change.kind === "removed" ? "(left out)" : ""}
            </th>
            <td className="py-0.5 text-right">{amount(change.before, change.unit)}</td>
            <td className="py-0.5 text-right font-medium">{amount(change.after, change.unit)}</td>
            <td className="py-0.5 text-right text-soft">
              {change.change === undefined
                ? ""
                : change.kind === "date"
                  ? `${change.change > 0 ? "+" : "−"}${Math.abs(change.change)} d`
                  : joined(measureChange(Number(change.before), Number(change.after), change.unit ?? ""))}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Confirms the issue: what is frozen, what advice stands open, what changed. */
export function IssueDialog({
  open,
  onOpenChange,
  next,
  onIssued,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  next: number;
  onIssued: (number: number) => void;
}) {
  const { findings, changes, planId, revision, isSaved } = usePlanModel();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const advice = findings.filter((f) => f.severity === "advise");
  const issue = async () => {
    setBusy(true);
    setProblem(null);
    const reply = await send("POST /api/plans/{id}/issue", { path: { id: planId }, body: { revision } });
    if (reply.ok) {
      onOpenChange(false);
      onIssued(reply.value.number);
    } else setProblem(reply.status === null ? `${reply.reason} Nothing was issued; try again.` : reply.reason);
    setBusy(false);
  };
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title={`Issue version ${next}`}
      description="The version is frozen with your name and licence; its operations go to the week, calendar and order."
      wide={next > 1}
    >
      {advice.length > 0 && (
        <div className="mb-3">
          <p className="font-semibold">Open advice goes into the booklet:</p>
          <ul className="list-disc pl-5 text-[13px]">
            {advice.map((f) => (
              <li key={f.id}>{f.title}</li>
            ))}
          </ul>
        </div>
      )}
      {next > 1 && (
        <div className="mb-3">
          <p className="font-semibold">What changed since version {next - 1}</p>
          <ChangeList changes={changes} />
        </div>
      )}
      {problem && (
        <p role="alert" className="mb-2 text-stop">
          {problem}
        </p>
      )}
      <div className="flex gap-3">
        <Button look="main" disabled={busy || !isSaved} onClick={() => void issue()}>
          {isSaved ? `Issue version ${next}` : "Saving first"}
        </Button>
        <Button onClick={() => onOpenChange(false)}>Not yet</Button>
      </div>
    </Dialog>
  );
}
