"use client";

import { usePathname, useSearchParams } from "next/navigation";
import { type ComponentType, lazy, type ReactNode, Suspense, useCallback, useEffect, useRef, useState } from "react";
import { formatDay } from "@/core/dates";
import type { UnitSet } from "@/core/units/units";
import type { FoundField } from "@/server/contracts";
import { Link } from "../shared/link";
import { send } from "../shared/send";
import { UnitsProvider } from "../shared/units";
import { useAtRest } from "../shared/use-at-rest";
import { countKept, keptInWords, LOG_EVENT } from "../week/log-keys";
import { CommandsProvider, useCommands } from "./commands";

// fetched when they are opened, or once the page is at rest
const LATER = () => import("./palette");
const ACTS = () => import("./acts");
const switchTheme = () => void ACTS().then((acts) => acts.switchTheme());
const signOut = () => void ACTS().then((acts) => acts.signOut());
const KEPT_LOGS = () => import("../week/kept-logs");
const OFFLINE = () => import("../offline/keep").then((m) => m.keepForTheField());
const Palette = lazy(() => LATER().then((m) => ({ default: m.Palette })));
const Shortcuts = lazy(() => LATER().then((m) => ({ default: m.Shortcuts })));

interface ShellProps {
  person: string;
  practice: string;
  role: string;
  asOf: string | null;
  unitSet: UnitSet;
  decimal: "point" | "comma";
  currency: string;
  children: ReactNode;
}

/** The frame around every view: where one is, how to get elsewhere, who is signed in. */
export function Shell(props: ShellProps) {
  return (
    <UnitsProvider choice={{ unitSet: props.unitSet, decimal: props.decimal, currency: props.currency }}>
      <CommandsProvider>
        <Frame {...props} />
      </CommandsProvider>
    </UnitsProvider>
  );
}

function Frame({ person, practice, role, asOf, children }: ShellProps) {
  const path = usePathname();
  const [palette, setPalette] = useState(false);
  const [keys, setKeys] = useState(false);
  const views: [string, string][] = (
    role === "grower"
      ? ["Week"]
      : ["Week", "Season", "Fields", "Records", "Stations", "Settings", ...(role === "owner" ? ["People"] : [])]
  ).map((label) => [`/${label.toLowerCase()}`, label]);
  useCommands([
    { id: "palette", label: "Find or do", keys: "Ctrl+K", run: () => setPalette(true) },
    { id: "keys", label: "Keyboard shortcuts", keys: "?", run: () => setKeys(true) },
    { id: "theme", label: "Light or dark", keys: "", run: switchTheme },
    { id: "out", label: "Sign out", keys: "", run: signOut },
  ]);
  const { fields, fetchFields } = useFieldNames(role !== "grower");
  useKeptPages();
  useAtRest(LATER, ACTS, KEPT_LOGS, fetchFields, OFFLINE);
  return (
    <>
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-sheet focus:p-2">
        To the content
      </a>
      <header className="border-b border-line bg-sheet print:hidden">
        <div className="mx-auto flex max-w-[1360px] flex-wrap items-center gap-x-5 gap-y-1 px-4 py-1.5">
          <Link href={role === "grower" ? "/week" : "/fields"} className="font-title text-[17px] font-bold">
            Wheatonomy
          </Link>
          <nav aria-label="Views" className="flex flex-wrap gap-x-4">
            {views.map(([href, label]) => (
              <Link
                key={href}
                href={href}
                aria-current={path.startsWith(href) ? "page" : undefined}
                className={`touch inline-flex items-center ${path.startsWith(href) || (href === "/fields" && path.startsWith("/plans")) ? "font-bold underline decoration-2 underline-offset-[6px]" : "text-soft hover:text-ink"}`}
              >
                {label}
              </Link>
            ))}
          </nav>
          <div className="ml-auto flex items-center gap-3 text-[13px] text-soft">
            {asOf && (
              <span
                className="border border-advise px-1.5 font-semibold text-advise"
                title="Works as if today were this date; see Settings"
              >
                working date {formatDay(asOf, true)}
              </span>
            )}
            <WaitingLogs />
            <button type="button" className="hidden hover:text-ink sm:inline" onClick={() => setPalette(true)}>
              Find or do <kbd className="ml-1 border border-line px-1 text-[11px]">Ctrl K</kbd>
            </button>
            <button
              type="button"
              className="hidden size-6 border border-line hover:text-ink sm:block"
              aria-label="Keyboard shortcuts"
              onClick={() => setKeys(true)}
            >
              ?
            </button>
            <button
              type="button"
              aria-label="Light or dark"
              className="grid size-6 place-items-center hover:text-ink"
              onClick={switchTheme}
            >
              <span aria-hidden>◐</span>
            </button>
            <Link href="/account" title={practice} className="touch inline-flex items-center hover:text-ink">
              {person}
            </Link>
            <button type="button" className="underline underline-offset-2 hover:text-ink" onClick={signOut}>
              Sign out
            </button>
          </div>
        </div>
      </header>
      <main id="main">{children}</main>
      {palette && (
        <PaletteOfWords role={role} fields={fields} fetchFields={fetchFields} onClose={() => setPalette(false)} />
      )}
      {keys && (
        <Suspense>
          <Shortcuts onClose={() => setKeys(false)} />
        </Suspense>
      )}
    </>
  );
}

/** After so long on a page it is one that may be wanted without a network [ms]. */
const STAYED_MS = 2500;

/** On a phone every page that is opened is kept, those too that links lead to; the first one is kept with the week. */
function useKeptPages(): void {
  const path = usePathname();
  const search = useSearchParams().toString();
  const first = useRef(true);
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    const later = setTimeout(() => {
      void import("../offline/keep").then((m) => m.keepOnPhone([search ? `${path}?${search}` : path])).catch(() => {});
    }, STAYED_MS);
    return () => clearTimeout(later);
  }, [path, search]);
}

/** The names of all fields, null until they are there; without a network those of before stay. */
function useFieldNames(may: boolean): { fields: FoundField[] | null; fetchFields: () => Promise<void> } {
  const [fields, setFields] = useState<FoundField[] | null>(may ? null : []);
  const fetchFields = useCallback(async () => {
    if (!may) return;
    const reply = await send("GET /api/fields");
    setFields((before) => (reply.ok ? reply.value.fields : (before ?? [])));
  }, [may]);
  return { fields, fetchFields };
}

/** The palette; while it is being fetched, a plain box takes what is typed, Enter too, and hands it on. */
function PaletteOfWords({
  role,
  fields,
  fetchFields,
  onClose,
}: {
  role: string;
  fields: FoundField[] | null;
  fetchFields: () => Promise<void>;
  onClose: () => void;
}) {
  // plans may have been started since
  useEffect(() => void fetchFields(), [fetchFields]);
  const [words, setWords] = useState("");
  const [entered, setEntered] = useState(false);
  const waiting = (
    <div
      role="dialog"
      aria-label="Find or do"
      className="fixed inset-x-4 top-[8vh] z-50 mx-auto max-w-[560px] border border-line bg-sheet p-5"
    >
      <input
        // biome-ignore lint/a11y/noAutofocus: a box that was asked for by key is there to be written in
        autoFocus
        aria-label="Find or do"
        className="writes w-full text-left font-normal"
        value={words}
        onChange={(event) => setWords(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key === "Enter") setEntered(true);
          if (event.key === "Escape") onClose();
        }}
      />
    </div>
  );
  return (
    <Suspense fallback={waiting}>
      <Palette
        role={role}
        fields={fields}
        words={words}
        onWords={setWords}
        entered={entered}
        onEnter={() => setEntered(true)}
        onClose={onClose}
      />
    </Suspense>
  );
}

/**
 * Log entries on this device, where there are any. What shows and sends them is fetched only then; where the network is away
 * already, their number stands here until it is back.
 */
function WaitingLogs() {
  const [Kept, setKept] = useState<ComponentType | null>(null);
  const [count, setCount] = useState(0);
  useEffect(() => {
    const look = () => {
      const some = countKept();
      setCount(some);
      if (some > 0)
        KEPT_LOGS().then(
          (m) => setKept(() => m.KeptLogs),
          () => {},
        );
    };
    look();
    const stop = new AbortController();
    for (const event of [LOG_EVENT, "online"]) window.addEventListener(event, look, { signal: stop.signal });
    return () => stop.abort();
  }, []);
  if (Kept) return <Kept />;
  return count > 0 ? (
    <span role="status" className="font-semibold text-advise">
      {keptInWords(count)}
    </span>
  ) : null;
}
