import { personAsking, Refused } from "@/server/access/access";
import { acceptInvitation } from "@/server/access/people";
import { choosePractice } from "@/server/access/practice-choice";
import { noteNewAccount } from "@/server/access/sign-in-attempts";
import { json, openRoute } from "@/server/respond";

/** Accepts an invitation: with an account that is made now, or as whoever is signed in. */
export const POST = openRoute("POST /api/join/{token}", async ({ request, path, body }) => {
  const signedIn = body.person ? null : await personAsking(request);
  const who = body.person ?? signedIn;
  if (!who) throw new Refused(401, "Sign in first, or give a name, an e-mail and a password.");
  if (body.person) await noteNewAccount(request.headers.get("x-forwarded-for") ?? "");
  const practiceId = await acceptInvitation(path.token ?? "", who);
  return json({ ok: true }, 200, { "set-cookie": choosePractice(practiceId) });
});
