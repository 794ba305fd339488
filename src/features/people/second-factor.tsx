"use client";

import { QRCodeSVG } from "qrcode.react";
import { type FormEvent, useState } from "react";
import { Button } from "@/ui/button";
import { TextField } from "@/ui/text-field";
import { askAuth } from "../sign-in/ask-auth";

interface Setup {
  totpURI: string;
  backupCodes: string[];
}

/** A code of an authenticator beside the password: set up, taken away, with codes for when the device is lost. */
export function SecondFactor({ on }: { on: boolean }) {
  const [active, setActive] = useState(on);
  const [setup, setSetup] = useState<Setup | null>(null);
  const [codes, setCodes] = useState<string[] | null>(null);
  const [said, setSaid] = useState<{ good: boolean; text: string } | null>(null);
  const withPassword =
    (path: string, done: (answer: Record<string, unknown>) => void) => async (event: FormEvent<HTMLFormElement>) => {
      event.preventDefault();
      const form = event.currentTarget;
      const reply = await askAuth(path, { password: String(new FormData(form).get("password")) });
      if (!reply.ok) {
        setSaid({ good: false, text: reply.reason ?? "The password that you have is another one." });
        return;
      }
      form.reset();
      setSaid(null);
      done(reply.answer);
    };
  const confirm = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const reply = await askAuth("two-factor/verify-totp", {
      code: String(new FormData(event.currentTarget).get("code")),
    });
    if (!reply.ok) {
      setSaid({
        good: false,
        text: "Code: this is not the one that stands there now. Look whether the device's clock is right.",
      });
      return;
    }
    setCodes(setup?.backupCodes ?? null);
    setSetup(null);
    setActive(true);
    setSaid({ good: true, text: "From now on a sign-in asks for a code, too." });
  };
  return (
    <section className="mt-6" aria-label="Second factor">
      <h2 className="border-b border-line pb-1 text-lg">Second factor</h2>
      <p className="mt-1 text-soft">
        {active
          ? "A sign-in asks for the code of your authenticator after the password."
          : "With it a stolen password is not enough: a sign-in also asks for a code that an authenticator on your phone makes."}
      </p>
      {said && (
        <p role={said.good ? "status" : "alert"} className={said.good ? "" : "text-stop"}>
          {said.text}
        </p>
      )}
      {codes && <Codes codes={codes} />}
      {setup ? (
        <div className="mt-2 flex flex-wrap items-start gap-6">
          <span className="rounded-field bg-white p-3">
            <QRCodeSVG value={setup.totpURI} size={168} title="For the authenticator" />
          </span>
          <form onSubmit={(event) => void confirm(event)} className="grid max-w-[26em] gap-3">
            <p>
              Take this picture with your authenticator, or type its key there:{" "}
              <code className="break-all">{new URL(setup.totpURI).searchParams.get("secret")}</code>
            </p>
            <TextField
              label="The code that it shows"
              name="code"
              required
              inputMode="numeric"
              autoComplete="one-time-code"
              className="w-32"
            />
            <Button type="submit" look="main" className="touch justify-self-start">
              Turn it on
            </Button>
          </form>
        </div>
      ) : active ? (
        <>
          <PasswordForm
            key="codes"
            action="Make new codes for a lost device"
            onSubmit={withPassword("two-factor/generate-backup-codes", (a) => setCodes(a.backupCodes as string[]))}
          />
          <PasswordForm
            key="off"
            action="Turn it off"
            onSubmit={withPassword("two-factor/disable", () => {
              setActive(false);
              setCodes(null);
              setSaid({ good: true, text: "A sign-in asks for the password only." });
            })}
          />
        </>
      ) : (
        <PasswordForm
          key="on"
          action="Set it up"
          onSubmit={withPassword("two-factor/enable", (a) => setSetup(a as unknown as Setup))}
        />
      )}
    </section>
  );
}

function PasswordForm({ action, onSubmit }: { action: string; onSubmit: (event: FormEvent<HTMLFormElement>) => void }) {
  return (
    <form onSubmit={onSubmit} className="mt-2 flex flex-wrap items-end gap-x-6 gap-y-3">
      <TextField label="Your password" name="password" type="password" required autoComplete="current-password" />
      <Button type="submit" className="touch">
        {action}
      </Button>
    </form>
  );
}

function Codes({ codes }: { codes: string[] }) {
  return (
    <div className="mt-2">
      <p>
        For when the device is lost: each of these opens once. Print them or write them down; they are not shown again.
      </p>
      <ul className="mt-1 grid max-w-[30em] grid-cols-2 gap-x-6 font-mono">
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ul>
    </div>
  );
}
