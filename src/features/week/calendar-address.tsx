"use client";

import { CalendarPlus } from "lucide-react";
import { useState } from "react";
import type { Answers, Call, FeedLine } from "@/server/contracts";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import { type Reply, send } from "../shared/send";

/** Secret addresses under which calendar programs can subscribe to what is due; made, copied and ended here. */
export function CalendarAddress() {
  const [open, setOpen] = useState(false);
  const [feeds, setFeeds] = useState<FeedLine[] | null>(null);
  const [name, setName] = useState("My calendar");
  const [made, setMade] = useState<string | null>(null);
  const [copied, setCopied] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);

  /** What a reply holds; a refusal is shown and gives null. */
  const shown = <C extends Call>(reply: Reply<C>): Answers[C] | null => {
    setProblem(reply.ok ? null : reply.reason);
    return reply.ok ? reply.value : null;
  };
  const look = async () => {
    const answer = shown(await send("GET /api/feeds"));
    if (answer) setFeeds(answer.feeds);
  };
  const make = async () => {
    const answer = shown(await send("POST /api/feeds", { body: { name } }));
    if (!answer) return;
    setMade(`${window.location.origin}${answer.path}.ics`);
    setCopied(false);
    await look();
  };
  const end = async (id: string) => {
    if (!shown(await send("DELETE /api/feeds", { query: { id } }))) return;
    setMade(null);
    await look();
  };
  return (
    <>
      <Button
        onClick={() => {
          setOpen(true);
          setMade(null);
          void look();
        }}
      >
        <CalendarPlus size={15} aria-hidden /> Calendar address
      </Button>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title="Calendar address"
        description="A calendar program that is given such an address shows what is due and follows when dates move. Whoever knows the address can read it, without signing in."
      >
        <form
          className="flex flex-wrap items-baseline gap-3"
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            void make();
          }}
        >
          <label className="flex items-baseline gap-2">
            <span className="text-soft">Name</span>
            <input
              className="writes text-left font-normal"
              value={name}
              maxLength={80}
              onChange={(e) => setName(e.currentTarget.value)}
            />
          </label>
          <Button look="main" type="submit">
            Make an address
          </Button>
        </form>
        {made && (
          <div className="mt-3 border border-action px-3 py-2" role="status">
            <p className="font-semibold">Shown once. Copy it now:</p>
            <p className="break-all" data-feed-address>
              {made}
            </p>
            <Button
              onClick={() =>
                void navigator.clipboard.writeText(made).then(
                  () => setCopied(true),
                  () => setProblem("The browser did not let it be copied; mark the address and copy it by hand."),
                )
              }
            >
              {copied ? "Copied" : "Copy"}
            </Button>
          </div>
        )}
        {problem && (
          <p role="alert" className="mt-2 text-stop">
            {problem}
          </p>
        )}
        {feeds && feeds.length > 0 && (
          <ul className="mt-3">
            {feeds.map((f) => (
              <li key={f.id} className="flex items-baseline gap-3 border-t border-line py-1.5">
                <span className="grow">
                  {f.name}{" "}
                  <span className="text-[12px] text-soft">
                    made {f.createdAt}, {f.lastReadAt ? `last read ${f.lastReadAt}` : "not read yet"}
                  </span>
                </span>
                <Button look="quiet" onClick={() => void end(f.id)}>
                  End it<span className="sr-only"> {f.name}</span>
                </Button>
              </li>
            ))}
          </ul>
        )}
        {feeds?.length === 0 && !made && <p className="mt-3 text-soft">None yet.</p>}
      </Dialog>
    </>
  );
}
