"use client";

import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import type { SessionLine } from "@/server/contracts";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/text-field";
import { Link } from "../shared/link";
import { send } from "../shared/send";
import { askAuth } from "../sign-in/ask-auth";
import { SecondFactor } from "./second-factor";

/** One's own account: practices, password, where one is signed in. */
export function AccountScreen({
  name,
  practices,
  practiceId,
  sessions,
  secondFactor,
}: {
  name: string;
  practices: { id: string; name: string; role: string }[];
  practiceId: string;
  sessions: SessionLine[];
  secondFactor: boolean;
}) {
  const router = useRouter();
  const [said, setSaid] = useState<{ good: boolean; text: string } | null>(null);
  const choose = async (id: string) => {
    const reply = await send("PUT /api/practice", { body: { practiceId: id } });
    if (reply.ok) window.location.href = "/";
    else setSaid({ good: false, text: reply.reason });
  };
  const changePassword = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const data = new FormData(form);
    const reply = await askAuth("change-password", {
      currentPassword: data.get("current"),
      newPassword: data.get("new"),
    });
    if (reply.ok) {
      form.reset();
      setSaid({ good: true, text: "The new password holds; all other devices are signed out." });
      router.refresh();
    } else
      setSaid({
        good: false,
        text: reply.reason ?? "The password that you have is another one.",
      });
  };
  return (
    <div className="mx-auto max-w-[760px] px-4 py-4">
      <h1 className="text-2xl">{name}</h1>
      {said && (
        <p role={said.good ? "status" : "alert"} className={said.good ? "" : "text-stop"}>
          {said.text}
        </p>
      )}
      <section className="mt-3">
        <h2 className="border-b border-line pb-1 text-lg">Practices</h2>
        <ul>
          {practices.map((p) => (
            <li key={p.id} className="flex items-baseline gap-4 border-b border-line py-1.5">
              <b>{p.name}</b>
              <span className="text-soft">{p.role}</span>
              {p.id === practiceId ? (
                <span className="ml-auto">the one you are in</span>
              ) : (
                <Button look="quiet" className="touch ml-auto" onClick={() => void choose(p.id)}>
                  Work in {p.name}
                </Button>
              )}
            </li>
          ))}
        </ul>
        <p className="mt-2">
          <Link href="/begin" className="text-action underline underline-offset-2">
            Begin another practice
          </Link>
        </p>
      </section>
      <section className="mt-6">
        <h2 className="border-b border-line pb-1 text-lg">Password</h2>
        <form
          onSubmit={(event) => void changePassword(event)}
          className="mt-2 flex flex-wrap items-end gap-x-6 gap-y-3"
        >
          <TextField label="The one you have" name="current" type="password" required autoComplete="current-password" />
          <TextField label="A new one" name="new" type="password" required autoComplete="new-password" />
          <Button type="submit" className="touch">
            Change it
          </Button>
        </form>
      </section>
      <SecondFactor on={secondFactor} />
      <section className="mt-6">
        <h2 className="border-b border-line pb-1 text-lg">Where you are signed in</h2>
        <ul>
          {sessions.map((s) => (
            <li key={s.id} className="border-b border-line py-1.5">
              {deviceInWords(s.device)}
              {s.address && `, from ${s.address}`}
              {s.own && <b>, this one</b>}
              <span className="block text-[13px] text-soft">
                since {s.since}, last renewed {s.used}
              </span>
            </li>
          ))}
        </ul>
        {sessions.length > 1 && (
          <Button
            look="quiet"
            className="touch mt-2"
            onClick={async () => {
              const reply = await send("DELETE /api/sessions");
              setSaid(
                reply.ok
                  ? { good: true, text: "All other devices are signed out." }
                  : { good: false, text: reply.reason },
              );
              router.refresh();
            }}
          >
            Sign out all other devices
          </Button>
        )}
      </section>
    </div>
  );
}

/** A browser's name for itself, in a few words. */
function deviceInWords(agent: string): string {
  const browser = /(Firefox|Edg|Chrome|Safari)\//.exec(agent)?.[1]?.replace("Edg", "Edge") ?? "A browser";
  const system = /Android|iPhone|iPad|Windows|Mac OS|Linux/.exec(agent)?.[0];
  return system ? `${browser} on ${system}` : browser;
}
