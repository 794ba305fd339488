import { personAsking, Refused } from "@/server/access/access";
import { choosePractice } from "@/server/access/practice-choice";
import { beginPractice } from "@/server/access/practices";
import { noteNewAccount } from "@/server/access/sign-in-attempts";
import { onlyHere } from "@/server/demo/demo-door";
import { json, openRoute } from "@/server/respond";

/** Begins an empty practice; of somebody without an account only where this machine's owner lets strangers in. */
export const POST = openRoute("POST /api/practices", async ({ request, body }) => {
  const signedIn = await personAsking(request);
  if (!signedIn && !onlyHere() && process.env.ALLOW_NEW_PRACTICES !== "yes")
    throw new Refused(403, "New practices are begun on the machine itself, or by whoever is signed in already.");
  if (body.person) await noteNewAccount(request.headers.get("x-forwarded-for") ?? "");
  const id = await beginPractice(body, signedIn);
  return json({ id }, 200, { "set-cookie": choosePractice(id) });
});
