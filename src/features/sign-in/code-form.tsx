"use client";

import { type FormEvent, useState } from "react";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/text-field";
import { askAuth } from "./ask-auth";
import { Front } from "./front";

/** The code after the password: of the authenticator, or one that was kept for when it is lost. */
export function CodeForm({ next, onBack }: { next: string; onBack: () => void }) {
  const [lost, setLost] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    setBusy(true);
    const reply = await askAuth(lost ? "two-factor/verify-backup-code" : "two-factor/verify-totp", {
      code: String(form.get("code")),
      trustDevice: form.get("trust") === "on",
    });
    if (reply.ok) {
      window.location.href = next;
      return;
    }
    setProblem(
      reply.reason ??
        (reply.status === 429 || reply.status === 400
          ? "Too many wrong codes. Sign in again, or wait a quarter of an hour."
          : lost
            ? "This code does not open, or opened once already."
            : "This is not the code that stands there now."),
    );
    setBusy(false);
  };
  return (
    <Front title="And the code">
      <form onSubmit={(event) => void submit(event)} className="mt-3 grid gap-4">
        <TextField
          key={String(lost)}
          label={lost ? "One of the codes you kept" : "The code of your authenticator"}
          name="code"
          required
          autoFocus
          autoComplete="one-time-code"
          inputMode={lost ? "text" : "numeric"}
        />
        <label className="touch flex items-center gap-2">
          <input type="checkbox" name="trust" />
          Do not ask on this device for a month
        </label>
        {problem && (
          <p role="alert" className="text-stop">
            {problem}
          </p>
        )}
        <Button look="main" type="submit" disabled={busy} className="touch justify-center">
          Sign in
        </Button>
      </form>
      <p className="mt-4 flex flex-wrap gap-x-6">
        <Button look="quiet" className="touch" onClick={() => setLost(!lost)}>
          {lost ? "I have the authenticator" : "The device is lost"}
        </Button>
        <Button look="quiet" className="touch" onClick={onBack}>
          Back
        </Button>
      </p>
    </Front>
  );
}
