"use client";

import type { Finding } from "@/core/sheets/sheet";
import { useCommands } from "../shell/commands";
import { usePlanModel } from "./plan-context";

const SIGN = { stop: "■", advise: "▲", hint: "●" };
const WORD = { stop: "blocks issue", advise: "advice", hint: "note" };

/** All findings of the plan: stopping ones first, each with its reason and its repairs. */
export function FindingsPanel({ onSheet }: { onSheet: (sheet: Finding["sheet"]) => void }) {
  const { findings, change, editable } = usePlanModel();
  // the first nine repairs are one key away
  const repairs = editable ? findings.flatMap((f) => f.repairs).slice(0, 9) : [];
  useCommands(
    repairs.map((repair, i) => ({
      id: `repair.${i}`,
      label: `Repair: ${repair.label}`,
      keys: `Alt+${i + 1}`,
      run: () => change(...repair.changes),
    })),
  );
  const count = (severity: Finding["severity"]) => findings.filter((f) => f.severity === severity).length;
  return (
    <section aria-label="Findings" className="border border-line bg-sheet px-3 py-2">
      <div className="flex items-baseline justify-between gap-2">
        <h2 className="text-base">Findings</h2>
        <p className="text-[12px] text-soft" role="status">
          {count("stop") > 0 ? `${count("stop")} ${count("stop") === 1 ? "blocks" : "block"} issue, ` : ""}
          {count("advise")} advice, {count("hint")} {count("hint") === 1 ? "note" : "notes"}
        </p>
      </div>
      {findings.length === 0 && <p className="mt-1 text-soft">No findings. The plan can be issued.</p>}
      <ul>
        {findings.map((finding) => (
          <li key={finding.id} className="border-t border-line py-1.5 first:border-0">
            <FindingLine finding={finding} onSheet={onSheet} keyOf={(repair) => repairs.indexOf(repair) + 1} />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** One finding, for the list or at its place on a sheet. */
function FindingLine({
  finding,
  onSheet,
  keyOf,
}: {
  finding: Finding;
  onSheet?: (sheet: Finding["sheet"]) => void;
  /** the digit that applies a repair with Alt; 0 for none */
  keyOf?: (repair: Finding["repairs"][number]) => number;
}) {
  const { change, editable } = usePlanModel();
  const colour =
    finding.severity === "stop" ? "var(--stop)" : finding.severity === "advise" ? "var(--advise)" : "var(--soft)";
  return (
    <div className="flex gap-2 text-[13px]" data-finding={finding.id}>
      <span style={{ color: colour }} className="w-3 shrink-0 text-[11px] leading-5">
        <span aria-hidden>{SIGN[finding.severity]}</span>
        <span className="sr-only">{WORD[finding.severity]}: </span>
      </span>
      <div>
        {onSheet ? (
          <button
            type="button"
            className="min-h-0! text-left font-semibold hover:underline"
            onClick={() => onSheet(finding.sheet)}
          >
            {finding.title}
          </button>
        ) : (
          <b>{finding.title}</b>
        )}{" "}
        <span className="text-soft">{finding.why}</span>
        {editable && finding.repairs.length > 0 && (
          <span className="mt-0.5 flex flex-wrap gap-x-3">
            {finding.repairs.map((repair) => (
              <button
                key={repair.label}
                type="button"
                className="text-left font-semibold text-action underline underline-offset-2"
                onClick={() => change(...repair.changes)}
              >
                {repair.label}
                {keyOf && keyOf(repair) > 0 && (
                  <kbd className="ml-1 inline-block border border-line px-1 text-[10px] font-normal text-soft no-underline">
                    Alt {keyOf(repair)}
                  </kbd>
                )}
              </button>
            ))}
          </span>
        )}
      </div>
    </div>
  );
}
