/** What the parts of a draft share: the facts, the decisions, the resolved guide, and where figures and problems go. */

import { type Figure, overridden } from "../figure";
import type { ResolvedGuide } from "../guides/resolve-guide";
import type { SheetId } from "../guides/schema";
import type { FieldError, Result } from "../result";
import type { Decisions } from "./decisions";
import type { PlanFacts } from "./facts";

export class DraftContext {
  readonly figures: Record<string, Figure> = {};
  /** figures to look at that are no part of what is issued: systems only compared, single passes, whole bags */
  readonly asides: Record<string, Figure> = {};
  readonly problems: { sheet: SheetId; errors: FieldError[] }[] = [];

  constructor(
    readonly facts: PlanFacts,
    readonly decisions: Decisions,
    readonly resolved: ResolvedGuide,
    readonly season: number,
  ) {}

  /** Keeps a figure under its id, with the agronomist's value in its place where there is one; gives the value used. */
  put(id: string, figure: Figure): number {
    const override = this.decisions.overrides?.[id];
    const kept = override ? overridden(figure, override.value, override.reason) : figure;
    this.figures[id] = kept;
    return kept.value;
  }

  /** Keeps a figure that is shown but not issued. */
  aside(id: string, figure: Figure): void {
    this.asides[id] = figure;
  }

  /** The value of a result, or null with its errors noted as a problem of the sheet. */
  take<T>(sheet: SheetId, result: Result<T>): { value: T; figures: Record<string, Figure> } | null {
    if (result.ok) return { value: result.value, figures: result.figures ?? {} };
    this.problems.push({ sheet, errors: result.errors });
    return null;
  }

  /** The title of a guide's source, for a figure's basis. */
  source(id: string): string {
    return this.resolved.guide.sources[id]?.title ?? id;
  }
}
