/** Varieties of each crop side by side: their trials fitted together, with what lists say of them. */

import type { Variety } from "@/core/records/inputs/variety";
import type { VarietyTrial } from "@/core/records/inputs/variety-trial";
import { compareVarieties, type VarietyComparison } from "@/core/review/compare-varieties";
import type { VarietyTable } from "../contracts";
import { listCrops } from "../plans/guides";
import type { Client, Scope } from "../storage/db";
import { listRecords } from "./keep-records";

/** What lists and trials say of the varieties of one kind. */
export async function varietiesOf(
  client: Client,
  scope: Scope,
  guideId: string,
  kindId: string,
): Promise<{ varieties: Variety[]; groups: VarietyComparison[] }> {
  const of = <T extends { guideId: string; kindId: string }>(all: T[]) =>
    all.filter((r) => r.guideId === guideId && r.kindId === kindId);
  const trials = of(await live<VarietyTrial>(client, scope, "variety-trials"));
  const compared = compareTrials(trials);
  return {
    varieties: of(await live<Variety>(client, scope, "varieties")),
    groups: compared.ok ? compared.value.groups : [],
  };
}

export async function varietyTables(client: Client, scope: Scope): Promise<VarietyTable[]> {
  const varieties = await live<Variety>(client, scope, "varieties");
  const trials = await live<VarietyTrial>(client, scope, "variety-trials");
  const same = (name: string) => name.trim().toLowerCase();
  return listCrops().flatMap((crop) =>
    crop.kinds.flatMap((kind): VarietyTable[] => {
      const own = trials.filter((t) => t.guideId === crop.id && t.kindId === kind.id);
      const compared = compareTrials(own);
      if (own.length === 0 || !compared.ok) return [];
      const described = varieties.filter((v) => v.guideId === crop.id && v.kindId === kind.id);
      return [
        {
          crop: `${crop.name}, ${kind.name}`,
          groups: compared.value.groups.map((group) => ({
            ...group,
            means: group.means.map((m) => {
              const list = described.find((v) => same(v.name) === same(m.variety));
              return { ...m, days: list?.days ?? null, endUse: list?.endUse ?? "", ratings: list?.ratings ?? [] };
            }),
          })),
        },
      ];
    }),
  );
}

/** Records of a kind that are in use. */
const live = async <T>(client: Client, scope: Scope, kind: "varieties" | "variety-trials") =>
  (await listRecords(client, scope, kind)).flatMap((r) => (r.retired ? [] : [r.values as unknown as T]));

const compareTrials = (trials: VarietyTrial[]) =>
  compareVarieties(
    trials.map((t) => ({ variety: t.variety, trial: `${t.site} ${t.season}`, yieldTPerHa: t.yieldTPerHa })),
  );
