"use client";

import { type FormEvent, useState } from "react";
import type { InvitationSheet } from "@/server/contracts";
import { Button } from "@/ui/button";
import { send } from "../shared/send";
import { Front } from "./front";
import { NewPersonFields, newPersonOf, problemsOf } from "./new-person-fields";
import { signInWith } from "./sign-in-with";

/** An invitation: joined with an account that is made here, or as whoever is signed in. */
export function JoinForm({
  token,
  invitation,
  signedInAs,
}: {
  token: string;
  invitation: InvitationSheet;
  signedInAs: string | null;
}) {
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const join = async (person?: ReturnType<typeof newPersonOf>) => {
    setBusy(true);
    const reply = await send("POST /api/join/{token}", { path: { token }, body: person ? { person } : {} });
    if (reply.ok) {
      if (person) await signInWith(person.email, person.password);
      window.location.href = "/";
      return;
    }
    const { problems: found, rest } = problemsOf(reply);
    setProblems(found);
    setTrouble(rest);
    setBusy(false);
  };
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    void join(newPersonOf(new FormData(event.currentTarget)));
  };
  return (
    <Front title={invitation.practice}>
      <p className="mb-5 text-soft">
        {invitation.by} invites {invitation.name} as {invitation.role}.
      </p>
      {trouble && (
        <p role="alert" className="mb-3 text-stop">
          {trouble}
        </p>
      )}
      {signedInAs ? (
        <Button look="main" disabled={busy} className="touch justify-center" onClick={() => void join()}>
          Join as {signedInAs}
        </Button>
      ) : (
        <form onSubmit={submit} className="grid gap-4" noValidate>
          <NewPersonFields problems={problems} name={invitation.name} />
          <Button look="main" type="submit" disabled={busy} className="touch justify-center">
            Join
          </Button>
          <p className="text-[13px] text-soft">
            Who has an account already signs in first and opens this address again.
          </p>
        </form>
      )}
    </Front>
  );
}
