/** Nitrogen of a plan: what the soil gives of it, and the schools by which a rate is found. */

import { addDays, daysBetween } from "../../dates";
import { nitrogenNeed } from "../../feed/nitrogen-need";
import { leachedNitrogen, mineralisedNitrogen } from "../../feed/soil-nitrogen";
import { asMeasure, atLeast, minus, numberOf, times } from "../../figure/expression";
import { type Basis, computed, type Figure, given, type Known, quantity } from "../../figure/figure";
import { windowOfPlan } from "../../plan/dates";
import { OWN } from "../../plan/own-operations";
import { failed, fieldError } from "../../result";
import { availableWaterMmPerM, heldAtCapacityMmPerM } from "../../soil/available-water";
import { meanTemperatureC, startOfSpring } from "../../weather/climate-days";
import { meanDrainageMm } from "../../weather/drained-water";
import { seasonWeather } from "../../weather/season-weather";
import type { Draft } from "../sheet";
import type { MineralN } from "./part";
import { NITROGEN_SCHOOLS, type NitrogenSchool } from "./schools";

/** Shallower than this a sample misses much of the mineral nitrogen that roots find [cm]. */
export const DEEP_ENOUGH_CM = 60;

const SCHOOL_LABELS: Record<NitrogenSchool, string> = {
  balance: "Nitrogen by balance",
  fixedRate: "Nitrogen by the usual rate",
  targetYieldEquation: "Nitrogen by the target-yield equation",
  leafColour: "Nitrogen by leaf colour",
};

/** Nitrogen to apply by the chosen school, the other schools beside it. */
export function nitrogenFigure(draft: Draft, manureN: number, mineralN: MineralN): Figure | null {
  const { context, decisions } = draft;
  const supply = soilSupply(draft, mineralN);
  const school = decisions.feed?.nSchool ?? "balance";
  const bySchool: Record<NitrogenSchool, Figure | null> = {
    balance: byBalance(draft, supply, manureN),
    fixedRate: byFixedRate(draft, manureN),
    targetYieldEquation: byEquation(draft, manureN),
    leafColour: byLeafColour(draft),
  };
  for (const id of NITROGEN_SCHOOLS) {
    const figure = bySchool[id];
    if (figure) context.aside(`feed.school.${id}`, { ...figure, label: SCHOOL_LABELS[id] });
  }
  if (bySchool[school]) return bySchool[school];
  context.take("feed", failed([missing(draft, school)]));
  return bySchool.balance;
}

/** Why a school gives no rate: what it lacks. */
function missing({ context, decisions }: Draft, school: NitrogenSchool) {
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

interface Supply {
  soilMineralN: number;
  mineralisation: number;
  recovery: number;
  /** what the previous crop left, in fertiliser equivalents */
  residue: number;
}

function soilSupply(draft: Draft, mineralN: MineralN): Supply {
  const { context, facts } = draft;
  const { feed, rotation } = context.crop.guide;
  const before = facts.previousCrop;
  const good = rotation.good.find((g) => g.crop === before?.crop)?.why;
  const left = before?.leaves?.nitrogenLeftKgPerHa ?? 0;
  return {
    soilMineralN: context.use("feed.mineralN", mineralNFigure(draft, mineralN)),
    mineralisation: context.use("feed.mineralisation", mineralisationFigure(draft)),
    recovery: context.use(
      "feed.recovery",
      given("Fertiliser N recovery", feed.recovery.typical, "share", {
        kind: "source",
        text: context.source(feed.recovery.source),
      }),
    ),
    residue: context.use(
      "feed.residueN",
      // straw that ties nitrogen up does so whatever the winter
      computed(
        "N from the previous crop",
        "kg/ha",
        times(
          quantity(before ? `typical after ${before.name}` : "no previous crop known", left, "kg/ha", {
            basis: before?.leaves
              ? { kind: "source", text: good ? `handbooks; ${good}` : "handbooks" }
              : { kind: "assumption", text: before ? `not known what ${before.name} leaves` : "nothing counted" },
          }),
          quantity("share that is still there", left > 0 ? feed.residueKept.value : 1, "", {
            basis: { kind: "assumption", text: context.source(feed.residueKept.source) },
          }),
        ),
        "In fertiliser equivalents.",
      ),
    ),
  };
}

/**
 * What is known of the mineral nitrogen that this crop finds: a sample counts only for the crop after it, and rain washes
 * out of it until spring, or planting.
 */
export function mineralNOf({ context, facts }: Pick<Draft, "context" | "facts">): MineralN {
  const { soilTest: test, previousCrop, climate, field, today } = facts;
  const { guide, method } = context.crop;
  const measured = test?.soilMineralNKgPerHa ?? null;
  if (!test || measured === null) return { use: "not measured" };
  const sampled = { takenOn: test.takenOn, measured, depthCm: test.soilMineralNDepthCm ?? test.depthCm };
  const off = previousCrop?.harvest ?? null;
  const planting = context.common.dates?.[OWN.plant]?.date ?? windowOfPlan(context, OWN.plant).best;
  const longBefore = off === null ? daysBetween(test.takenOn, planting) > 365 : test.takenOn < off;
  if (longBefore) return { ...sampled, use: "before another crop" };
  if (method.waterAtPlanting === "standing") return { ...sampled, use: "lost when flooded" };
  const until = climate ? startOfSpring(climate, planting) : planting;
  const roots = guide.soil.rootingDepthCm.typical / 100;
  const heldMm = heldAtCapacityMmPerM(field.textureClass) * roots;
  const drainageMm = climate
    ? meanDrainageMm(
        seasonWeather(climate, context.season, { today, observed: facts.observedWeather }),
        test.takenOn,
        until,
        { availableMm: availableWaterMmPerM(field.textureClass) * roots, kc: guide.water.kc.initial },
      )
    : 0;
  return { ...sampled, use: "measured", until, drainageMm, heldMm };
}

function mineralNFigure({ context }: Draft, mineralN: MineralN): Figure {
  const { feed } = context.crop.guide;
  const label = "Soil mineral N";
  if (mineralN.use === "measured") {
    const left = context.take(
      "feed",
      leachedNitrogen({
        measuredKgPerHa: mineralN.measured,
        drainageMm: mineralN.drainageMm,
        heldMm: mineralN.heldMm,
      }),
    );
    if (left?.figures.leftKgPerHa) return left.figures.leftKgPerHa;
  }
  const basis: Basis = {
    kind: "assumption",
    text:
      mineralN.use === "not measured"
        ? "not measured; what is usual"
        : mineralN.use === "lost when flooded"
          ? "measured, but nitrate is lost when the ground is flooded"
          : "the sample is from before another crop; what is usual",
  };
  return given(label, feed.soilMineralNKgPerHa.typical, "kg/ha", basis);
}

function mineralisationFigure(draft: Draft): Figure {
  const { context, facts, decisions } = draft;
  const { feed } = context.crop.guide;
  const label = "N mineralised in season";
  const by = decisions.feed?.mineralisationBy ?? feed.mineralisationBy;
  const { soilTest, climate } = facts;
  if (by === "organicMatter" && soilTest && climate) {
    const planting = context.common.dates?.[OWN.plant]?.date ?? windowOfPlan(context, OWN.plant).best;
    const until = addDays(planting, Math.round(context.crop.kind.maturityDays.typical));
    const figure = context.take(
      "feed",
      mineralisedNitrogen(
        {
          organicMatterPct: soilTest.organicMatterPct,
          meanTemperatureC: meanTemperatureC(climate, planting, until),
        },
        {
          meanTemperatureC: {
            basis: { kind: "source", text: `normals of ${climate.station}, planting to maturity` },
          },
        },
      ),
    )?.figures.kgPerHa;
    if (figure) return figure;
  }
  return given(label, feed.mineralisationKgPerHa.typical, "kg/ha", {
    kind: "source",
    text: `the guide's figure; ${context.source(feed.mineralisationKgPerHa.source)}`,
  });
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
