import type { Metadata } from "next";
import { IMPLEMENT_IDS, IMPLEMENTS } from "@/core/ground/implements";
import { waysOfKind } from "@/core/guides/fitting";
import { priceKey } from "@/core/plan/listed-price";
import { materialsOfGuides } from "@/core/sheets/materials";
import { SettingsScreen } from "@/features/settings/settings-screen";
import { may, requirePage } from "@/server/access/access";
import { loadCatalogue } from "@/server/plans/catalogue";
import { guideOf, listCrops } from "@/server/plans/guides";
import { inPractice } from "@/server/storage/db";

export const metadata: Metadata = { title: "Settings" };

export default async function SettingsPage() {
  const access = await requirePage();
  const catalogue = await inPractice(access, (client) => loadCatalogue(client, access));
  const crops = listCrops().flatMap((g) =>
    g.products.map((p) => ({ key: priceKey(g.id, p.id), name: `${g.name}, ${p.name.toLowerCase()}` })),
  );
  const guides = listCrops().flatMap((c) => guideOf(c.id) ?? []);
  const kinds = guides.flatMap((g) =>
    (g.kinds.length < 2 ? [] : g.kinds).flatMap((k) =>
      waysOfKind(g, k.id).products.map((p) => ({
        key: priceKey(g.id, p.id, k.id),
        name: `${k.name}, ${p.name.toLowerCase()}`,
      })),
    ),
  );
  return (
    <SettingsScreen
      practice={access.practice}
      prices={catalogue.prices}
      fertilisers={catalogue.fertilisers.filter((f) => !catalogue.retired.has(f.id))}
      crops={crops}
      kinds={kinds}
      materials={materialsOfGuides(guides)}
      harvesters={IMPLEMENT_IDS.filter((id) => IMPLEMENTS[id].power === "harvester")}
      implementNames={Object.fromEntries(Object.entries(IMPLEMENTS).map(([id, i]) => [id, i.name]))}
      editable={may(access.role, "settings")}
    />
  );
}
