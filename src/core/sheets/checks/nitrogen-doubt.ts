import { q } from "../../units/told";
import { change } from "../decisions";
import type { Plan } from "../plan";
import type { Repair } from "../sheet";

/**
 * The nitrogen that the seasons ask for beside the balance, for the yield that they let expect and for the target: what to check before
 * trusting either, and how to take the other. Null where the rate is by neither, or where nothing was rehearsed.
 */
export function nitrogenDoubt(plan: Plan): { sameYieldKgPerHa: number; why: string; repair: Repair } | null {
  const { feed, rehearsal, targetTPerHa, figures } = plan;
  const { guide, product } = plan.crop;
  const balance = plan.asides["feed.school.balance"];
  const { rehearsed } = rehearsal;
  if (feed.nitrogenBy !== "rehearsed" || !balance || !rehearsed) return null;
  const kg = (value: number) => q(value, "kg N/ha", 0);
  const perT =
    (product.nUptakeKgPerT.typical * (1 - guide.feed.fixedFromAirPct / 100)) /
    (figures["feed.recovery"]?.value ?? guide.feed.recovery.typical);
  return {
    sameYieldKgPerHa: Math.max(0, balance.value - (targetTPerHa - rehearsal.expectedTPerHa) * perT),
    why: `In these seasons the soil sets free ${kg(rehearsed.setFreeKgPerHa)} under the crop and ${kg(rehearsed.leachedUnderKgPerHa)} leach; ${q(rehearsal.expectedTPerHa, "t/ha", 1)} are expected. The balance for the target of ${q(targetTPerHa, "t/ha", 1)} would apply ${kg(balance.value)}. Check the soil mineral N and organic matter before trusting either.`,
    repair: { label: `Apply ${kg(balance.value)} by the balance`, changes: [change("feed/nSchool", "balance")] },
  };
}
