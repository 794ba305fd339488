"use client";

import { Undo2 } from "lucide-react";
import dynamic from "next/dynamic";
import type { CropLine } from "@/core/guides/crop-line";
import { CRITERION_NAMES } from "@/core/plan/site-criteria";
import { change as changeOf } from "@/core/sheets/decisions";
import { fallBack, takeAnother } from "@/core/sheets/faces";
import type { Plan } from "@/core/sheets/plan";
import type { PlantingDraft } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { Popover } from "@/ui/popover";
import { useUnits } from "../shared/units";
import { DecidedNumber } from "./inputs/decided-number";
import { usePlanModel } from "./plan-context";
import { SeasonBar } from "./season-bar";
import { FigureValue } from "./working";

/** All criteria: fetched when they are looked at. */
const CriteriaList = dynamic(() => import("../shared/criteria-list").then((m) => m.CriteriaList));

/** A crop that can be chosen, with its kinds. */
export type CropChoice = Pick<CropLine, "id" | "name" | "otherNames" | "category" | "kinds">;

/** Field, crop, variety and target; the state of saving; undo, compare, issue. */
export function PlanHead({
  crops,
  onVersions,
  onIssue,
  mayIssue,
  versions,
  onDrafts,
  drafts,
}: {
  crops: readonly CropChoice[];
  onVersions: () => void;
  onIssue: () => void;
  mayIssue: boolean;
  versions: number;
  onDrafts: () => void;
  drafts: PlantingDraft[];
}) {
  const { plan, facts, decisions, set, change, editable, undo, redo, canUndo, canRedo, findings, season, planId } =
    usePlanModel();
  const own = drafts.find((d) => d.id === planId);
  const { show } = useUnits();
  const stops = findings.filter((f) => f.severity === "stop").length;
  const crop = crops.find((c) => c.id === decisions.crop.guideId);
  const lots = facts.seedLots.filter((l) => l.guideId === plan?.crop.guide.id && l.kindId === plan.crop.kind.id);
  return (
    <header className="flex flex-wrap items-end gap-x-5 gap-y-2 py-2">
      <div className="min-w-0">
        <h1 className="text-2xl leading-tight">{facts.field.name}</h1>
        <p className="text-[13px] text-soft">
          {facts.field.farm}, {show(facts.field.areaHa, "area")},{" "}
          {facts.field.textureClass.replace(/[A-Z]/g, (l) => ` ${l.toLowerCase()}`)},{" "}
          {facts.field.irrigated ? "irrigated" : "rain-fed"}, season {season}
        </p>
      </div>
      <div>
        <p className="text-[12px] text-soft">Crop</p>
        <Choice<string>
          label="Crop"
          disabled={!editable}
          value={`${decisions.crop.guideId}/${plan?.crop.kind.id ?? ""}`}
          options={crops.flatMap((c) =>
            c.kinds.map((k) => ({
              value: `${c.id}/${k.id}`,
              label: k.name,
              note: [...c.otherNames, k.note].join("; "),
            })),
          )}
          onChange={(value) => {
            const [guideId, kindId] = value.split("/");
            // what belongs to the old crop or kind alone goes back to the guide
            if (plan && kindId && guideId === decisions.crop.guideId)
              change(...takeAnother(plan.crop.guide, decisions.crop, "kind", kindId));
            else if (guideId) change(...fallBack("crop"), changeOf("crop", { guideId, kindId }));
          }}
        />
        {!crop && <p className="text-stop">This crop is not known any more.</p>}
      </div>
      {lots.length > 0 && plan?.seed.by !== "standing" && (
        <div>
          <p className="text-[12px] text-soft">Variety</p>
          <Choice
            label="Variety"
            disabled={!editable}
            value={plan?.seed.lotId ?? ""}
            options={lots.map((l) => ({ value: l.id, label: l.variety }))}
            onChange={(id) => set("seed/lotId", id)}
          />
        </div>
      )}
      <div>
        <p className="text-[12px] text-soft">Target</p>
        <DecidedNumber
          path="targetTPerHa"
          label="Target yield"
          value={plan?.targetTPerHa}
          dimension="yield"
          width="3.4em"
          align="left"
        />
      </div>
      {plan && <Site {...plan} />}
      <div className="ml-auto flex flex-wrap items-center gap-2">
        <SaveStatus versions={versions} />
        {editable && (
          <>
            <Button onClick={undo} disabled={!canUndo} aria-label="Undo" title="Undo (Ctrl Z)">
              <Undo2 size={15} aria-hidden />
            </Button>
            <Button onClick={redo} disabled={!canRedo} aria-label="Redo" title="Redo (Ctrl Shift Z)">
              <Undo2 size={15} className="-scale-x-100" aria-hidden />
            </Button>
          </>
        )}
        <Button onClick={onDrafts}>
          {drafts.length > 1 && own ? `Draft ${own.draft} of ${drafts.length}` : "Drafts"}
        </Button>
        <Button onClick={onVersions}>Versions</Button>
        {mayIssue && own?.chosen !== false && (
          <Button
            look="main"
            onClick={onIssue}
            disabled={stops > 0}
            title={stops > 0 ? `${stops} findings stop the issue` : undefined}
          >
            Issue version {versions + 1}
          </Button>
        )}
      </div>
    </header>
  );
}

/** How the site suits the crop, what limits it, and what it lets expect; opens to all criteria. */
function Site({ site, rehearsal, targetTPerHa }: Pick<Plan, "site" | "rehearsal" | "targetTPerHa">) {
  const { number, show, split } = useUnits();
  const { issuedTPerHa } = usePlanModel();
  const shown = (tPerHa: number) => split(tPerHa, "yield", 1).number;
  const movedOn = issuedTPerHa !== null && shown(issuedTPerHa) !== shown(rehearsal.expectedTPerHa);
  return (
    <div>
      <p className="text-[12px] text-soft">Site, expected yield</p>
      <span className="inline-flex items-baseline gap-2">
        <Popover
          label="How the site suits this crop"
          trigger={
            <button type="button" className="whitespace-nowrap underline decoration-dotted underline-offset-4">
              {number(100 * site.score, 0)} %
              {site.limiting && <span className="text-[12px] text-soft"> by {CRITERION_NAMES[site.limiting]}</span>}
            </button>
          }
        >
          <CriteriaList criteria={site.criteria} />
        </Popover>
        <FigureValue id="yield.expect" decimals={1} />
      </span>
      {rehearsal.rehearsed && (
        <SeasonBar
          badTPerHa={rehearsal.rehearsed.badTPerHa}
          middleTPerHa={rehearsal.expectedTPerHa}
          targetTPerHa={targetTPerHa}
        />
      )}
      {movedOn && <p className="text-[12px] text-soft">{show(issuedTPerHa, "yield", 1)} when issued</p>}
    </div>
  );
}

function SaveStatus({ versions }: { versions: number }) {
  const { saveState, isSaved, changes, saveNow } = usePlanModel();
  const draft =
    versions === 0
      ? "Draft"
      : changes.length > 0
        ? `${changes.length} changes since version ${versions}`
        : `As version ${versions}`;
  if (saveState.kind === "waiting")
    return (
      <p className="max-w-[22em] text-[12px] text-stop" role="alert">
        Not saved: {saveState.reason}{" "}
        <button type="button" className="font-semibold underline" onClick={() => void saveNow()}>
          Try now
        </button>
      </p>
    );
  return (
    <p className="text-[13px] text-soft" role="status">
      {draft}, {isSaved ? "saved" : saveState.kind === "stale" ? "not saved" : "saving"}
    </p>
  );
}
