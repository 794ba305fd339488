import type { Metadata } from "next";
import { Link } from "@/features/shared/link";
import { Front } from "@/features/sign-in/front";
import { JoinForm } from "@/features/sign-in/join-form";
import { signedInName } from "@/server/access/access";
import { loadInvitation } from "@/server/access/people";

export const metadata: Metadata = { title: "Join", referrer: "no-referrer" };
export const dynamic = "force-dynamic";

export default async function JoinPage({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const invitation = /^[\w-]{32}$/.test(token) ? await loadInvitation(token) : null;
  if (!invitation)
    return (
      <Front title="No such invitation">
        <p className="mb-4">It is used, taken back, or older than seven days. Ask whoever sent it for another.</p>
        <Link href="/sign-in" className="text-action underline">
          To the sign-in
        </Link>
      </Front>
    );
  return <JoinForm token={token} invitation={invitation} signedInAs={await signedInName()} />;
}
