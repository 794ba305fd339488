import type { PlantingMethod } from "../../guides/schema";
import { NO_WORK } from "../../money/field-work";
import { bagged, type OperationInput, type PlannedOperation } from "../../plan/operation";
import { OWN } from "../../plan/own-operations";
import { settings } from "../../plan/settings";
import { q } from "../../units/told";
import { materialAt } from "../materials";
import { plantingWork } from "../planting-work";
import type { Dated, Draft, Planning } from "../sheet";
import { taskOperations } from "../task-operations";
import { round } from "../words";
import { lotOf } from "./pick-lot";
import { wayOf } from "./ways";

/** What planting is called, and its mark, by the way a method plants. */
const PLANTING: Record<PlantingMethod["how"], [name: string, mark: string]> = {
  drilled: ["Drill", "sow"],
  broadcast: ["Broadcast and cover", "sow"],
  stations: ["Sow", "sow"],
  transplants: ["Transplant", "transplant"],
  cloves: ["Plant", "plant"],
  bulbs: ["Plant", "plant"],
  bulbils: ["Plant", "plant"],
  sets: ["Plant", "plant"],
  tubers: ["Plant", "plant"],
  cuttings: ["Plant", "plant"],
  standing: ["New growth begins", "grows again"],
};

/** The nursery where there is one, planting itself, and the guide's tasks round the stand. */
export function seedOperations(draft: Planning): PlannedOperation[] {
  const { context } = draft;
  const { method } = context.crop;
  const way = wayOf(method);
  const { nursery } = method;
  const trays = draft.decisions.seed?.raisedIn === "trays" && nursery?.trays;
  const [name, mark] = PLANTING[method.how];
  const stockAt = (role: PlannedOperation["role"]) => (role === way.usedAt ? { inputs: stockInputs(draft) } : {});
  const operations: PlannedOperation[] = [
    {
      id: OWN.plant,
      role: "plant",
      sheet: "seed",
      name,
      mark,
      detail:
        method.stock.by === "standing" ? `Year ${method.stock.year} of a perennial stand: nothing is planted.` : "",
      settings: () => {
        const { depthCm, rowSpacingCm, inRowSpacingCm, stations } = draft.dated().parts.seed;
        const perHill = stations?.seedsPerStation ?? method.geometry.unitsPerStation;
        return method.stock.by === "standing"
          ? []
          : settings({
              depth: depthCm,
              rowSpacing: rowSpacingCm,
              inRowSpacing: inRowSpacingCm,
              perHill: perHill && perHill > 1 ? perHill : null,
            });
      },
      reason: "other dates are counted from this one",
      ...(method.stock.by === "standing" ? { tiedTo: "the customary days" } : {}),
      when: [],
      weight: 50,
      cautions: [],
      byDaysAndStage: false,
      work: () => plantingWork(draft, draft.parts.ground.chosen),
      ...stockAt("plant"),
    },
  ];
  if (nursery)
    operations.unshift({
      id: OWN.nursery,
      role: "nursery",
      sheet: "seed",
      name: trays ? "Sow the trays" : "Sow the nursery",
      mark: "nursery",
      detail: trays
        ? "One seed per cell. Water from above with a fine rose. Do not let the cells dry out or stand in water."
        : `${q(nursery.seedGPerM2, "g/m²")} of seed on the nursery bed. ${nursery.water ? "Keep the water shallow and clear." : "Keep it moist, and shade it until emergence."}`,
      reason: `seedlings are transplanted at about ${nursery.days} days`,
      when: [{ from: "planting", min: -nursery.days - 7, usual: -nursery.days, max: -nursery.days + 4 }],
      weight: 30,
      cautions: [],
      byDaysAndStage: false,
      work: () => NO_WORK,
      ...stockAt("nursery"),
    });
  return [...operations, ...taskOperations(draft, "seed")];
}

/** The stock: what goes into the ground of a hectare, and what is bought for the field. */
function stockInputs(draft: Planning): NonNullable<PlannedOperation["inputs"]> {
  const { facts } = draft;
  return (logged) => {
    const lot = lotOf(draft);
    const { seed } = draft.dated().parts;
    if (seed.mixture && logged === null)
      return seed.mixture.components.map((c) =>
        bagged(
          {
            kind: "seed",
            id: `seed-${c.id}`,
            name: `${c.name.toLowerCase()} seed`,
            perHa: c.kgPerHa,
            quantity: c.orderKg,
            pricePerUnit: 0,
          },
          null,
        ),
      );
    const trays = trayInputs(draft.dated());
    if (seed.lots && logged === null)
      return [
        ...seed.lots
          .filter((l) => l.areaHa > 0)
          .map((l) =>
            bagged(
              {
                kind: "seed",
                id: l.id,
                name: `${l.variety}, on ${round(l.areaHa, 1)} ha`,
                perHa: l.sownKgPerHa,
                quantity: l.orderKg,
                pricePerUnit: l.pricePerT / 1000,
              },
              l.bagKg,
            ),
          ),
        ...trays,
      ];
    const perHa = logged ?? seed.sownKgPerHa ?? seed.plantedKgPerHa ?? 0;
    return [
      bagged(
        {
          kind: "seed",
          id: lot?.id ?? "seed",
          name: lot?.variety ?? "seed",
          perHa,
          quantity: logged === null ? seed.orderKg : perHa * facts.field.areaHa,
          pricePerUnit: (lot?.pricePerT ?? 0) / 1000,
        },
        lot?.bagKg ?? null,
      ),
      ...trays,
    ];
  };
}

/** Trays and what fills them, where seedlings are raised in some. */
function trayInputs(draft: Draft<Dated>): OperationInput[] {
  const { trays } = draft.parts.seed;
  if (!trays) return [];
  const { areaHa } = draft.facts.field;
  return [
    materialAt(
      draft,
      OWN.nursery,
      {
        id: "trays",
        name: `trays of ${trays.cells} cells`,
        unit: "units",
        perHa: trays.count / areaHa,
        how: `${trays.count} trays for the field, by its seeds and their reserve`,
      },
      null,
    ),
    materialAt(
      draft,
      OWN.nursery,
      {
        id: "substrate",
        name: "substrate for the trays",
        unit: "L",
        perHa: trays.substrateL / areaHa,
        how: `${trays.count} trays x ${trays.cells} cells x what fills one`,
      },
      null,
    ),
  ];
}
