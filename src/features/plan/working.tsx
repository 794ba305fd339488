"use client";

import dynamic from "next/dynamic";
import {
  createContext,
  type ReactNode,
  type RefObject,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import type { Figure } from "@/core/figure/figure";
import type { AsideId, FigureId } from "@/core/plan/figure-ids";
import { joined } from "@/core/units/words";
import { useUnits } from "../shared/units";
import { useCommands } from "../shell/commands";
import { usePlanModel } from "./plan-context";
import { shownFigure } from "./shown-figure";

export const workingPanel = () => import("./working-panel");
const WorkingPanel = dynamic(() => workingPanel().then((m) => m.WorkingPanel), { ssr: false });

interface OpenWorking {
  id: string;
  /** `given` is a figure that is not of the plan itself, such as one of a simulation */
  open: (id: string, anchor: HTMLElement, given?: Figure) => void;
}
const Opened = createContext<OpenWorking | null>(null);

/** Holds the one panel in which the working of whichever figure was pressed is shown. */
export function WorkingProvider({ children }: { children: ReactNode }) {
  const { plan } = usePlanModel();
  const [id, setId] = useState<string | null>(null);
  const [other, setOther] = useState<Figure | undefined>(undefined);
  const anchor = useRef<HTMLElement | null>(null);
  const open = useCallback((figure: string, element: HTMLElement, given?: Figure) => {
    anchor.current = element;
    setOther(given);
    setId(figure);
  }, []);
  const value = useMemo(() => ({ id: id ?? "", open }), [id, open]);
  const { measure } = useUnits();
  // made only when somebody looks for one: there are hundreds
  useCommands(() =>
    Object.entries(plan?.figures ?? {}).flatMap(([key, figure]) =>
      figure
        ? {
            id: `figure.${key}`,
            label: `${figure.label}: ${joined(measure(figure.value, figure.unit))}`,
            keys: "",
            where: "figure",
            asked: true as const,
            run: () => open(key, document.querySelector<HTMLElement>("h1") ?? document.body),
          }
        : [],
    ),
  );
  const figure = id === null ? undefined : (other ?? (plan ? shownFigure(plan, id) : undefined));
  return (
    <Opened.Provider value={value}>
      {children}
      {id !== null && figure && (
        <WorkingPanel key={id} id={id} figure={figure} anchor={anchor} onClose={() => setId(null)} />
      )}
    </Opened.Provider>
  );
}

/** A computed number that opens to its working: formula, what was put in, source, and an override with a reason. */
export function FigureValue({
  id,
  decimals,
  unit = true,
  className = "",
}: {
  id: FigureId | AsideId;
  decimals?: number;
  unit?: boolean;
  className?: string;
}) {
  const { plan } = usePlanModel();
  const opened = useContext(Opened);
  const { measure } = useUnits();
  const button = useRef<HTMLButtonElement>(null);
  const figure = plan ? shownFigure(plan, id) : undefined;
  useFlash(button, figure?.value);
  if (!figure) return <span className="text-soft">none</span>;
  const shown = measure(figure.value, figure.unit, decimals);
  return (
    <button
      ref={button}
      type="button"
      aria-haspopup="dialog"
      aria-expanded={opened?.id === id}
      className={`opens ${className}`}
      aria-label={`${figure.label}: ${joined(shown)}. Show the working`}
      onClick={(event) => opened?.open(id, event.currentTarget)}
    >
      {shown.number}
      {unit && shown.unit && <span className="ml-1 text-[12px] font-normal text-soft no-underline">{shown.unit}</span>}
      {figure.override && <span title="set by you"> *</span>}
    </button>
  );
}

/** A figure from beside the plan, shown as `children`, that opens to its working. */
export function GivenFigure({
  id,
  figure,
  children,
  className = "",
}: {
  id: string;
  figure: Figure;
  children: ReactNode;
  className?: string;
}) {
  const opened = useContext(Opened);
  return (
    <button
      type="button"
      aria-haspopup="dialog"
      aria-expanded={opened?.id === id}
      className={`opens ${className}`}
      onClick={(event) => opened?.open(id, event.currentTarget, figure)}
    >
      {children}
      <span className="sr-only">{`, ${figure.label}. Show the working`}</span>
    </button>
  );
}

/** Marks an element for a moment when its value has changed, so that the eye sees what moved; draws nothing anew. */
function useFlash(element: RefObject<HTMLElement | null>, value: number | undefined): void {
  const before = useRef(value);
  useEffect(() => {
    if (before.current === value) return;
    before.current = value;
    const node = element.current;
    node?.classList.add("moved");
    const timer = setTimeout(() => node?.classList.remove("moved"), 1200);
    return () => clearTimeout(timer);
  }, [element, value]);
}
