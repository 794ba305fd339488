/** The order of 60 fields against simple rules and against a long search of another kind: part of npm run bench. */

import { harvestQueue, type QueueField, type QueueInput, queueInOrder } from "../src/core/harvest/harvest-queue";
import { Random } from "../src/core/random";
import { unwrap } from "../src/core/result";

const FIELDS = 60;
const HA_PER_DAY = 25;
/** Seconds in all for the searches; QUEUE_SEARCH_S=360 gives each instance a minute. */
const SEARCH_S = Number(process.env.QUEUE_SEARCH_S ?? 6);

type Report = (name: string, value: number, goal: number, unit: string) => void;

export function benchQueue(report: Report): void {
  const instances = [1, 2, 3].flatMap((seed) =>
    [
      undefined,
      [
        { from: 3, to: 12 },
        { from: 18, to: 30 },
      ],
    ].map((spans) => ({ seed, input: instance(seed, spans) })),
  );
  let slowest = 0;
  let overRule = 0;
  let overSearch = 0;
  for (const { seed, input } of instances) {
    const began = performance.now();
    const { loss } = unwrap(harvestQueue(input));
    slowest = Math.max(slowest, performance.now() - began);
    const rules = RULES.map((rule) => queueInOrder({ ...input, fields: [...input.fields].sort(rule) }).loss);
    overRule = Math.max(overRule, loss / Math.min(...rules));
    overSearch = Math.max(overSearch, 100 * (loss / searched(input, seed, SEARCH_S / instances.length) - 1));
  }
  report(`order of ${FIELDS} fields`, slowest / 1000, 1, "s");
  report("the same, loss over the best of four simple rules", overRule, 1 + 1e-9, "times");
  report(`the same, loss over a search of ${(SEARCH_S / instances.length).toFixed(0)} s`, overSearch, 3, "%");
}

function instance(seed: number, spans: QueueInput["spans"]): QueueInput {
  const random = new Random(seed, FIELDS);
  const fields = Array.from(
    { length: FIELDS },
    (_, i): QueueField => ({
      id: `f${i}`,
      areaHa: 2 + 38 * random.uniform(),
      readyDay: Math.floor(25 * random.uniform()),
      lossPerHaPerDay: 5 + 60 * random.uniform(),
      ...(random.uniform() < 0.4 ? { atMostHaPerDay: 10 + 20 * random.uniform() } : {}),
    }),
  );
  return { fields, haPerDay: HA_PER_DAY, spans };
}

const RULES: ((a: QueueField, b: QueueField) => number)[] = [
  (a, b) => a.readyDay - b.readyDay,
  (a, b) => b.lossPerHaPerDay - a.lossPerHaPerDay,
  (a, b) => a.readyDay + a.areaHa / HA_PER_DAY - (b.readyDay + b.areaHa / HA_PER_DAY),
  (a, b) => b.lossPerHaPerDay * b.areaHa - a.lossPerHaPerDay * a.areaHa,
];

/** The least loss that moves and swaps at random find, taken though they lose more as long as it is warm. */
function searched(input: QueueInput, seed: number, seconds: number): number {
  const random = new Random(seed, 99);
  const lossOf = (fields: QueueField[]) => queueInOrder({ ...input, fields }).loss;
  let order = [...input.fields].sort(RULES[0]);
  let loss = lossOf(order);
  let best = loss;
  const warmest = loss / 20;
  const began = performance.now();
  for (let share = 0; share < 1; share = (performance.now() - began) / 1000 / seconds)
    for (let k = 0; k < 50; k++) {
      const [i, j] = [0, 0].map(() => Math.floor(random.uniform() * FIELDS)) as [number, number];
      const other = [...order];
      if (random.uniform() < 0.5) other.splice(j, 0, ...other.splice(i, 1));
      else [other[i], other[j]] = [other[j] as QueueField, other[i] as QueueField];
      const found = lossOf(other);
      if (found >= loss && random.uniform() >= Math.exp((loss - found) / (warmest * 1e-5 ** share))) continue;
      [order, loss] = [other, found];
      best = Math.min(best, loss);
    }
  return best;
}
