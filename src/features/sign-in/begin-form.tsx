"use client";

import { type FormEvent, useState } from "react";
import type { UnitSet } from "@/core/units/units";
import { Button } from "@/ui/button";
import { Choice } from "@/ui/choice";
import { TextField } from "@/ui/text-field";
import { Link } from "../shared/link";
import { send } from "../shared/send";
import { UNIT_SETS } from "../shared/unit-sets";
import { Front } from "./front";
import { NewPersonFields, newPersonOf, problemsOf } from "./new-person-fields";
import { signInWith } from "./sign-in-with";

/** A new practice: what it is called and counts in, and who owns it; of whoever is signed in, without an account. */
export function BeginForm({ signedIn }: { signedIn: boolean }) {
  const [unitSet, setUnitSet] = useState<UnitSet>("metric");
  const [decimalMark, setDecimalMark] = useState<"point" | "comma">("point");
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    setBusy(true);
    const person = signedIn ? undefined : newPersonOf(form);
    const reply = await send("POST /api/practices", {
      body: {
        practice: {
          name: String(form.get("practice") ?? ""),
          currency: String(form.get("currency") ?? ""),
          unitSet,
          decimalMark,
        },
        ...(person ? { person } : {}),
      },
    });
    if (reply.ok) {
      if (person) await signInWith(person.email, person.password);
      window.location.href = "/records";
      return;
    }
    const { problems: found, rest } = problemsOf(reply);
    setProblems(found);
    setTrouble(rest);
    setBusy(false);
  };
  return (
    <Front title="A practice of your own">
      <p className="mb-5 text-soft">It begins empty; growers, fields and prices come next, typed or from files.</p>
      <form onSubmit={(event) => void submit(event)} className="grid gap-4" noValidate>
        <TextField label="Practice" name="practice" required problem={problems.practice} />
        <TextField
          label="Currency"
          name="currency"
          required
          maxLength={8}
          className="w-24"
          problem={problems.currency}
          help="as it stands behind amounts"
        />
        <div className="flex justify-between border-b border-line py-1">
          <span>Units</span>
          <Choice label="Units" value={unitSet} options={UNIT_SETS} onChange={(v) => setUnitSet(v as UnitSet)} />
        </div>
        <div className="flex justify-between border-b border-line py-1">
          <span>Decimal mark</span>
          <Choice
            label="Decimal mark"
            value={decimalMark}
            options={[
              { value: "point", label: "Point, 1.5" },
              { value: "comma", label: "Comma, 1,5" },
            ]}
            onChange={(v) => setDecimalMark(v as "point" | "comma")}
          />
        </div>
        {!signedIn && <NewPersonFields problems={problems} />}
        {trouble && (
          <p role="alert" className="text-stop">
            {trouble}
          </p>
        )}
        <Button look="main" type="submit" disabled={busy} className="touch justify-center">
          Begin
        </Button>
      </form>
      <p className="mt-4">
        <Link href={signedIn ? "/account" : "/sign-in"} className="touch text-action underline underline-offset-2">
          {signedIn ? "Back" : "Sign in instead"}
        </Link>
      </p>
    </Front>
  );
}
