"use client";

import { NUTRIENTS } from "@/core/nutrients";
import { interpretSoilTest, NUTRIENT_CLASSES, type NutrientReading } from "@/core/soil/interpret-soil-test";
import type { FieldSheet } from "@/server/contracts";
import { useUnits } from "../shared/units";

type Test = FieldSheet["soilTests"][number];

const WIDTH = 200;
const HEIGHT = 16;
const CLASS_WIDTH = WIDTH / NUTRIENT_CLASSES.length;

/** Each nutrient of the newest test on the classes of its scheme, the target marked, with what tests before it found. */
export function SoilStrips({ tests, schemes }: { tests: Test[]; schemes: FieldSheet["schemes"] }) {
  const { number, show } = useUnits();
  const [newest] = tests;
  const read = newest && interpretSoilTest(newest.levels, newest.scheme, schemes);
  if (!newest || !read?.ok || read.value.readings.length === 0) return null;
  const scheme = schemes.find((s) => s.id === newest.scheme);
  const nameOf = (key: string) => NUTRIENTS.find((n) => n.soilTestKey === key)?.element ?? key;
  // values of another method cannot be set beside these
  const alike = tests.filter((t) => t.scheme === newest.scheme).reverse();
  return (
    <figure className="mt-3">
      <figcaption className="text-[13px] text-soft">
        Newest test by "{scheme?.name}", taken {newest.takenOn.slice(0, 4)}, {show(newest.depthCm, "length")} deep: very
        low, low, <b>target</b>, high, very high
      </figcaption>
      <ul className="mt-1 grid gap-x-10 gap-y-1 md:grid-cols-2">
        {read.value.readings.map((reading) => {
          const before = alike.flatMap((t) => t.levels[reading.nutrient] ?? []);
          return (
            <li key={reading.nutrient} className="flex flex-wrap items-center gap-x-3">
              <span className="w-8 font-semibold">{nameOf(reading.nutrient)}</span>
              <Strip reading={reading} />
              <span className="text-[13px]">
                {number(reading.value)} {reading.unit}, {reading.class}
              </span>
              {before.length > 1 && <Trend values={before} name={nameOf(reading.nutrient)} />}
            </li>
          );
        })}
      </ul>
    </figure>
  );
}

function Strip({ reading }: { reading: NutrientReading }) {
  const index = NUTRIENT_CLASSES.indexOf(reading.class);
  const [from, to] = reading.range;
  // the open class above: as far again as its lower end
  const share = Math.min(1, (reading.value - (from ?? 0)) / Math.max(1e-9, (to ?? 2 * (from ?? 1)) - (from ?? 0)));
  const x = (index + share) * CLASS_WIDTH;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="h-4 w-[200px]"
      role="img"
      aria-label={`${reading.value} ${reading.unit} is ${reading.class}`}
    >
      {NUTRIENT_CLASSES.map((name, i) => (
        <rect
          key={name}
          x={i * CLASS_WIDTH + 0.5}
          y={name === "target" ? 2 : 5}
          width={CLASS_WIDTH - 1}
          height={name === "target" ? 12 : 6}
          fill={name === "target" ? "var(--canopy)" : "var(--selected)"}
          stroke="var(--line)"
        />
      ))}
      <path d={`M${x} ${HEIGHT}V0`} stroke="var(--ink)" strokeWidth="2.5" />
    </svg>
  );
}

/** Values of tests one after another, the oldest first. */
function Trend({ values, name }: { values: number[]; name: string }) {
  const { number } = useUnits();
  const most = Math.max(...values, 1e-9);
  const points = values.map((v, i) => `${(i / (values.length - 1)) * 56 + 2} ${18 - (v / most) * 15}`);
  return (
    <svg
      viewBox="0 0 60 20"
      className="h-5 w-[60px]"
      role="img"
      aria-label={`${name} over the tests: ${values.map((v) => number(v)).join(", ")}`}
    >
      <path d={`M${points.join("L")}`} fill="none" stroke="var(--ground)" strokeWidth="1.5" />
      {points.map((p) => (
        <circle key={p} cx={p.split(" ")[0]} cy={p.split(" ")[1]} r="1.8" fill="var(--ground)" />
      ))}
    </svg>
  );
}
