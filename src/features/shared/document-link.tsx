"use client";

import { type MouseEvent, type ReactNode, useState } from "react";

/** Tries while the server is busy with other documents. */
const MOST_TRIES = 20;

/** A document to download; says that it is being written, and why not where it is not. */
export function DocumentLink({ href, children }: { href: string; children: ReactNode }) {
  const [said, setSaid] = useState<{ text: string; bad: boolean } | null>(null);
  const fetchIt = async (event: MouseEvent) => {
    // with a key held, the browser does what it does with any link
    if (event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    if (said && !said.bad) return;
    setSaid({ text: "being written", bad: false });
    const problem = await download(href, (text) => setSaid({ text, bad: false }));
    setSaid(problem === null ? null : { text: problem, bad: true });
  };
  return (
    <span>
      <a
        className="touch inline-flex items-center gap-1 font-semibold text-action underline underline-offset-2"
        href={href}
        download
        onClick={(event) => void fetchIt(event)}
      >
        {children}
      </a>
      {said && (
        <span
          role={said.bad ? "alert" : "status"}
          className={`ml-1 text-[12px] ${said.bad ? "text-stop" : "text-soft"}`}
        >
          {said.text}
        </span>
      )}
    </span>
  );
}

/** Fetches a document and hands it to the browser to keep; null when done, else why not. */
async function download(href: string, say: (text: string) => void): Promise<string | null> {
  for (let tried = 0; tried < MOST_TRIES; tried++) {
    let answer: Response;
    try {
      answer = await fetch(href);
    } catch {
      return "The server does not answer.";
    }
    if (answer.ok) {
      const address = URL.createObjectURL(await answer.blob());
      const link = document.createElement("a");
      link.href = address;
      link.download = /filename="([^"]+)"/.exec(answer.headers.get("content-disposition") ?? "")?.[1] ?? "document";
      link.click();
      setTimeout(() => URL.revokeObjectURL(address), 60_000);
      return null;
    }
    const reason = ((await answer.json().catch(() => null)) as { error?: string } | null)?.error;
    if (answer.status !== 503) return reason ?? "The server refused it.";
    say(reason ?? "waiting");
    await new Promise((resolve) => setTimeout(resolve, 1000 * Number(answer.headers.get("retry-after") ?? 3)));
  }
  return "Too many documents are asked for. Try again later.";
}
