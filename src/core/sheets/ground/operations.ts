import type { PlannedOperation } from "../../plan/operation";
import { ANY_TIME_BEFORE, OWN, PREVIOUS_OFF } from "../../plan/own-operations";
import { settings } from "../../plan/settings";
import { draftTexture } from "../../soil/texture";
import type { Planning } from "../sheet";
import { winterBetween } from "../winter-between";
import { workOfPass } from "./draft";
import type { PlannedPass } from "./part";

/** The passes of the chosen system, dated back from planting, each kept from the next by its wait. */
export function groundOperations(draft: Planning): PlannedOperation[] {
  const { passes } = draft.parts.ground.chosen;
  const before = passes.filter((p) => !p.afterPlanting);
  // frost crumbles what was opened before it; light ground slumps again and is opened in spring
  const winter = draftTexture(draft.facts.field.textureClass) !== "coarse" && winterBetween(draft);
  return [
    ...before.map((pass, i): PlannedOperation => {
      const next = before[i + 1];
      const usualToPlanting = before.slice(i).reduce((sum, p) => sum + p.gap.usual, 0);
      const opens = winter && pass.beforeWinter !== undefined;
      // what opens the ground lies open until spring
      const maxDays = opens && next?.beforeWinter === undefined ? null : pass.gap.max;
      const toPlanting = { from: "planting", min: ANY_TIME_BEFORE, usual: -usualToPlanting, max: 0 };
      return {
        ...common(pass),
        detail: `${pass.soilFit} ${pass.decision}`,
        reason: "",
        // the date hangs on planting, counted back by the usual waits; the waits between passes are kept as they are
        when: opens
          ? [{ from: PREVIOUS_OFF, min: 1, usual: pass.beforeWinter ?? 1, max: null }, toPlanting]
          : [toPlanting, ...(i === 0 ? [{ from: PREVIOUS_OFF, min: 1, usual: 1, max: null }] : [])],
        waits: [
          {
            id: `${pass.id}.then`,
            kind: "sequence",
            from: pass.id,
            to: next?.id ?? OWN.plant,
            minDays: pass.gap.min,
            maxDays,
            reason: `${pass.name}: ${maxDays === null ? `at least ${pass.gap.min}` : `${pass.gap.min} to ${maxDays}`} days before ${next ? next.name.toLowerCase() : "planting"}`,
            source: "agronomy",
            hard: false,
          },
        ],
      };
    }),
    ...passes.flatMap((pass): PlannedOperation[] =>
      pass.afterPlanting
        ? [
            {
              ...common(pass),
              detail: `${pass.soilFit} ${pass.decision}`,
              reason: "",
              when: [{ from: "planting", ...pass.afterPlanting }],
            },
          ]
        : [],
    ),
  ];
}

const common = (pass: PlannedPass) => ({
  id: pass.id,
  role: "till" as const,
  sheet: "ground" as const,
  name: pass.name,
  mark: pass.mark,
  ...(pass.onlyIf ? { condition: { by: "field" as const, only: pass.onlyIf } } : {}),
  settings: () => settings({ depth: deepest(pass), speed: pass.speedKmH }),
  weight: 20,
  cautions: [],
  byDaysAndStage: false,
  work: () => workOfPass(pass),
});

const deepest = ({ tools }: PlannedPass): number | null => Math.max(...tools.map((t) => t.depthCm)) || null;
