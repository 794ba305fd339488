"use client";

import { CalendarPlus } from "lucide-react";
import { useState } from "react";
import { Button } from "@/ui/button";
import { Dialog } from "@/ui/dialog";
import type { FeedLine } from "../shared/server-types";

/** Secret addresses under which calendar programs can subscribe to what is due; made, copied and ended here. */
export function CalendarAddress() {
  const [open, setOpen] = useState(false);
  const [feeds, setFeeds] = useState<FeedLine[] | null>(null);
  const [name, setName] = useState("My calendar");
  const [made, setMade] = useState<string | null>(null);
  const [copied, setCopied] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);

  const ask = async (method: string, path: string, body?: object): Promise<Record<string, unknown> | null> => {
    setProblem(null);
    try {
      const response = await fetch(path, {
        method,
        ...(body ? { headers: { "content-type": "application/json" }, body: JSON.stringify(body) } : {}),
      });
      const answer = (await response.json().catch(() => ({}))) as { error?: string; errors?: { message: string }[] };
      if (response.ok) return answer as Record<string, unknown>;
      setProblem(answer.errors?.map((e) => e.message).join("; ") ?? answer.error ?? "The server refused it.");
    } catch {
      setProblem("The server does not answer. Try again.");
    }
    return null;
  };
  const look = async () => {
    const answer = await ask("GET", "/api/feeds");
    if (answer) setFeeds(answer.feeds as FeedLine[]);
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
            void ask("POST", "/api/feeds", { name }).then((answer) => {
              if (!answer) return;
              setMade(`${window.location.origin}${answer.path}.ics`);
              setCopied(false);
              void look();
            });
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
                <Button
                  look="quiet"
                  onClick={() =>
                    void ask("DELETE", `/api/feeds?id=${f.id}`).then((answer) => {
                      if (!answer) return;
                      setMade(null);
                      void look();
                    })
                  }
                >
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
