import type { Metadata } from "next";
import { SignInForm } from "@/features/sign-in/sign-in-form";
import { DEMO_EMAIL, DEMO_PASSWORD, onlyHere } from "@/server/demo/demo-door";
import { hasDemo } from "@/server/demo/demo-loads";

export const metadata: Metadata = { title: "Sign in" };
export const dynamic = "force-dynamic";

export default async function SignInPage({ searchParams }: { searchParams: Promise<Record<string, unknown>> }) {
  const left = "left" in (await searchParams);
  const here = onlyHere();
  const demo = here && (await hasDemo()) ? { email: DEMO_EMAIL, password: DEMO_PASSWORD } : null;
  return <SignInForm left={left} demo={demo} mayBegin={here || process.env.ALLOW_NEW_PRACTICES === "yes"} />;
}
