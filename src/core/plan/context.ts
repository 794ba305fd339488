/** What the parts of a draft share: the facts, the resolved guide, and where figures and problems go. */

import { type Figure, type Input, type Known, overridden } from "../figure/figure";
import type { ResolvedGuide } from "../guides/resolve-guide";
import type { FieldError, Result } from "../result";
import type { SheetId } from "../sheet-ids";
import type { CommonDecisions } from "./common-decisions";
import { decidedValue } from "./decided-at";
import type { PlanFacts } from "./facts";
import type { AsideId, FigureId } from "./figure-ids";

export class PlanContext {
  readonly figures: Partial<Record<FigureId, Figure>> = {};
  /** figures to look at that are no part of what is issued: systems only compared, single passes, whole bags */
  readonly asides: Partial<Record<AsideId, Figure>> = {};
  readonly problems: { sheet: SheetId; errors: FieldError[] }[] = [];

  constructor(
    readonly facts: PlanFacts,
    readonly common: CommonDecisions,
    readonly crop: ResolvedGuide,
    readonly season: number,
  ) {}

  /**
   * Keeps a figure that others are computed from, with the agronomist's value in its place where there is one; gives the
   * value to compute with.
   */
  use(id: FigureId, figure: Figure): number {
    const own = decidedValue(this.common, id);
    const kept = own ? overridden(figure, own.value, own.reason) : figure;
    // not copied: a copy would print what nobody has looked at
    kept.open = true;
    this.figures[id] = kept;
    return kept.value;
  }

  /** What is known of a figure that others are computed from: its authority, and where it stands. */
  known(id: FigureId): Known {
    const figure = this.figures[id];
    if (!figure) return {};
    const { override, basis } = figure;
    return { basis: override ? { kind: "decided", text: override.reason || "entered" } : basis, from: id };
  }

  /** A figure as what goes into another, by the name that it has there. */
  input(id: FigureId, label: string): Input {
    const figure = this.figures[id];
    if (!figure) throw new Error(`no figure ${id} yet`);
    return { label, value: figure.value, unit: figure.unit, ...this.known(id) };
  }

  /** Keeps a figure that nothing else is computed from. */
  show(id: FigureId, figure: Figure): void {
    this.figures[id] = figure;
  }

  /** Keeps a figure that is shown but not issued. */
  aside(id: AsideId, figure: Figure): void {
    this.asides[id] = figure;
  }

  /** The value of a result, or null with its errors noted as a problem of the sheet. */
  take<T>(sheet: SheetId, result: Result<T>): { value: T; figures: Record<string, Figure> } | null {
    if (result.ok) return { value: result.value, figures: result.figures ?? {} };
    this.problems.push({ sheet, errors: result.errors });
    return null;
  }

  /** What a guide's source says, for a figure's basis. */
  source(id: string | undefined): string {
    const source = id === undefined ? undefined : this.crop.guide.sources[id];
    return source ? source.title || "unverified" : (id ?? "");
  }
}
