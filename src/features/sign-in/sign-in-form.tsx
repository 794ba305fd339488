"use client";

import { type FormEvent, useState } from "react";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/text-field";
import { Link } from "../shared/link";
import { CodeForm } from "./code-form";
import { EmptyDevice } from "./empty-device";
import { Front } from "./front";
import { signInWith } from "./sign-in-with";

/** E-mail and password; what is typed stays when the sign-in is refused. */
export function SignInForm({
  demo,
  mayBegin,
  left = false,
  next = "/",
}: {
  /** whoever comes is signed in, and belongs to no practice any more */
  left?: boolean;
  /** the demo's sign-in, where it may be named */
  demo: { email: string; password: string } | null;
  /** whether a practice of one's own can be begun from here */
  mayBegin: boolean;
  /** where to after it */
  next?: string;
}) {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  /** the password was right, and a code is asked for */
  const [asked, setAsked] = useState(false);
  const signIn = async (email: string, password: string) => {
    setBusy(true);
    setProblem(null);
    try {
      const response = await signInWith(email, password);
      const { error, twoFactorRedirect } = (await response.json().catch(() => ({}))) as {
        error?: string;
        twoFactorRedirect?: boolean;
      };
      if (response.ok) {
        if (twoFactorRedirect) setAsked(true);
        else window.location.href = next;
        setBusy(false);
        return;
      }
      setProblem(
        response.status === 429
          ? "Too many attempts. Wait a minute, then try again."
          : response.status === 403 && error
            ? error
            : response.status >= 500
              ? "The database does not answer. Try again in a moment."
              : "No account has this e-mail and password.",
      );
    } catch {
      setProblem("The server does not answer. Try again in a moment.");
    }
    setBusy(false);
  };
  if (asked) return <CodeForm next={next} onBack={() => setAsked(false)} />;
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    void signIn(String(form.get("email")), String(form.get("password")));
  };
  return (
    <Front>
      <p className="mb-5 text-soft">The season's package, field by field, by its figures.</p>
      {left && (
        <p role="status" className="mb-5">
          Your account belongs to no practice any more. Ask its owner to invite you again, or sign in as somebody else.
        </p>
      )}
      <form onSubmit={submit} className="grid gap-4">
        <TextField label="E-mail" name="email" type="email" required autoComplete="username" />
        <TextField label="Password" name="password" type="password" required autoComplete="current-password" />
        {problem && (
          <p role="alert" className="text-stop">
            {problem}
          </p>
        )}
        <Button look="main" type="submit" disabled={busy} className="touch justify-center">
          Sign in
        </Button>
      </form>
      {demo && (
        <p className="mt-5">
          <Button look="quiet" disabled={busy} className="touch" onClick={() => void signIn(demo.email, demo.password)}>
            Look at the demo
          </Button>
          <span className="block text-[13px] text-soft">
            as {demo.email}, password {demo.password}; on this machine only
          </span>
        </p>
      )}
      {mayBegin && (
        <p className="mt-3">
          <Link href="/begin" className="touch text-action underline underline-offset-2">
            Begin a practice of your own
          </Link>
        </p>
      )}
      <EmptyDevice />
    </Front>
  );
}
