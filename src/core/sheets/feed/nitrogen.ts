/** Nitrogen of a plan: what the soil gives of it. */

import { daysBetween, type IsoDate } from "../../dates";
import { BACKGROUND_KG, LAYER_CM, LEFT_BY_A_CROP, soilNitrate } from "../../feed/soil-nitrate";
import { mineralisedNitrogen, organicGround, TOPSOIL_CM } from "../../feed/soil-nitrogen";
import { minus, plus, times } from "../../figure/expression";
import { amended, type Basis, computed, type Figure, given, quantity } from "../../figure/figure";
import { numbered, perObject } from "../../memo";
import { stageDates } from "../../phenology/stage-dates";
import { windowOfPlan } from "../../plan/dates";
import { OWN } from "../../plan/own-operations";
import { availableWaterMmPerM, heldAtCapacityMmPerM } from "../../soil/available-water";
import { q } from "../../units/told";
import type { Climate } from "../../weather/climate";
import { meanTemperatures, startOfSpring } from "../../weather/climate-days";
import type { DailyWeather } from "../../weather/generator";
import { seasonWeather } from "../../weather/season-weather";
import type { Draft } from "../sheet";
import type { MineralN, SinceThen } from "./part";

/** Shallower than this a sample misses much of the mineral nitrogen that roots find [cm]. */
export const DEEP_ENOUGH_CM = 60;

export interface Supply {
  soilMineralN: number;
  mineralisation: number;
  recovery: number;
  /** what the previous crop left, in fertiliser equivalents */
  residue: number;
}

export function soilSupply(draft: Draft, mineralN: MineralN): Supply {
  const { context, facts } = draft;
  const { feed, rotation } = context.crop.guide;
  const before = facts.previousCrop;
  const good = rotation.good.find((g) => g.crop === before?.crop)?.why;
  const left = before?.leaves?.nitrogenLeftKgPerHa ?? 0;
  // what residues set free goes the way of what stood there
  const since = "since" in mineralN ? mineralN.since : null;
  const washed = since ? since.leachedKgPerHa / Math.max(1, since.startKgPerHa + since.setFreeKgPerHa) : 0;
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
          ...(left > 0 && washed > 0
            ? [minus(1, quantity("share leached by then, as of the mineral N", 100 * washed, "%"))]
            : []),
        ),
        "In fertiliser equivalents.",
      ),
    ),
  };
}

/**
 * What is known of the mineral nitrogen that this crop finds: a sample counts only for the crop after it. From the sample, or from what the
 * crop before is assumed to have left, the soil sets nitrogen free and rain washes it down until the crop grows.
 */
export function mineralNOf(draft: Draft): MineralN {
  const { context, facts } = draft;
  const { soilTest: test, previousCrop } = facts;
  const { method } = context.crop;
  const planting = context.common.dates?.[OWN.plant]?.date ?? windowOfPlan(context, OWN.plant).best;
  const measured = test?.soilMineralNKgPerHa ?? null;
  const off = previousCrop?.harvest ?? null;
  const sampled =
    test && measured !== null
      ? { takenOn: test.takenOn, measured, depthCm: test.soilMineralNDepthCm ?? test.depthCm }
      : null;
  const flooded = method.waterAtPlanting === "standing";
  // a guide whose soils set nitrogen free by its own figures knows what stands there, too
  const byGuide = mineralisationBy(draft) === "guide";
  // without a soil test nobody knows what the soil sets free since: the guide's figure knows of that, the 40 kg do not
  const assumed =
    flooded || byGuide || off === null || !test
      ? null
      : sinceThen(draft, off, LEFT_BY_A_CROP.kgPerHa, LEFT_BY_A_CROP.toCm);
  if (!sampled) return { use: "not measured", since: assumed };
  const longBefore = off === null ? daysBetween(sampled.takenOn, planting) > 365 : sampled.takenOn < off;
  if (longBefore) return { ...sampled, use: "before another crop", since: assumed };
  if (flooded) return { ...sampled, use: "lost when flooded" };
  const since = sinceThen(draft, sampled.takenOn, sampled.measured, sampled.depthCm);
  return since
    ? { ...sampled, use: "measured", since }
    : {
        ...sampled,
        use: "measured",
        // without a climate nothing is known of rain and warmth: as it was measured
        since: {
          from: sampled.takenOn,
          until: planting,
          startKgPerHa: sampled.measured,
          leftKgPerHa: sampled.measured,
          backgroundKgPerHa: 0,
          setFreeKgPerHa: 0,
          leachedKgPerHa: 0,
          drainedMm: 0,
        },
      };
}

/** What is left of an amount of mineral nitrogen when the crop begins to grow; null without a climate. */
function sinceThen(
  draft: Pick<Draft, "context" | "facts">,
  from: IsoDate,
  startKgPerHa: number,
  startDepthCm: number,
): SinceThen | null {
  const { context, facts } = draft;
  const { climate, field } = facts;
  if (!climate) return null;
  const { guide } = context.crop;
  const until = needsNitrogen(draft, climate).from;
  const rootsCm = Math.min(guide.soil.rootingDepthCm.typical, field.soilDepthCm ?? Number.POSITIVE_INFINITY);
  const weather = seasonWeather(climate, context.season, { today: facts.today, observed: facts.observedWeather });
  const found = soilNitrate(weather, from, until, {
    startKgPerHa,
    startDepthCm: Math.min(startDepthCm, field.soilDepthCm ?? Number.POSITIVE_INFINITY),
    rootsCm,
    heldMmPerM: heldAtCapacityMmPerM(field.textureClass),
    availableMm: (availableWaterMmPerM(field.textureClass) * rootsCm) / 100,
    kc: guide.water.kc.initial,
    setFreeKgAt10C: setFreeOnADay(draft, 10),
  });
  return { ...found, from, until, startKgPerHa };
}

/** What organic matter sets free on a day of so many degrees [kg/ha]; nothing is known of it without a soil test. */
function setFreeOnADay({ facts }: Pick<Draft, "facts">, soilTempC: number): number {
  const { soilTest: test } = facts;
  if (!test) return 0;
  const ground = organicGround(facts.field, test.organicMatterPct);
  const free = setFree(test, `${soilTempC} ${Object.values(ground).join(" ")}`, () =>
    mineralisedNitrogen({ ...ground, soilTempC: [soilTempC] }),
  );
  return free.ok ? free.value.kgPerHa : 0;
}

/** What the organic matter of a tested soil sets free, by its ground and the days: kept with the test. */
const setFree = perObject<object, string, ReturnType<typeof mineralisedNitrogen>>(20);

const NOT_SAMPLED: Record<Exclude<MineralN["use"], "measured">, string> = {
  "not measured": "not measured; usual",
  "before another crop": "the sample is from before another crop; usual",
  "lost when flooded": "measured, but nitrate is lost when the ground is flooded",
};

function mineralNFigure({ context }: Draft, mineralN: MineralN): Figure {
  const { feed } = context.crop.guide;
  const label = "Soil mineral N";
  const basis: Basis =
    mineralN.use === "measured"
      ? { kind: "measured", text: "soil test" }
      : { kind: "assumption", text: NOT_SAMPLED[mineralN.use] };
  const since = "since" in mineralN ? mineralN.since : null;
  if (!since) return given(label, feed.soilMineralNKgPerHa.typical, "kg/ha", basis);
  return computed(
    label,
    "kg/ha",
    minus(
      plus(
        quantity(mineralN.use === "measured" ? "measured" : "left by the crop before", since.startKgPerHa, "kg/ha", {
          basis,
        }),
        quantity("set free since", since.setFreeKgPerHa, "kg/ha"),
      ),
      quantity("leached since, or below the roots", belowRoots(since), "kg/ha"),
      quantity("what no root takes", since.backgroundKgPerHa, "kg/ha", {
        basis: { kind: "assumption", text: `${q(BACKGROUND_KG, "kg/ha")} in every ${q(LAYER_CM, "cm")}` },
      }),
    ),
    `Mean of the simulated seasons; ${q(since.drainedMm, "mm")} drain until the crop grows. A wet winter leaves less. The guide's figure is ${q(feed.soilMineralNKgPerHa.typical, "kg/ha")}.`,
  );
}
const belowRoots = ({ startKgPerHa, setFreeKgPerHa, leftKgPerHa, backgroundKgPerHa }: SinceThen): number =>
  startKgPerHa + setFreeKgPerHa - leftKgPerHa - backgroundKgPerHa;

interface Needing {
  planting: IsoDate;
  from: IsoDate;
  until: IsoDate;
}
const needing = perObject<DailyWeather, string, Needing>(60);
const idOf = numbered();

/**
 * From when what is set free counts beside the mineral N that is there, until the crop needs no more: from spring, or from planting where the
 * crop needs nothing any more by then.
 */
function needsNitrogen({ context, facts }: Pick<Draft, "context" | "facts">, climate: Climate): Needing {
  const { guide, kind } = context.crop;
  const planting = context.common.dates?.[OWN.plant]?.date ?? windowOfPlan(context, OWN.plant).best;
  const weather = seasonWeather(climate, context.season, { today: facts.today, observed: facts.observedWeather });
  return needing(weather, `${idOf(guide.stages)} ${idOf(guide.climate)} ${kind.id} ${planting}`, () => {
    const stages = stageDates(guide, planting, climate, { kind, weather });
    const until = (stages.find(({ stage }) => stage.id === guide.growth.nNeedUntil) ?? stages.at(-1))?.date ?? planting;
    const spring = startOfSpring(climate, planting);
    return { planting, from: spring < until ? spring : planting, until };
  });
}

const mineralisationBy = ({ context, decisions }: Draft): "organicMatter" | "guide" =>
  decisions.feed?.mineralisationBy ?? context.crop.guide.feed.mineralisationBy;

function mineralisationFigure(draft: Draft): Figure {
  const { context, facts } = draft;
  const { feed } = context.crop.guide;
  const label = "N mineralised in season";
  const { soilTest, climate } = facts;
  if (mineralisationBy(draft) === "organicMatter" && soilTest && climate) {
    const { from, until, planting } = needsNitrogen(draft, climate);
    const ground = organicGround(facts.field, soilTest.organicMatterPct);
    const key = `${from} ${until} ${planting} ${idOf(climate)} ${Object.values(ground).join(" ")}`;
    const free = setFree(soilTest, key, () =>
      mineralisedNitrogen(
        { ...ground, soilTempC: meanTemperatures(climate, from, until) },
        {
          depthCm: { basis: { kind: "assumption", text: `topsoil of ${q(TOPSOIL_CM, "cm")}, less stones` } },
          bulkDensityTPerM3: { basis: { kind: "assumption", text: "by texture; not measured" } },
          pctPerYearAt10C: { basis: { kind: "assumption", text: "by the clay of the texture" } },
          soilTempC: {
            basis: {
              kind: "source",
              text: `normals of ${climate.station}, from ${from === planting ? "planting" : "spring"} until the crop needs no more nitrogen`,
            },
          },
        },
      ),
    );
    const figure = context.take("feed", free)?.figures.kgPerHa;
    // what a plan keeps of its own is not the kept one's
    if (figure) return amended(figure, {});
  }
  return given(label, feed.mineralisationKgPerHa.typical, "kg/ha", {
    kind: "source",
    text: `the guide's figure; ${context.source(feed.mineralisationKgPerHa.source)}`,
  });
}
