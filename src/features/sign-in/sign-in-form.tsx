"use client";

import { type FormEvent, useState } from "react";
import { Button } from "@/ui/button";

/** E-mail and password; what is typed stays when the sign-in is refused. */
export function SignInForm() {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    setBusy(true);
    setProblem(null);
    try {
      const response = await fetch("/api/auth/sign-in/email", {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ email: form.get("email"), password: form.get("password") }),
      });
      if (response.ok) {
        window.location.href = "/";
        return;
      }
      setProblem(
        response.status === 429
          ? "Too many attempts. Wait a minute, then try again."
          : response.status >= 500
            ? "The database does not answer. Try again in a moment."
            : "No account has this e-mail and password.",
      );
    } catch {
      setProblem("The server does not answer. Try again in a moment.");
    }
    setBusy(false);
  };
  return (
    <main className="mx-auto grid min-h-screen max-w-sm content-center px-6 pb-24">
      <SignInDrawing />
      <h1 className="mt-4 text-3xl">Wheatonomy</h1>
      <p className="mb-5 text-soft">The season's package, field by field, by its figures.</p>
      <form onSubmit={(event) => void submit(event)} className="grid gap-4">
        <label className="grid gap-1">
          <span className="text-[13px] text-soft">E-mail</span>
          <input name="email" type="email" required autoComplete="username" className="writes font-normal" />
        </label>
        <label className="grid gap-1">
          <span className="text-[13px] text-soft">Password</span>
          <input
            name="password"
            type="password"
            required
            autoComplete="current-password"
            className="writes font-normal"
          />
        </label>
        {problem && (
          <p role="alert" className="text-stop">
            {problem}
          </p>
        )}
        <Button look="main" type="submit" disabled={busy} className="justify-center">
          Sign in
        </Button>
      </form>
    </main>
  );
}

/** The ground line with a stand above and roots below: the ribbon in small. */
function SignInDrawing() {
  return (
    <svg viewBox="0 0 320 70" aria-hidden className="w-full">
      <path d="M0 40C80 40 120 36 170 24 210 14 260 8 320 12V40z" fill="var(--canopy)" />
      <path d="M0 40C90 42 150 56 320 64V40z" fill="var(--root)" />
      <path d="M0 40h320" stroke="var(--ground)" strokeWidth="2" />
    </svg>
  );
}
