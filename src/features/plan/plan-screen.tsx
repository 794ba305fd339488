"use client";

import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { schoolsOf } from "@/core/guides/schools";
import type { Operation } from "@/core/plan/operation";
import { SHEET_NAMES, SHEETS, type SheetId } from "@/core/sheet-ids";
import type { AuditLine, PlantingDraft, VersionLine } from "@/server/contracts";
import { UnitsProvider, useUnits } from "../shared/units";
import { useAtRest, useLoadedAtRest } from "../shared/use-at-rest";
import { useCommands } from "../shell/commands";
import { FindingsPanel } from "./findings";
import { type CropChoice, PlanHead } from "./head";
import { Ladder } from "./ladder";
import { Ledger } from "./ledger";
import { OperationsList, operationDetail } from "./operations-list";
import { OpenWindowProvider, PlanProvider } from "./plan-context";
import { Ribbon } from "./ribbon/ribbon";
import { type PackedStart, unpackStart } from "./sent-plan";
import { LATER_SHEETS, SHEET_SCREENS } from "./sheets";
import { GuideNotes } from "./sheets/guide-notes";
import { usePlan } from "./use-plan";
import { WorkingProvider, workingPanel } from "./working";

// simulation and charts are fetched when the window is opened
const WindowPanel = dynamic(() => import("./window/window-panel").then((m) => m.WindowPanel), {
  ssr: false,
  loading: () => <p className="border border-line bg-sheet px-4 py-3">Fetching the simulation.</p>,
});

// the schools of a sheet that has some
const SheetSchools = dynamic(() => import("./sheets/sheet-schools").then((m) => m.SheetSchools));

// says what moved with a change since the plan was opened; fetched at rest
const movedList = () => import("./moved");

// and the dialogs when they are
const staleBanner = () => import("./stale-banner").then((m) => m.StaleBanner);
const StaleBanner = dynamic(staleBanner, { ssr: false });
const BrokenPlan = dynamic(() => import("./broken-plan").then((m) => m.BrokenPlan));
const OpenDecisions = dynamic(() => import("./open-decisions").then((m) => m.OpenDecisions));
const DraftsDialog = dynamic(() => import("./dialogs/drafts-dialog").then((m) => m.DraftsDialog), { ssr: false });
const StageDialog = dynamic(() => import("./dialogs/stage-dialog").then((m) => m.StageDialog), { ssr: false });
const VersionsDialog = dynamic(() => import("./dialogs/versions").then((m) => m.VersionsDialog), { ssr: false });
const IssueDialog = dynamic(() => import("./dialogs/versions").then((m) => m.IssueDialog), { ssr: false });

interface PlanScreenProps {
  start: PackedStart;
  versions: VersionLine[];
  /** who changed what, the latest first */
  changes: AuditLine[];
  crops: readonly CropChoice[];
  mayIssue: boolean;
  /** of the planting in this season */
  drafts: PlantingDraft[];
}

/** The plan of one field: head, ribbon, ladder, sheet, findings, ledger. */
export function PlanScreen({ start, versions, changes, crops, mayIssue, drafts }: PlanScreenProps) {
  const model = usePlan(useMemo(() => unpackStart(start), [start]));
  const router = useRouter();
  const [sheet, setSheet] = useState<SheetId>("ground");
  const [opened, setOpened] = useState<string | null>(null);
  const [windowOpen, setWindowOpen] = useState(false);
  const [stage, setStage] = useState<string | null>(null);
  const [dialog, setDialog] = useState<"versions" | "issue" | "drafts" | null>(null);
  const units = useUnits();
  const { undo, redo, plan, findings, facts, decisions } = model;
  const asOpened = useRef(plan && { plan, facts, decisions });
  const moved = useLoadedAtRest(movedList);
  const Screen = SHEET_SCREENS[sheet];

  const goTo = (id: SheetId) => {
    setWindowOpen(false);
    setSheet(id);
    setOpened(null);
  };
  const openOperation = useCallback((operation: Operation) => {
    setWindowOpen(false);
    setSheet(operation.sheet);
    setOpened(operation.id);
    requestAnimationFrame(() =>
      document.querySelector(`[data-line="${operation.id}"]`)?.scrollIntoView({ block: "nearest" }),
    );
  }, []);
  const openWindow = useCallback(() => setWindowOpen(true), []);
  const stops = findings.some((f) => f.severity === "stop");
  useCommands([
    ...SHEETS.map((id, i) => ({
      id: `sheet.${id}`,
      label: `Go to ${SHEET_NAMES[id]}`,
      keys: String(i + 1),
      run: () => goTo(id),
    })),
    { id: "undo", label: "Undo", keys: "Ctrl+Z", run: undo },
    { id: "redo", label: "Redo", keys: "Ctrl+Shift+Z", run: redo },
    { id: "window", label: "Sowing window and target", keys: "w", run: () => setWindowOpen((open) => !open) },
    { id: "drafts", label: "Drafts to compare", keys: "", run: () => setDialog("drafts") },
    { id: "versions", label: "Versions and documents", keys: "v", run: () => setDialog("versions") },
    ...(mayIssue && !stops
      ? [{ id: "issue", label: `Issue version ${versions.length + 1}`, keys: "", run: () => setDialog("issue") }]
      : []),
    ...(plan?.stages ?? []).map((s) => ({
      id: `stage.${s.id}`,
      label: `Stage: ${s.name}`,
      keys: "",
      run: () => setStage(s.id),
    })),
    ...(plan?.operations ?? []).map((o) => ({
      id: `op.${o.id}`,
      label: `Open: ${o.name}`,
      keys: "",
      run: () => openOperation(o),
    })),
  ]);
  useAtRest(operationDetail, workingPanel, staleBanner, ...LATER_SHEETS);
  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (!model.isSaved) event.preventDefault();
    };
    window.addEventListener("beforeunload", warn);
    return () => window.removeEventListener("beforeunload", warn);
  }, [model.isSaved]);

  if (!plan) return <BrokenPlan planId={model.planId} reason={model.trouble ?? ""} editable={model.editable} />;
  const schools = schoolsOf(plan.crop.guide, plan.crop.method.id).filter((s) => s.sheet === sheet);
  return (
    <UnitsProvider
      choice={{
        unitSet: units.unitSet,
        decimal: units.decimal,
        currency: units.currency,
        bushelCrop: plan.crop.product.bushel,
      }}
    >
      <PlanProvider value={model}>
        <OpenWindowProvider value={openWindow}>
          <WorkingProvider>
            <div className="mx-auto max-w-[1360px] px-4 pb-10">
              <PlanHead
                crops={crops}
                versions={versions.length}
                mayIssue={mayIssue}
                onVersions={() => setDialog("versions")}
                onDrafts={() => setDialog("drafts")}
                drafts={drafts}
                onIssue={() => setDialog("issue")}
              />
              {model.saveState.kind === "stale" && <StaleBanner />}
              {model.trouble && (
                <p role="alert" className="mb-2 border border-stop bg-sheet px-3 py-2 text-stop">
                  {model.trouble}
                </p>
              )}
              <Ribbon onOpen={openOperation} onStage={setStage} />
              {moved && <moved.Moved since={asOpened.current} />}
              <div className="mt-3 grid grid-cols-[minmax(0,1fr)] gap-3 lg:grid-cols-[196px_minmax(0,1fr)_276px]">
                <Ladder sheet={sheet} onSheet={goTo} />
                {windowOpen && (
                  <div className="min-w-0 lg:col-span-2">
                    <WindowPanel onClose={() => setWindowOpen(false)} />
                  </div>
                )}
                <section
                  hidden={windowOpen}
                  aria-label={SHEET_NAMES[sheet]}
                  className="min-w-0 overflow-x-auto border border-line bg-sheet px-4 py-2.5"
                >
                  <Screen />
                  {schools.length > 0 && <SheetSchools schools={schools} />}
                  <GuideNotes sheet={sheet} />
                  <OperationsList sheet={sheet} opened={opened} onOpened={setOpened} />
                </section>
                <div className={`content-start gap-3 ${windowOpen ? "hidden" : "grid"}`}>
                  <Ledger onWindow={openWindow} />
                  {plan.operations.some((o) => o.role === "plant" && o.doneOn) && (
                    <OpenDecisions onOpen={openOperation} />
                  )}
                  <FindingsPanel onSheet={goTo} />
                </div>
              </div>
              {stage !== null && <StageDialog stageId={stage} onClose={() => setStage(null)} />}
              {dialog === "versions" && (
                <VersionsDialog
                  open
                  onOpenChange={(open) => setDialog(open ? "versions" : null)}
                  versions={versions}
                  changed={changes}
                />
              )}
              {dialog === "drafts" && <DraftsDialog open onOpenChange={(open) => setDialog(open ? "drafts" : null)} />}
              {dialog === "issue" && (
                <IssueDialog
                  open
                  onOpenChange={(open) => setDialog(open ? "issue" : null)}
                  next={versions.length + 1}
                  onIssued={() => {
                    router.refresh();
                    setDialog("versions");
                  }}
                />
              )}
            </div>
          </WorkingProvider>
        </OpenWindowProvider>
      </PlanProvider>
    </UnitsProvider>
  );
}
