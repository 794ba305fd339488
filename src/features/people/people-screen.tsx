"use client";

import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import type { IsoDate } from "@/core/dates";
import type { Licence } from "@/core/records/licence";
import type { PeopleSheet, RoleName } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Pick } from "@/ui/pick";
import { TableHead } from "@/ui/table-head";
import { TextField } from "@/ui/text-field";
import { send } from "../shared/send";
import { LicenceFields, LicenceOf, NO_LICENCE } from "./licence";
import { PracticeFile } from "./practice-file";

const ROLES: { value: RoleName; label: string; may: string }[] = [
  {
    value: "owner",
    label: "Owner",
    may: "sees and changes everything; invites and removes people; reads the audit; takes the practice out as a file",
  },
  {
    value: "adviser",
    label: "Adviser",
    may: "sees everything but people and audit; plans, issues, logs; changes prices, products, stations and farms",
  },
  {
    value: "assistant",
    label: "Assistant",
    may: "sees what an adviser sees; plans and logs; changes fields, soil tests and history; issues nothing, changes no prices",
  },
  {
    value: "grower",
    label: "Grower",
    may: "sees the week, cards and calendar of the own farms only; logs what was done there",
  },
];

interface Wish {
  role: RoleName;
  growerId: string | null;
  /** absent: as it stands */
  licence?: Licence | null;
}

/** Who belongs to the practice, who is invited, and what each role sees and may do. */
export function PeopleScreen({ sheet, today }: { sheet: PeopleSheet; today: IsoDate }) {
  const router = useRouter();
  const [said, setSaid] = useState<string | null>(null);
  const [link, setLink] = useState<{ name: string; url: string } | null>(null);
  const [role, setRole] = useState<RoleName>("assistant");
  const [licence, setLicence] = useState(NO_LICENCE);
  const done = (reply: { ok: boolean; reason?: string }) => {
    setSaid(reply.ok ? null : (reply.reason ?? null));
    router.refresh();
    return reply.ok;
  };
  const change = async (userId: string, wish: Wish) =>
    done(await send("PUT /api/people", { body: { userId, ...wish } }));
  const invite = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const data = new FormData(form);
    const name = String(data.get("name") ?? "");
    const reply = await send("POST /api/invitations", {
      body: {
        name,
        role,
        growerId: role === "grower" ? String(data.get("grower") ?? "") || null : null,
        licence: role === "grower" || licence.number.trim() === "" ? null : licence,
      },
    });
    if (done(reply) && reply.ok) {
      setLink({ name, url: window.location.origin + reply.value.path });
      form.reset();
      setLicence(NO_LICENCE);
    }
  };
  const growers = sheet.growers.map((g) => ({ value: g.id, label: g.name }));
  return (
    <div className="mx-auto max-w-[1100px] px-4 py-4">
      <h1 className="text-2xl">People</h1>
      {said && (
        <p role="alert" className="text-stop">
          {said}
        </p>
      )}
      <section className="mt-3 overflow-x-auto">
        <table className="w-full border-collapse">
          <TableHead columns={["Name", "E-mail", "Role", "Licence", "Last seen", "Change"]} />
          <tbody>
            {sheet.members.map((m) => (
              <tr key={m.userId} className="border-t border-line">
                <th scope="row" className="py-1.5 pr-3 text-left font-semibold">
                  {m.name}
                  {m.userId === sheet.self && <span className="font-normal text-soft">, you</span>}
                </th>
                <td className="pr-3">{m.email}</td>
                <td className="pr-3">
                  <Pick
                    aria-label={`Role of ${m.name}`}
                    value={m.growerId ? `grower/${m.growerId}` : m.role}
                    options={[
                      ...ROLES.filter((r) => r.value !== "grower"),
                      ...growers.map((g) => ({ value: `grower/${g.value}`, label: `Grower: ${g.label}` })),
                    ]}
                    onChange={(event) => {
                      const [to, growerId = null] = event.currentTarget.value.split("/") as [RoleName, string?];
                      void change(m.userId, { role: to, growerId });
                    }}
                  />
                </td>
                <td className="pr-3">
                  <LicenceOf
                    name={m.name}
                    licence={m.licence}
                    today={today}
                    onChange={(to) => change(m.userId, { role: m.role, growerId: m.growerId, licence: to })}
                  />
                </td>
                <td className="whitespace-nowrap pr-3 text-[13px] text-soft">{m.lastSeen ?? "not yet"}</td>
                <td>
                  <Remove
                    name={m.name}
                    onRemove={async () => done(await send("DELETE /api/people", { query: { userId: m.userId } }))}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>

      <section className="mt-6">
        <h2 className="border-b border-line pb-1 text-lg">Invite somebody</h2>
        <form onSubmit={(event) => void invite(event)} className="mt-2 flex flex-wrap items-end gap-x-6 gap-y-3">
          <TextField label="Name" name="name" required maxLength={200} />
          <span className="grid gap-1">
            <label htmlFor="role" className="text-[13px] text-soft">
              Role
            </label>
            <Pick
              id="role"
              value={role}
              options={ROLES}
              onChange={(event) => setRole(event.currentTarget.value as RoleName)}
            />
          </span>
          {role === "grower" ? (
            <span className="grid gap-1">
              <label htmlFor="grower" className="text-[13px] text-soft">
                Of
              </label>
              <Pick id="grower" name="grower" options={growers} empty="choose" defaultValue="" />
            </span>
          ) : (
            <LicenceFields licence={licence} today={today} onChange={setLicence} />
          )}
          <Button look="main" type="submit" className="touch">
            Make an invitation
          </Button>
        </form>
        {link && (
          <div role="status" className="mt-3 border border-line bg-sheet px-3 py-2">
            <p>
              Send this address to {link.name}. It opens once, within seven days, and is not shown again; whoever has it
              can join.
            </p>
            <p className="mt-1 break-all font-mono text-[13px]">{link.url}</p>
            <Button look="quiet" onClick={() => void navigator.clipboard?.writeText(link.url)}>
              Copy it
            </Button>
          </div>
        )}
        {sheet.invitations.length > 0 && (
          <ul className="mt-3">
            {sheet.invitations.map((i) => (
              <li key={i.id} className="flex flex-wrap items-baseline gap-3 border-t border-line py-1">
                <b>{i.name}</b> as {i.role}
                {i.grower ? ` of ${i.grower}` : ""}, invited by {i.by}, until {i.expiresAt}
                <Button
                  look="quiet"
                  onClick={async () => void done(await send("DELETE /api/invitations", { query: { id: i.id } }))}
                >
                  Take back
                </Button>
              </li>
            ))}
          </ul>
        )}
      </section>

      <section className="mt-6">
        <h2 className="border-b border-line pb-1 text-lg">Who can see what</h2>
        <dl>
          {ROLES.map((r) => (
            <div key={r.value} className="border-b border-line py-1.5 sm:flex">
              <dt className="w-28 shrink-0 font-semibold">{r.label}</dt>
              <dd>{r.may}</dd>
            </div>
          ))}
        </dl>
        <p className="mt-2 text-[13px] text-soft">
          Nobody of another practice sees anything of this one; the database itself keeps them apart. Whoever has the
          address of a calendar reads that calendar. Whoever runs the machine can read its database and its backups.
        </p>
      </section>
      <PracticeFile />
    </div>
  );
}

/** Asks once more before somebody is removed. */
function Remove({ name, onRemove }: { name: string; onRemove: () => Promise<unknown> }) {
  const [asked, setAsked] = useState(false);
  return asked ? (
    <span className="inline-flex gap-3">
      <Button look="quiet" className="text-stop" onClick={() => void onRemove()}>
        Remove {name}
      </Button>
      <Button look="quiet" onClick={() => setAsked(false)}>
        Keep
      </Button>
    </span>
  ) : (
    <Button look="quiet" aria-label={`Remove ${name}`} onClick={() => setAsked(true)}>
      Remove
    </Button>
  );
}
