import type { Metadata } from "next";
import { StoresScreen } from "@/features/stores/stores-screen";
import { may, requirePage } from "@/server/access/access";
import { inPractice } from "@/server/storage/db";
import { loadStores } from "@/server/stores/stores";

export const metadata: Metadata = { title: "Stores" };

export default async function StoresPage() {
  const access = await requirePage();
  const sheet = await inPractice(access, (client) => loadStores(client, access));
  return <StoresScreen sheet={sheet} editable={may(access.role, "plan")} today={access.today} />;
}
