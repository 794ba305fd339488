/** A harvest that is made into silage: once the stand is known, since legumes in it acidify slowly. */

import { type Basis, computed, type Input } from "../../figure";
import { silage } from "../../keep/silage";
import type { Draft } from "../sheet";

/** A pit filled by machines, and one by hand, where nobody says; and what is brought in an hour [t]. All assumptions. */
const PIT = { widthM: 6, heightM: 1.8, tPerHour: 30 };
const PIT_BY_HAND = { widthM: 2, heightM: 1.2, tPerHour: 2 };

/** Dry matter of a wrapped round bale where nobody says [kg]; assumption. */
const BALE_DRY_KG = 250;

/** Room, roller, sap and what is fed of a field's silage; nothing where the product is not kept so. */
export function datedSilage({ context, decisions, facts, parts }: Draft): void {
  const { guide, product } = context.crop;
  const kept = guide.keep.silage;
  if (!kept) return;
  const own = decisions.keep?.silage ?? {};
  const usual = facts.field.handWork ? PIT_BY_HAND : PIT;
  const widthM = own.widthM ?? usual.widthM;
  const heightM = own.heightM ?? usual.heightM;
  const flow = parts.harvest.carting?.flowTPerH;
  const tPerHour = own.tPerHour ?? (flow && flow > 0 ? flow : usual.tPerHour);
  const legumes = (parts.seed.mixture?.legumePct ?? 0) / 100;
  const sugarPerBuffer = kept.sugarPerBuffer.typical * (1 - legumes) + kept.legumeSugarPerBuffer.typical * legumes;
  const cutDryPct = 100 - product.moisturePct;
  const massT = parts.keep.asCutTPerHa * facts.field.areaHa;
  const baleDryKg = own.baleDryKg ?? BALE_DRY_KG;
  const found = context.take(
    "keep",
    silage({
      massT,
      dryMatterPct: cutDryPct,
      wiltToPct: own.wiltToPct,
      sugarPerBuffer,
      dryKgPerM3: kept.dryKgPerM3.typical,
      tPerHour,
      widthM,
      heightM,
      lossPct: kept.lossPct.typical,
      baleDryKg,
      usePerDayT: own.usePerDayT,
    }),
  )?.value;
  if (!found) return;
  parts.keep.silage = { ...found, widthM, heightM, tPerHour, cutDryPct, baleDryKg };
  const source = (of: { source: string }): Basis => ({ kind: "source", text: context.source(of.source) });
  const entered = (is: boolean): Basis =>
    is ? { kind: "decided", text: "entered" } : { kind: "assumption", text: "usual" };
  const dry: Input = { label: "dry matter as it goes in", value: found.dryMatterPct, unit: "%" };
  const mass: Input = { label: "mass as it goes in", value: found.massT, unit: "t" };
  const volume: Input = { label: "room", value: found.volumeM3, unit: "m³ stored" };
  const pit: Input[] = [
    { label: "width", value: widthM, unit: "m", basis: entered(own.widthM !== undefined) },
    { label: "height", value: heightM, unit: "m", basis: entered(own.heightM !== undefined) },
  ];
  const brought: Input = {
    label: "brought in an hour",
    value: tPerHour,
    unit: "t/h",
    basis:
      own.tPerHour === undefined && flow
        ? { kind: "assumption", text: "as much as the harvester cuts" }
        : entered(own.tPerHour !== undefined),
  };
  context.show(
    "silage.mass",
    computed("Mass as it goes in", found.massT, "t", "mass as cut x dry matter as cut / dry matter as it goes in", [
      { label: "mass as cut", value: massT, unit: "t" },
      { label: "dry matter as cut", value: cutDryPct, unit: "%" },
      dry,
    ]),
  );
  // rolled it takes another room than as it lies
  parts.keep.roomM3 = found.volumeM3;
  for (const [id, label] of [
    ["silage.volume", "Room of the silage"],
    ["keep.room", "Storage volume needed"],
  ] as const)
    context.show(
      id,
      computed(label, found.volumeM3, "m³ stored", "mass x dry matter / dry matter of a cubic metre", [
        mass,
        dry,
        {
          label: "dry matter of a cubic metre",
          value: kept.dryKgPerM3.typical,
          unit: "kg/m³",
          basis: source(kept.dryKgPerM3),
        },
      ]),
    );
  context.show(
    "silage.length",
    computed("Length of the pit", found.lengthM, "m", "room / (width x height)", [volume, ...pit]),
  );
  context.show(
    "silage.hours",
    computed("Hours to fill", found.fillHours, "h", "mass / brought in an hour", [mass, brought]),
  );
  context.show(
    "silage.roller",
    computed(
      "Roller",
      found.rollerT,
      "t",
      "400 kg for each tonne brought in an hour",
      [brought],
      "Slower bringing does with a lighter one.",
    ),
  );
  context.show(
    "silage.bales",
    computed("Or wrapped bales", found.bales, "bales", "mass x dry matter / dry matter of a bale, whole ones", [
      mass,
      dry,
      { label: "dry matter of a bale", value: baleDryKg, unit: "kg", basis: entered(own.baleDryKg !== undefined) },
    ]),
  );
  context.show(
    "silage.sap",
    computed(
      "Sap that runs off",
      found.sapM3,
      "m³ stored",
      "mass x (767 - 5.34 D + 0.00936 D²) L/t, D the dry matter in g/kg; none from 300 on",
      [mass, dry],
      "Bastiman 1976, recalled, to be checked.",
    ),
  );
  context.show(
    "silage.from",
    computed(
      "Ferments without additive from",
      found.fermentsFromPct,
      "% dry matter",
      "45 - 8 x sugar over buffering",
      [
        { label: "sugar over buffering", value: sugarPerBuffer, basis: source(kept.sugarPerBuffer) },
        { label: "legumes of the mixture", value: 100 * legumes, unit: "%" },
      ],
      "Weissbach and Honig, recalled, to be checked: drier than this it keeps without butyric acid, wetter with an additive only.",
    ),
  );
  context.show(
    "silage.fed",
    computed("Silage fed", found.fedT, "t", "mass x (1 - loss)", [
      mass,
      { label: "loss of dry matter", value: kept.lossPct.typical, unit: "%", basis: source(kept.lossPct) },
    ]),
  );
  const use = own.usePerDayT;
  if (use === undefined || found.lastsDays === null || found.faceMPerWeek === null) return;
  const fed: Input = { label: "fed of it", value: found.fedT, unit: "t" };
  const daily: Input = { label: "fed on a day", value: use, unit: "t", basis: entered(true) };
  context.show("silage.days", computed("Lasts", found.lastsDays, "days", "fed of it / fed on a day", [fed, daily]));
  context.show(
    "silage.face",
    computed("The face moves", found.faceMPerWeek, "m/week", "7 x fed on a day x room / fed of it / (width x height)", [
      daily,
      volume,
      fed,
      ...pit,
    ]),
  );
}
