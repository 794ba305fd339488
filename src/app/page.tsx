import { redirect } from "next/navigation";
import { requirePage } from "@/server/access/access";

export const dynamic = "force-dynamic";

export default async function Home() {
  const access = await requirePage("log");
  redirect(access.role === "grower" ? "/week" : "/fields");
}
