import { readNumber } from "../args";
import { asMeasure, atLeast, minus, numberOf, over, rule, times, wholeOnes } from "../figure/expression";
import { computed, type Known, type KnownOf, quantity, resultOf } from "../figure/figure";
import { type FieldError, failed, ok, type Result } from "../result";

/** Dry matter and eight times its sugar over its buffering that make forage keep without butyric acid. Source: Weissbach and Honig; recalled. */
const FERMENTS_FROM = 45;
const SUGAR_WEIGHT = 8;
/** Mass of the roller for each tonne that is brought in an hour [t]: 400 kg. */
const ROLLER_PER_T_PER_H = 0.4;
const CUSTOM: Known = { basis: { kind: "source", text: "custom: 400 kg for each tonne brought in an hour" } };
/** Round bales that a roll of 1,500 m of film wraps in six layers; assumption. */
const BALES_A_ROLL = 24;
/** Sap of a tonne as it goes in [L] by its dry matter [g/kg]: 767 - 5.34 D + 0.00936 D2, to its lowest. Source: Bastiman 1976; recalled. */
const SAP = { constant: 767, linear: -5.34, square: 0.00936, lowestAt: 285, noneFrom: 300 };

export interface SilageInput {
  /** of the whole field, as it is cut */
  massT: number;
  dryMatterPct: number;
  /** dry matter after wilting; as cut where it is not wilted */
  wiltToPct?: number | undefined;
  /** sugar over buffering capacity of the forage: about 4 of maize and cereals, 1 of legumes */
  sugarPerBuffer: number;
  /** dry matter in a cubic metre that was rolled well [kg] */
  dryKgPerM3: number;
  /** brought in an hour, as it goes in [t] */
  tPerHour: number;
  /** of the pit, filled */
  widthM: number;
  heightM: number;
  /** lost until it is fed, sap among it [% of the dry matter] */
  lossPct: number;
  /** dry matter of one wrapped bale [kg] */
  baleDryKg: number;
  /** fed on a day [t]; unknown where absent */
  usePerDayT?: number | undefined;
}

export interface Silage {
  dryMatterPct: number;
  /** as it goes in, and what wilting took off */
  massT: number;
  wiltedOffT: number;
  volumeM3: number;
  lengthM: number;
  fillHours: number;
  rollerT: number;
  sapLPerT: number;
  sapM3: number;
  /** dry matter from which on it keeps by its own acid; under it wilted, or with an additive */
  fermentsFromPct: number;
  /** wrapped bales that it would make instead of a pit, and rolls of film for them */
  bales: number;
  filmRolls: number;
  /** what comes out to be fed [t], and for how many days; null without a daily use */
  fedT: number;
  lastsDays: number | null;
  /** how fast the face moves [m a week] */
  faceMPerWeek: number | null;
}

/**
 * A harvest that is made into silage: mass after wilting, room and length of a pit, hours to fill it, weight of the roller, sap that runs off,
 * dry matter that it needs to ferment, what is fed and how fast the face moves.
 *
 * Errors name the field; dry matter may only rise by wilting.
 *
 * Example: 200 t at 25 %, wilted to 32 %: 50 t of dry matter are 156.25 t; at 220 kg/m3 227 m3, in a pit of 8 x 2 m 14.2 m long; at 40 t an hour
 * 3.9 hours and a roller of 16 t; or 200 bales of 250 kg of dry matter; sugar over buffering 2.5: it ferments from 45 - 8 x 2.5 = 25 % on.
 */
export function silage(input: SilageInput, known: KnownOf<SilageInput> = {}): Result<Silage> {
  const errors: FieldError[] = [];
  const share = { above: 0, max: 95, unit: "%" };
  const cutT = readNumber(errors, "massT", input?.massT, { above: 0, max: 10_000_000, unit: "t" });
  const cutPct = readNumber(errors, "dryMatterPct", input?.dryMatterPct, share);
  const dmPct =
    input?.wiltToPct === undefined
      ? cutPct
      : readNumber(errors, "wiltToPct", input.wiltToPct, {
          min: Number.isFinite(cutPct) ? cutPct : 0,
          max: 95,
          unit: "%",
        });
  const ratio = readNumber(errors, "sugarPerBuffer", input?.sugarPerBuffer, { min: 0, max: 20 });
  const dryKg = readNumber(errors, "dryKgPerM3", input?.dryKgPerM3, { above: 0, max: 1000, unit: "kg/m3" });
  const pace = readNumber(errors, "tPerHour", input?.tPerHour, { above: 0, max: 10_000, unit: "t/h" });
  const width = readNumber(errors, "widthM", input?.widthM, { above: 0, max: 500, unit: "m" });
  const height = readNumber(errors, "heightM", input?.heightM, { above: 0, max: 50, unit: "m" });
  const baleKg = readNumber(errors, "baleDryKg", input?.baleDryKg, { above: 0, max: 5000, unit: "kg" });
  const loss = readNumber(errors, "lossPct", input?.lossPct, { min: 0, max: 90, unit: "%" });
  const use =
    input?.usePerDayT === undefined
      ? null
      : readNumber(errors, "usePerDayT", input.usePerDayT, { above: 0, max: 100_000, unit: "t" });
  if (errors.length > 0) return failed(errors);
  const cut = quantity("mass as cut", cutT, "t");
  const dry = times(cut, quantity("dry matter as cut", cutPct, "%"));
  const dryAs = quantity("dry matter as it goes in", dmPct, "%");
  const [wide, high] = [quantity("width", width, "m", known.widthM), quantity("height", height, "m", known.heightM)];
  const brought = quantity("brought in an hour", pace, "t/h", known.tPerHour);
  const mass = computed("Mass as it goes in", "t", over(dry, dryAs));
  const goesIn = resultOf("mass as it goes in", mass);
  const volume = computed(
    "Room of the silage",
    "m³ stored",
    over(times(goesIn, dryAs), quantity("dry matter of a cubic metre", dryKg, "kg/m³", known.dryKgPerM3)),
  );
  const room = resultOf("room", volume);
  const length = computed("Length of the pit", "m", over(room, times(wide, high)));
  const hours = computed("Hours to fill", "h", over(goesIn, brought));
  const roller = computed(
    "Roller",
    "t",
    asMeasure(times(quantity("t for each t/h", ROLLER_PER_T_PER_H, "", CUSTOM), numberOf(brought)), "t"),
    "Slower bringing does with a lighter one.",
  );
  const sapLPerT = sapOf(10 * dmPct);
  const sap = computed(
    "Sap that runs off",
    "m³ stored",
    rule(
      "mass x (767 - 5.34 D + 0.00936 D²) L/t, D the dry matter in g/kg; none from 300 on",
      [goesIn, dryAs],
      (sapLPerT * mass.value) / 1000,
      "m³ stored",
    ),
    "Bastiman 1976, recalled, to be checked.",
  );
  const from = computed(
    "Ferments without additive from",
    "% dry matter",
    asMeasure(
      atLeast(
        minus(FERMENTS_FROM, times(SUGAR_WEIGHT, quantity("sugar over buffering", ratio, "", known.sugarPerBuffer))),
        0,
      ),
      "% dry matter",
    ),
    "Weissbach and Honig, recalled, to be checked: drier than this it keeps without butyric acid, wetter with an additive only.",
  );
  const bale = quantity("dry matter of a bale", baleKg, "kg", known.baleDryKg);
  const bales = computed("Or wrapped bales", "bales", wholeOnes(over(times(goesIn, dryAs), bale)));
  const fed = computed(
    "Silage fed",
    "t",
    times(goesIn, minus(1, quantity("loss of dry matter", loss, "%", known.lossPct))),
  );
  const ofIt = resultOf("fed of it", fed);
  const daily = use === null ? null : quantity("fed on a day", use, "t", known.usePerDayT);
  const lasts = daily && computed("Lasts", "days", asMeasure(over(ofIt, daily), "days"));
  // a tonne that is fed takes its share of the pit, losses with it
  const face =
    daily &&
    computed("The face moves", "m/week", asMeasure(over(times(7, daily, room), ofIt, times(wide, high)), "m/week"));
  return ok(
    {
      dryMatterPct: dmPct,
      massT: mass.value,
      wiltedOffT: cutT - mass.value,
      volumeM3: volume.value,
      lengthM: length.value,
      fillHours: hours.value,
      rollerT: roller.value,
      sapLPerT,
      sapM3: sap.value,
      fermentsFromPct: from.value,
      bales: bales.value,
      filmRolls: Math.ceil((cutT * cutPct * 10) / baleKg / BALES_A_ROLL - 1e-9),
      fedT: fed.value,
      lastsDays: lasts?.value ?? null,
      faceMPerWeek: face?.value ?? null,
    },
    {
      mass,
      volume,
      length,
      hours,
      roller,
      bales,
      sap,
      from,
      fed,
      ...(lasts && face ? { days: lasts, face } : {}),
    },
  );
}

const sapOf = (dryGPerKg: number): number => {
  if (dryGPerKg >= SAP.noneFrom) return 0;
  const d = Math.min(dryGPerKg, SAP.lowestAt);
  return SAP.constant + SAP.linear * d + SAP.square * d * d;
};
