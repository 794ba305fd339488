/** A lot that went through a mill, a press or a sheller: its fractions as shares, and which are doubted. */

import { millingCheck } from "../../harvest/milling-check";
import type { Decisions } from "../decisions";
import type { Plan } from "../plan";

type Milling = NonNullable<Plan["crop"]["guide"]["keep"]["milling"]>[string];

interface MilledLot {
  id: string;
  way: Milling;
  shares: Record<string, number>;
  sumPct: number;
  /** ids of fractions outside of the usual, and "sum" where they do not add up */
  doubtful: string[];
}

/**
 * The check of a lot of which all fractions were weighed; null before that, or where nothing is milled. A sum is doubted only once every
 * fraction of the way has its mass.
 *
 * Example: 10 t of paddy into 6.6 t of rice, 1 t of bran and 2 t of husk: 96 %, "sum".
 */
export function milledLot(plan: Pick<Plan, "crop">, { keep }: Decisions): MilledLot | null {
  const ways = Object.entries(plan.crop.guide.keep.milling ?? {});
  const { way: wanted, inputKg, fractionsKg = {} } = keep?.milled ?? {};
  const [id, way] = ways.find(([key]) => key === wanted) ?? ways[0] ?? [];
  if (id === undefined || !way || inputKg === undefined) return null;
  const names = Object.keys(way.fractions);
  const weighed = names.filter((name) => fractionsKg[name] !== undefined);
  if (weighed.length === 0) return null;
  const found = millingCheck({
    inputT: inputKg / 1000,
    fractions: weighed.map((name) => ({ name, massT: (fractionsKg[name] ?? 0) / 1000 })),
    usualPct: Object.fromEntries(
      names.map((n) => [n, [way.fractions[n]?.usualPct.from ?? 0, way.fractions[n]?.usualPct.to ?? 100]]),
    ),
  });
  if (!found.ok) return null;
  const { shares, sumPct, doubtful } = found.value;
  const over = sumPct > 100;
  return {
    id,
    way,
    shares,
    sumPct,
    doubtful: doubtful.filter((what) => what !== "sum" || over || weighed.length === names.length),
  };
}
