"use client";

import { TextField } from "@/ui/text-field";

/** Name, e-mail and password of somebody who comes new; read from the form by `newPersonOf`. */
export function NewPersonFields({ problems, name = "" }: { problems: Record<string, string>; name?: string }) {
  return (
    <>
      <TextField
        label="Your name"
        name="name"
        required
        autoComplete="name"
        defaultValue={name}
        problem={problems.name}
        help="shown on your work"
      />
      <TextField label="E-mail" name="email" type="email" required autoComplete="username" problem={problems.email} />
      <TextField
        label="Password"
        name="password"
        type="password"
        required
        autoComplete="new-password"
        problem={problems.password}
        help="10 characters or more, and none of the common ones"
      />
    </>
  );
}

export const newPersonOf = (form: FormData) => ({
  name: String(form.get("name") ?? ""),
  email: String(form.get("email") ?? ""),
  password: String(form.get("password") ?? ""),
});

/** Refusals of a request, by the field of the form that each is about. */
export function problemsOf(reply: { reason: string; errors: { field: string; message: string }[] }): {
  problems: Record<string, string>;
  rest: string | null;
} {
  const problems: Record<string, string> = {};
  for (const { field, message } of reply.errors)
    problems[field === "practice.name" ? "practice" : (field.split(".").at(-1) as string)] = message
      .replace(/^[\w.]+: /, "")
      .replace(/^Too small.*/, "nothing given");
  for (const [key, start] of [
    ["password", "Password: "],
    ["email", "E-mail: "],
  ] as const)
    if (reply.reason.startsWith(start)) problems[key] = reply.reason.slice(start.length);
  return { problems, rest: Object.keys(problems).length > 0 ? null : reply.reason };
}
