/** The schools by which a nitrogen rate is found. */

import { nitrogenNeed } from "../../feed/nitrogen-need";
import { asMeasure, atLeast, minus, numberOf, rule, times } from "../../figure/expression";
import { amended, computed, type Figure, given, type Known, quantity, workingOf } from "../../figure/figure";
import { failed, fieldError } from "../../result";
import { q } from "../../units/told";
import { nitrogenPays } from "../crop-price";
import type { Draft } from "../sheet";
import { givenDoses } from "./given";
import { type Supply, soilSupply } from "./nitrogen";
import type { MineralN } from "./part";
import { NITROGEN_SCHOOLS, type NitrogenSchool } from "./schools";

const SCHOOL_LABELS: Record<NitrogenSchool, string> = {
  rehearsed: "Nitrogen by the simulated seasons",
  balance: "Nitrogen by balance",
  fixedRate: "Nitrogen by the usual rate",
  targetYieldEquation: "Nitrogen by the target-yield equation",
  leafColour: "Nitrogen by leaf colour",
};

/** Nitrogen to apply by the chosen school, the other schools beside it. */
export function nitrogenFigure(draft: Draft, manureN: number, mineralN: MineralN): Figure | null {
  const { context, decisions } = draft;
  const supply = soilSupply(draft, mineralN);
  const inWater = (figure: Figure | null) => less(figure, "nitrogen in the water", draft.first?.waterN ?? 0);
  const bySchool: Record<NitrogenSchool, Figure | null> = {
    // its seasons have the water's nitrogen on the days on which it comes
    rehearsed: bySeasons(draft),
    balance: inWater(byBalance(draft, supply, manureN)),
    fixedRate: inWater(byFixedRate(draft, manureN)),
    targetYieldEquation: inWater(byEquation(draft, manureN)),
    leafColour: inWater(byLeafColour(draft)),
  };
  for (const id of NITROGEN_SCHOOLS) {
    const figure = bySchool[id];
    if (figure) context.aside(`feed.school.${id}`, amended(figure, { label: SCHOOL_LABELS[id] }));
  }
  const chosen = decisions.feed?.nSchool;
  if (chosen && !bySchool[chosen]) context.take("feed", failed([missing(draft, chosen)]));
  return bySchool[schoolOf(draft)];
}

/** The school that a plan's nitrogen is by: the chosen one where it can be asked, else the first that can. */
export function schoolOf({ context, decisions }: Draft): NitrogenSchool {
  const chosen = decisions.feed?.nSchool;
  const asked = (id: NitrogenSchool) => context.asides[`feed.school.${id}`] !== undefined;
  if (chosen) return asked(chosen) ? chosen : "balance";
  return NITROGEN_SCHOOLS.find(asked) ?? "balance";
}

/** Why a school gives no rate: what it lacks. */
function missing({ context, decisions }: Draft, school: NitrogenSchool) {
  if (school === "rehearsed")
    return fieldError(
      "feed.nSchool",
      school,
      "a school that can be asked: this one needs a climate, a crop that ripens, and prices",
    );
  return school === "leafColour"
    ? fieldError(
        "feed.nSchool",
        school,
        `a school that the guide of ${context.crop.guide.name.toLowerCase()} knows figures for`,
      )
    : fieldError(
        "feed.nEquation",
        decisions.feed?.nEquation,
        "coefficients a and b and the soil test value for the target-yield equation",
      );
}

/** A need less what comes by itself. Water brings its nitrogen as nitrate: it counts as fertiliser (assumption). */
export function less(figure: Figure | null, by: string, kgPerHa: number): Figure | null {
  if (!figure || kgPerHa <= 0) return figure;
  const left = atLeast(minus(workingOf(figure), quantity(by, kgPerHa, "kg/ha")), 0);
  return computed(figure.label, figure.unit, left, figure.note);
}

/** Nitrogen that the log says was spread [kg/ha]. */
const spreadN = ({ facts }: Draft): number =>
  facts.log.reduce(
    (sum, { operationId }) =>
      sum + (givenDoses(facts, operationId, false) ?? []).reduce((kg, dose) => kg + (dose.brings.n ?? 0), 0),
    0,
  );

/** What the rehearsed seasons ask for; a first drafting begins from what is usual. Null where they cannot be asked. */
function bySeasons(draft: Draft): Figure | null {
  const { context, first } = draft;
  const { usual } = context.crop.guide;
  const label = "Nitrogen to apply";
  if (first === null)
    return nitrogenPays(draft)
      ? given(label, usual.n.typical + spreadN(draft), "kg N/ha", {
          kind: "source",
          text: context.source(usual.n.source),
        })
      : null;
  const { nitrogen } = first;
  if (!nitrogen) return null;
  const { kgPerHa, spreadKgPerHa, yieldTPerHa, more, pricePerT, pricePerKg } = nitrogen;
  return computed(
    label,
    "kg N/ha",
    rule(
      "the dose, split as planned, at which the mean of the simulated seasons no longer gains its price",
      [
        quantity("mean yield with it", yieldTPerHa, "t/ha"),
        quantity(`mean yield with ${q(more.kgPerHa, "kg N/ha")} more`, more.tPerHa, "t/ha"),
        ...(spreadKgPerHa > 0 ? [quantity("spread already", spreadKgPerHa, "kg N/ha")] : []),
        quantity("price of the crop", pricePerT / 100, "money/t"),
        quantity("price of a tonne of nitrogen", pricePerKg * 10, "money/t"),
      ],
      kgPerHa,
      "kg N/ha",
    ),
    `Found on every fourth of the seasons, with the soil's nitrogen, manure and water as they come. Fields level off less sharply than simulated seasons do.`,
  );
}

function byBalance({ context, targetTPerHa }: Draft, supply: Supply, manureN: number): Figure | null {
  const { guide, product } = context.crop;
  const need = context.take(
    "feed",
    nitrogenNeed(
      {
        targetYieldTPerHa: targetTPerHa,
        uptakeKgPerT: product.nUptakeKgPerT.typical * (1 - guide.feed.fixedFromAirPct / 100),
        soilMineralNKgPerHa: supply.soilMineralN,
        mineralisationKgPerHa: supply.mineralisation,
        residueCreditKgPerHa: 0,
        recovery: supply.recovery,
        manureNKgPerHa: manureN,
        legumeNKgPerHa: supply.residue,
      },
      {
        targetYieldTPerHa: context.known("target"),
        uptakeKgPerT: { basis: { kind: "source", text: context.source(product.nUptakeKgPerT.source) } },
        soilMineralNKgPerHa: context.known("feed.mineralN"),
        mineralisationKgPerHa: context.known("feed.mineralisation"),
        recovery: context.known("feed.recovery"),
        manureNKgPerHa: context.known("feed.manure.n"),
        legumeNKgPerHa: context.known("feed.residueN"),
      },
    ),
  );
  return need?.figures.nKgPerHa ?? null;
}

/** The crop's usual rate, less what the previous crop and manure give. */
function byFixedRate({ context }: Draft, manureN: number): Figure {
  const usual = context.crop.guide.usual.n;
  return computed(
    "Nitrogen to apply",
    "kg N/ha",
    atLeast(
      minus(
        quantity("usual rate", usual.typical, "kg/ha", {
          basis: { kind: "source", text: context.source(usual.source) },
        }),
        context.input("feed.residueN", "left by the previous crop"),
        quantity("from manure", manureN, "kg/ha", context.known("feed.manure.n")),
      ),
      0,
    ),
    "A region's rate knows neither this target nor this soil: put your region's own in its place.",
  );
}

/** a x target - b x soil test, with coefficients of a local calibration. */
function byEquation({ context, decisions }: Draft, manureN: number): Figure | null {
  const equation = decisions.feed?.nEquation;
  if (!equation) return null;
  const entered: Known = { basis: { kind: "decided", text: "entered" } };
  return computed(
    "Nitrogen to apply",
    "kg N/ha",
    asMeasure(
      atLeast(
        minus(
          times(quantity("a", equation.a, "", entered), numberOf(context.input("target", "target"))),
          times(quantity("b", equation.b, "", entered), quantity("soil test", equation.soilTest, "", entered)),
          numberOf(quantity("from manure", manureN, "kg/ha", context.known("feed.manure.n"))),
        ),
        0,
      ),
      "kg N/ha",
    ),
    "Holds only where its coefficients were fitted.",
  );
}

/** Doses as the leaf asks for them; planned are those of a usual season. */
function byLeafColour({ context }: Draft): Figure | null {
  const chart = context.crop.guide.feed.leafColour;
  if (!chart) return null;
  return computed(
    "Nitrogen to apply",
    "kg N/ha",
    times(
      quantity("dose", chart.doseKgPerHa, "kg/ha", { basis: { kind: "source", text: context.source(chart.source) } }),
      quantity("doses of a usual season", chart.usualDoses, ""),
    ),
    `Each is given only where the youngest full leaf is paler than step ${chart.below} of the chart.`,
  );
}
