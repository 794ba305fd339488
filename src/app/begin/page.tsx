import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { BeginForm } from "@/features/sign-in/begin-form";
import { signedInName } from "@/server/access/access";
import { onlyHere } from "@/server/demo/demo-door";

export const metadata: Metadata = { title: "Begin" };
export const dynamic = "force-dynamic";

export default async function BeginPage() {
  const name = await signedInName();
  if (name === null && !onlyHere() && process.env.ALLOW_NEW_PRACTICES !== "yes") redirect("/sign-in");
  return <BeginForm signedIn={name !== null} />;
}
