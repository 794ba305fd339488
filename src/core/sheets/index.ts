/**
 * Drafting in phases, sheet by sheet in working order: each step is given the parts that were drafted before it and gives its own, so that
 * what stands on what is seen by the compiler. (1) parts that need no dates; (2) the work; (3) dates are solved; (4) parts that need
 * them, and work that follows from them; (5) cost, once work and inputs are put to the operations. The generators rest between sheets.
 */

import type { SolvedDates } from "../plan/dates";
import type { InputLine, Operation, PlannedOperation } from "../plan/operation";
import { draftFeed } from "./feed/draft";
import { feedOperations } from "./feed/operations";
import { draftGround } from "./ground/draft";
import { groundOperations } from "./ground/operations";
import { draftHarvest } from "./harvest/draft";
import { harvestOperations } from "./harvest/operations";
import { draftKeep } from "./keep/draft";
import { keepOperations } from "./keep/operations";
import { datedSilage } from "./keep/silage";
import { costedMoney } from "./money/draft";
import type { PlanParts } from "./plan";
import { draftProtect, signedTreatments } from "./protect/draft";
import { protectOperations } from "./protect/operations";
import { threatsOf } from "./protect/threats";
import { datedSeed } from "./seed/draft";
import { seedOperations } from "./seed/operations";
import type { Dated, Draft, Planning, Undated } from "./sheet";
import { draftSite } from "./site";
import { draftSoil } from "./soil/draft";
import { soilOperations } from "./soil/operations";
import { taskOperations } from "./task-operations";
import { draftWater } from "./water/draft";
import { irrigationOperations } from "./water/operations";

type Steps<T> = Generator<undefined, T>;

/** What needs no dates; every sheet stands on the site, which is judged as it will be with this plan's lime. */
export function* undatedParts(draft: Draft): Steps<Undated> {
  const ground = draftGround(draft);
  yield;
  const soil = draftSoil(draft);
  const site = draftSite({ ...draft, parts: { ground, soil } });
  yield;
  const feed = draftFeed({ ...draft, parts: { ground, soil } });
  yield;
  const protect = draftProtect(draft);
  const harvest = draftHarvest(draft);
  yield;
  const keep = draftKeep({ ...draft, parts: { harvest } });
  return { ground, soil, site, feed, protect, harvest, keep };
}

/** The work of all sheets, in working order. */
export const plannedWork = (draft: Planning): PlannedOperation[] => [
  ...groundOperations(draft),
  ...soilOperations(draft),
  ...seedOperations(draft),
  ...feedOperations(draft),
  ...taskOperations(draft, "water"),
  ...protectOperations(draft),
  ...harvestOperations(draft),
  ...keepOperations(draft),
];

/** What needs dates. */
export function* datedParts(draft: Draft<Undated>, solved: SolvedDates): Steps<Dated> {
  const { parts } = draft;
  const seed = datedSeed(draft, solved);
  yield;
  const water = draftWater(draft, solved);
  yield;
  const threats = threatsOf({ ...draft, parts: { ...parts, seed, water } }, solved);
  const protect = { ...parts.protect, threats, treatments: signedTreatments(draft, solved) };
  yield;
  const keep = datedSilage({ ...draft, parts: { ...parts, seed } });
  return { ...parts, seed, water, protect, keep };
}

/** Work on days that follow from dates. */
export const followingWork = (draft: Draft<Dated>, solved: SolvedDates): PlannedOperation[] =>
  irrigationOperations(draft, solved);

/** Cost, output and margin of a plan whose operations have their work and inputs. */
export const costedPart = (draft: Draft<Dated>, operations: Operation[], inputs: InputLine[]): PlanParts["money"] =>
  costedMoney(draft, operations, inputs);
